package org.ulicarro.files.cut;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.AlternativeText;
import org.ulicarro.files.StudyText;

/** What was changed in a piece since it was cut, as an alternative of the whole: ids are the same in both. */
public final class WayBack {

    /** Of the demand: what is said of people and of drivers, not who drives. */
    private static final List<String> DEMAND = List.of("walkers", "walking", "types", "choice", "informed", "services");

    private static final List<String> SERVICE = List.of("type", "stops", "boardings", "boarding-time");

    private final Map<String, CutRecord.Road> cuts = new LinkedHashMap<>();
    private final Set<String> ends = new LinkedHashSet<>();
    private final Map<String, Object> whole;
    private final Map<String, Object> patch = new LinkedHashMap<>();
    private final List<String> left = new ArrayList<>();
    private final List<String> taken = new ArrayList<>();
    private final List<String> clashes = new ArrayList<>();

    private WayBack(CutRecord record, Study whole) {
        record.cuts().forEach(cut -> {
            cuts.put(cut.road(), cut);
            ends.add(cut.end());
        });
        this.whole = StudyText.tree(whole);
    }

    /**
     * Compares a piece with what it was when it was cut.
     *
     * @param now the piece as it is, with an alternative of it where that is meant
     * @param whole the study that it was cut out of
     */
    public static WayBack of(Path piece, CutRecord record, Study now, Study whole) throws IOException {
        WayBack back = new WayBack(record, whole);
        Map<String, Object> before = AlternativeText.parse(
                CutStore.asCut(piece), piece.resolve("cut/as-cut.yaml").toString());
        Map<String, Object> after = AlternativeText.parse(StudyText.of(StudyText.tree(now)), piece.toString());
        back.collect(before, after, List.of());
        return back;
    }

    /** The alternative; empty where nothing was changed that the whole has. */
    public Map<String, Object> patch() {
        return patch;
    }

    /** Paths of what it changes. */
    public List<String> taken() {
        return taken;
    }

    /** Paths of changes that stay in the piece, since the whole has its own. */
    public List<String> left() {
        return left;
    }

    /** Names of new things that the whole has already elsewhere. */
    public List<String> clashes() {
        return clashes;
    }

    private void collect(Map<?, ?> before, Map<?, ?> after, List<String> path) {
        Set<Object> keys = new LinkedHashSet<>(before.keySet());
        keys.addAll(after.keySet());
        for (Object key : keys) {
            List<String> here = new ArrayList<>(path);
            here.add(String.valueOf(key));
            Object a = before.get(key);
            Object b = after.get(key);
            if (Objects.equals(a, b)) {
                continue;
            }
            if (a instanceof Map<?, ?> old && b instanceof Map<?, ?> now) {
                collect(old, now, here);
            } else if (concerns(here)) {
                put(here, a, b);
            } else {
                left.add(String.join(".", here));
            }
        }
    }

    private boolean concerns(List<String> path) {
        String second = path.size() > 1 ? path.get(1) : "";
        String third = path.size() > 2 ? path.get(2) : "";
        return switch (path.get(0)) {
            case "signals", "drivers", "vehicles", "design" -> true;
            case "demand" ->
                path.size() > 1
                        && DEMAND.contains(second)
                        && (!second.equals("services") || path.size() > 3 && SERVICE.contains(path.get(3)));
            case "network" ->
                !List.of("origin", "backdrop", "corridors").contains(second)
                        && !(second.equals("places") && ends.contains(third))
                        && !(second.equals("roads") && cuts.containsKey(third) && !ofCutRoad(path));
            default -> false;
        };
    }

    /** Not where a cut road lies, nor what belongs to the end that it has only in the piece. */
    private boolean ofCutRoad(List<String> path) {
        if (path.size() < 4) {
            return false;
        }
        if (List.of("between", "via", "meets-at").contains(path.get(3))) {
            return false;
        }
        boolean direction = List.of("ahead", "back").contains(path.get(3));
        if (!direction || path.size() < 5) {
            return !direction;
        }
        boolean leadsIn = path.get(3).equals("ahead") == cuts.get(path.get(2)).first();
        return leadsIn
                ? !List.of("leaves", "speed-zones").contains(path.get(4))
                : !List.of("turns", "joins", "no-changing", "speed-zones").contains(path.get(4));
    }

    private void put(List<String> path, Object before, Object value) {
        boolean isNew = before == null && path.size() == 3 && path.get(0).equals("network");
        if (isNew && find(whole, path) != null) {
            clashes.add(String.join(".", path));
            return;
        }
        Map<String, Object> at = patch;
        for (String step : path.subList(0, path.size() - 1)) {
            @SuppressWarnings("unchecked")
            Map<String, Object> next = (Map<String, Object>) at.computeIfAbsent(step, none -> new LinkedHashMap<>());
            at = next;
        }
        at.put(path.get(path.size() - 1), isNew ? inWhole(value) : value);
        taken.add(String.join(".", path));
    }

    private static Object find(Map<?, ?> tree, List<String> path) {
        Object at = tree;
        for (String step : path) {
            at = at instanceof Map<?, ?> map ? map.get(step) : null;
        }
        return at;
    }

    /** Something new on a cut road lies further from where the road begins in the whole. */
    private Object inWhole(Object value) {
        if (!(value instanceof Map<?, ?> map) || map.get("road") == null || map.get("at") == null) {
            return value;
        }
        CutRecord.Road cut = cuts.get(CutTree.road(map));
        String on = String.valueOf(map.get("road"));
        if (cut == null) {
            return value;
        }
        Map<Object, Object> moved = new LinkedHashMap<>(map);
        boolean leadsIn = on.equals(cut.road() + (cut.first() ? " ahead" : " back"));
        double by = on.equals(cut.road()) ? cut.first() ? cut.at() : 0 : leadsIn ? cut.from() : 0;
        moved.put("at", CutRoad.metresOf(CutRoad.metres(map.get("at")) + by));
        return moved;
    }
}
