package org.ulicarro.core.timing;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.signal.SpanOrder.Over;
import org.ulicarro.core.signal.SpanOrder.Span;

/** When a group has green in a cycle: {from, to} in seconds from the first point, in order; one may go on over the end of the cycle. */
final class GreenTimes {

    private static final double SAME = 1e-6;

    private GreenTimes() {}

    /** Greens of a group of vehicles: of all its spans, or of its overlap. */
    static List<double[]> of(SpanOrder order, Timed timed, int group) {
        List<double[]> greens = new ArrayList<>();
        for (int i = 0; i < timed.greens().length; i++) {
            Span span = order.spans().get(i);
            if (span.group() == group && !span.forPeople()) {
                double from = timed.points()[span.from()] + span.late();
                add(greens, from + span.lead(), from + timed.greens()[i]);
            }
        }
        for (Over over : order.overlaps()) {
            if (over.group() == group) {
                greens.addAll(ofOverlap(order, timed, over));
            }
        }
        greens.sort(Comparator.comparingDouble(g -> g[0]));
        return greens;
    }

    private static void add(List<double[]> greens, double from, double to) {
        if (to > from) {
            greens.add(new double[] {from, to});
        }
    }

    /**
     * An overlap goes on from one of its phases to the next that begins as it has cleared, in whichever ring; people who lead hold it
     * back. After the last it has its own yellow and red.
     */
    private static List<double[]> ofOverlap(SpanOrder order, Timed timed, Over over) {
        double cycle = timed.cycle();
        List<double[]> joined = new ArrayList<>(); // from, to with clearance, lead at its beginning
        over.spans().stream()
                .map(i -> {
                    Span span = order.spans().get(i);
                    double from = timed.points()[span.from()] + span.late();
                    return new double[] {from, from + timed.greens()[i] + span.lost() - span.late(), span.lead()};
                })
                .sorted(Comparator.comparingDouble(g -> g[0]))
                .forEach(next -> {
                    double[] last = joined.isEmpty() ? null : joined.get(joined.size() - 1);
                    if (last != null && next[0] <= last[1] + SAME && next[2] == 0) {
                        last[1] = Math.max(last[1], next[1]);
                    } else {
                        joined.add(next);
                    }
                });
        if (joined.size() == 1 && joined.get(0)[1] - joined.get(0)[0] >= cycle - SAME && joined.get(0)[2] == 0) {
            return List.of(new double[] {0, cycle}); // with one phase or another all the time
        }
        if (joined.size() > 1) {
            double[] first = joined.get(0);
            double[] last = joined.get(joined.size() - 1);
            if (first[0] <= SAME && first[2] == 0 && last[1] >= cycle - SAME) {
                last[1] = cycle + first[1];
                joined.remove(0);
            }
        }
        List<double[]> greens = new ArrayList<>();
        joined.forEach(g -> add(greens, g[0] + g[2], g[1] - over.lost()));
        return greens;
    }

    static double seconds(List<double[]> greens) {
        return greens.stream().mapToDouble(g -> g[1] - g[0]).sum();
    }
}
