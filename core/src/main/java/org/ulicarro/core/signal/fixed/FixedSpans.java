package org.ulicarro.core.signal.fixed;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import org.ulicarro.core.signal.SpanOrder;

/**
 * The order of greens of a plan by the clock: a point is where greens of vehicles begin that were not there before, or where people begin
 * to walk while all vehicles are held. Greens that begin within a few seconds of each other have the same point.
 */
final class FixedSpans {

    /** Greens that begin so soon after another one begin with it (s). */
    private static final double TOGETHER = 5;

    /**
     * A green of a group.
     *
     * @param yellow what follows it: yellow, or the time people have to finish
     */
    record Green(
            String id,
            int group,
            boolean people,
            double from,
            double seconds,
            double least,
            double yellow,
            double red) {}

    private FixedSpans() {}

    static SpanOrder of(String plan, List<Green> greens, double cycle) {
        List<Double> points = points(greens, cycle);
        double cut = cut(points, greens, cycle);
        int first = points.indexOf(cut);
        List<Double> at = new ArrayList<>(); // after the cut
        for (int i = 0; i < points.size(); i++) {
            at.add(mod(points.get((first + i) % points.size()) - cut, cycle));
        }
        at.add(cycle);
        List<SpanOrder.Span> spans = new ArrayList<>();
        for (Green green : greens) {
            double begins = mod(green.from - cut, cycle);
            begins = begins > cycle - 1e-9 ? 0 : begins;
            double ends = Math.min(cycle, begins + green.seconds);
            int from = 0;
            while (from + 1 < at.size() - 1 && at.get(from + 1) <= begins + 1e-9) {
                from++;
            }
            int to = from + 1;
            while (to < at.size() - 1 && at.get(to) < ends + (green.people ? 0 : green.yellow) - 1e-9) {
                to++;
            }
            double clears = green.yellow + green.red;
            double lost = green.people
                    ? Math.max(0, begins - at.get(from)) + clears
                    : Math.max(clears, at.get(to) - at.get(from) - green.seconds);
            spans.add(new SpanOrder.Span(
                    green.id,
                    green.group,
                    green.people,
                    from,
                    to,
                    green.least,
                    lost,
                    Math.max(0, begins - at.get(from)),
                    green.yellow,
                    0,
                    0,
                    0,
                    0,
                    green.seconds,
                    Double.NaN));
        }
        return new SpanOrder(plan, at.size(), spans, List.of(), cycle, cut, false);
    }

    private static double mod(double value, double cycle) {
        double rest = value % cycle;
        return rest < 0 ? rest + cycle : rest;
    }

    private static List<Double> points(List<Green> greens, double cycle) {
        TreeSet<Double> starts = new TreeSet<>();
        greens.stream()
                .filter(g -> !g.people || greens.stream().noneMatch(other -> holdsUp(other, g, cycle)))
                .forEach(g -> starts.add(mod(g.from, cycle)));
        if (starts.isEmpty()) {
            greens.forEach(g -> starts.add(mod(g.from, cycle)));
        }
        List<Double> points = new ArrayList<>();
        for (double start : starts) {
            boolean later = points.isEmpty() || start - points.get(points.size() - 1) >= TOGETHER;
            boolean wraps = !points.isEmpty() && points.get(0) + cycle - start < TOGETHER;
            if (later && !wraps) {
                points.add(start);
            }
        }
        return points;
    }

    /** Whether vehicles have green, or have not cleared yet, when people begin to walk. */
    private static boolean holdsUp(Green vehicles, Green people, double cycle) {
        double cleared = vehicles.seconds + vehicles.yellow + vehicles.red;
        return !vehicles.people && mod(people.from - vehicles.from, cycle) < cleared - 1e-9;
    }

    /** The point over which the fewest greens go on. */
    private static double cut(List<Double> points, List<Green> greens, double cycle) {
        double best = points.get(0);
        long fewest = Long.MAX_VALUE;
        for (double point : points) {
            long over = greens.stream()
                    .filter(g -> !g.people)
                    .filter(g -> {
                        double into = mod(point - g.from, cycle);
                        return into > 1e-9 && into < g.seconds - 1e-9;
                    })
                    .count();
            if (over < fewest) {
                fewest = over;
                best = point;
            }
        }
        return best;
    }
}
