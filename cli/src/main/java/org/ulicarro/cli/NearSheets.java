package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.demand.ServiceLine;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.ObservedKind;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.PlanOfPeriod;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalPlan;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.Written;
import org.ulicarro.files.AlternativeText;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyFolder;

/** What a junction depends on and what depends on it: the first look of somebody who has been given a large model. */
final class NearSheets {

    private final Model model;
    private final LoadedStudy loaded;
    private final Study study;
    private final Network network;
    private final String place;

    NearSheets(Model model, LoadedStudy loaded, String place) {
        this.model = model;
        this.loaded = loaded;
        study = model.study();
        network = model.network();
        this.place = place;
    }

    /** A thing beside the neighbours: what kind, which, and what is to be said of it. */
    private record Thing(String kind, String id, String says) {}

    void print(OutputForm form, PrintWriter out) throws IOException {
        List<Thing> things = things();
        if (form.isForMachines()) {
            Sheet sheet = neighbours();
            things.forEach(t -> sheet.add(t.kind(), t.id(), null, null, null, null, null, null, null, t.says()));
            sheet.print(form, out);
            return;
        }
        out.println(heading());
        out.println();
        neighbours().print(form, out);
        out.println();
        Wrapped.print(
                "Distance and free time from line to line, there and back. Begins after: how long after the neighbour's cycle the one here begins, to"
                        + " be held against the free time from there.",
                "",
                out);
        String kind = "";
        for (Thing thing : things) {
            if (!thing.kind().equals(kind)) {
                out.println();
                out.println(thing.kind());
                kind = thing.kind();
            }
            Wrapped.print(thing.id() + ": " + thing.says(), "  ", out);
        }
    }

    private String heading() {
        Junction junction = network.junctions().get(place);
        long legs = study.network().roads().values().stream()
                .filter(r -> r.between().contains(place))
                .count();
        return String.format(
                Locale.ROOT,
                "%s: %s, %d legs, %d movements%s",
                place,
                control(place),
                legs,
                junction.movements().stream()
                        .map(network.movements()::get)
                        .filter(m -> !m.isInner())
                        .count(),
                cycle(place) == null
                        ? ""
                        : String.format(
                                Locale.ROOT,
                                "; cycle %.0f s, offset %.0f s in %s",
                                cycle(place),
                                offset(place),
                                model.periodId()));
    }

    private String control(String id) {
        Place.Control control = network.junctions().get(id).place().control();
        SignalController controller = study.signals().get(id);
        if (controller != null && control == Place.Control.SIGNAL) {
            return "signal, " + Written.of(controller.kind());
        }
        boolean end = study.network().roads().values().stream()
                        .filter(r -> r.between().contains(id))
                        .count()
                == 1;
        return control == Place.Control.NONE ? end ? "end" : "no control" : Written.of(control);
    }

    private SignalPlan<?> plan(String id) {
        SignalController controller = study.signals().get(id);
        SignalPlan<?> plan = controller == null ? null : PlanOfPeriod.of(controller, study, model.periodId());
        boolean free = plan instanceof ActuatedControl.Plan phases && Boolean.TRUE.equals(phases.free());
        return free ? null : plan;
    }

    private Double cycle(String id) {
        return plan(id) == null ? null : plan(id).cycle();
    }

    private double offset(String id) {
        Double offset = plan(id).offset();
        return offset == null ? 0 : offset;
    }

    private Sheet neighbours() {
        Sheet sheet = new Sheet()
                .words("kind", "neighbour")
                .words("id", "road")
                .numbers("distance_to_m", "there m", 0)
                .numbers("free_to_s", "s", 1)
                .numbers("distance_from_m", "back m", 0)
                .numbers("free_from_s", "s", 1)
                .words("control", "control")
                .numbers("cycle_s", "cycle s", 0)
                .numbers("begins_after_s", "begins after s", 0)
                .words("says", "");
        study.network().roads().forEach((id, road) -> {
            if (road.between().contains(place)) {
                String other = road.from().equals(place) ? road.to() : road.from();
                Link to = link(id, road.from().equals(place));
                Link from = link(id, !road.from().equals(place));
                Double cycle = cycle(other);
                boolean common = cycle != null && cycle(place) != null && fits(cycle, cycle(place));
                sheet.add(
                        other,
                        id,
                        to == null ? null : to.length(),
                        to == null ? null : to.freeTime(),
                        from == null ? null : from.length(),
                        from == null ? null : from.freeTime(),
                        control(other),
                        cycle,
                        common ? floorMod(offset(place) - offset(other), Math.min(cycle, cycle(place))) : null,
                        common ? "" : cycle != null && cycle(place) != null ? "cycles do not fit" : "");
            }
        });
        return sheet;
    }

