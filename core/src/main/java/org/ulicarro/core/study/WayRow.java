package org.ulicarro.core.study;

import java.util.List;

/**
 * One row of a table of ways: a way between two ends, and which share of those who travel there take it.
 *
 * @param from place where they enter
 * @param to place where they leave
 * @param types names of types of vehicle that it is for; empty for all
 * @param links roads on the way in order, each as {@code quay-1 ahead}; arcs of roundabouts are not among them
 * @param starts times of day from which each share holds (s since midnight), rising; the first one holds before, too
 * @param shares relative to the other ways of the same ends and types
 * @param factor so many times as many travel between these ends as the demand says; the same in all rows of them
 * @param line line of the file, 1 first
 */
public record WayRow(
        String from,
        String to,
        List<String> types,
        List<String> links,
        List<Double> starts,
        List<Double> shares,
        double factor,
        int line) {

    /** Key of the table under {@code /demand}. */
    public static final String TABLE = "ways";

    /** One of demand as it is. */
    public WayRow(
            String from,
            String to,
            List<String> types,
            List<String> links,
            List<Double> starts,
            List<Double> shares,
            int line) {
        this(from, to, types, links, starts, shares, 1, line);
    }

    public WayRow {
        types = List.copyOf(types);
        links = List.copyOf(links);
        starts = List.copyOf(starts);
        shares = List.copyOf(shares);
    }
}
