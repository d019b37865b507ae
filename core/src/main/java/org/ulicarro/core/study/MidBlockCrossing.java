package org.ulicarro.core.study;

import org.ulicarro.core.base.Dimension;

/**
 * A marked crossing away from junctions.
 *
 * @param at its middle, from the road's first place along its axis (m)
 * @param width along the road (m)
 * @param refuge whether people may stop in the middle
 * @param yielding share of drivers who give way to people at a zebra
 * @param kind who goes first
 */
public record MidBlockCrossing(
        @Required @About("The road it crosses.") String road,

        @Required @Unit(Dimension.LENGTH) @About("Its middle, from the first place of the road along it.")
        double at,

        @Usual("4 m") @Unit(Dimension.LENGTH) @About("Its width along the road.")
        double width,

        @About("Whether there is a refuge in the middle.") boolean refuge,

        @Usual("100 %")
        @Unit(Dimension.SHARE)
        @About("Zebra: share of drivers who give way to people who want to cross; with 0 % they wait for gaps.")
        double yielding,

        @Usual("zebra") @About("zebra or signal.") Crossing.Kind kind) {}
