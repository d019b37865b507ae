package org.ulicarro.core.study;

import org.ulicarro.core.base.Dimension;

/**
 * A stop of buses or trams.
 *
 * @param at where its stretch begins, from the start of the link (m)
 * @param length of the stretch (m)
 * @param lane its number, or null for the one at the kerb
 */
public record Stop(
        @Required @About("The road and direction it lies on: quay-2 ahead.")
        LinkName road,

        @Required @Unit(Dimension.LENGTH) @About("From the start of the road to where the stop begins.")
        double at,

        @Usual("20 m") @Unit(Dimension.LENGTH) @About("Its length.")
        double length,

        @Usual("kerb") @About("kerb: in the lane; layby: out of it.")
        Kind kind,

        @About(
                "The lane in which it lies, as trams have theirs in the middle of the road; that at the kerb where none is written.")
        Integer lane) {

    public enum Kind {
        KERB,
        LAYBY
    }
}
