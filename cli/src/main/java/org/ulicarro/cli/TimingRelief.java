package org.ulicarro.cli;

import java.io.PrintWriter;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.timing.LaneGroup;
import org.ulicarro.core.timing.PlaceTiming;

/** In words, what less traffic or more lanes would do for a place that no cycle serves. */
final class TimingRelief {

    private TimingRelief() {}

    /**
     * Says so where the critical movements need more than a load of every cycle, and what would bring that down.
     *
     * @param cycle in which they do (s)
     */
    static void tell(String place, PlaceTiming timing, double cycle, double load, PrintWriter out) {
        double y = timing.ratio(cycle);
        if (!TimingSheets.hasVolumes(timing) || y < load) {
            return;
        }
        out.println();
        out.printf(
                Locale.ROOT,
                y >= 1
                        ? "%s: the critical movements need %.0f %% of the time as green alone: no cycle serves them, queues grow.%n"
                        : "%s: the critical movements need %.0f %% of the time as green: no cycle keeps them below v/c "
                                + TimingSheets.text(load) + ".%n",
                place,
                100 * y);
        double target = 0.9 * load; // room for what a cycle loses
        tellLessEverywhere(timing, cycle, target, out);
        List<LaneGroup> critical = timing.groups().stream()
                .filter(g -> timing.isCritical(g, cycle))
                .toList();
        for (LaneGroup group : timing.groups()) {
            boolean holdsUp =
                    group.movements().stream().anyMatch(m -> critical.stream().anyMatch(c -> c.waitsFor(m)));
            if (critical.contains(group) || holdsUp) {
                tellRelief(timing, group, cycle, target, out);
            }
        }
    }

    private static void tellLessEverywhere(PlaceTiming timing, double cycle, double target, PrintWriter out) {
        for (int percent = 1; percent < 100; percent++) {
            if (timing.with(1 - percent / 100.0).ratio(cycle) <= target) {
                out.printf(
                        Locale.ROOT,
                        "%d %% less traffic everywhere would bring that to %.0f %%. Of one movement alone:%n",
                        percent,
                        100 * target);
                return;
            }
        }
    }

    /** What less traffic or one more lane for a lane group would do, by timing the place again. */
    private static void tellRelief(PlaceTiming timing, LaneGroup group, double cycle, double target, PrintWriter out) {
        double withLane =
                timing.with(group, 1, (group.lanes() + 1.0) / group.lanes()).ratio(cycle);
        String less = "no cut of its traffic would do";
        for (int percent = 1; percent < 100; percent++) {
            if (timing.with(group, 1 - percent / 100.0, 1).ratio(cycle) <= target) {
                less = percent + " % less of its traffic would do";
                break;
            }
        }
        out.printf(
                Locale.ROOT,
                "  %s: %s; a lane more would make it %.0f %%%s%n",
                group.name(),
                less,
                100 * withLane,
                withLane <= target ? "" : ", which is not enough");
    }
}
