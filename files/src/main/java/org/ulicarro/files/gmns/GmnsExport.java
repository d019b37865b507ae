package org.ulicarro.files.gmns;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.ulicarro.core.network.EntryRule;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.VehicleType;

/** A study as tables of the specification. Lanes count from the left, 1 first; bays left of them -1, -2 …, right of them on from the last. */
public final class GmnsExport {

    private final Model model;
    private final Network network;
    private final Tables tables = new Tables();
    private final Set<String> unsaid = new LinkedHashSet<>();

    public GmnsExport(Model model) {
        this.model = model;
        network = model.network();
    }

    /** What the specification has no words for. */
    public List<String> unsaid() {
        return List.copyOf(unsaid);
    }

    /** Writes the tables. */
    public List<Path> write(Path folder) throws IOException {
        NetworkInput input = model.study().network();
        tables.add(
                "config",
                model.study().title(),
                "m",
                "m",
                "m/s",
                "local plan, x east and y north",
                "WKT",
                "0.97",
                "string");
        input.places().forEach(this::place);
        input.roads().forEach((id, road) -> {
            direction(id, road, true);
            direction(id, road, false);
        });
        for (Movement movement : network.movements()) {
            if (!movement.isInner()) {
                movement(movement);
            }
        }
        new SignalTables(model, tables, unsaid).add();
        input.detectors().forEach((id, d) -> {
            Link link = link(d.road().toString());
            double front = d.beforeEnd() == null ? link.length() - d.at() - d.length() : d.beforeEnd();
            tables.add(
                    "signal_detector",
                    id,
                    link.to(),
                    null,
                    d.road().toString(),
                    d.lane(),
                    d.lane(),
                    link.to(),
                    front,
                    front + d.length(),
                    "presence");
        });
        if (!input.stops().isEmpty()
                || !input.gates().isEmpty()
                || !input.crossings().isEmpty()
                || !input.closures().isEmpty()) {
            unsaid.add("stops, gates, crossings and closures on roads");
        }
        if (!model.study().demand().services().isEmpty()
                || !model.study().demand().volumes().isEmpty()) {
            unsaid.add("demand");
        }
        return tables.write(folder);
    }

    private void place(String id, Place place) {
        boolean end = network.linksFrom(id).size()
                                + network.links().stream()
                                        .filter(l -> l.to().equals(id))
                                        .count()
                        <= 2
                && network.junctions().get(id).movements().isEmpty();
        String control = switch (place.control()) {
            case SIGNAL -> "signal";
            case STOP -> "stop";
            case YIELD -> "yield";
            case ALL_STOP -> "4_stop";
            case ROUNDABOUT -> "yield";
            case NONE -> "no_control";
        };
        if (!place.crossings().isEmpty()) {
            unsaid.add("crossings of legs");
        }
        if (!place.bypass().isEmpty()) {
            unsaid.add("slip lanes");
        }
        tables.add(
                "node",
                id,
                id,
                place.at().x(),
                place.at().y(),
                end ? "external" : place.control() == Place.Control.ROUNDABOUT ? "roundabout" : "junction",
                control,
                end ? id : null,
                place.control() == Place.Control.ROUNDABOUT && place.outerDiameter() != null
                        ? place.outerDiameter()
                        : null,
                place.control() == Place.Control.ROUNDABOUT && place.lanes() != null ? place.lanes() : null);
        if (!place.ring().isEmpty()) {
            unsaid.add("lanes of single arcs of roundabouts");
        }
        if (end) {
            tables.add("zone", id, id);
        }
    }

