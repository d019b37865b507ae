package org.ulicarro.core.analysis.band;

import java.util.List;

/**
 * Signals one behind the other. Outbound is the order in which they stand, inbound against it.
 *
 * @param id of the corridor
 * @param stops its signals, in order
 * @param outbound seconds from the line of each signal to that of the next one; one less than signals
 * @param inbound seconds from the line of signal k + 1 to that of signal k
 * @param outboundMetres how far that is
 * @param inboundMetres likewise
 * @param outboundLimit speed limit on each stretch, the lowest (m/s)
 * @param inboundLimit likewise
 */
public record Corridor(
        String id,
        List<Stop> stops,
        double[] outbound,
        double[] inbound,
        double[] outboundMetres,
        double[] inboundMetres,
        double[] outboundLimit,
        double[] inboundLimit) {

    /**
     * A signal of the corridor.
     *
     * @param place id
     * @param at how far along the corridor its place is (m)
     * @param cycle its length (s)
     * @param offset time of day modulo the cycle of cycle second 0 (s)
     * @param outbound greens of the through movement outbound, in seconds after the offset
     * @param inbound likewise inbound
     * @param yellow how long yellow lasts after them (s)
     * @param actuated whether they may begin earlier and end later than this, which is what they have for certain
     */
    public record Stop(
            String place,
            double at,
            double cycle,
            double offset,
            List<Span> outbound,
            List<Span> inbound,
            double yellow,
            boolean actuated) {

        /** The same with another offset. */
        public Stop at(double other) {
            double in = other - cycle * StrictMath.floor(other / cycle);
            return new Stop(place, at, cycle, in, outbound, inbound, yellow, actuated);
        }

        /** The same with greens that begin later (s). */
        public Stop withQueue(double out, double in) {
            return new Stop(place, at, cycle, offset, later(outbound, out), later(inbound, in), yellow, actuated);
        }

        private static List<Span> later(List<Span> spans, double by) {
            return spans.stream()
                    .filter(s -> s.length() > by)
                    .map(s -> new Span(s.from() + by, s.to()))
                    .toList();
        }

        public List<Span> greens(boolean out) {
            return out ? outbound : inbound;
        }
    }

    /** The cycle in which everything comes round. */
    public double cycle() {
        return stops.stream().mapToDouble(Stop::cycle).max().orElseThrow();
    }

    /** Seconds from the first line to that of signal k, outbound; or from the last one to it, inbound. */
    public double travel(boolean out, int k) {
        double time = 0;
        if (out) {
            for (int i = 0; i < k; i++) {
                time += outbound[i];
            }
        } else {
            for (int i = stops.size() - 2; i >= k; i--) {
                time += inbound[i];
            }
        }
        return time;
    }

    /** The same way past the same signals, with other greens or offsets. */
    public Corridor withStops(List<Stop> other) {
        return new Corridor(id, other, outbound, inbound, outboundMetres, inboundMetres, outboundLimit, inboundLimit);
    }

    /** The same with other offsets, signal by signal. */
    public Corridor withOffsets(double[] offsets) {
        List<Stop> moved = new java.util.ArrayList<>();
        for (int k = 0; k < offsets.length; k++) {
            moved.add(stops.get(k).at(offsets[k]));
        }
        return new Corridor(id, moved, outbound, inbound, outboundMetres, inboundMetres, outboundLimit, inboundLimit);
    }

    /** The same with greens that begin later, by what a standing queue takes to clear (s). */
    public Corridor withQueues(double out, double in) {
        return withStops(stops.stream().map(s -> s.withQueue(out, in)).toList());
    }
}
