package org.ulicarro.core.study;

/**
 * How traffic swells within a counted hour.
 *
 * @param factor the hour's vehicles over four times those of its busiest quarter: the Manual's peak hour factor, 0.25 to 1
 * @param quarter the busiest quarter, 1 to 4
 */
public record Peak(
        @Required @About("The hour's vehicles over four times those of its busiest quarter: 0.92.")
        double factor,

        @Usual("2") @About("The busiest quarter of the hour, 1 to 4.")
        int quarter) {}
