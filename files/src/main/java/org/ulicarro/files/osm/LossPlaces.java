package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.files.GeoReference;

/** Where what was lost lies: a line or a point for each item, found by what the item is called. */
final class LossPlaces {

    private final GeoReference plan;
    private final Map<Long, List<double[]>> ways = new HashMap<>(); // in the plan (m)
    private final Map<Long, double[]> nodes = new HashMap<>();
    private final Map<Long, Long> relations = new HashMap<>(); // relation -> its via node
    private final Map<String, List<double[]>> named = new HashMap<>(); // places and roads of the study

    LossPlaces(GeoReference plan) {
        this.plan = plan;
    }

    /** Keeps of the map what may be asked for when it is gone: all of its roads, and the nodes that say something. */
    void keep(OsmMap map) {
        for (OsmMap.Way way : map.ways) {
            List<double[]> line = new ArrayList<>();
            for (int at : WayLine.of(map, way, new Losses())) {
                line.add(plan.plan(map.lat(at), map.lon(at)));
            }
            if (!line.isEmpty()) {
                ways.put(way.id(), line);
            }
        }
        map.told.keySet().forEach(id -> keepNode(map, id));
        for (OsmMap.Restriction r : map.restrictions) {
            relations.put(r.id(), r.via());
            keepNode(map, r.via());
        }
    }

    private void keepNode(OsmMap map, long id) {
        int at = map.find(id);
        if (at >= 0) {
            nodes.put(id, plan.plan(map.lat(at), map.lon(at)));
        }
    }

    /** Places and roads by their names in the study. */
    void keep(DraftNetwork draft) {
        draft.places.forEach((node, place) -> named.put(place.id, List.of(node.at())));
        draft.roads.forEach((edge, id) -> named.put(id, edge.shape));
    }

    GeoReference plan() {
        return plan;
    }

    /** A line of two or more points, a point, or nothing where it cannot be told. */
    List<double[]> of(String item) {
        String[] words = item.split("[ ,:>]+");
        try {
            switch (words[0]) {
                case "way" -> {
                    return ways.getOrDefault(Long.parseLong(words[1]), List.of());
                }
                case "node" -> {
                    double[] at = nodes.get(Long.parseLong(words[1]));
                    boolean onWay = words.length > 4 && words[3].equals("way");
                    return at != null ? List.of(at) : onWay ? of("way " + words[4]) : List.of();
                }
                case "relation" -> {
                    double[] at = nodes.get(relations.getOrDefault(Long.parseLong(words[1]), 0L));
                    return at == null ? List.of() : List.of(at);
                }
                case "at" -> {
                    return List.of(new double[] {Double.parseDouble(words[1]), Double.parseDouble(words[2])});
                }
                default -> {
                    int at = item.indexOf(" at "); // a movement at a place
                    return named.getOrDefault(at < 0 ? words[0] : item.substring(at + 4), List.of());
                }
            }
        } catch (NumberFormatException e) {
            return List.of();
        }
    }
}
