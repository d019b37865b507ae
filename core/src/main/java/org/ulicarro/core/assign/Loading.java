package org.ulicarro.core.assign;

/** Brings drivers onto their ways, and says what these take then. */
interface Loading {

    /**
     * What came of it.
     *
     * @param loaded vehicles and their times
     * @param times of all roads, used or not
     * @param totals of all drivers
     */
    record Result(Loaded loaded, Times times, Totals totals) {}

    /**
     * Means over replications.
     *
     * @param wanted vehicles that wanted to travel
     * @param unfinished how many of them had not arrived at the end
     * @param outside how many waited outside at the end of the period
     * @param missedTurns vehicles that drove on another way because they found no room to change lanes
     * @param delay of a journey (s)
     * @param time of a journey (s)
     * @param standstills rings of vehicles that blocked each other, all replications together
     */
    record Totals(
            double wanted,
            double unfinished,
            double outside,
            double missedTurns,
            double delay,
            double time,
            int standstills) {

        static final Totals NONE = new Totals(Double.NaN, 0, 0, 0, Double.NaN, Double.NaN, 0);
    }

    Result load(WayShares shares) throws InterruptedException;
}
