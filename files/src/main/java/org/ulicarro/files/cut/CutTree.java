package org.ulicarro.files.cut;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.piece.Cut;
import org.ulicarro.core.piece.Piece;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.StudyText;

/** The tree of a study, of which only a piece is left: network, signals, people. Ids stay; roads that are cut end at new places. */
final class CutTree {

    private static final List<String> OWN = List.of("places", "roads", "corridors", "origin", "backdrop", "tables");

    private final Piece piece;
    private final Study study;
    private final GeoReference map;
    private final Map<String, Object> whole;
    private final Map<String, CutRoad> cuts = new LinkedHashMap<>();
    private final Set<String> gone = new LinkedHashSet<>();
    private final List<String> shortened = new ArrayList<>(); // corridors

    /** @param map where the whole lies on the map; null for nowhere */
    CutTree(Piece piece, Study study, GeoReference map) {
        this.piece = piece;
        this.study = study;
        this.map = map;
        whole = StudyText.tree(study);
        piece.cuts().forEach((road, cut) -> cuts.put(road, new CutRoad(piece, study.network(), cut)));
    }

    /** What went with the ends of roads: {@code bays of quay-4 back}. */
    List<String> gone() {
        List<String> all = new ArrayList<>();
        cuts.values().forEach(road -> all.addAll(road.gone()));
        all.addAll(gone);
        return all;
    }

    /** Corridors that lead out of the piece. */
    List<String> shortened() {
        return shortened;
    }

    /** The tree of the whole. */
    Map<String, Object> whole() {
        return whole;
    }

    /** Its network. */
    Map<String, Object> network() {
        Map<String, Object> before = map(whole, "network");
        Map<String, Object> network = new LinkedHashMap<>();
        if (before.get("origin") != null) {
            network.put("origin", origin(before.get("origin")));
        }
        if (before.get("backdrop") != null) {
            network.put("backdrop", before.get("backdrop"));
        }
        network.put("places", places(map(before, "places")));
        network.put("roads", roads(map(before, "roads")));
        for (String section : before.keySet()) {
            if (OWN.contains(section)) {
                continue;
            }
            Object left = before.get(section) instanceof Map<?, ?>
                    ? things(section, map(before, section))
                    : before.get(section);
            if (!(left instanceof Map<?, ?> all && all.isEmpty())) {
                network.put(section, left);
            }
        }
        Map<String, Object> corridors = corridors();
        if (!corridors.isEmpty()) {
            network.put("corridors", corridors);
        }
        return network;
    }

    private Object origin(Object written) {
        if (!(written instanceof Map<?, ?> origin) || origin.get("places") == null || map == null) {
            return written; // known places need not be in the piece
        }
        Map<String, Object> same = new LinkedHashMap<>();
        same.put("lat", StrictMath.rint(map.lat(0, 0) * 1e9) / 1e9);
        same.put("lon", StrictMath.rint(map.lon(0, 0) * 1e9) / 1e9);
        same.put("bearing", String.format(Locale.ROOT, "%.6f deg", Math.toDegrees(map.bearing())));
        return same;
    }

    /** In the order of the whole; ends of cut roads last, in that of their roads, whenever they were cut. */
    private Map<String, Object> places(Map<String, Object> before) {
        Map<String, Object> places = new LinkedHashMap<>();
        Map<String, Object> ends = new LinkedHashMap<>();
        for (String road : study.network().roads().keySet()) {
            String end = Cut.end(road);
            if (cuts.containsKey(road)) {
                ends.put(end, new LinkedHashMap<>(Map.of("at", cuts.get(road).end())));
            } else if (piece.ends().contains(end)) {
                ends.put(end, before.get(end));
            }
        }
        before.forEach((id, place) -> {
            if ((piece.places().contains(id) || piece.ends().contains(id)) && !ends.containsKey(id)) {
                places.put(id, place);
            }
        });
        places.putAll(ends);
        return places;
    }

    private Map<String, Object> roads(Map<String, Object> before) {
        Map<String, Object> roads = new LinkedHashMap<>();
        for (String id : before.keySet()) {
            if (piece.roads().contains(id)) {
                Map<String, Object> road = new LinkedHashMap<>(map(before, id));
                if (cuts.containsKey(id)) {
                    cuts.get(id).road(road);
                }
                roads.put(id, road);
            }
        }
        return roads;
    }

