package org.ulicarro.core.signal;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * In which order groups have green at a place, whatever decides when: points that come round once in a cycle, and spans from one point to
 * a later one in which a group has its green and clears. Two ways from the first point to the last are what can be critical.
 *
 * @param plan id of the plan
 * @param points their number; the last one is the first of the next cycle
 * @param spans greens with what follows them
 * @param overlaps groups that have green with several spans
 * @param cycle seconds; NaN in a plan without a cycle
 * @param zero second of the plan's own cycle at the first point; 0 in a plan without a cycle
 * @param actuated whether greens are as long as traffic asks for, up to what is given
 */
public record SpanOrder(
        String plan, int points, List<Span> spans, List<Over> overlaps, double cycle, double zero, boolean actuated) {

    /** One whose cycle begins with its first point. */
    public SpanOrder(String plan, int points, List<Span> spans, List<Over> overlaps, double cycle, boolean actuated) {
        this(plan, points, spans, overlaps, cycle, 0, actuated);
    }

    /**
     * A green and what follows it. Seconds.
     *
     * @param id of its phase or group
     * @param group index of the group of vehicles, or of people where {@code forPeople}
     * @param from point at which it may begin
     * @param to point at which it has cleared
     * @param least shortest green
     * @param lost what of the span is not green: yellow and red, and a late start
     * @param late how much after its first point it begins
     * @param yellow after green; time to finish of people
     * @param people green that people beside it need, from when the span begins; 0 for none
     * @param walk how much of that is walk
     * @param finish how long they have to finish after it, in part perhaps while vehicles clear
     * @param lead how much later than people the vehicles start
     * @param green as the plan has it; NaN where it does not say
     * @param most longest green of an actuated phase; NaN for none
     */
    public record Span(
            String id,
            int group,
            boolean forPeople,
            int from,
            int to,
            double least,
            double lost,
            double late,
            double yellow,
            double people,
            double walk,
            double finish,
            double lead,
            double green,
            double most) {}

    /** When each point comes with the greens that spans have, from the first one (s). */
    public double[] times() {
        double[] at = new double[points];
        for (int point = 1; point < points; point++) {
            for (Span span : spans) {
                if (span.to() == point) {
                    at[point] = Math.max(at[point], at[span.from()] + span.green() + span.lost());
                }
            }
        }
        return at;
    }

    /** Whether a point is one at which all spans end or begin. */
    public boolean isBarrier(int point) {
        return spans.stream().allMatch(s -> s.from() >= point || s.to() <= point);
    }

    /**
     * A group that has green with several spans.
     *
     * @param spans places in the list of spans, in the order of green
     * @param lost yellow and red after the last of them (s)
     * @param yellow how much of that is yellow (s)
     * @param late how much later than its spans it begins (s)
     * @param trail how much longer than the last of them it lasts (s)
     */
    public record Over(
            String id, int group, List<Integer> spans, double lost, double yellow, double late, double trail) {}

    /**
     * Greens of an overlap with the greens that spans have, through the clearance from one to the next (s from the first point; an end may
     * lie beyond the cycle).
     */
    public List<double[]> greensOf(Over over) {
        double[] times = times();
        List<double[]> greens = new ArrayList<>();
        for (int i : over.spans()) {
            Span span = spans.get(i);
            boolean goesOn = over.spans().stream().anyMatch(j -> follows(spans.get(j), span));
            double begins = times[span.from()] + span.lead() + over.late();
            double ends = goesOn ? times[span.to()] : times[span.to()] - span.lost() + over.trail();
            greens.add(new double[] {begins, ends});
        }
        greens.sort(Comparator.comparingDouble(g -> g[0]));
        for (int i = 0; i + 1 < greens.size(); ) { // those that touch are one; those over the end of the cycle, too
            double[] one = greens.get(i);
            double[] next = greens.get(i + 1);
            if (next[0] <= one[1] + over.late() + 1e-9) {
                one[1] = Math.max(one[1], next[1]);
                greens.remove(i + 1);
            } else {
                i++;
            }
        }
        double[] last = greens.isEmpty() ? null : greens.get(greens.size() - 1);
        if (greens.size() > 1 && last[1] >= cycle - 1e-9 && greens.get(0)[0] <= over.late() + 1e-9) {
            last[1] = cycle + greens.remove(0)[1];
        }
        return greens;
    }

    private boolean follows(Span next, Span span) {
        boolean adjoins = next.from() % (points - 1) == span.to() % (points - 1);
        return adjoins && next.lead() == 0; // people who lead hold it back
    }
}
