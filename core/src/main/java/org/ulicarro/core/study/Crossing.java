package org.ulicarro.core.study;

import org.ulicarro.core.base.Dimension;

/**
 * A marked crossing of one leg of a place.
 *
 * @param width along the road (m)
 * @param refuge whether people may stop in the middle, so that they cross in two halves
 * @param yielding share of drivers who give way to people at a zebra
 * @param kind who goes first; null as the place says: a signal where there is one, else zebra
 */
public record Crossing(
        @Usual("4 m") @Unit(Dimension.LENGTH) @About("Its width along the road.")
        double width,

        @About("Whether there is a refuge in the middle.") boolean refuge,

        @Usual("100 %")
        @Unit(Dimension.SHARE)
        @About("Zebra: share of drivers who give way to people who want to cross; with 0 % they wait for gaps.")
        double yielding,

        @About("zebra or signal; a signal where the place has one, else zebra.")
        Kind kind) {

    public enum Kind {
        ZEBRA,
        SIGNAL
    }
}
