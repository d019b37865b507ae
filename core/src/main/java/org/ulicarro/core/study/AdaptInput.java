package org.ulicarro.core.study;

import org.ulicarro.core.base.Dimension;

/**
 * Splits that follow the traffic.
 *
 * @param step by how much they change at a time (s)
 * @param most by how much a split differs from the written one, at most (s)
 * @param every cycles between two steps
 */
public record AdaptInput(
        @Usual("2 s") @Unit(Dimension.TIME) @About("By how much they change at a time.")
        double step,

        @Usual("10 s") @Unit(Dimension.TIME) @About("By how much a split differs from the written one, at most.")
        double most,

        @Usual("3") @About("Cycles between two steps.") int every) {}
