package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;

/** How fast a road is driven where zones with other limits and bends lie on the way: how long it takes, and the limit at its line. */
final class LinkSpeeds {

    /** A part of a lane with a speed of its own: its limit by a sign, or how fast its bend is driven. */
    private record Part(double from, double to, double speed, boolean bend) {

        boolean holds(double position) {
            return position >= from && position < to;
        }
    }

    /** A zone that ends so near to the line was meant to reach it: nobody writes lengths to the centimetre (m). */
    private static final double AT_LINE = 5;

    private LinkSpeeds() {}

    static void lay(Draft draft) {
        Map<Integer, List<Part>> parts = new TreeMap<>(); // by lane
        for (Marking m : draft.markings) {
            if (m.kind() == Marking.Kind.SPEED_ZONE) {
                Carriageway c = draft.carriageway(
                        draft.links.get(draft.lanes.get(m.lane()).link()));
                double speed =
                        c.lanes.speedZones().get(Integer.parseInt(m.id())).speed();
                parts.computeIfAbsent(m.lane(), none -> new ArrayList<>())
                        .add(new Part(m.from(), m.to(), speed, false));
            }
        }
        for (Curve curve : draft.curves) {
            parts.computeIfAbsent(curve.lane(), none -> new ArrayList<>())
                    .add(new Part(curve.from(), curve.to(), curve.speed(), true));
        }
        if (parts.isEmpty()) {
            return;
        }
        draft.links.replaceAll(link -> driven(draft, link, parts));
        draft.leaving.values().forEach(links -> links.replaceAll(link -> draft.links.get(link.index())));
        draft.arriving.values().forEach(links -> links.replaceAll(link -> draft.links.get(link.index())));
    }

    /** By the quickest of the lanes that go on longest: short ones miss a part of what lies on the way. */
    private static Link driven(Draft draft, Link link, Map<Integer, List<Part>> parts) {
        double longest = 0;
        double least = link.freeTime();
        for (Lane lane : draft.lanesOf(link)) {
            double length = lane.end() - lane.start();
            if (length < longest) {
                continue;
            }
            double seconds = link.freeTime() + more(link, parts.getOrDefault(lane.index(), List.of()));
            least = length > longest ? seconds : Math.min(least, seconds);
            longest = length;
        }
        double atLine = draft.lanesOf(link).stream()
                .flatMap(lane -> parts.getOrDefault(lane.index(), List.of()).stream())
                .filter(part -> !part.bend() && part.to() > link.length() - AT_LINE)
                .mapToDouble(Part::speed)
                .findFirst()
                .orElse(link.speed());
        return least == link.freeTime() && atLine == link.speed() ? link : link.driven(least, atLine);
    }

    /** Seconds that parts of a lane cost beyond its limit; less than none where a sign allows more. */
    private static double more(Link link, List<Part> parts) {
        TreeSet<Double> ends = new TreeSet<>();
        parts.forEach(p -> {
            ends.add(p.from());
            ends.add(p.to());
        });
        double seconds = 0;
        double from = Double.NaN;
        for (double to : ends) {
            if (from < to) { // not for the first
                seconds += (to - from) / speed(link, parts, (from + to) / 2) - (to - from) / link.speed();
            }
            from = to;
        }
        return seconds;
    }

    private static double speed(Link link, List<Part> parts, double position) {
        double limit = link.speed();
        double bend = Double.POSITIVE_INFINITY;
        for (Part part : parts) {
            if (part.holds(position)) {
                limit = part.bend() ? limit : part.speed();
                bend = part.bend() ? Math.min(bend, part.speed()) : bend;
            }
        }
        return Math.min(limit, bend);
    }
}
