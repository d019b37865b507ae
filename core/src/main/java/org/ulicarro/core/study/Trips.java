package org.ulicarro.core.study;

/**
 * One row of a table of trips: so many from one place to another in a slice of time.
 *
 * @param from place where they enter
 * @param to place where they leave
 * @param departFrom start of the slice (s since midnight)
 * @param departTo its end (s since midnight)
 * @param vehicles how many depart in the slice
 * @param type what they are; null for the mix
 * @param replication in which they travel, from 1; 0 for all
 * @param lane number of the lane in which they come in, from the left; 0 where they choose it
 * @param speed at which they come in (m/s); NaN where as fast as they like and the one ahead lets them
 * @param driver what names the draws of who drives; 0 for one that is drawn
 * @param table its key under {@code /demand/trips}
 * @param line line of the file, 1 first
 */
public record Trips(
        String from,
        String to,
        double departFrom,
        double departTo,
        double vehicles,
        String type,
        int replication,
        int lane,
        double speed,
        long driver,
        String table,
        int line) {

    /** Behind the pointer of a table: the line of its file that a fault is about. */
    public static final String LINE = "/line:";

    /** Some that travel in every replication. */
    public Trips(
            String from,
            String to,
            double departFrom,
            double departTo,
            double vehicles,
            String type,
            String table,
            int line) {
        this(from, to, departFrom, departTo, vehicles, type, 0, 0, Double.NaN, 0, table, line);
    }
}
