package org.ulicarro.core.study;

import java.util.Map;
import org.ulicarro.core.base.Dimension;

/**
 * How a table of trips is read.
 *
 * @param mix share of each vehicle type for rows without one; empty for that of all demand
 * @param matrices of a matrix file: those that are read, by name
 * @param zones of a matrix file: the place at which each zone's traffic enters and leaves
 * @param lookup of a matrix file: the array that holds the numbers of its zones; null where they are 1, 2, 3, …
 * @param loops whether who ends where it began is driven
 */
public record TripTable(
        @Unit(Dimension.SHARE)
        @About("Share of each vehicle type for rows without one, where it is not that of all demand.")
        Map<String, Double> mix,

        @About("Of a matrix file: those that are read: {PM: {from: \"16:30\", to: \"17:30\"}}.")
        Map<String, Matrix> matrices,

        @About("Of a matrix file: the place at which each zone's traffic enters and leaves: {1: west, 2: pier}.")
        Map<String, String> zones,

        @About("Of a matrix file: the array that holds the numbers of its zones; 1, 2, 3, … where none is written.")
        String lookup,

        @About(
                "Whether trips that end where they begin are driven, out and back by the fastest way; left out where it is not written, as trips within a zone are.")
        boolean loops) {

    /**
     * One matrix of a file.
     *
     * @param from start of the slice whose trips it holds (s since midnight)
     * @param to its end (s since midnight)
     * @param type what its vehicles are; null for the mix
     */
    public record Matrix(
            @Required @DayTime @About("Start of the slice whose trips it holds.")
            double from,

            @Required @DayTime @About("Its end.") double to,

            @About("What its vehicles are, where they are not of the mix.")
            String type) {}

    public TripTable {
        mix = InOrder.map(mix);
        matrices = InOrder.map(matrices);
        zones = InOrder.map(zones);
    }
}
