package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.study.Crossing;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Place.Control;

/** How the legs of one place lie: where their kerbs meet, where crossings run and where stop lines stand. */
final class PlaceLayout {

    /** Between the end of a corner and a crossing (m). */
    private static final double BEFORE_CROSSING = 0.5;

    /** Between a crossing and the stop line (m). */
    private static final double CROSSING_TO_LINE = 1.0;

    /** Between the outer kerb of a ring and the line where drivers yield (m). */
    private static final double RING_TO_LINE = 0.8;

    /** Where lanes shift sideways, they do so over this many times as far along the road. */
    private static final double LENGTH_OF_SHIFT = 12;

    /** Two roads that leave a place at less than this angle meet round a corner, and not in a bend. */
    private static final double SHARP = StrictMath.toRadians(120);

    private final List<Setbacks.Leg> legs;
    private final double[] corners; // leg -> where its corners end
    private final double[] lines; // leg -> where its stop line stands
    private final Map<String, Integer> legOf = new LinkedHashMap<>();
    private final Map<String, Double> starts =
            new LinkedHashMap<>(); // road -> where its lanes begin, if not at its line
    private final Map<String, String> approaches;
    private final RoundaboutShape ring;

    private PlaceLayout(
            List<Setbacks.Leg> legs,
            double[] corners,
            double[] lines,
            Map<String, String> approaches,
            RoundaboutShape ring) {
        this.legs = legs;
        this.corners = corners;
        this.lines = lines;
        this.approaches = approaches;
        this.ring = ring;
        for (int i = 0; i < legs.size(); i++) {
            legOf.put(legs.get(i).road(), i);
        }
    }

    static PlaceLayout of(Draft draft, String id, Place place, Map<String, Double> further) {
        List<Setbacks.Leg> legs = new ArrayList<>();
        Map<String, Pose> arriving = new LinkedHashMap<>();
        for (List<Carriageway> road : draft.roadsAt.getOrDefault(id, List.of())) {
            legs.add(leg(id, road));
            for (Carriageway c : road) {
                if (c.to().equals(id)) {
                    arriving.put(c.roadId, draft.hand.out(c.arrival()));
                }
            }
        }
        Map<String, String> names = Approaches.names(arriving, place.legs());
        if (place.control() == Control.ROUNDABOUT) {
            RoundaboutShape ring = RoundaboutShape.of(draft, id, place);
            double[] lines = new double[legs.size()];
            for (int i = 0; i < lines.length; i++) {
                lines[i] = ring.radius() + RING_TO_LINE;
            }
            return new PlaceLayout(legs, lines.clone(), lines, names, ring);
        }
        double usual = place.control() == Control.NONE && !isSharp(legs) ? 0 : Setbacks.CORNER_RADIUS;
        double[] corners = Setbacks.of(legs, place.cornerRadius() == null ? usual : place.cornerRadius());
        if (place.control() == Control.NONE && place.cornerRadius() == null) {
            double bend = bend(draft, id);
            for (int i = 0; i < corners.length; i++) { // all alike, so that ways side by side keep apart
                corners[i] = Math.max(corners[i], bend);
            }
        }
        double[] lines = corners.clone();
        if (place.control() == Control.NONE && legs.size() == 2) {
            double reach = LENGTH_OF_SHIFT / 2 * sideways(draft.roadsAt.get(id), id);
            for (int i = 0; i < lines.length; i++) {
                corners[i] = Math.max(corners[i], reach);
                lines[i] = corners[i];
            }
        }
        for (int i = 0; i < lines.length; i++) {
            String road = legs.get(i).road();
            lines[i] += further.getOrDefault(id + " " + road, 0.0);
            Crossing crossing = place.crossings().get(road);
            if (crossing != null) {
                lines[i] = Math.max(lines[i], corners[i] + BEFORE_CROSSING + crossing.width() + CROSSING_TO_LINE);
            }
            lines[i] = place.setback().getOrDefault(road, lines[i]);
            if (corners[i] > Setbacks.FARTHEST) {
                draft.report(NetworkFault.LEGS_OVERLAP, Draft.placePointer(id), id, corners[i], road);
                corners[i] = Setbacks.FARTHEST;
                lines[i] = Setbacks.FARTHEST;
            }
        }
        return new PlaceLayout(legs, corners, lines, names, null);
    }

