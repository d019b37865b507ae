package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.Intergreens;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.study.Written;
import org.ulicarro.files.GeoReference;

/** The tables of what was derived for a network. */
final class NetworkSheets {

    private static final double KMH = 3.6;

    private final Model model;
    private final Network network;
    private final GeoReference map;
    private final String only;

    NetworkSheets(Model model, GeoReference map, String only) {
        this.model = model;
        network = model.network();
        this.map = map;
        this.only = only;
    }

    /** What to read below a table. */
    List<String> notes(String table) {
        return switch (table) {
            case "places", "movements", "lanes" -> List.of("", "* as somebody wrote it; all else is derived");
            case "conflicts" ->
                List.of(
                        "",
                        "Metres along each path, from its line, over which vehicles 2.6 m wide would touch. Movements that are not listed",
                        "together do not meet. 'together': whether both may have green at once, as the signal's groups are written.");
            case "intergreens" ->
                List.of(
                        "",
                        "Seconds from the end of green of the row to the beginning of green of the column: crossing time + clearing",
                        "time - entering time (RiLSA 2015), longest over their conflict points; '-' where paths do not meet.");
            default -> List.of();
        };
    }

    private boolean isMeant(String place) {
        return only == null || only.equals(place);
    }

    Sheet places() {
        Sheet sheet = new Sheet()
                .words("place", "place")
                .words("control", "control")
                .words("legs", "legs")
                .words("minor", "minor")
                .numbers("x_m", "x m", 1)
                .numbers("y_m", "y m", 1);
        if (map != null) {
            sheet.numbers("lat", "lat", 6).numbers("lon", "lon", 6);
        }
        sheet.words("stop_lines_m", "stop lines m");
        for (Junction junction : network.junctions().values()) {
            if (!isMeant(junction.id())) {
                continue;
            }
            Place place = junction.place();
            List<Object> row = new ArrayList<>(List.of(
                    junction.id(),
                    Written.of(place.control()),
                    legs(junction),
                    junction.minor().isEmpty()
                            ? "-"
                            : String.join(" ", junction.minor())
                                    + (place.minor().isEmpty() ? "" : "*"),
                    place.at().x(),
                    place.at().y()));
            if (map != null) {
                row.add(map.lat(place.at().x(), place.at().y()));
                row.add(map.lon(place.at().x(), place.at().y()));
            }
            row.add(stopLines(junction));
            sheet.add(row.toArray());
        }
        return sheet;
    }

    /** Names of the approaches by road. */
    private String legs(Junction junction) {
        List<String> legs = new ArrayList<>();
        for (Link link : network.links()) {
            if (link.to().equals(junction.id()) && !link.ring() && junction.controlled()) {
                boolean own = junction.place().legs().containsKey(link.road());
                legs.add(link.approach() + (own ? "*" : ""));
            }
        }
        return legs.isEmpty() ? "-" : String.join(" ", legs);
    }

    /** How far each stop line stands from the place's point. */
    private String stopLines(Junction junction) {
        List<String> lines = new ArrayList<>();
        Point at = junction.place().at();
        for (Link link : network.links()) {
            if (link.to().equals(junction.id()) && !link.ring() && junction.controlled()) {
                Lane inner = network.lanesOf(link).get(0);
                var end = inner.at(inner.end());
                double distance = Math.hypot(end.x() - at.x(), end.y() - at.y());
                boolean own = junction.place().setback().containsKey(link.road());
                lines.add(String.format(Locale.ROOT, "%s %.1f%s", link.approach(), distance, own ? "*" : ""));
            }
        }
        return lines.isEmpty() ? "-" : String.join(" ", lines);
    }

    Sheet points() {
        Sheet sheet =
                new Sheet().words("point", "point").numbers("x_m", "x m", 2).numbers("y_m", "y m", 2);
        if (map != null) {
            sheet.numbers("lat", "lat", 7).numbers("lon", "lon", 7);
        }
        model.study().network().places().forEach((id, place) -> addPoint(sheet, id, place.at()));
        model.study().network().roads().forEach((id, road) -> {
            for (int i = 0; i < road.via().size(); i++) {
                addPoint(sheet, id + " via " + (i + 1), road.via().get(i));
            }
        });
        return sheet;
    }

