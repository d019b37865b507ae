package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeSet;
import java.util.function.DoubleFunction;
import org.ulicarro.core.analysis.LevelOfService;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.timing.Cycles;
import org.ulicarro.core.timing.LaneGroup;
import org.ulicarro.core.timing.PlaceTiming;
import org.ulicarro.core.timing.Timed;

/** Tables of timing by formula. */
final class TimingSheets {

    private final Model model;
    private final Map<String, PlaceTiming> timings; // by place
    private final double load;
    private final double longest; // cycle that is proposed (s)
    private final Double wanted; // cycle, or null for each place's own
    private final boolean first; // whether no plan is there yet, and these are to be written

    TimingSheets(
            Model model, Map<String, PlaceTiming> timings, double load, double longest, Double wanted, boolean first) {
        this.model = model;
        this.timings = timings;
        this.load = load;
        this.longest = longest;
        this.wanted = wanted;
        this.first = first;
    }

    /** Greens of each place for the cycle that was asked for, or its own best one; without those that no cycle serves. */
    Map<String, Timed> chosen() {
        Map<String, Timed> chosen = new LinkedHashMap<>();
        timings.forEach((place, timing) -> {
            Timed timed = chosen(timing);
            if (timed != null && !timed.critical().isEmpty() && hasVolumes(timing)) {
                chosen.put(place, timed);
            }
        });
        return chosen;
    }

    private Timed chosen(PlaceTiming timing) {
        return timing.timed(cycleFor(timing));
    }

    /** The cycle that was asked for, or a place's own best one (s). */
    private double cycleFor(PlaceTiming timing) {
        double cycle = wanted == null ? timing.cycles(load, longest).optimum() : wanted;
        if (Double.isNaN(cycle)) { // nothing serves it; the longest one loses least
            cycle = Math.max(
                    Math.min(120, longest), timing.cycles(load, longest).shortest());
        }
        return Math.min(cycle, 600);
    }

    /** In words, what does not hold at the cycle that was asked for. */
    List<String> notHeld() {
        List<String> words = new ArrayList<>();
        if (wanted == null) {
            return words;
        }
        timings.forEach((place, timing) -> {
            Timed timed = timing.timed(wanted);
            if (!hasVolumes(timing)) {
                return;
            }
            if (timed.critical().isEmpty()) {
                words.add(String.format(
                        Locale.ROOT,
                        "%s: a cycle of %.0f s does not hold everybody's minimum, which takes %.0f s",
                        place,
                        wanted,
                        timing.cycles(load, longest).shortest()));
            } else if (timing.worstLoad(timed) > 1) {
                words.add(String.format(
                        Locale.ROOT,
                        "%s: with a cycle of %.0f s somebody is at v/c %.2f",
                        place,
                        wanted,
                        timing.worstLoad(timed)));
            }
        });
        return words;
    }

    static boolean hasVolumes(PlaceTiming timing) {
        return timing.groups().stream().anyMatch(g -> g.volume() > 0);
    }

    Sheet places() {
        Sheet sheet = new Sheet()
                .words("place", "place")
                .words("plan", "plan")
                .numbers("flow_ratio", "Y", 2)
                .numbers("lost_s", "lost s", 0)
                .numbers("cycle_clearances_s", "clear", 0)
                .numbers("cycle_min_greens_s", "greens", 0)
                .numbers("cycle_people_s", "people", 0)
                .numbers("cycle_load_s", "v/c " + text(load), 0)
                .numbers("cycle_optimum_s", "optimum", 0)
                .numbers("delay_optimum_s", "delay", 1)
                .numbers(first ? "cycle_written_s" : "cycle_now_s", first ? "written" : "now", 0)
                .numbers(first ? "load_written" : "load_now", "v/c", 2)
                .numbers(first ? "delay_written_s" : "delay_now_s", "delay", 1);
        timings.forEach((place, timing) -> {
            boolean counted = hasVolumes(timing);
            Cycles cycles = timing.cycles(load, longest);
            double cycle = cycleFor(timing);
            Timed best = counted ? timing.timed(cycle) : null;
            Timed now = first ? best : timing.asIs();
            sheet.add(
                    place,
                    timing.order().plan(),
                    counted ? timing.ratio(cycle) : null,
                    timing.lost(cycle),
                    cycles.clearances(),
                    cycles.minGreens(),
                    cycles.people(),
                    counted ? cycles.load() : null,
                    counted ? cycles.optimum() : null,
                    best != null && !best.critical().isEmpty() ? timing.delay(best) : null,
                    first && best != null
                            ? (Double) best.cycle()
                            : (Double) timing.order().cycle(),
                    counted && now != null ? timing.worstLoad(now) : null,
                    counted && now != null ? timing.delay(now) : null);
        });
        return sheet;
    }

