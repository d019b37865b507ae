package org.ulicarro.files.cut;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.RoadAxis;
import org.ulicarro.core.piece.Cut;
import org.ulicarro.core.piece.Piece;
import org.ulicarro.core.study.Detector;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.files.StudyText;

/** A road that is cut, and what lies on it, at the distances that it has from where the road begins now. */
final class CutRoad {

    /** Keys of a direction that say how it meets the place at its start, or at its end. */
    private static final List<String> AT_START = List.of("leaves");

    private static final List<String> AT_END = List.of("turns", "joins");

    private final Piece piece;
    private final Cut cut;
    private final RoadAxis axis;
    private final Set<String> gone = new LinkedHashSet<>();

    CutRoad(Piece piece, NetworkInput input, Cut cut) {
        this.piece = piece;
        this.cut = cut;
        axis = RoadAxis.of(input, cut.road());
    }

    /** What is gone of the road with its other end: {@code bays of quay-4 back}. */
    Set<String> gone() {
        return gone;
    }

    /** Where it ends now (m). */
    List<Object> end() {
        return List.of(number(axis.x(cut.at())), number(axis.y(cut.at())));
    }

    /** Changes the road's own keys. */
    void road(Map<String, Object> road) {
        List<?> between = (List<?>) road.get("between");
        road.put("between", cut.first() ? List.of(cut.end(), between.get(1)) : List.of(between.get(0), cut.end()));
        List<double[]> via = cut.first() ? axis.viaAfter(cut.at()) : axis.viaBefore(cut.at());
        if (via.isEmpty()) {
            road.remove("via");
        } else {
            road.put(
                    "via",
                    via.stream()
                            .map(p -> (Object) List.of(number(p[0]), number(p[1])))
                            .toList());
        }
        if (road.get("meets-at") instanceof Map<?, ?> meets) {
            Map<Object, Object> left = new LinkedHashMap<>(meets);
            left.remove(cut.outside());
            road.put("meets-at", left);
            if (left.isEmpty()) {
                road.remove("meets-at");
            }
        }
        direction(road, "ahead", cut.first());
        direction(road, "back", !cut.first());
    }

    @SuppressWarnings("unchecked")
    private void direction(Map<String, Object> road, String name, boolean leadsIn) {
        if (!(road.get(name) instanceof Map<?, ?> written)) {
            return;
        }
        Map<String, Object> own = new LinkedHashMap<>((Map<String, Object>) written);
        List<String> lost = new ArrayList<>(leadsIn ? AT_START : AT_END);
        if (leadsIn ? cut.inFrom() > 0 : isCutBefore()) { // short lanes stay where all of them is there
            lost.add(leadsIn ? "ends" : "bays");
        }
        for (String key : lost) {
            if (own.remove(key) != null && !key.equals("turns")) {
                gone.add(key + " of " + cut.road() + " " + name);
            }
        }
        if (own.get("speed-zones") instanceof List<?> zones) {
            List<Object> left = new ArrayList<>();
            for (Object zone : zones) {
                Map<String, Object> shifted = new LinkedHashMap<>((Map<String, Object>) zone);
                if (shift(shifted, leadsIn ? cut.inFrom() : 0, leadsIn ? Double.POSITIVE_INFINITY : cut.outTo())) {
                    left.add(shifted);
                }
            }
            own.put("speed-zones", left);
            if (left.isEmpty()) {
                own.remove("speed-zones");
            }
        }
        if (!leadsIn && own.remove("no-changing") != null) {
            gone.add("no-changing of " + cut.road() + " " + name);
        }
        road.put(name, own);
    }

    /** Whether the direction that leads out ends before the junction that it led to. */
    private boolean isCutBefore() {
        return cut.out() >= 0
                && cut.outTo() < piece.network().links().get(cut.out()).length();
    }

    /** @return whether it lies on what is left */
    private static boolean shift(Map<String, Object> thing, double from, double to) {
        double at = thing.get("at") == null ? 0 : metres(thing.get("at"));
        if (at < from || at >= to) {
            return false;
        }
        if (from > 0) {
            thing.put("at", metresOf(at - from));
        }
        return true;
    }

    /**
     * Changes what lies on the road.
     *
     * @param thing a detector, a stop and the like, with its road
     * @return whether it lies on what is left
     */
    boolean thing(Map<String, Object> thing) {
        String on = String.valueOf(thing.get("road"));
        if (on.equals(cut.road())) { // across both directions, along the axis
            double at = thing.get("at") == null ? 0 : metres(thing.get("at"));
            boolean left = cut.first() ? at > cut.at() : at < cut.at();
            if (left && cut.first() && thing.get("at") != null) {
                thing.put("at", metresOf(at - cut.at()));
            }
            return left;
        }
        boolean leadsIn = on.endsWith(" ahead") == cut.first();
        if (leadsIn && thing.get("before-end") != null) {
            double left = piece.network().links().get(cut.in()).length() - cut.inFrom();
            return metres(thing.get("before-end")) + length(thing) <= left;
        }
        if (leadsIn) {
            return thing.get("at") == null && cut.inFrom() == 0 || shift(thing, cut.inFrom(), Double.MAX_VALUE);
        }
        Link out = piece.network().links().get(cut.out());
        if (thing.get("before-end") != null) { // of a line that is no longer there
            double at = Math.max(0, out.length() - metres(thing.remove("before-end")) - length(thing));
            thing.put("at", metresOf(at));
        }
        return shift(thing, 0, cut.outTo());
    }

    private static double length(Map<String, Object> thing) {
        return thing.get("length") == null ? Detector.USUAL_LENGTH : metres(thing.get("length"));
    }

    static double metres(Object written) {
        try {
            return Quantity.parse(String.valueOf(written), Dimension.LENGTH).mean();
        } catch (Quantity.Unreadable e) {
            throw new IllegalStateException("a study that was read has lengths that can be read", e);
        }
    }

    static String metresOf(double metres) {
        return StudyText.line(number(metres)) + " m";
    }

    static Object number(double value) {
        double tenth = StrictMath.rint(value * 10) / 10;
        return tenth == StrictMath.rint(tenth) ? (Object) (long) tenth : (Object) tenth;
    }
}
