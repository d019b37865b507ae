package org.ulicarro.core.study;

import org.ulicarro.core.base.Dimension;

/**
 * A stretch of the day whose traffic is measured.
 *
 * @param from start, s since midnight
 * @param to end, s since midnight
 * @param warmUp how the network is filled before {@code from}
 * @param drain how long arrivals go on after {@code to}, so that whoever arrived in the period is followed to the end (s)
 * @param day for which signals may have plans of their own; null for one like all others
 */
public record Period(
        @Required @DayTime @About("Start of what is measured.")
        double from,

        @Required @DayTime @About("End of what is measured.")
        double to,

        @About("How the network is filled before the start.")
        WarmUp warmUp,

        @Usual("15 min") @Unit(Dimension.TIME) @About("How long arrivals go on after the end.")
        double drain,

        @About("Its day, which signals may have plans of their own for: tue, or 2027-05-04.")
        Day day) {

    public Period {
        warmUp = warmUp == null ? new WarmUp(900, WarmUp.Source.FIRST_SLICE) : warmUp;
    }

    public double seconds() {
        return to - from;
    }

    /**
     * Traffic before the period.
     *
     * @param length how long (s)
     * @param demand whose demand it takes
     */
    public record WarmUp(
            @Usual("15 min") @Unit(Dimension.TIME) @About("How long before the start.")
            double length,

            @Usual("first-slice") @About("What drives in meanwhile: the demand of the first slice.")
            Source demand) {

        public enum Source {
            FIRST_SLICE
        }
    }
}
