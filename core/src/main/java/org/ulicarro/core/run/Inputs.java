package org.ulicarro.core.run;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.Trips;
import org.ulicarro.core.study.WayRow;

/**
 * All that a run depends on: the study, and the rows of the tables that it names. Two runs of equal inputs, period and replication are
 * equal to the bit.
 *
 * @param study what its files say, scripts, clearances and network tables among it
 * @param counts rows of its tables of turning counts
 * @param trips rows of its tables of trips
 * @param ways rows of its table of ways
 */
public record Inputs(Study study, List<Count> counts, List<Trips> trips, List<WayRow> ways) {

    public Inputs {
        counts = List.copyOf(counts);
        trips = List.copyOf(trips);
        ways = List.copyOf(ways);
    }

    /** A study without tables. */
    public static Inputs of(Study study) {
        return new Inputs(study, List.of(), List.of(), List.of());
    }

    /** SHA-256 in hexadecimal of the whole; where something stands in its file, and what only printing heeds, does not count. */
    public String digest() {
        return InputDigest.of(parts());
    }

    /** SHA-256 in hexadecimal of each part, such as {@code network}, {@code signals}, {@code counts}. */
    public Map<String, String> parts() {
        return InputDigest.parts(study, counts, trips, ways);
    }

    /** The same with something changed. */
    public Inputs with(Change change) {
        return change.apply(this);
    }

    /** The same with another table of ways. */
    public Inputs withWays(List<WayRow> others) {
        return new Inputs(study, counts, trips, others);
    }

    /** The same tables with another study. */
    public Inputs with(Study other) {
        return new Inputs(other, counts, trips, ways);
    }
}
