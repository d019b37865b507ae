package org.ulicarro.files.cut;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.piece.Cut;
import org.ulicarro.core.piece.Piece;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.AlternativeText;

/** Of each alternative of the whole what concerns a piece. */
final class CutAlternatives {

    /** Of the demand: what the piece has as it drove, so that nothing of the whole can change it. */
    private static final List<String> DRIVEN = List.of(
            "volumes", "entries", "trips", "ways", "departures", "balance", "routes", "peak", "arrivals", "mix");

    private static final List<String> OF_TIMES = List.of("every", "timetable", "from", "to", "route");

    private final Piece piece;
    private final Study study;
    private final Map<String, Object> network; // of the piece
    private final Map<String, Object> demand;
    private final CutTree tree;
    private Set<String> newPlaces = Set.of();

    CutAlternatives(Piece piece, Study study, CutTree tree, Map<String, Object> network, Map<String, Object> demand) {
        this.piece = piece;
        this.study = study;
        this.tree = tree;
        this.network = network;
        this.demand = demand;
    }

    /**
     * What is left of one.
     *
     * @param text null where nothing of it concerns the piece
     * @param gone what it says that does not, as paths
     */
    record Left(String text, List<String> gone) {}

    Left left(Path folder, String name) throws IOException {
        Map<String, Object> written = AlternativeText.tree(folder, name);
        newPlaces = newPlaces(written);
        List<List<String>> gone = new ArrayList<>();
        boolean any = collect(written, List.of(), gone);
        List<String> told = gone.stream().map(path -> String.join(".", path)).toList();
        return any
                ? new Left(AlternativeText.without(AlternativeText.text(folder, name), gone), told)
                : new Left(null, told);
    }

    /** @return whether anything of it stays; what does not is added as the highest path that holds nothing else */
    private boolean collect(Map<?, ?> map, List<String> path, List<List<String>> gone) {
        boolean any = false;
        List<List<String>> here = new ArrayList<>();
        for (Map.Entry<?, ?> entry : map.entrySet()) {
            List<String> child = new ArrayList<>(path);
            child.add(String.valueOf(entry.getKey()));
            boolean down = entry.getValue() instanceof Map<?, ?> && isOpen(child);
            boolean stays =
                    down ? collect((Map<?, ?>) entry.getValue(), child, here) : concerns(child, entry.getValue());
            if (!stays && !down) {
                here.add(child);
            }
            any |= stays;
        }
        if (any || path.isEmpty()) {
            gone.addAll(here);
        } else {
            gone.add(path);
        }
        return any;
    }

    /** Whether parts of what lies there are looked at one by one. */
    private boolean isOpen(List<String> path) {
        String top = path.get(0);
        return switch (path.size()) {
            case 1 -> List.of("network", "signals", "demand", "periods").contains(top);
            case 2 ->
                top.equals("network") && !List.of("origin", "backdrop").contains(path.get(1))
                        || top.equals("demand")
                                && List.of("services", "surges", "walkers").contains(path.get(1));
            case 3 -> List.of("services", "surges").contains(path.get(1)) || isCutRoad(path);
            case 4 -> isCutRoad(path) && List.of("ahead", "back").contains(path.get(3));
            default -> false;
        };
    }

    private boolean isCutRoad(List<String> path) {
        return path.get(0).equals("network")
                && path.get(1).equals("roads")
                && piece.cuts().containsKey(path.get(2));
    }

    private boolean concerns(List<String> path, Object value) {
        return switch (path.get(0)) {
            case "network" -> path.size() == 2 ? network.containsKey(path.get(1)) : inNetwork(path, value);
            case "signals" -> path.size() == 1 || piece.places().contains(path.get(1));
            case "demand" -> inDemand(path);
            case "periods" -> path.size() == 1 || study.periods().containsKey(path.get(1));
            case "observed", "files", "title", "format" -> false;
            default -> true;
        };
    }

