package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.study.Study;

/** What differs between two networks, in words: what a change of the study made the compiler derive anew. */
public final class NetworkChanges {

    private final Network before;
    private final Network after;
    private final Study.Units units;
    private final List<String> lines = new ArrayList<>();

    private NetworkChanges(Network before, Network after, Study.Units units) {
        this.units = units;
        this.before = before;
        this.after = after;
    }

    /**
     * One line for each thing that came, went or changed; empty when nothing did.
     *
     * @param units in which lengths and speeds are told
     */
    public static List<String> between(Network before, Network after, Study.Units units) {
        NetworkChanges changes = new NetworkChanges(before, after, units);
        changes.compareLinks();
        changes.compareMovements();
        changes.comparePlaces();
        return changes.lines;
    }

    private void compareLinks() {
        Map<String, Link> old = new LinkedHashMap<>();
        before.links().forEach(link -> old.put(link.id(), link));
        for (Link link : after.links()) {
            Link was = old.remove(link.id());
            if (was == null) {
                say("%s: new, %s, %d lanes", link.id(), length(link), link.lanes());
                continue;
            }
            if (Math.abs(was.length() - link.length()) > 0.05) {
                say("%s: %s long between its lines, was %s", link.id(), length(link), length(was));
            }
            if (was.lanes() != link.lanes()) {
                say("%s: %d lanes, were %d", link.id(), link.lanes(), was.lanes());
            }
            if (was.speed() != link.speed()) {
                PrintedUnit unit = units.speed();
                say("%s: %.0f %s, was %.0f", link.id(), unit.of(link.speed()), unit.name(), unit.of(was.speed()));
            }
            compareLanes(was, link);
        }
        old.keySet().forEach(id -> say("%s: gone", id));
    }

    private String length(Link link) {
        return String.format(
                Locale.ROOT,
                "%.1f %s",
                units.length().of(link.length()),
                units.length().name());
    }

    private void compareLanes(Link was, Link link) {
        List<Lane> oldLanes = before.lanesOf(was);
        List<Lane> lanes = after.lanesOf(link);
        for (int i = 0; i < Math.min(oldLanes.size(), lanes.size()); i++) {
            String a = String.valueOf(oldLanes.get(i).arrows());
            String b = String.valueOf(lanes.get(i).arrows());
            if (!a.equals(b) && oldLanes.size() == lanes.size()) {
                say("%s lane %d: arrows %s, were %s", link.id(), lanes.get(i).number(), none(b), none(a));
            }
        }
    }

    private static String none(String arrows) {
        return arrows.equals("null") || arrows.isEmpty() ? "none" : arrows;
    }

    private void compareMovements() {
        Map<String, Movement> old = new LinkedHashMap<>();
        before.movements().stream().filter(m -> !m.isInner()).forEach(m -> old.put(m.place() + " " + m.id(), m));
        for (Movement m : after.movements()) {
            if (m.isInner()) {
                continue;
            }
            Movement was = old.remove(m.place() + " " + m.id());
            int conflicts = conflicts(after, m);
            if (was == null) {
                say("%s at %s (%s): new, with %s and %s", m.id(), m.place(), m.name(), paths(m), points(conflicts));
                continue;
            }
            if (!was.name().equals(m.name())) {
                say("%s at %s: called %s, was %s", m.id(), m.place(), m.name(), was.name());
            }
            if (was.paths().size() != m.paths().size()) {
                say(
                        "%s at %s: %s, was %d",
                        m.id(), m.place(), paths(m), was.paths().size());
            }
            if (was.rule() != m.rule()) {
                say("%s at %s: held by %s, was %s", m.id(), m.place(), word(m.rule()), word(was.rule()));
            }
            double speed = speed(after, m);
            if (Math.abs(speed - speed(before, was)) * 3.6 > 0.5) {
                PrintedUnit unit = units.speed();
                say(
                        "%s at %s: %.0f %s through its curve, was %.0f",
                        m.id(), m.place(), unit.of(speed), unit.name(), unit.of(speed(before, was)));
            }
        }
        for (Movement m : old.values()) {
            say(
                    "%s at %s (%s): dropped, with %s and %s",
                    m.id(), m.place(), m.name(), paths(m), points(conflicts(before, m)));
        }
    }

    private static String paths(Movement m) {
        return m.paths().size() == 1 ? "1 path" : m.paths().size() + " paths";
    }

    private static String points(int conflicts) {
        return conflicts == 1 ? "1 conflict point" : conflicts + " conflict points";
    }

    private static String word(EntryRule rule) {
        return rule.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    private static double speed(Network network, Movement m) {
        return m.paths().stream()
                .mapToDouble(p -> network.lanes().get(p.lane()).speed())
                .min()
                .orElse(0);
    }

    private static int conflicts(Network network, Movement m) {
        int count = 0;
        for (Conflict c : network.junctions().get(m.place()).conflicts()) {
            boolean of =
                    network.movementOfPath(c.pathA()) == m.index() || network.movementOfPath(c.pathB()) == m.index();
            count += of ? 1 : 0;
        }
        return count;
    }

    private void comparePlaces() {
        for (Junction junction : after.junctions().values()) {
            Junction was = before.junctions().get(junction.id());
            if (was != null && was.conflicts().size() != junction.conflicts().size()) {
                say(
                        "place %s: %s in all, were %d",
                        junction.id(),
                        points(junction.conflicts().size()),
                        was.conflicts().size());
            }
        }
    }

    private void say(String form, Object... values) {
        lines.add(String.format(Locale.ROOT, form, values));
    }
}
