package org.ulicarro.core.study;

import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;

/**
 * Parking along the kerb whose manoeuvres block the lane beside it.
 *
 * @param at where it begins, from the start of the link (m)
 * @param length of the stretch (m)
 * @param manoeuvres into and out of it (1/s)
 * @param blocks how long one of them blocks the lane (s)
 */
public record Parking(
        @Required @About("The road and direction: quay-2 ahead.")
        LinkName road,

        @Required @Unit(Dimension.LENGTH) @About("From the start of the road to where it begins.")
        double at,

        @Required @Unit(Dimension.LENGTH) @About("Its length.")
        double length,

        @Required @Unit(value = Dimension.FLOW, written = "/h") @About("Manoeuvres per hour: 12 /h.")
        double manoeuvres,

        @Usual("20 s") @Unit(Dimension.TIME) @About("How long one of them blocks the lane.")
        Quantity blocks) {}
