package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.ulicarro.core.measure.Difference;
import org.ulicarro.core.run.DrawnTraffic;
import org.ulicarro.files.RunRecord;

/**
 * Whether replications of two runs met the same drivers at the same times draw by draw, and so are compared pair by pair.
 *
 * @param paired whether they are
 * @param differs what is not the same: seed, entries, times, types, ways, drivers, people; empty where all is
 * @param detours whether only those who go round closed roads go other ways
 */
record Pairing(boolean paired, List<String> differs, boolean detours) {

    static Pairing of(RunRecord a, RunRecord b) {
        if (a.seed() != b.seed()) {
            return new Pairing(false, List.of("seed"), false);
        }
        int pairs = Math.min(a.traffic().size(), b.traffic().size());
        Set<String> differs = new LinkedHashSet<>();
        for (int k = 0; k < pairs; k++) {
            DrawnTraffic one = DrawnTraffic.parse(a.traffic().get(k));
            DrawnTraffic other = DrawnTraffic.parse(b.traffic().get(k));
            differs.addAll(one == null || other == null ? List.of("what was drawn") : one.differences(other));
        }
        if (pairs == 0) {
            differs.add("what was drawn");
        }
        boolean detours = differs.equals(Set.of("ways")) && a.detoured() + a.noWay() + b.detoured() + b.noWay() > 0;
        boolean chosen = differs.equals(Set.of("ways")) && (isAssigned(a) || isAssigned(b));
        return new Pairing(differs.isEmpty() || detours || chosen, new ArrayList<>(differs), detours);
    }

    /** Whether drivers took ways of an assignment: where only they differ, the same drivers travel for the same ends. */
    private static boolean isAssigned(RunRecord run) {
        return run.alternative().indexOf('@') >= 0;
    }

    Difference difference(double[] before, double[] after) {
        return paired ? Difference.paired(before, after) : Difference.unpaired(before, after);
    }

    /** How the verdict was come to, after "real at 5 % …". */
    String method() {
        if (paired && detours) {
            return "by differences between replications that met the same traffic, but for ways round closed roads.";
        }
        if (paired && !differs.isEmpty()) {
            return "by differences between replications with the same drivers at the same times, some on other ways.";
        }
        if (paired) {
            return "by differences between replications that met the same traffic.";
        }
        return differs.contains("seed")
                ? "by Welch's test, since the runs have different seeds."
                : "by Welch's test, since the runs met other traffic (" + String.join(", ", differs) + ").";
    }

    /** A note for what a reader would not expect, or null. */
    String note() {
        if (paired && !differs.isEmpty() && !detours) {
            return "note: the same drivers take other ways in these runs; what differs may come from that";
        }
        return paired || differs.contains("seed")
                ? null
                : "note: the runs met other traffic: other " + String.join(", ", differs)
                        + "; what differs may come from that";
    }
}