    /** Where one road becomes another one, or two part or join, they do so in a bend like those along a road. */
    private static double bend(Draft draft, String id) {
        List<Carriageway> all = draft.roadsAt.getOrDefault(id, List.of()).stream()
                .flatMap(List::stream)
                .toList();
        double longest = 0;
        for (Carriageway in : all) {
            for (Carriageway out : all) {
                if (draft.joined.containsKey(in.id()) || draft.left.containsKey(out.id())) {
                    return 0; // ramps have lanes of their own to come in by
                }
                if (in.to().equals(id) && out.from().equals(id) && !in.roadId.equals(out.roadId)) {
                    double angle = Math.abs(in.arrival().turnTo(out.departure()));
                    longest = Math.max(longest, Axes.tangent(angle, in.axisLength(), out.axisLength()));
                }
            }
        }
        return longest;
    }

    /** Whether one road becomes another one round a corner. */
    private static boolean isSharp(List<Setbacks.Leg> legs) {
        return legs.size() == 2
                && Math.abs(legs.get(0).outward().turnTo(legs.get(1).outward())) < SHARP;
    }

    /** How far lanes go sideways where one road becomes another one with other lanes (m). */
    private static double sideways(List<List<Carriageway>> roads, String place) {
        double most = 0;
        for (List<Carriageway> road : roads) {
            for (Carriageway in : road) {
                for (List<Carriageway> next : roads) {
                    for (Carriageway out : next) {
                        if (in.to().equals(place) && out.from().equals(place) && !in.roadId.equals(out.roadId)) {
                            most = Math.max(most, in.sidewaysTo(out));
                        }
                    }
                }
            }
        }
        return most;
    }

    private static Setbacks.Leg leg(String place, List<Carriageway> road) {
        Pose outward = null;
        double left = Double.NEGATIVE_INFINITY;
        double right = Double.NEGATIVE_INFINITY;
        for (Carriageway c : road) {
            if (c.to().equals(place)) { // arriving traffic is on the left, looking outward
                Pose arrival = c.arrival();
                outward = new Pose(arrival.x(), arrival.y(), -arrival.dx(), -arrival.dy());
                left = Math.max(left, c.widthAtEnd());
                right = Math.max(right, c.leftWidthAtEnd());
            } else {
                right = Math.max(right, c.widthAtStart());
                left = Math.max(left, c.leftWidthAtStart());
                outward = outward == null ? c.departure() : outward;
            }
        }
        return new Setbacks.Leg(road.get(0).roadId, outward, left, right);
    }

    List<Setbacks.Leg> legs() {
        return legs;
    }

    RoundaboutShape ring() {
        return ring;
    }

    Setbacks.Leg leg(String road) {
        return legs.get(legOf.get(road));
    }

    /** Name of an approach. */
    String approach(String road) {
        return approaches.get(road);
    }

    /** Distance of a road's stop line from the end of its axis (m). */
    double lineOf(String road) {
        return lines[legOf.get(road)];
    }

    /** Distance of the end of its corners (m). */
    double cornerOf(String road) {
        return corners[legOf.get(road)];
    }

    /** Distance at which the lanes begin that leave on a road (m). */
    double startOf(String road) {
        return starts.getOrDefault(road, lineOf(road));
    }

    void startFurther(String road, double metres) {
        starts.merge(road, metres, Math::max);
    }

    /** Where a crossing of a leg runs: the nearer edge, from the end of the axis (m). */
    double crossingAt(String road) {
        return cornerOf(road) + BEFORE_CROSSING;
    }

    List<Pose> outline() {
        if (legs.size() < 2 || ring != null) {
            return List.of();
        }
        double[] reach = new double[legs.size()];
        for (int i = 0; i < reach.length; i++) {
            reach[i] = Math.max(lines[i], startOf(legs.get(i).road()));
        }
        return Setbacks.outline(legs, reach);
    }
}
