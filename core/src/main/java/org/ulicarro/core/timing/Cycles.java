package org.ulicarro.core.timing;

/**
 * Cycles that a place needs (s), and what each follows from. NaN where no cycle does.
 *
 * @param clearances yellow, red and late starts of a critical way, without any green
 * @param minGreens with shortest greens of vehicles
 * @param people with walk and clearance of people, too
 * @param load the first whole second that holds all of this and keeps every critical movement below the load that is asked for
 * @param optimum Webster's, (1.5 L + 5) / (1 − Y), rounded up to 5 s, but not below what minimums need
 */
public record Cycles(double clearances, double minGreens, double people, double load, double optimum) {

    /** The shortest cycle that can be run: everybody's minimum. */
    public double shortest() {
        return Math.max(minGreens, people);
    }
}