    private static boolean fits(double a, double b) {
        double times = Math.max(a, b) / Math.min(a, b);
        return Math.abs(times - Math.rint(times)) < 1e-6;
    }

    private static double floorMod(double value, double by) {
        return value - Math.floor(value / by) * by;
    }

    private Link link(String road, boolean ahead) {
        return network.links().stream()
                .filter(l -> !l.ring() && l.road().equals(road) && l.ahead() == ahead)
                .findFirst()
                .orElse(null);
    }

    private List<Thing> things() throws IOException {
        List<Thing> all = new ArrayList<>();
        corridors(all);
        detectors(all);
        onRoads(all);
        lines(all);
        people(all);
        counts(all);
        demand(all);
        observed(all);
        alternatives(all);
        return all;
    }

    private void corridors(List<Thing> all) {
        study.network().corridors().forEach((id, corridor) -> {
            int at = corridor.via().indexOf(place);
            if (at >= 0) {
                all.add(new Thing(
                        "corridors",
                        id,
                        "place " + (at + 1) + " of " + corridor.via().size() + ": "
                                + String.join(", ", corridor.via())));
            }
        });
    }

    private void detectors(List<Thing> all) {
        ControlWords words = new ControlWords(loaded);
        study.network().detectors().forEach((id, detector) -> {
            boolean here = isOfPlace(detector.road().road());
            List<String> by = words.readers(id);
            if (here || by.contains(place)) {
                all.add(new Thing(
                        "detectors",
                        id,
                        detector.road() + ", lane " + detector.lane()
                                + (detector.beforeEnd() == null
                                        ? String.format(
                                                Locale.ROOT, ", at %.0f m", detector.at() == null ? 0 : detector.at())
                                        : String.format(Locale.ROOT, ", %.0f m before the line", detector.beforeEnd()))
                                + (by.isEmpty()
                                        ? "; no signal of this study reads it"
                                        : "; read by " + String.join(", ", by))));
            }
        });
    }

    private boolean isOfPlace(String road) {
        return study.network().roads().get(road).between().contains(place);
    }

    private void onRoads(List<Thing> all) {
        study.network().stops().forEach((id, stop) -> {
            if (isOfPlace(stop.road().road())) {
                all.add(new Thing(
                        "on its roads",
                        "stop " + id,
                        stop.road() + String.format(Locale.ROOT, ", at %.0f m", stop.at())));
            }
        });
        study.network().gates().forEach((id, gate) -> {
            if (isOfPlace(gate.road().road())) {
                all.add(new Thing(
                        "on its roads",
                        "gate " + id,
                        gate.road() + String.format(Locale.ROOT, ", at %.0f m", gate.at())));
            }
        });
        study.network().closures().forEach((id, closure) -> {
            if (isOfPlace(closure.road().road())) {
                all.add(new Thing(
                        "on its roads", "closure " + id, closure.road().toString()));
            }
        });
        study.network().bans().forEach((id, ban) -> {
            if (ban.road() != null && isOfPlace(ban.road().road()) || place.equals(ban.at())) {
                all.add(new Thing(
                        "on its roads",
                        "ban " + id,
                        ban.road() == null ? "turn " + ban.turn() : ban.road().toString()));
            }
        });
    }

    private void lines(List<Thing> all) {
        for (ServiceLine line : model.demand().departures(1).lines()) {
            List<String> turns = new ArrayList<>();
            for (int m : line.way()) {
                Movement movement = network.movements().get(m);
                if (movement.place().equals(place) && !movement.isInner()) {
                    turns.add(movement.name());
                }
            }
            if (!turns.isEmpty()) {
                long runs = java.util.Arrays.stream(line.departs())
                        .filter(t ->
                                t >= model.period().from() && t < model.period().to())
                        .count();
                all.add(new Thing(
                        "lines", line.id(), String.join(", ", turns) + "; " + runs + " departures in the period"));
            }
        }
    }

