package org.ulicarro.files.edit;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.network.RoadAxis;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.StudyText;
import org.ulicarro.files.edit.TreeChanges.Change;

/**
 * Changes of a network by what they mean. Ids that stay keep their things: bays, crossings, detectors, signals; what goes takes along what
 * names it.
 */
public final class NetworkEdit {

    /** It cannot be done, in the user's words. */
    public static final class NotPossible extends Exception {
        private static final long serialVersionUID = 1;

        NotPossible(String text) {
            super(text);
        }
    }

    /** Keys of a direction that belong to its start; those of {@link #AT_END} to its end; all others to all of it. */
    private static final List<String> AT_START = List.of("ends", "leaves");

    private static final List<String> AT_END = List.of("bays", "turns", "joins");

    /** Keys of places and controllers whose words are no ids. */
    private static final List<String> KINDS = List.of("control", "kind", "at");

    private final Study study;
    private final Map<String, Object> before;
    private final Map<String, Object> tree;
    private final List<String> told = new ArrayList<>();

    /** @param study whose network changes */
    public NetworkEdit(Study study) {
        this.study = study;
        before = StudyText.whole(study);
        tree = copy(before);
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> copy(Map<String, Object> map) {
        return (Map<String, Object>) Names.changed(map, word -> word);
    }

    /** What was done beside what was asked for. */
    public List<String> told() {
        return List.copyOf(told);
    }

    /** Paths and values, as {@code set} takes them: {@code null} for what goes. */
    public Map<String, String> changes() {
        if (!before.containsKey("signals") && map(tree, "signals").isEmpty()) {
            tree.remove("signals");
        }
        Map<String, String> all = new LinkedHashMap<>();
        for (Change change : TreeChanges.between(before, tree)) {
            all.put(change.path(), change.value() == null ? "null" : StudyText.line(change.value()));
        }
        return all;
    }

    private Map<String, Object> section(String name) {
        return map(map(tree, "network"), name);
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> map(Map<String, Object> in, String key) {
        return (Map<String, Object>) in.computeIfAbsent(key, none -> new LinkedHashMap<>());
    }

    private Map<String, Object> road(String id) throws NotPossible {
        return known(section("roads"), id, "road");
    }

    private Map<String, Object> place(String id) throws NotPossible {
        return known(section("places"), id, "place");
    }

    private static Map<String, Object> known(Map<String, Object> all, String id, String what) throws NotPossible {
        if (!all.containsKey(id)) {
            throw new NotPossible("there is no " + what + " '" + id + "'."
                    + org.ulicarro.core.base.Names.suggestion(id, all.keySet()));
        }
        return map(all, id);
    }

    @SuppressWarnings("unchecked")
    private static List<Object> between(Map<String, Object> road) {
        return (List<Object>) road.get("between");
    }

    /** Puts a place elsewhere (m). */
    public void move(String place, double x, double y) throws NotPossible {
        place(place).put("at", point(x, y));
    }

    private static List<Object> point(double x, double y) {
        return List.of(number(x), number(y));
    }

    private static Object number(double value) {
        double tenth = StrictMath.rint(value * 10) / 10;
        return tenth == StrictMath.rint(tenth) ? (Object) (long) tenth : (Object) tenth;
    }

    /** Takes the bends out of a road. */
    public void straighten(String road) throws NotPossible {
        if (road(road).remove("via") == null) {
            throw new NotPossible("'" + road + "' is straight already");
        }
    }

    /** Takes a road away, with all that lies on it or names it, and places that have no other one. */
    public void dropRoad(String road) throws NotPossible {
        List<Object> ends = between(road(road));
        section("roads").remove(road);
        dropThings(road);
        for (Object end : ends) {
            forget(String.valueOf(end), road);
        }
        dropLonely(ends);
    }

    /** Takes a place away, with its roads. */
    public void dropPlace(String place) throws NotPossible {
        place(place);
        for (String road : roadsAt(place)) {
            dropRoad(road);
        }
        section("places").remove(place);
        map(tree, "signals").remove(place);
    }

    private List<String> roadsAt(String place) {
        return section("roads").keySet().stream()
                .filter(r -> between(map(section("roads"), r)).contains(place))
                .toList();
    }

    private void dropLonely(List<Object> places) {
        for (Object place : places) {
            String id = String.valueOf(place);
            if (section("places").containsKey(id) && roadsAt(id).isEmpty()) {
                section("places").remove(id);
                map(tree, "signals").remove(id);
                told.add("place '" + id + "' had no other road and is gone, too");
            }
        }
    }

    /** What lies on a road goes with it. */
    private void dropThings(String road) {
        Map<String, Object> network = map(tree, "network");
        for (String section : List.copyOf(network.keySet())) {
            if (section.equals("places") || section.equals("roads") || !(network.get(section) instanceof Map)) {
                continue;
            }
            Map<String, Object> all = map(network, section);
            for (String id : List.copyOf(all.keySet())) {
                if (all.get(id) instanceof Map<?, ?> thing && isOn(thing, road)) {
                    all.remove(id);
                    told.add("'" + id + "' of '" + section + "' lay on it and is gone, too");
                }
            }
            if (all.isEmpty()) {
                network.remove(section);
            }
        }
    }

    private static boolean isOn(Map<?, ?> thing, String road) {
        String on = String.valueOf(thing.get("road"));
        return on.equals(road) || on.equals(road + " ahead") || on.equals(road + " back");
    }

    /** Takes a road's name out of a place and its signal. */
    private void forget(String place, String road) {
        rename(place, road, null);
    }

    private void rename(String place, String road, String other) {
        for (Map<String, Object> all : List.of(section("places"), map(tree, "signals"))) {
            if (all.containsKey(place)) {
                Map<String, Object> own = map(all, place);
                for (String key : List.copyOf(own.keySet())) { // a road may be called as a kind of control is
                    Object now = KINDS.contains(key)
                            ? own.get(key)
                            : Names.changed(own.get(key), word -> word.equals(road) ? other : word);
                    own.put(key, now);
                }
            }
        }
        Map<String, Object> walkers = map(map(tree, "demand"), "walkers");
        Object people = walkers.remove(place + "." + road);
        if (people != null && other != null) {
            walkers.put(place + "." + other, people);
        }
        if (walkers.isEmpty()) {
            map(tree, "demand").remove("walkers");
        }
    }

    /** Lets a road end at another place than before. */
    public void reattach(String road, String from, String to) throws NotPossible {
        place(to);
        Map<String, Object> own = road(road);
        List<Object> ends = between(own);
        if (!ends.contains(from)) {
            throw new NotPossible("'" + road + "' does not end at '" + from + "'; it lies between " + ends.get(0)
                    + " and " + ends.get(1));
        }
        if (ends.contains(to)) {
            throw new NotPossible("'" + road + "' ends at '" + to + "' already");
        }
        own.put("between", Names.changed(ends, end -> end.equals(from) ? to : end));
        if (own.get("meets-at") instanceof Map<?, ?>) {
            map(own, "meets-at").remove(from);
        }
        forget(from, road);
        dropLonely(List.of(from));
    }

    /** Makes one place of two: roads between them go, all others of the second end at the first. */
    public void merge(String keep, String gone) throws NotPossible {
        place(keep);
        Map<String, Object> other = place(gone);
        if (keep.equals(gone)) {
            throw new NotPossible("'" + keep + "' is one place already");
        }
        for (String road : roadsAt(gone)) {
            if (between(road(road)).contains(keep)) {
                section("roads").remove(road);
                dropThings(road);
                forget(keep, road);
                told.add("road '" + road + "' lay between them and is gone");
            } else {
                Map<String, Object> own = road(road);
                own.put("between", Names.changed(between(own), end -> end.equals(gone) ? keep : end));
                if (own.get("meets-at") instanceof Map<?, ?>) {
                    map(own, "meets-at").remove(gone);
                }
            }
        }
        if (place(keep).get("control") == null) { // a mere point of a road: the junction is the other one
            Object at = place(keep).get("at");
            place(keep).putAll(other);
            place(keep).put("at", at);
        } else {
            take(place(keep), other, "crossings");
            takeMinor(place(keep), other);
        }
        section("places").remove(gone);
        Map<String, Object> signals = map(tree, "signals");
        if (signals.remove(gone) != null) {
            told.add("the controller of '" + gone + "' is gone; that of '" + keep + "' has to serve its roads now");
        }
        Map<String, Object> demand = map(tree, "demand");
        for (String part : List.copyOf(demand.keySet())) { // ways and corridors lead past the place that is left
            demand.put(part, WrittenWays.merged(demand.get(part), part, gone, keep));
        }
        Map<String, Object> network = map(tree, "network");
        if (network.containsKey("corridors")) {
            network.put("corridors", WrittenWays.merged(network.get("corridors"), "corridors", gone, keep));
        }
    }

    private static void take(Map<String, Object> into, Map<String, Object> from, String key) {
        if (from.get(key) instanceof Map<?, ?>) {
            Map<String, Object> own = map(from, key);
            own.keySet().removeAll(map(into, key).keySet());
            map(into, key).putAll(own);
        }
    }

    private static void takeMinor(Map<String, Object> into, Map<String, Object> from) {
        if (into.get("minor") instanceof List<?> own && from.get("minor") instanceof List<?> others) {
            Set<Object> all = new LinkedHashSet<>(own);
            all.addAll(others);
            into.put("minor", new ArrayList<>(all));
        }
    }

    /**
     * Puts a place on a road, which ends there; what goes on is a new road.
     *
     * @param at from the road's first place along its axis (m)
     * @param name of the new place; that of the new road is made of the old one's
     * @return id of the new road
     */
    public String split(String road, double at, String name) throws NotPossible {
        Map<String, Object> own = road(road);
        if (section("places").containsKey(name)) {
            throw new NotPossible("there is a place '" + name + "' already");
        }
        RoadAxis axis = RoadAxis.of(study.network(), road);
        if (!(at > 1 && at < axis.length() - 1)) {
            throw new NotPossible(
                    String.format(Locale.ROOT, "'%s' is %.0f m long; the place must lie on it", road, axis.length()));
        }
        String rest = fresh(road);
        Object first = between(own).get(0);
        Object last = between(own).get(1);
        Map<String, Object> other = copy(own);
        own.put("between", List.of(first, name));
        other.put("between", List.of(name, last));
        via(own, axis.viaBefore(at));
        via(other, axis.viaAfter(at));
        for (Map<String, Object> piece : List.of(own, other)) {
            if (piece.get("meets-at") instanceof Map<?, ?>) {
                map(piece, "meets-at").remove(String.valueOf(piece == own ? last : first));
            }
        }
        keep(own, "ahead", AT_START);
        keep(other, "ahead", AT_END);
        keep(own, "back", AT_END);
        keep(other, "back", AT_START);
        section("places").put(name, new LinkedHashMap<>(Map.of("at", point(axis.x(at), axis.y(at)))));
        section("roads").put(rest, other);
        rename(String.valueOf(last), road, rest);
        if (section("corridors").isEmpty()) {
            map(tree, "network").remove("corridors");
        } else {
            map(tree, "network").put("corridors", WrittenWays.through(section("corridors"), first, last, name));
        }
        tree.put("demand", WrittenWays.through(tree.get("demand"), first, last, name));
        share(road, rest, at, axis.length());
        return rest;
    }

    private static void via(Map<String, Object> road, List<double[]> points) {
        road.remove("via");
        if (!points.isEmpty()) {
            road.put("via", points.stream().map(p -> (Object) point(p[0], p[1])).toList());
        }
    }

    /** Leaves of a direction what belongs to the end that this piece has. */
    private static void keep(Map<String, Object> road, String direction, List<String> here) {
        if (road.get(direction) instanceof Map<?, ?>) {
            List<String> elsewhere = here == AT_START ? AT_END : AT_START;
            map(road, direction).keySet().removeAll(elsewhere);
        }
    }

    private String fresh(String road) {
        for (int n = 2; ; n++) {
            String id = road + "-" + n;
            if (!section("roads").containsKey(id)) {
                return id;
            }
        }
    }

    /** What lies on the further piece is on the new road now, at its own distances. */
    private void share(String road, String rest, double at, double length) throws NotPossible {
        Map<String, Object> network = map(tree, "network");
        for (String section : List.copyOf(network.keySet())) {
            if (section.equals("places") || section.equals("roads") || !(network.get(section) instanceof Map)) {
                continue;
            }
            Map<String, Object> all = map(network, section);
            for (String id : all.keySet()) {
                if (all.get(id) instanceof Map<?, ?> thing && isOn(thing, road)) {
                    place(map(all, id), section + " '" + id + "'", road, rest, at, length);
                }
            }
        }
    }

    private void place(Map<String, Object> thing, String what, String road, String rest, double at, double length)
            throws NotPossible {
        boolean back = String.valueOf(thing.get("road")).endsWith(" back");
        String suffix = String.valueOf(thing.get("road")).substring(road.length());
        String upstream = back ? rest : road;
        String downstream = back ? road : rest;
        double firstPart = back ? length - at : at;
        if (thing.get("before-end") != null) {
            double before = metres(thing.get("before-end"), what);
            boolean beyond = before > length - firstPart;
            thing.put("road", (beyond ? upstream : downstream) + suffix);
            thing.put("before-end", beyond ? text(before - (length - firstPart)) : thing.get("before-end"));
        } else {
            double from = thing.get("at") == null ? 0 : metres(thing.get("at"), what);
            boolean beyond = from >= firstPart;
            thing.put("road", (beyond ? downstream : upstream) + suffix);
            if (beyond) {
                thing.put("at", text(from - firstPart));
            }
        }
        told.add(what + " is on '" + thing.get("road") + "' now");
    }

    private static double metres(Object written, String what) throws NotPossible {
        try {
            return Quantity.parse(String.valueOf(written), Dimension.LENGTH).mean();
        } catch (Quantity.Unreadable e) {
            throw new NotPossible(what + " has no place that could be read: " + written);
        }
    }

    private static String text(double metres) {
        return number(metres) + " m";
    }
}
