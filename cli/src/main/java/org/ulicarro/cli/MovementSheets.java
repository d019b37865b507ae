package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.Intergreens;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.Written;

/** Tables of movements, of where they meet, and of the time between them. */
final class MovementSheets {

    private final Model model;
    private final Network network;
    private final String only;
    private final PrintedUnit length;
    private final PrintedUnit speed;

    MovementSheets(Model model, String only) {
        this.model = model;
        network = model.network();
        this.only = only;
        length = model.study().units().length();
        speed = model.study().units().speed();
    }

    private boolean isMeant(String place) {
        return only == null || only.equals(place);
    }

    Sheet movements() {
        Sheet sheet = new Sheet()
                .words("place", "place")
                .words("movement", "movement")
                .words("name", "name")
                .words("turn", "turn")
                .marked()
                .words("held_by", "held by")
                .words("lanes", "lanes")
                .marked()
                .numbers("length_m", length.name(), 1, length.perInside())
                .numbers("radius_m", "radius", 1, length.perInside())
                .numbers("speed_ms", speed.name(), 0, speed.perInside())
                .marked()
                .words("yields_to", "yields to")
                .marked();
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
                double driven = m.paths().stream()
                        .mapToDouble(p -> network.lanes().get(p.lane()).speed())
                        .min()
                        .orElse(0);
                boolean ownSpeed = own != null && (own.speed() != null || own.radius() != null);
                sheet.add(
                        junction.id(),
                        m.id(),
                        m.name(),
                        new Sheet.Marked(Written.of(m.turn()), own != null && own.turn() != null),
                        heldBy(m),
                        new Sheet.Marked(pairs(m), own != null && !own.lanes().isEmpty()),
                        longest.end(),
                        radius,
                        new Sheet.Marked(driven, ownSpeed),
                        new Sheet.Marked(
                                yieldsTo(junction, m),
                                own != null && !own.yieldsTo().isEmpty()));
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
                .numbers("a_from_m", "from", 1, length.perInside())
                .numbers("a_to_m", "to", 1, length.perInside())
                .words("b", "movement B")
                .words("b_lane", "lane")
                .numbers("b_from_m", "from", 1, length.perInside())
                .numbers("b_to_m", "to", 1, length.perInside())
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
                        together(c, a, b));
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

    private String together(Conflict c, Movement a, Movement b) {
        boolean signalA = model.signals().groupOf(a.index()) >= 0;
        boolean signalB = model.signals().groupOf(b.index()) >= 0;
        if (!signalA || !signalB) {
            return "-";
        }
        boolean inGaps = model.signals().yields(a.index()) || model.signals().yields(b.index());
        return inGaps || network.isBesideKeptLane(c) ? "yields" : "never";
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
}