    /** Delays of each place and of all for a range of cycles: to choose a common one. */
    Sheet cycles() {
        List<String> places = timings.keySet().stream()
                .filter(p -> hasVolumes(timings.get(p)))
                .toList();
        Sheet sheet = new Sheet().numbers("cycle_s", "cycle s", 0);
        places.forEach(place -> sheet.numbers(place + "_delay_s", place, 1));
        sheet.numbers("delay_veh_h", "all, veh-h per h", 1).words("over", "above v/c " + text(load));
        TreeSet<Double> lengths = new TreeSet<>();
        for (double cycle = 40; cycle <= 150; cycle += 10) {
            lengths.add(cycle);
        }
        if (wanted != null) {
            lengths.add(wanted);
        }
        for (double cycle : lengths) {
            List<Object> row = new ArrayList<>(List.of(cycle));
            double sum = 0;
            List<String> over = new ArrayList<>();
            for (String place : places) {
                PlaceTiming timing = timings.get(place);
                Timed timed = timing.timed(cycle);
                boolean fits = !timed.critical().isEmpty();
                row.add(fits ? (Object) timing.delay(timed) : "-");
                sum += fits
                        ? timing.delay(timed)
                                * timing.groups().stream()
                                        .mapToDouble(LaneGroup::volume)
                                        .sum()
                                / 3600
                        : Double.NaN;
                if (!fits || timing.worstLoad(timed) > load) {
                    over.add(place);
                }
            }
            row.add(sum);
            row.add(over.isEmpty() ? "none" : String.join(", ", over));
            sheet.add(row.toArray());
        }
        return sheet;
    }

    Sheet movements() {
        Sheet sheet = new Sheet()
                .words("group", "group")
                .words("movements", "movements")
                .numbers("lanes", "lanes", 0)
                .numbers("volume_veh_per_h", "veh/h", 0)
                .numbers("saturation_veh_per_h", "satur.", 0)
                .numbers("flow_ratio", "y", 3)
                .words("critical", "")
                .numbers("green_now_s", "now s", 0)
                .numbers("load_now", "v/c", 2)
                .numbers("delay_now_s", "delay", 1)
                .words("los_now", "LOS")
                .numbers("green_s", "then s", 0)
                .numbers("load", "v/c", 2)
                .numbers("delay_s", "delay", 1)
                .words("los", "LOS");
        timings.forEach((place, timing) -> addMovements(sheet, timing));
        return sheet;
    }

    private void addMovements(Sheet sheet, PlaceTiming timing) {
        Timed now = timing.asIs();
        Timed then = chosen(timing);
        boolean fits = !then.critical().isEmpty();
        double cycle = then.cycle();
        for (LaneGroup group : timing.groups()) {
            double greenNow = now == null ? Double.NaN : timing.green(group, now);
            double greenThen = fits ? timing.green(group, then) : Double.NaN;
            Timed greens = fits || now == null ? then : now;
            sheet.add(
                    model.signals().groups().get(group.group()).id(),
                    group.name(),
                    group.lanes(),
                    group.volume(),
                    group.saturation(timing.green(group, greens), greens.cycle()),
                    group.ratio(cycle),
                    timing.isCritical(group, cycle) ? "*" : "",
                    greenNow,
                    now == null ? Double.NaN : group.load(greenNow, now.cycle()),
                    now == null ? Double.NaN : timing.delay(group, now),
                    now == null ? "-" : los(timing, group, now),
                    greenThen,
                    fits ? group.load(greenThen, then.cycle()) : Double.NaN,
                    fits ? timing.delay(group, then) : Double.NaN,
                    fits ? los(timing, group, then) : "-");
        }
    }

    /** By delay, and F where demand is above capacity (Highway Capacity Manual, 6th ed., exhibit 19-8). */
    private static String los(PlaceTiming timing, LaneGroup group, Timed timed) {
        return group.load(timing.green(group, timed), timed.cycle()) > 1
                ? LevelOfService.F.toString()
                : LevelOfService.atSignal(timing.delay(group, timed)).toString();
    }

    /** Cycles and load for a series of volumes. */
    static Sheet series(List<Double> volumes, DoubleFunction<PlaceTiming> timing, double load, double longest) {
        Sheet sheet = new Sheet()
                .numbers("volume_veh_per_h", "veh/h", 0)
                .numbers("flow_ratio", "Y", 2)
                .numbers("cycle_load_s", "cycle for v/c " + text(load), 0)
                .numbers("cycle_optimum_s", "optimum cycle", 0)
                .numbers("load_now", "v/c now", 2)
                .numbers("delay_now_s", "delay now", 1)
                .numbers("delay_optimum_s", "delay at optimum", 1);
        for (double volume : volumes) {
            PlaceTiming one = timing.apply(volume);
            Cycles cycles = one.cycles(load, longest);
            Timed now = one.asIs();
            sheet.add(
                    volume,
                    one.ratio(Double.isNaN(cycles.optimum()) ? longest : cycles.optimum()),
                    cycles.load(),
                    cycles.optimum(),
                    now == null ? null : one.worstLoad(now),
                    now == null ? null : one.delay(now),
                    Double.isNaN(cycles.optimum()) ? null : one.delay(one.timed(cycles.optimum())));
        }
        return sheet;
    }