    private boolean inNetwork(List<String> path, Object value) {
        String section = path.get(1);
        String id = path.get(2);
        return switch (section) {
            case "places" -> piece.places().contains(id) || piece.ends().contains(id) || newPlaces.contains(id);
            case "roads" -> road(path, id, value);
            case "corridors" ->
                value == null
                        ? CutTree.map(network, section).containsKey(id)
                        : value instanceof Map<?, ?> corridor
                                && corridor.get("via") instanceof List<?> via
                                && places().containsAll(via);
            default -> thing(section, id, value);
        };
    }

    private Set<Object> places() {
        Set<Object> all = new LinkedHashSet<>(CutTree.map(network, "places").keySet());
        all.addAll(newPlaces);
        return all;
    }

    private boolean road(List<String> path, String id, Object value) {
        if (study.network().roads().containsKey(id)) {
            return piece.roads().contains(id) && (!isCutRoad(path) || path.size() == 3 || ofCutRoad(path));
        }
        return value instanceof Map<?, ?> road
                && road.get("between") instanceof List<?> between
                && places().containsAll(between);
    }

    /** Not where the road lies, and not what belongs to the end that it no longer has. */
    private boolean ofCutRoad(List<String> path) {
        Cut cut = piece.cuts().get(path.get(2));
        if (path.size() == 4) {
            return !List.of("between", "via", "meets-at").contains(path.get(3));
        }
        boolean leadsIn = path.get(3).equals("ahead") == cut.first();
        return leadsIn
                ? !path.get(4).equals("leaves")
                        && (cut.inFrom() == 0 || !path.get(4).equals("ends"))
                : !List.of("turns", "joins", "no-changing").contains(path.get(4));
    }

    private boolean thing(String section, String id, Object value) {
        if (CutTree.map(network, section).containsKey(id)) {
            return true;
        }
        if (!(value instanceof Map<?, ?> thing)) {
            return false;
        }
        if (thing.get("road") != null) {
            Cut cut = piece.cuts().get(CutTree.road(thing));
            return piece.roads().contains(CutTree.road(thing)) && (cut == null || cut.inFrom() == 0);
        }
        return thing.get("at") != null && piece.places().contains(String.valueOf(thing.get("at")));
    }

    private boolean inDemand(List<String> path) {
        String part = path.get(1);
        if (DRIVEN.contains(part)) {
            return false;
        }
        if (path.size() == 2) {
            return !List.of("services", "surges", "walkers").contains(part) || demand.containsKey(part);
        }
        String id = path.get(2);
        return switch (part) {
            case "walkers" -> tree.hasCrossing(id);
            case "services" ->
                CutTree.map(demand, part).containsKey(id) && (path.size() == 3 || !OF_TIMES.contains(path.get(3)));
            case "surges" ->
                CutTree.map(demand, part).containsKey(id)
                        && (path.size() == 3 || !List.of("at", "routes").contains(path.get(3)));
            default -> true;
        };
    }

    /** Places that it adds, where all its roads to them lie in the piece. */
    private Set<String> newPlaces(Map<String, Object> written) {
        Map<String, Object> all = CutTree.map(written, "network");
        Set<String> added = new LinkedHashSet<>(CutTree.map(all, "places").keySet());
        added.removeAll(study.network().places().keySet());
        Map<String, List<?>> roads = new LinkedHashMap<>();
        CutTree.map(all, "roads").forEach((id, road) -> {
            if (road instanceof Map<?, ?> map && map.get("between") instanceof List<?> between) {
                roads.put(id, between);
            }
        });
        boolean less = true;
        while (less) {
            less = added.removeIf(place -> {
                List<List<?>> here =
                        roads.values().stream().filter(b -> b.contains(place)).toList();
                return here.isEmpty()
                        || here.stream()
                                .anyMatch(b -> b.stream()
                                        .anyMatch(end -> !piece.places().contains(end) && !added.contains(end)));
            });
        }
        return added;
    }
}