    private Map<String, Object> things(String section, Map<String, Object> before) {
        Map<String, Object> left = new LinkedHashMap<>();
        for (String id : before.keySet()) {
            if (!(before.get(id) instanceof Map<?, ?>)) {
                left.put(id, before.get(id));
                continue;
            }
            Map<String, Object> thing = new LinkedHashMap<>(map(before, id));
            if (isOfPiece(thing)) {
                CutRoad cut = cuts.get(road(thing));
                if (cut == null || cut.thing(thing)) {
                    left.put(id, thing);
                } else {
                    gone.add(section + " '" + id + "', beyond the cut of '" + road(thing) + "'");
                }
            }
        }
        return left;
    }

    private boolean isOfPiece(Map<String, Object> thing) {
        if (thing.get("road") != null) {
            return piece.roads().contains(road(thing));
        }
        return thing.get("turn") == null || piece.places().contains(String.valueOf(thing.get("at")));
    }

    static String road(Map<?, ?> thing) {
        String on = String.valueOf(thing.get("road"));
        return on.endsWith(" ahead") || on.endsWith(" back") ? on.substring(0, on.lastIndexOf(' ')) : on;
    }

    /** Each stretch of a corridor that lies in the piece. */
    private Map<String, Object> corridors() {
        Map<String, Object> all = new LinkedHashMap<>();
        study.network().corridors().forEach((id, corridor) -> {
            List<List<String>> stretches = stretches(corridor.via());
            for (int i = 0; i < stretches.size(); i++) {
                String name = i == 0 ? id : id + "-" + (i + 1);
                all.put(name, new LinkedHashMap<>(Map.of("via", stretches.get(i))));
            }
            if (!stretches.isEmpty() && !stretches.get(0).equals(corridor.via())) {
                shortened.add(id);
            }
        });
        return all;
    }

    /** Ways through the piece of places that follow each other, with the ends at which they come in and leave. */
    List<List<String>> stretches(List<String> via) {
        List<List<String>> all = new ArrayList<>();
        List<String> now = new ArrayList<>();
        for (int i = 0; i < via.size(); i++) {
            boolean here = piece.places().contains(via.get(i)) || piece.ends().contains(via.get(i));
            if (here && now.isEmpty() && i > 0) {
                end(via.get(i), via.get(i - 1)).ifPresent(now::add);
            }
            if (here) {
                now.add(via.get(i));
            } else if (!now.isEmpty()) {
                end(via.get(i - 1), via.get(i)).ifPresent(now::add);
                all.add(now);
                now = new ArrayList<>();
            }
        }
        all.add(now);
        all.removeIf(stretch -> stretch.size() < 3);
        return all;
    }

    /** The cut of the road between a place of the piece and one outside; nothing where a corridor leaves places out. */
    private java.util.Optional<String> end(String inner, String outside) {
        return piece.cuts().values().stream()
                .filter(cut -> cut.inner().equals(inner) && cut.outside().equals(outside))
                .map(Cut::end)
                .findFirst();
    }

    /** Its signals; empty for none. */
    Map<String, Object> signals() {
        Map<String, Object> left = new LinkedHashMap<>();
        if (whole.get("signals") instanceof Map<?, ?> signals) {
            signals.forEach((place, control) -> {
                if (piece.places().contains(String.valueOf(place))) {
                    left.put(String.valueOf(place), control);
                }
            });
        }
        return left;
    }

    /** Whether people over a crossing are of the piece. */
    boolean hasCrossing(String id) {
        int dot = id.indexOf('.');
        boolean atPlace = dot > 0 && piece.places().contains(id.substring(0, dot));
        var midway = study.network().crossings().get(id);
        if (midway == null) {
            return atPlace;
        }
        Cut cut = piece.cuts().get(midway.road());
        return piece.roads().contains(midway.road())
                && (cut == null || (cut.first() ? midway.at() > cut.at() : midway.at() < cut.at()));
    }

    boolean hasRoad(String id) {
        return piece.roads().contains(id);
    }

    /** Stops that are of the piece. */
    Set<String> stops() {
        Set<String> all = new LinkedHashSet<>();
        things("stops", map(map(whole, "network"), "stops")).keySet().forEach(all::add);
        return all;
    }

    @SuppressWarnings("unchecked")
    static Map<String, Object> map(Map<?, ?> tree, String key) {
        Object value = tree.get(key);
        return value instanceof Map<?, ?> ? (Map<String, Object>) value : Map.of();
    }
}