    private void addPoint(Sheet sheet, String name, Point p) {
        if (map == null) {
            sheet.add(name, p.x(), p.y());
        } else {
            sheet.add(name, p.x(), p.y(), map.lat(p.x(), p.y()), map.lon(p.x(), p.y()));
        }
    }

    Sheet roads() {
        Sheet sheet = new Sheet()
                .words("link", "link")
                .words("name", "name")
                .words("from", "from")
                .words("to", "to")
                .numbers("length_m", "length m", 1)
                .numbers("speed_m_per_s", "km/h", 0, KMH)
                .numbers("lanes", "lanes", 0)
                .numbers("grade", "grade %", 1, 100)
                .words("use", "use");
        for (Link link : network.links()) {
            if (only == null || isMeant(link.from()) || isMeant(link.to())) {
                Road road = model.study().network().roads().get(link.road());
                sheet.add(
                        link.id(),
                        road == null || road.name() == null ? "-" : road.name(),
                        link.from(),
                        link.to(),
                        link.length(),
                        link.speed(),
                        link.lanes(),
                        link.grade(),
                        road == null ? "-" : use(road));
            }
        }
        return sheet;
    }

    private static String use(Road road) {
        if (!road.only().isEmpty()) {
            return "only " + types(road.only());
        }
        return road.closedTo().isEmpty() ? "-" : "no " + types(road.closedTo());
    }

    private static String types(List<VehicleType> types) {
        return types.stream().map(Written::of).collect(Collectors.joining(" "));
    }

    Sheet lanes() {
        Sheet sheet = new Sheet()
                .words("link", "link")
                .numbers("lane", "lane", 0)
                .words("kind", "kind")
                .numbers("from_m", "from m", 1)
                .numbers("to_m", "to m", 1)
                .numbers("width_m", "width m", 2)
                .words("arrows", "arrows")
                .words("leads_to", "leads to")
                .words("use", "use");
        for (Link link : network.links()) {
            if (only != null && !isMeant(link.to())) {
                continue;
            }
            List<Lane> lanes = new ArrayList<>(network.lanesOf(link));
            lanes.sort(java.util.Comparator.comparingInt(Lane::number));
            for (Lane lane : lanes) {
                Road road = model.study().network().roads().get(link.road());
                Direction direction = road == null ? null : road.direction(link.ahead());
                boolean own = direction != null && !direction.turns().isEmpty();
                Direction.LaneUse use =
                        direction == null ? null : direction.laneUse().get(String.valueOf(lane.number()));
                sheet.add(
                        link.id(),
                        lane.number(),
                        lane.isBay() ? "bay" : lane.ends() ? "ends" : link.ring() ? "ring" : "through",
                        lane.start(),
                        lane.end(),
                        lane.width(),
                        lane.arrows() == null || lane.arrows().toString().isEmpty()
                                ? "-"
                                : lane.arrows() + (own ? "*" : ""),
                        leadsTo(link, lane),
                        use == null ? "-" : "only " + types(use.only()));
            }
        }
        return sheet;
    }

    private String leadsTo(Link link, Lane lane) {
        Set<String> roads = new LinkedHashSet<>();
        for (Movement m : network.movementsFrom(link.index())) {
            if (network.path(lane.index(), m.index()).isPresent()) {
                roads.add(network.links().get(m.toLink()).road());
            }
        }
        if (roads.size() > 2) { // the table of movements has them all
            return String.join(" ", new ArrayList<>(roads).subList(0, 1)) + " +" + (roads.size() - 1);
        }
        return roads.isEmpty() ? "-" : String.join(" ", roads);
    }

