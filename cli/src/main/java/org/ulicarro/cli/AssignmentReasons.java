package org.ulicarro.cli;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.assign.Assignment.State;
import org.ulicarro.core.assign.IterationRow;
import org.ulicarro.core.assign.RoadRow;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.study.SettledInput;
import org.ulicarro.files.RunRecord;

/** Why an assignment has not settled: which limit is missed, and what stands behind it. */
final class AssignmentReasons {

    private static final int ROADS = 3;

    private AssignmentReasons() {}

    static List<String> of(State last, SettledInput until) {
        List<String> lines = new ArrayList<>();
        IterationRow row = last.iteration();
        lines.add("not settled after " + last.number() + " iterations:");
        if (Double.isNaN(row.linkVolume())) {
            lines.add("  one iteration has nothing to be compared with; allow more by --iterations");
            return lines;
        }
        if (until.gap() != null && row.gap() > until.gap()) {
            lines.add(String.format(
                    Locale.ROOT,
                    "  all drivers together could still save %.1f %%, which is above the %s %% of 'gap'",
                    100 * row.gap(),
                    new BigDecimal(100 * until.gap(), new MathContext(2))
                            .stripTrailingZeros()
                            .toPlainString()));
        }
        if (until.pathTime() != null) {
            missed(lines, "ways", "path-time", row.pathTime(), until.pathTime().on());
        }
        if (until.linkTime() != null) {
            missed(lines, "roads", "link-time", row.linkTime(), until.linkTime().on());
        }
        if (until.linkVolume() != null) {
            missed(
                    lines,
                    "roads",
                    "link-volume",
                    row.linkVolume(),
                    until.linkVolume().on());
        }
        if (lines.size() == 1) {
            lines.add("  all limits hold, but not yet " + until.inARow() + " times in a row");
        }
        if (row.standstills() > 0) {
            lines.add("  vehicles block each other for good in some places: " + row.standstills()
                    + " standstills; 'run --assignment' tells where");
        }
        lines.addAll(room(row));
        if (row.standstills() > 0 || row.outside() >= 1) {
            last.roads().stream()
                    .filter(r -> r.timeS() > 2 * r.freeS() + 60)
                    .sorted(Comparator.comparingDouble((RoadRow r) -> -(r.timeS() - r.freeS()) * r.vehicles()))
                    .limit(ROADS)
                    .forEach(r -> lines.add(String.format(
                            Locale.ROOT,
                            "  %s at %s: %.0f s, %.0f s without traffic",
                            r.link(),
                            Clock.timeOfDay(r.fromS()),
                            r.timeS(),
                            r.freeS())));
        } else if (row.changed() < 0.01) {
            lines.add(String.format(
                    Locale.ROOT,
                    "  only %.1f %% of the drivers still change over: what is left is chance between iterations; take more"
                            + " replications (-n), or wider limits",
                    100 * row.changed()));
        }
        return lines;
    }

    /** Says where more want to travel than roads carry. */
    static List<String> room(IterationRow row) {
        return row.outside() < RunRecord.A_QUEUE
                ? List.of()
                : List.of(String.format(
                        Locale.ROOT,
                        "  %.0f vehicles wait outside at the end of the period: more want to travel than roads carry there",
                        row.outside()));
    }

    private static void missed(List<String> lines, String what, String key, double is, double wanted) {
        if (is < wanted) {
            lines.add(String.format(
                    Locale.ROOT,
                    "  %.0f %% of the %s are within '%s' from one iteration to the next, %.0f %% are wanted",
                    100 * is,
                    what,
                    key,
                    100 * wanted));
        }
    }
}
