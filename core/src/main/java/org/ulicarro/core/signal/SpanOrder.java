package org.ulicarro.core.signal;

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
 * @param actuated whether greens are as long as traffic asks for, up to what is given
 */
public record SpanOrder(
        String plan, int points, List<Span> spans, List<Over> overlaps, double cycle, boolean actuated) {

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
     */
    public record Over(String id, int group, List<Integer> spans, double lost) {}
}