    Sheet movements() {
        Sheet sheet = new Sheet()
                .words("place", "place")
                .words("movement", "movement")
                .words("name", "name")
                .words("turn", "turn")
                .words("held_by", "held by")
                .words("lanes", "lanes")
                .numbers("length_m", "m", 1)
                .numbers("radius_m", "radius", 1)
                .words("speed_kmh", "km/h")
                .words("yields_to", "yields to");
        for (Junction junction : network.junctions().values()) {
            if (!isMeant(junction.id())) {
                continue;
            }
            for (int index : junction.movements()) {
                Movement m = network.movements().get(index);
                MovementInput own = own(junction, m);
                Lane longest = network.lanes().get(m.paths().get(0).lane());
                double radius = m.paths().stream()
                        .mapToDouble(TurningPath::radius)
                        .min()
                        .orElse(Double.POSITIVE_INFINITY);
                double speed = m.paths().stream()
                        .mapToDouble(p -> network.lanes().get(p.lane()).speed())
                        .min()
                        .orElse(0);
                boolean ownSpeed = own != null && (own.speed() != null || own.radius() != null);
                sheet.add(
                        junction.id(),
                        m.id(),
                        m.name(),
                        Written.of(m.turn()) + (own != null && own.turn() != null ? "*" : ""),
                        heldBy(m),
                        pairs(m) + (own != null && !own.lanes().isEmpty() ? "*" : ""),
                        longest.end(),
                        radius,
                        String.format(Locale.ROOT, "%.0f%s", speed * KMH, ownSpeed ? "*" : ""),
                        yieldsTo(junction, m) + (own != null && !own.yieldsTo().isEmpty() ? "*" : ""));
            }
        }
        return sheet;
    }

    private static MovementInput own(Junction junction, Movement m) {
        MovementInput byId = junction.place().movements().get(m.id());
        return byId == null ? junction.place().movements().get(m.name()) : byId;
    }

    private String heldBy(Movement m) {
        int group = model.signals().groupOf(m.index());
        return group >= 0
                ? "group " + model.signals().groups().get(group).id()
                : Written.of(m.rule()) + (m.bypass() ? ", slip lane" : "");
    }

    private String pairs(Movement m) {
        return m.paths().stream()
                .map(p -> network.lanes().get(p.fromLane()).number() + ">"
                        + network.lanes().get(p.toLane()).number())
                .collect(Collectors.joining(" "));
    }

    private String yieldsTo(Junction junction, Movement m) {
        Set<String> others = new LinkedHashSet<>();
        for (Conflict c : junction.conflicts()) {
            int a = network.movementOfPath(c.pathA());
            int b = network.movementOfPath(c.pathB());
            if (a == m.index() && c.who() == Conflict.Who.A_YIELDS) {
                others.add(shortName(network.movements().get(b)));
            } else if (b == m.index() && c.who() == Conflict.Who.B_YIELDS) {
                others.add(shortName(network.movements().get(a)));
            }
        }
        if (others.size() > 3) { // the table of conflicts has them all
            return String.join(" ", new ArrayList<>(others).subList(0, 2)) + " +" + (others.size() - 2);
        }
        return others.isEmpty() ? "-" : String.join(" ", others);
    }

    private static String shortName(Movement m) {
        return m.isInner() ? "ring" : m.name();
    }

    Sheet conflicts() {
        Sheet sheet = new Sheet()
                .words("place", "place")
                .words("a", "movement A")
                .words("a_lane", "lane")
                .numbers("a_from_m", "from m", 1)
                .numbers("a_to_m", "to m", 1)
                .words("b", "movement B")
                .words("b_lane", "lane")
                .numbers("b_from_m", "from m", 1)
                .numbers("b_to_m", "to m", 1)
                .words("kind", "kind")
                .words("goes_first", "first")
                .words("together", "together");
        for (Junction junction : network.junctions().values()) {
            for (Conflict c : isMeant(junction.id()) ? junction.conflicts() : List.<Conflict>of()) {
                Movement a = network.movements().get(network.movementOfPath(c.pathA()));
                Movement b = network.movements().get(network.movementOfPath(c.pathB()));
                sheet.add(
                        junction.id(),
                        label(junction, a),
                        lane(c.pathA(), a),
                        c.startA(),
                        c.endA(),
                        label(junction, b),
                        lane(c.pathB(), b),
                        c.startB(),
                        c.endB(),
                        Written.of(c.kind()),
                        switch (c.who()) {
                            case A_YIELDS -> "B";
                            case B_YIELDS -> "A";
                            case IN_TURN -> "-";
                        },
                        together(a, b));
            }
        }
        return sheet;
    }