    private void people(List<Thing> all) {
        study.demand().walkers().forEach((id, flow) -> {
            if (id.startsWith(place + ".")) {
                all.add(new Thing("people", id, flow.toString()));
            }
        });
    }

    private void counts(List<Thing> all) {
        Map<String, double[]> tables = new TreeMap<>();
        for (Count count : loaded.inputs().counts()) {
            if (count.place().equals(place)) {
                String table =
                        count.origin().split("/").length > 3 ? count.origin().split("/")[3] : "";
                double[] sums = tables.computeIfAbsent(table, none -> new double[] {0, Double.MAX_VALUE, 0});
                sums[0] += count.vehicles();
                sums[1] = Math.min(sums[1], count.from());
                sums[2] = Math.max(sums[2], count.to());
            }
        }
        tables.forEach((table, sums) -> all.add(new Thing(
                "counts",
                table,
                String.format(
                        Locale.ROOT,
                        "%.0f vehicles from %s to %s",
                        sums[0],
                        Clock.timeOfDay(sums[1]),
                        Clock.timeOfDay(sums[2])))));
    }

    private void demand(List<Thing> all) {
        study.demand().surges().forEach((id, surge) -> {
            boolean begins = neighbour(surge.at());
            if (begins) {
                all.add(new Thing(
                        "surges",
                        id,
                        surge.vehicles() + " vehicles from '" + surge.at() + "' at " + Clock.timeOfDay(surge.from())));
            }
        });
        study.demand().entries().forEach((id, entry) -> {
            if (neighbour(id)) {
                all.add(new Thing("entries", id, String.format(Locale.ROOT, "%.0f veh/h", entry.vehicles() * 3600)));
            }
        });
    }

    private boolean neighbour(String other) {
        return study.network().roads().values().stream()
                .anyMatch(r -> r.between().contains(place) && r.between().contains(other));
    }

    private void observed(List<Thing> all) throws IOException {
        for (Map.Entry<ObservedKind, String> one : study.observed().entrySet()) {
            String rows = org.ulicarro.files.ObservedTable.only(
                    loaded.folder().resolve(one.getValue()), one.getValue(), one.getKey(), this::isOfPlace);
            if (rows != null) {
                all.add(new Thing(
                        "measured in the field",
                        one.getValue(),
                        rows.lines().count() - 1 + " rows of " + Written.of(one.getKey())));
            }
        }
    }

    private boolean isOfPlace(List<String> of) {
        if (of.size() == 1) {
            int blank = of.get(0).lastIndexOf(' ');
            String road = blank < 0 ? of.get(0) : of.get(0).substring(0, blank);
            return study.network().roads().containsKey(road) && isOfPlace(road);
        }
        return of.contains(place);
    }

    /** Those whose text names the place, one of its roads, or a detector there. */
    private void alternatives(List<Thing> all) throws IOException {
        Set<String> names = new LinkedHashSet<>();
        names.add(place);
        study.network().roads().forEach((id, road) -> {
            if (road.between().contains(place)) {
                names.add(id);
            }
        });
        for (String alternative : StudyFolder.alternatives(loaded.folder())) {
            Map<String, Object> tree = AlternativeText.tree(loaded.folder(), alternative);
            Set<String> paths = new LinkedHashSet<>();
            paths(tree, "", names, paths);
            if (!paths.isEmpty()) {
                all.add(new Thing("alternatives that change it", alternative, String.join(", ", paths)));
            }
        }
    }

    private static void paths(Map<?, ?> map, String at, Set<String> names, Set<String> found) {
        map.forEach((key, value) -> {
            String path = at.isEmpty() ? String.valueOf(key) : at + "." + key;
            boolean named = names.contains(String.valueOf(key));
            boolean on = value instanceof Map<?, ?> thing
                    && thing.get("road") != null
                    && names.contains(String.valueOf(thing.get("road")).replaceFirst(" (ahead|back)$", ""));
            if (named || on) {
                found.add(path);
            } else if (value instanceof Map<?, ?> inner) {
                paths(inner, path, names, found);
            }
        });
    }
}
