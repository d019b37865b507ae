package org.ulicarro.files.gmns;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.ulicarro.core.network.EntryRule;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;

/** Places as nodes and zones, and what may be driven at them as movements. */
final class PlaceTables {

    private final NetworkInput input;
    private final Network network;
    private final TableUnits units;
    private final PlanPoints points;
    private final Tables tables;
    private final Set<String> unsaid;

    PlaceTables(
            NetworkInput input,
            Network network,
            TableUnits units,
            PlanPoints points,
            Tables tables,
            Set<String> unsaid) {
        this.input = input;
        this.network = network;
        this.units = units;
        this.points = points;
        this.tables = tables;
        this.unsaid = unsaid;
    }

    void add() {
        input.places().forEach(this::place);
        network.movements().stream().filter(m -> !m.isInner()).forEach(this::movement);
    }

    private void place(String id, Place place) {
        boolean end = network.linksFrom(id).size()
                                + network.links().stream()
                                        .filter(l -> l.to().equals(id))
                                        .count()
                        <= 2
                && network.junctions().get(id).movements().isEmpty();
        boolean ring = place.control() == Place.Control.ROUNDABOUT;
        String control = switch (place.control()) {
            case SIGNAL -> "signal";
            case STOP -> "stop";
            case YIELD, ROUNDABOUT -> "yield";
            case ALL_STOP -> "4_stop";
            case NONE -> "no_control";
        };
        tables.add(
                "node",
                id,
                id,
                points.x(place.at()),
                points.y(place.at()),
                end ? "external" : ring ? "roundabout" : "junction",
                control,
                end ? id : null,
                units.lengthOrNull(place.cornerRadius()),
                ring ? units.lengthOrNull(place.outerDiameter()) : null,
                ring ? place.lanes() : null,
                place.ring().isEmpty()
                        ? null
                        : place.ring().entrySet().stream()
                                .map(e -> e.getKey() + " " + e.getValue())
                                .collect(Collectors.joining("; ")));
        if (end) {
            tables.add("zone", id, id);
        }
        if (ring && !place.movements().isEmpty()) {
            unsaid.add("what is written of movements at roundabouts");
        }
    }

    private void movement(Movement m) {
        Link in = network.links().get(m.fromLink());
        Link out = network.links().get(m.toLink());
        if (in.ring() || out.ring()) {
            return;
        }
        Place place = input.places().get(m.place());
        MovementInput own = own(m, place.movements());
        Set<Integer> lanes = new TreeSet<>();
        for (TurningPath path : m.paths()) {
            lanes.add(LinkTables.number(
                    input.roads().get(in.road()).direction(in.ahead()),
                    network.lanes().get(path.fromLane()).number()));
        }
        // a row for each run of lanes beside each other: the lanes between its first and its last are all meant
        List<int[]> runs = new ArrayList<>();
        for (int lane : lanes) {
            int[] last = runs.isEmpty() ? null : runs.get(runs.size() - 1);
            if (last != null && (lane == last[1] + 1 || last[1] == -1 && lane == 1)) {
                last[1] = lane;
            } else {
                runs.add(new int[] {lane, lane});
            }
        }
        Place.Bypass slip = own(m, place.bypass());
        for (int i = 0; i < Math.max(1, runs.size()); i++) {
            tables.add(
                    "movement",
                    m.place() + " " + m.id() + (i == 0 ? "" : " " + (i + 1)),
                    m.place(),
                    m.name(),
                    in.id(),
                    runs.isEmpty() ? null : runs.get(i)[0],
                    runs.isEmpty() ? null : runs.get(i)[1],
                    out.id(),
                    switch (m.turn()) {
                        case LEFT -> "left";
                        case THROUGH -> "thru";
                        case RIGHT -> "right";
                        case UTURN -> "uturn";
                    },
                    control(m),
                    m.name(),
                    slip == null ? null : slip.name().toLowerCase(Locale.ROOT),
                    own(m, place.rightOnRed()) == null ? null : "after-stop",
                    own == null || own.turn() == null ? null : own.turn().name().toLowerCase(Locale.ROOT),
                    own == null || own.speed() == null ? null : units.speed(own.speed()),
                    own == null ? null : units.lengthOrNull(own.radius()),
                    own == null ? null : pairs(own.lanes()),
                    own == null || own.yieldsTo().isEmpty()
                            ? null
                            : own.yieldsTo().stream()
                                    .map(text -> network.movement(m.place(), text)
                                            .movement()
                                            .id())
                                    .collect(Collectors.joining("; ")),
                    own(m, place.saturation()) == null ? null : own(m, place.saturation()) * 3600);
        }
        if (own != null && (own.criticalGap() != null || own.followUp() != null || own.timeGap() != null)) {
            unsaid.add("gaps and time gaps of single movements");
        }
    }

    private String control(Movement m) {
        Junction junction = network.junctions().get(m.place());
        if (junction.signalised() && m.rule() == EntryRule.SIGNAL) {
            return "signal";
        }
        return switch (m.rule()) {
            case STOP, ALL_STOP -> "stop";
            case YIELD -> "yield";
            default -> "no_control";
        };
    }

    private static String pairs(Map<String, Integer> lanes) {
        return lanes.isEmpty()
                ? null
                : lanes.entrySet().stream()
                        .map(e -> e.getKey() + " " + e.getValue())
                        .collect(Collectors.joining("; "));
    }

    /** What is written for a movement, under its name or its roads. */
    private <T> T own(Movement m, Map<String, T> written) {
        for (Map.Entry<String, T> one : written.entrySet()) {
            Movement named = network.movement(m.place(), one.getKey()).movement();
            if (named != null && named.index() == m.index()) {
                return one.getValue();
            }
        }
        return null;
    }
}