    /** The short name where it is unique, else the id; a stretch of a ring by what it is. */
    private String label(Junction junction, Movement m) {
        if (m.isInner()) {
            return m.id().substring(m.id().indexOf(' ') + 1);
        }
        boolean unique = network.movement(junction.id(), m.name()).movement() != null;
        return unique ? m.name() : m.id();
    }

    private String lane(int path, Movement m) {
        for (TurningPath p : m.paths()) {
            if (p.lane() == path) {
                return String.valueOf(network.lanes().get(p.fromLane()).number());
            }
        }
        return "-";
    }

    private String together(Movement a, Movement b) {
        boolean signalA = model.signals().groupOf(a.index()) >= 0;
        boolean signalB = model.signals().groupOf(b.index()) >= 0;
        if (!signalA || !signalB) {
            return "-";
        }
        return model.signals().yields(a.index()) || model.signals().yields(b.index()) ? "yields" : "never";
    }

    /** For people a matrix of each place, for machines one row for each pair. */
    Sheet intergreens(boolean pairs) {
        Sheet sheet = new Sheet();
        Map<String, List<Movement>> byPlace = new TreeMap<>();
        for (Junction junction : network.junctions().values()) {
            if (isMeant(junction.id()) && junction.signalised()) {
                byPlace.put(
                        junction.id(),
                        junction.movements().stream()
                                .map(network.movements()::get)
                                .filter(m -> !m.bypass())
                                .toList());
            }
        }
        if (pairs || byPlace.size() != 1 || byPlace.values().iterator().next().size() > 14) {
            sheet.words("place", "place")
                    .words("ends", "green ends")
                    .words("begins", "green begins")
                    .numbers("intergreen_s", "intergreen s", 1);
            byPlace.forEach((place, all) -> addPairs(sheet, place, all));
            return sheet;
        }
        List<Movement> all = byPlace.values().iterator().next();
        Junction junction = network.junctions().get(all.get(0).place());
        sheet.words("ends", junction.id());
        all.forEach(m -> sheet.numbers(m.id(), label(junction, m), 1));
        for (Movement ends : all) {
            Object[] row = new Object[all.size() + 1];
            row[0] = label(junction, ends);
            for (int i = 0; i < all.size(); i++) {
                row[i + 1] = Intergreens.between(network, ends, all.get(i));
            }
            sheet.add(row);
        }
        return sheet;
    }

    private void addPairs(Sheet sheet, String place, List<Movement> all) {
        Junction junction = network.junctions().get(place);
        for (Movement ends : all) {
            for (Movement begins : all) {
                double seconds = Intergreens.between(network, ends, begins);
                if (!Double.isNaN(seconds)) {
                    sheet.add(place, label(junction, ends), label(junction, begins), seconds);
                }
            }
        }
    }

    Sheet crossings() {
        Sheet sheet = new Sheet()
                .words("crossing", "crossing")
                .words("road", "road")
                .words("kind", "kind")
                .words("refuge", "refuge")
                .numbers("length_m", "length m", 1)
                .numbers("width_m", "width m", 1)
                .numbers("crosses", "lanes and paths", 0);
        for (MarkedCrossing c : network.crossings()) {
            if (only == null || only.equals(c.place())) {
                sheet.add(
                        c.id(),
                        c.road(),
                        Written.of(c.kind()),
                        c.refuge() ? "yes" : "-",
                        c.length(),
                        c.width(),
                        c.crossed().size());
            }
        }
        return sheet;
    }

    Sheet devices() {
        Sheet sheet = new Sheet()
                .words("id", "id")
                .words("kind", "kind")
                .words("link", "link")
                .numbers("lane", "lane", 0)
                .numbers("from_m", "from m", 1)
                .numbers("to_m", "to m", 1)
                .numbers("to_line_m", "to the line m", 1);
        for (Marking marking : network.markings()) {
            Lane lane = network.lanes().get(marking.lane());
            Link link = network.links().get(lane.link());
            if (only == null || isMeant(link.to())) {
                sheet.add(
                        marking.id(),
                        Written.of(marking.kind()),
                        link.id(),
                        lane.number(),
                        marking.from(),
                        marking.to(),
                        link.length() - marking.to());
            }
        }
        return sheet;
    }
}
