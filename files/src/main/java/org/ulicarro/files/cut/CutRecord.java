package org.ulicarro.files.cut;

import java.util.List;

/**
 * What a piece was made of.
 *
 * @param version of the program
 * @param whole the folder of the study, as seen from the piece's, or in full where there is no way from the one to the other
 * @param alternative that was put on it, {@code base} for none
 * @param inputs digest of all that a run of it depends on
 * @param periods whose demand it has
 * @param source what drove: a run, an assignment, or the study
 * @param replications of the whole
 * @param slice of its tables of trips (s); 0 for every vehicle by itself
 * @param places that are in it
 * @param cuts roads that are cut
 */
public record CutRecord(
        String version,
        String whole,
        String alternative,
        String inputs,
        List<String> periods,
        String source,
        int replications,
        double slice,
        List<String> places,
        List<Road> cuts) {

    /**
     * A road that is cut.
     *
     * @param road id
     * @param end the place at which it ends in the piece
     * @param outside the place that it leads to in the whole
     * @param first whether that is its first one
     * @param at where it is cut, along its axis in the whole (m)
     * @param from how much of the direction that leads in is not in the piece (m)
     */
    public record Road(String road, String end, String outside, boolean first, double at, double from) {}
}
