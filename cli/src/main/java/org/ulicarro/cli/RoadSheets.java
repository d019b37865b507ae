package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.network.Curve;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.DetectorPlace;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.study.Written;

/** Tables of what lies along roads: links, lanes, crossings, devices. */
final class RoadSheets {

    private final Model model;
    private final Network network;
    private final String only;
    private final PrintedUnit length;
    private final PrintedUnit speed;

    RoadSheets(Model model, String only) {
        this.model = model;
        network = model.network();
        length = model.study().units().length();
        speed = model.study().units().speed();
        this.only = only;
    }

    private boolean isMeant(String place) {
        return only == null || only.equals(place);
    }

    Sheet roads() {
        Sheet sheet = new Sheet()
                .words("link", "link")
                .words("name", "name")
                .words("from", "from")
                .words("to", "to")
                .numbers("length_m", "length " + length.name(), 1, length.perInside())
                .numbers("speed_m_per_s", speed.name(), 0, speed.perInside())
                .numbers("in_bends_m_per_s", "in bends", 0, speed.perInside())
                .numbers("lanes", "lanes", 0)
                .numbers("grade", "grade %", 1, 100)
                .words("use", "use");
        double[] inBends = inBends();
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
                        inBends[link.index()],
                        link.lanes(),
                        link.grade(),
                        road == null ? "-" : use(road));
            }
        }
        return sheet;
    }

    /** How fast the slowest bend of each link is driven (m/s); NaN where its limit is kept all along. */
    private double[] inBends() {
        double[] slowest = new double[network.links().size()];
        Arrays.fill(slowest, Double.NaN);
        for (Curve curve : network.curves()) {
            int link = network.lanes().get(curve.lane()).link();
            slowest[link] = slowest[link] < curve.speed() ? slowest[link] : curve.speed();
        }
        return slowest;
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
                .numbers("from_m", "from " + length.name(), 1, length.perInside())
                .numbers("to_m", "to " + length.name(), 1, length.perInside())
                .numbers("width_m", "width " + length.name(), 2, length.perInside())
                .words("arrows", "arrows")
                .marked()
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

    Sheet crossings() {
        Sheet sheet = new Sheet()
                .words("crossing", "crossing")
                .words("road", "road")
                .words("kind", "kind")
                .words("refuge", "refuge")
                .numbers("length_m", "length " + length.name(), 1, length.perInside())
                .numbers("width_m", "width " + length.name(), 1, length.perInside())
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
                .numbers("from_m", "from " + length.name(), 1, length.perInside())
                .numbers("to_m", "to " + length.name(), 1, length.perInside())
                .numbers("to_line_m", "to the line " + length.name(), 1, length.perInside());
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
        for (DetectorPlace place : model.signals().detectors()) {
            Lane lane = network.lanes().get(place.lane());
            boolean inside = lane.isPath();
            String at =
                    inside ? pathPlace(lane) : network.links().get(lane.link()).to();
            if (place.derived() && (only == null || isMeant(at))) {
                sheet.add(
                        place.id(), // the phase that it is for, and its lane
                        "derived detector",
                        inside
                                ? "inside " + at
                                : network.links().get(lane.link()).id(),
                        inside ? null : lane.number(),
                        place.from(),
                        place.to(),
                        inside ? null : network.links().get(lane.link()).length() - place.to());
            }
        }
        return sheet;
    }

    private String pathPlace(Lane path) {
        return network.movements().stream()
                .filter(m -> m.paths().stream().anyMatch(p -> p.lane() == path.index()))
                .map(Movement::place)
                .findFirst()
                .orElseThrow();
    }
}