    private Link link(String id) {
        return network.links().stream()
                .filter(l -> l.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private void direction(String id, Road road, boolean ahead) {
        Direction d = road.direction(ahead);
        if (d == null) {
            return;
        }
        String link = id + (ahead ? " ahead" : " back");
        List<Point> axis = new ArrayList<>();
        axis.add(model.study().network().places().get(road.from()).at());
        axis.addAll(road.via());
        axis.add(model.study().network().places().get(road.to()).at());
        if (!ahead) {
            java.util.Collections.reverse(axis);
        }
        double length = 0;
        for (int i = 1; i < axis.size(); i++) {
            length += Math.hypot(
                    axis.get(i).x() - axis.get(i - 1).x(),
                    axis.get(i).y() - axis.get(i - 1).y());
        }
        tables.add(
                "geometry",
                link,
                axis.stream()
                        .map(p -> String.format(Locale.ROOT, "%.2f %.2f", p.x(), p.y()))
                        .collect(Collectors.joining(", ", "LINESTRING (", ")")));
        tables.add(
                "link",
                link,
                road.name() == null ? id : road.name(),
                ahead ? road.from() : road.to(),
                ahead ? road.to() : road.from(),
                "true",
                link,
                1,
                length,
                100 * (ahead ? road.grade() : -road.grade()),
                road.roadClass().name().toLowerCase(Locale.ROOT),
                road.speed(),
                d.lanes(),
                uses(road.only(), road.closedTo()),
                road.median() > 0 ? road.median() : null);
        if (!road.meetsAt().isEmpty()) {
            unsaid.add("ends of roads off their place");
        }
        for (int lane = 1; lane <= d.lanes(); lane++) {
            int all = lane + d.bays().left().size();
            double width = d.widths().getOrDefault(String.valueOf(all), d.width());
            tables.add(
                    "lane",
                    link + " " + lane,
                    link,
                    lane,
                    d.laneUse().containsKey(String.valueOf(all))
                            ? uses(d.laneUse().get(String.valueOf(all)).only(), List.of())
                            : null,
                    width);
        }
        bays(link, ahead ? road.from() : road.to(), length, d);
        if (d.joins() != null || d.leaves() != null) {
            unsaid.add("lanes beside the main road at ramps");
        }
        if (!d.ends().left().isEmpty()
                || !d.ends().right().isEmpty()
                || !d.noChanging().isEmpty()
                || !d.speedZones().isEmpty()) {
            unsaid.add("lanes that end on the way, unbroken lines and zones with another limit");
        }
    }

    private static String uses(List<VehicleType> only, List<VehicleType> closed) {
        if (!only.isEmpty()) {
            return only.stream().map(t -> t.name().toLowerCase(Locale.ROOT)).collect(Collectors.joining(","));
        }
        return closed.isEmpty()
                ? null
                : "!"
                        + closed.stream()
                                .map(t -> t.name().toLowerCase(Locale.ROOT))
                                .collect(Collectors.joining(",!"));
    }

    private void bays(String link, String from, double length, Direction d) {
        bays(link, from, length, d, d.bays().left(), true);
        bays(link, from, length, d, d.bays().right(), false);
    }

    private void bays(String link, String from, double length, Direction d, List<Direction.Bay> bays, boolean left) {
        for (int i = 0; i < bays.size(); i++) {
            int lane = left ? -1 - i : d.lanes() + 1 + i;
            String segment = link + " bay " + lane;
            tables.add("segment", segment, link, from, length - bays.get(i).fullWidth(), length, d.lanes());
            tables.add("segment_lane", segment, segment, lane, null, d.width());
            unsaid.add("tapers of bays");
        }
    }

    /** The number of a lane as these tables count. */
    private int number(Lane lane) {
        Link link = network.links().get(lane.link());
        Road road = model.study().network().roads().get(link.road());
        Direction d = road.direction(link.ahead());
        int left = d.bays().left().size();
        return lane.number() > left ? lane.number() - left : lane.number() - left - 1;
    }

    private void movement(Movement m) {
        Link in = network.links().get(m.fromLink());
        Link out = network.links().get(m.toLink());
        if (in.ring() || out.ring()) {
            return;
        }
        Set<Integer> lanes = new TreeSet<>();
        for (TurningPath path : m.paths()) {
            lanes.add(number(network.lanes().get(path.fromLane())));
        }
        Junction junction = network.junctions().get(m.place());
        tables.add(
                "movement",
                m.place() + " " + m.id(),
                m.place(),
                m.name(),
                in.id(),
                lanes.stream().min(Integer::compare).orElse(null),
                lanes.stream().max(Integer::compare).orElse(null),
                out.id(),
                switch (m.turn()) {
                    case LEFT -> "left";
                    case THROUGH -> "thru";
                    case RIGHT -> "right";
                    case UTURN -> "uturn";
                },
                junction.signalised() && m.rule() == EntryRule.SIGNAL
                        ? "signal"
                        : switch (m.rule()) {
                            case STOP, ALL_STOP -> "stop";
                            case YIELD -> "yield";
                            default -> "no_control";
                        },
                m.name());
    }

    /** How many rows a table has, for whoever reports what was written. */
    public Map<String, Integer> sizes() {
        return Map.of("node", tables.size("node"), "link", tables.size("link"), "movement", tables.size("movement"));
    }
}