    void printAll(OutputForm form, PrintWriter out) throws IOException {
        places().print(form, out);
        out.println();
        out.println(
                "Y: flow ratios of the critical movements. Cycles (s): clear for clearances alone, greens with the");
        out.println("shortest greens, people with walk and clearance, v/c " + text(load)
                + " the first that holds all of this");
        out.println("and no critical movement above it; Webster's optimum, no shorter than that, with its delay.");
        out.println((first ? "written: the plan that is proposed" : "now: the plan as it is")
                + ", with the worst v/c of all movements. Volumes are means over the");
        out.println("period, of counts where nobody else travels: a surge looks smaller than it is.");
        out.println("Delays in s per vehicle, with random arrivals: without the platoons that coordination makes.");
        out.println();
        out.println("Delay (s per vehicle) by cycle, greens shared out anew, to choose a common cycle:");
        out.println();
        cycles().print(form, out);
        timings.forEach((place, timing) -> {
            if (!hasVolumes(timing)) {
                out.println();
                out.println("nobody travels over " + place + ", so it is not timed.");
            }
            TimingRelief.tell(place, timing, cycleFor(timing), load, out);
        });
    }

    void printPlace(OutputForm form, PrintWriter out) throws IOException {
        String place = timings.keySet().iterator().next();
        PlaceTiming timing = timings.get(place);
        if (!hasVolumes(timing)) {
            out.println("nobody travels over " + place + ", so it cannot be timed");
            return;
        }
        movements().print(form, out);
        out.println();
        Cycles cycles = timing.cycles(load, longest);
        Timed then = chosen(timing);
        out.printf(
                Locale.ROOT,
                "* critical: together Y = %.2f, with %.0f s lost in a cycle. 'now' is plan '%s'%s.%n",
                timing.ratio(then.cycle()),
                timing.lost(then.cycle()),
                timing.order().plan(),
                Double.isNaN(timing.order().cycle())
                        ? ", which has no cycle"
                        : String.format(
                                Locale.ROOT, ", cycle %.0f s", timing.order().cycle()));
        if (timing.groups().stream().anyMatch(g -> g.inGaps().isPresent())) {
            out.println("Turns in gaps: satur. with the greens 'then'; y is the share of the cycle that they need.");
        }
        out.println();
        out.println("The cycle must be at least");
        line(out, cycles.clearances(), "for yellow and red between the greens alone");
        line(out, cycles.minGreens(), "with the shortest greens");
        line(out, cycles.people(), "with people's walk and clearance");
        line(out, cycles.load(), "for all of this at once, and no critical movement above v/c " + text(load));
        line(out, cycles.optimum(), "by Webster, (1.5 L + 5) / (1 - Y), and not below the line before");
        if (!Double.isNaN(cycles.load())) {
            out.printf(Locale.ROOT, "At %.0f s these leave no second to spare:%n", cycles.load());
            timing.bounds(cycles.load(), load).forEach(b -> out.println("          " + words(place, b)));
        }
        if (!then.critical().isEmpty()) {
            out.println();
            out.println(splits(timing, then));
        } else {
            out.println();
            out.printf(Locale.ROOT, "A cycle of %.0f s does not hold everybody's minimum.%n", then.cycle());
        }
        TimingRelief.tell(place, timing, cycleFor(timing), load, out);
    }

    private static void line(PrintWriter out, double cycle, String why) {
        out.printf(Locale.ROOT, "%8s  %s%n", Double.isNaN(cycle) ? "no cycle" : String.format("%.0f s", cycle), why);
    }

    private static String splits(PlaceTiming timing, Timed timed) {
        StringBuilder text = new StringBuilder(String.format(
                Locale.ROOT,
                "Greens for %.0f s, critical v/c %.2f, worst %.2f, delay %.1f s:",
                timed.cycle(),
                timed.load(),
                timing.worstLoad(timed),
                timing.delay(timed)));
        for (int i = 0; i < timed.greens().length; i++) {
            SpanOrder.Span span = timing.order().spans().get(i);
            if (!span.forPeople()) {
                text.append(String.format(Locale.ROOT, "  %s %.0f s", span.id(), timed.greens()[i]));
            }
        }
        return text.toString();
    }

    private String words(String place, PlaceTiming.Bound bound) {
        return bound.span().id()
                + switch (bound.why()) {
                    case LOAD -> ": its volume";
                    case SHORTEST_GREEN -> ": its shortest green";
                    case PEOPLE ->
                        (bound.span().forPeople() ? ": people" : ": people beside it")
                                + crossings(place, bound.span().id())
                                + ", walk and clearance";
                };
    }

    /** Over which roads people of a group, or beside a phase, walk. */
    private String crossings(String place, String id) {
        List<String> roads = model.study().signals().get(place).writtenGroups().stream()
                .filter(g -> g.id().equals(id) && g.group().forPeople())
                .flatMap(g -> g.group().crosses().stream())
                .toList();
        return roads.isEmpty() ? "" : " over " + String.join(" and ", roads);
    }

    static String text(double share) {
        return String.format(Locale.ROOT, "%.2f", share);
    }
}
