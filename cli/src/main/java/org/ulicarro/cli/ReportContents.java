package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.demand.Volumes;
import org.ulicarro.core.measure.BayRow;
import org.ulicarro.core.measure.Causes;
import org.ulicarro.core.measure.Difference;
import org.ulicarro.core.measure.Geh;
import org.ulicarro.core.measure.LaneCycle;
import org.ulicarro.core.measure.LaneRow;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.Percentile;
import org.ulicarro.core.measure.RunSummary;
import org.ulicarro.core.measure.SignalRow;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.measure.TravelTimeRow;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.RunFolder;
import org.ulicarro.files.RunRecord;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.report.PlanDrawing;
import org.ulicarro.report.SignalPlanDrawing;
import org.ulicarro.report.paper.Figure;
import org.ulicarro.report.paper.ScatterChart;
import org.ulicarro.report.paper.TimeChart;

/** What a report says of its runs, as the template names it. */
final class ReportContents {

    private static final int WIDE = 680; // points of a picture over the whole width
    private static final int SQUARE = 330; // points
    private static final int DRAWS = 3; // for the volumes of the plan
    private static final double METRES_PER_FOOT = 0.3048;

    private final List<Path> runs;
    private final List<String> wantedPlaces;
    private final boolean lines; // pictures by lines
    private final List<RunRecord> records = new ArrayList<>();
    private final Map<String, Object> model = new LinkedHashMap<>();
    private final List<String> notes = new ArrayList<>();
    private final boolean feet;

    ReportContents(List<Path> runs, List<String> places, boolean lines) throws IOException {
        this.runs = runs;
        wantedPlaces = places;
        this.lines = lines;
        for (Path run : runs) {
            records.add(RunFolder.record(run));
        }
        feet = records.get(0).units().equals("us");
    }

    /** What could not be shown, for whoever makes the report. */
    List<String> notes() {
        return notes;
    }

    void titles(String title, String by, String client, String logo, String paper) {
        RunRecord first = records.get(0);
        model.put("title", title == null ? first.title() : title);
        model.put(
                "subtitle",
                String.format(
                        Locale.ROOT,
                        "Simulated %s-%s (%s), %s",
                        Clock.timeOfDay(first.fromS()),
                        Clock.timeOfDay(first.toS()),
                        first.period(),
                        String.join(" and ", alternatives())));
        List<String> names = new ArrayList<>();
        if (client != null) {
            names.add("for " + client);
        }
        if (by != null) {
            names.add("by " + by);
        }
        names.add(first.started().substring(0, 10));
        model.put("names", names);
        if (logo != null) {
            model.put("logo", logo);
        }
        model.put("paper", paper);
        model.put("footer", model.get("title").toString().replace("\\", "").replace("\"", "'"));
        model.put("lengthUnit", feet ? "ft" : "m");
    }

    private List<String> alternatives() {
        return records.stream().map(RunRecord::alternative).toList();
    }

    Map<String, Object> model() throws IOException {
        model.put("warnings", warnings());
        keyFigures();
        model.put("comparisons", comparisons());
        study();
        List<Map<String, Object>> all = new ArrayList<>();
        double longest = longestQueue();
        for (int i = 0; i < runs.size(); i++) {
            all.add(run(i, longest));
        }
        model.put("runs", all);
        method();
        return model;
    }

    private String name(int run) {
        return runs.get(run).toAbsolutePath().normalize().getFileName().toString();
    }

    private List<String> warnings() {
        List<String> warnings = new ArrayList<>();
        for (int i = 0; i < runs.size(); i++) {
            RunRecord r = records.get(i);
            String of = runs.size() > 1 ? name(i) + ": " : "";
            if (r.unservedAtEnd() >= 1) {
                warnings.add(String.format(
                        Locale.ROOT,
                        "%s%.0f vehicles found no room to enter by the end of the period (at most %d at once). They wait outside, and"
                                + " delays inside look better than they are.",
                        of,
                        r.unservedAtEnd(),
                        r.unservedPeak()));
            } else if (r.unservedPeak() >= 10) {
                warnings.add(String.format(
                        Locale.ROOT,
                        "%sAt times up to %d vehicles wait outside for room; their time there is the entry delay.",
                        of,
                        r.unservedPeak()));
            }
            if (!r.standstills().isEmpty()) {
                warnings.add(of + "Vehicles blocked each other for good in "
                        + r.standstills().size() + " case(s): "
                        + r.standstills().get(0));
            }
            if (r.replications() < 5) {
                warnings.add(of + r.replications() + " replication(s) are too few to know what a figure is worth.");
            }
            if (r.missedTurns() >= 1) {
                warnings.add(String.format(
                        Locale.ROOT,
                        "%s%.1f vehicles per replication found no room to change lanes for their turn and drove another way.",
                        of,
                        r.missedTurns()));
            }
        }
        return warnings;
    }

    private static String figure(double value, int decimals) {
        return TextTable.figure(value, decimals);
    }

    private void keyFigures() throws IOException {
        List<String> head = new ArrayList<>();
        Map<Figures.Key, List<String>> rows = new LinkedHashMap<>();
        int needed = 0;
        for (int i = 0; i < runs.size(); i++) {
            head.add(runs.size() == 1 ? "" : records.get(i).alternative());
            Figures figures = new Figures(runs.get(i)).network();
            for (Map.Entry<Figures.Key, double[]> one : figures.values().entrySet()) {
                Statistic s = Statistic.of(one.getValue());
                int decimals = one.getKey().decimals();
                rows.computeIfAbsent(one.getKey(), none -> new ArrayList<>())
                        .add(figure(s.mean(), decimals)
                                + (s.n() > 1 ? " ± " + figure((s.hi() - s.lo()) / 2, decimals) : ""));
                if (one.getKey().measure().equals("delay of a journey")) {
                    needed = Math.max(needed, s.replicationsFor(0.05));
                }
            }
        }
        List<Map<String, Object>> key = new ArrayList<>();
        rows.forEach((k, cells) -> key.add(Map.of("name", k.measure() + " (" + k.unit() + ")", "cells", cells)));
        model.put("keyHead", head);
        model.put("key", key);
        model.put(
                "precision",
                needed > records.get(0).replications()
                        ? "About " + needed + " replications would bring the delay of a journey to ± 5 %."
                        : needed > 0 ? "The delay of a journey is known to ± 5 %." : "");
    }

    private List<Map<String, Object>> comparisons() throws IOException {
        List<Map<String, Object>> all = new ArrayList<>();
        for (int i = 1; i < runs.size(); i++) {
            Figures a = comparable(0);
            Figures b = comparable(i);
            List<Figures.Key> keys = a.shared(b);
            boolean paired = records.get(0).seed() == records.get(i).seed();
            List<Difference> differences = keys.stream()
                    .map(k -> paired
                            ? Difference.paired(a.values().get(k), b.values().get(k))
                            : Difference.unpaired(a.values().get(k), b.values().get(k)))
                    .toList();
            boolean[] real = Difference.real(differences);
            List<Map<String, Object>> rows = new ArrayList<>();
            String last = "";
            for (int k = 0; k < keys.size(); k++) {
                Figures.Key key = keys.get(k);
                Difference d = differences.get(k);
                String verdict = CompareCommand.verdict(key, d, real[k]);
                Map<String, Object> row = new LinkedHashMap<>();
                row.put("subject", key.subject().equals(last) ? "" : key.subject());
                row.put("measure", key.measure() + (key.unit().isEmpty() ? "" : " (" + key.unit() + ")"));
                row.put("before", figure(d.before(), key.decimals()));
                row.put("after", figure(d.after(), key.decimals()));
                row.put("difference", CompareCommand.signed(d.difference(), key.decimals()));
                row.put("half", figure((d.hi() - d.lo()) / 2, key.decimals()));
                row.put("percent", CompareCommand.signed(100 * d.share(), 0));
                row.put("verdict", verdict);
                row.put("style", verdict.equals("better") || verdict.equals("worse") ? verdict : "");
                rows.add(row);
                last = key.subject();
            }
            Map<String, Object> one = new LinkedHashMap<>();
            one.put(
                    "heading",
                    records.get(i).alternative() + " against " + records.get(0).alternative());
            one.put("rows", rows);
            one.put(
                    "note",
                    paired
                            ? "Replications of the same number met the same traffic and are compared pair by pair. Better and worse are"
                                    + " real at 5 % for all rows together (Holm 1979)."
                            : "The runs have different seeds and are compared by Welch's test, at 5 % for all rows together (Holm 1979).");
            all.add(one);
        }
        return all;
    }

    private Figures comparable(int run) throws IOException {
        return new Figures(runs.get(run)).network().journeys().movements(null, Figures.Measure.DELAY);
    }

    private static Map<String, Object> fact(String name, String value) {
        return Map.of("name", name, "value", value);
    }

    private void study() {
        RunRecord r = records.get(0);
        List<Map<String, Object>> facts = new ArrayList<>();
        facts.add(fact("period", Clock.timeOfDay(r.fromS()) + " to " + Clock.timeOfDay(r.toS())));
        facts.add(fact(
                "replications",
                records.stream()
                        .map(x -> String.valueOf(x.replications()))
                        .distinct()
                        .reduce((x, y) -> x + ", " + y)
                        .orElse("")));
        facts.add(fact("vehicles that wanted to travel", figure(r.wanted(), 0) + " with warm-up and drain time"));
        facts.add(fact("alternatives", String.join(", ", alternatives())));
        model.put("facts", facts);
        try {
            Model first = RunModel.of(runs.get(0));
            PlanDrawing plan = new PlanDrawing(
                    first,
                    null,
                    0,
                    null,
                    Volumes.of(first.network(), first.demand(), first.study().seed(), DRAWS));
            model.put("plan", new Figure(1280, 800, g -> plan.draw(g, 1280, 800)).source(lines));
        } catch (IOException | StudyProblem e) {
            notes.add("note: the plan and signal plans are left out: " + e.getMessage());
        }
    }

    private Map<String, Object> run(int i, double longest) throws IOException {
        Path folder = runs.get(i);
        RunSummary summary = RunFolder.summary(folder);
        Map<String, Object> one = new LinkedHashMap<>();
        one.put("heading", runs.size() == 1 ? "Places" : "Run " + name(i));
        one.put("breaks", runs.size() > 1);
        one.put("places", places(summary));
        one.put("travel", travel(folder));
        List<Map<String, Object>> causes = new ArrayList<>();
        Causes.of(
                        summary,
                        RunFolder.rows(folder, MovementRow.class),
                        RunFolder.rows(folder, LaneRow.class),
                        RunFolder.rows(folder, SignalRow.class),
                        RunFolder.rows(folder, BayRow.class),
                        RunFolder.rows(folder, LinkRow.class))
                .forEach(c -> causes.add(Map.of(
                        "name",
                        c.place() + " " + c.name(),
                        "delay",
                        figure(c.delayS(), 1),
                        "los",
                        c.los().name(),
                        "why",
                        c.why())));
        one.put("causes", causes);
        counts(folder, one);
        field(folder, one);
        one.put("details", details(folder, summary, longest));
        return one;
    }

    private void counts(Path folder, Map<String, Object> one) throws IOException {
        CountSheets counts = new CountSheets(folder, new RowFilter());
        if (counts.lines().isEmpty()) {
            return;
        }
        List<double[]> met = new ArrayList<>();
        List<double[]> missed = new ArrayList<>();
        List<String> worst = new ArrayList<>();
        for (CountSheets.Line line : counts.lines()) {
            boolean is = line.geh() < Geh.MET;
            (is ? met : missed).add(new double[] {line.counted(), line.simulated()});
            if (!is) {
                worst.add(String.format(
                        Locale.ROOT,
                        "%s %s %.0f for %.0f",
                        line.place(),
                        line.name(),
                        line.simulated(),
                        line.counted()));
            }
        }
        one.put(
                "scatter",
                ScatterChart.of("Flows of movements", "counted (veh/h)", "simulated (veh/h)", met, missed, SQUARE)
                        .source(lines));
        one.put(
                "counts",
                String.format(
                        Locale.ROOT,
                        "%d of %d movements meet their count (GEH under 5, %.0f %%).%s",
                        counts.met(),
                        counts.lines().size(),
                        100.0 * counts.met() / counts.lines().size(),
                        worst.isEmpty() ? "" : " Not met: " + String.join(", ", worst) + "."));
    }

    private void field(Path folder, Map<String, Object> one) {
        List<Map<String, Object>> rows = new ArrayList<>();
        try {
            for (FieldSheets.Line l : new FieldSheets(folder).lines()) {
                Map<String, Object> row = new LinkedHashMap<>();
                row.put("what", l.what() + " (" + l.unit() + ")");
                row.put("of", l.of());
                row.put("observed", figure(l.observed(), 1));
                row.put("simulated", figure(l.simulated(), 1));
                row.put("percent", CompareCommand.signed(100 * (l.simulated() / l.observed() - 1), 1));
                row.put("within", figure(100 * l.within(), 0));
                row.put("met", l.holds() ? "yes" : "no");
                rows.add(row);
            }
        } catch (IOException e) {
            notes.add("note: what was measured in the field is left out: " + e.getMessage());
        }
        one.put("field", rows);
    }

    private List<Map<String, Object>> places(RunSummary summary) {
        List<Map<String, Object>> rows = new ArrayList<>();
        for (PlaceTable.Line line : new PlaceTable(summary).lines()) {
            RunSummary.Row p = line.place();
            Map<String, Object> row = new LinkedHashMap<>();
            row.put("place", p.place());
            row.put("vehicles", figure(p.vehicles().mean(), 0));
            row.put("delay", figure(p.controlDelay().mean(), 1));
            row.put("half", figure(half(p.controlDelay()), 1));
            row.put("los", p.los() == null ? "" : p.los().name());
            row.put("entry", figure(p.entryDelay().mean(), 1));
            row.put("stops", figure(p.stops().mean(), 2));
            row.put(
                    "worst",
                    line.worst() == null
                            ? ""
                            : String.format(
                                    Locale.ROOT,
                                    "%s, %.0f s, %s",
                                    line.worst().name(),
                                    line.worst().controlDelay().mean()
                                            + line.worst().entryDelay().mean(),
                                    line.worst().los()));
            rows.add(row);
        }
        return rows;
    }

    private static double half(Statistic s) {
        return (s.hi() - s.lo()) / 2;
    }

    private static List<Map<String, Object>> travel(Path folder) throws IOException {
        Map<String, List<TravelTimeRow>> ways = new LinkedHashMap<>();
        for (Observed<TravelTimeRow> o : RunFolder.rows(folder, TravelTimeRow.class)) {
            if (o.row().whole()) {
                ways.computeIfAbsent(
                                o.row().corridor() + ", " + o.row().fromPlace() + " to "
                                        + o.row().toPlace(),
                                none -> new ArrayList<>())
                        .add(o.row());
            }
        }
        List<Map<String, Object>> rows = new ArrayList<>();
        ways.forEach((name, all) -> {
            Statistic mean = Statistic.of(
                    all.stream().mapToDouble(TravelTimeRow::travelTimeS).toArray());
            rows.add(Map.of(
                    "name", name,
                    "vehicles",
                            figure(
                                    all.stream()
                                            .mapToDouble(TravelTimeRow::vehicles)
                                            .average()
                                            .orElse(0),
                                    0),
                    "mean", figure(mean.mean(), 1),
                    "half", figure(half(mean), 1),
                    "p50",
                            figure(
                                    all.stream()
                                            .mapToDouble(TravelTimeRow::travelTimeP50S)
                                            .average()
                                            .orElse(Double.NaN),
                                    1),
                    "p85",
                            figure(
                                    all.stream()
                                            .mapToDouble(TravelTimeRow::travelTimeP85S)
                                            .average()
                                            .orElse(Double.NaN),
                                    1),
                    "p95",
                            figure(
                                    all.stream()
                                            .mapToDouble(TravelTimeRow::travelTimeP95S)
                                            .average()
                                            .orElse(Double.NaN),
                                    1)));
        });
        return rows;
    }

    private List<Map<String, Object>> details(Path folder, RunSummary summary, double longest) throws IOException {
        Set<String> all = new LinkedHashSet<>();
        summary.wholePeriod().forEach(r -> all.add(r.place()));
        for (String place : wantedPlaces) {
            if (!all.contains(place)) {
                throw new IOException("run " + folder.getFileName() + " has no place '" + place + "'."
                        + Names.suggestion(place, all));
            }
        }
        List<Observed<MovementRow>> rows = RunFolder.rows(folder, MovementRow.class);
        List<Observed<LaneCycle>> cycles = RunFolder.rows(folder, LaneCycle.class);
        Model compiled = compiled(folder);
        List<Map<String, Object>> details = new ArrayList<>();
        for (String place : wantedPlaces.isEmpty() ? all : wantedPlaces) {
            Map<String, Object> one = new LinkedHashMap<>();
            one.put("heading", place);
            one.put("breaks", false);
            one.put("rows", movements(place, summary, rows));
            if (compiled != null && compiled.signals().orderAt(place) != null) {
                SignalPlanDrawing drawing = new SignalPlanDrawing(compiled, place);
                one.put("signal", new Figure(WIDE, drawing.height(WIDE), g -> drawing.draw(g, WIDE)).source(lines));
            }
            one.put("charts", charts(place, cycles, longest));
            details.add(one);
        }
        return details;
    }

    private Model compiled(Path folder) {
        try {
            return RunModel.of(folder);
        } catch (IOException | StudyProblem e) {
            return null; // the reason has been noted
        }
    }

    private List<Map<String, Object>> movements(
            String place, RunSummary summary, List<Observed<MovementRow>> observed) {
        List<Map<String, Object>> rows = new ArrayList<>();
        for (RunSummary.Row r : summary.wholePeriod()) {
            if (!r.place().equals(place)) {
                continue;
            }
            List<MovementRow> own = observed.stream()
                    .map(Observed::row)
                    .filter(o -> o.place().equals(place)
                            && o.approach().equals(r.approach())
                            && o.movement().equals(r.movement())
                            && o.fromS() == r.fromS()
                            && o.toS() == r.toS())
                    .toList();
            boolean all = r.movement().equals(MovementRow.ALL);
            Map<String, Object> row = new LinkedHashMap<>();
            row.put("name", r.approach().equals(MovementRow.ALL) ? "place" : all ? r.name() + " all" : r.name());
            row.put("all", all);
            row.put("vehicles", figure(r.vehicles().mean(), 0));
            row.put("delay", figure(r.controlDelay().mean(), 1));
            row.put("half", figure(half(r.controlDelay()), 1));
            row.put("los", r.los() == null ? "" : r.los().name());
            row.put("entry", figure(r.entryDelay().mean(), 1));
            row.put("stops", figure(r.stops().mean(), 2));
            row.put("vc", figure(mean(own, MovementRow::vc), 2));
            row.put("green", figure(100 * mean(own, MovementRow::arrivalsOnGreen), 0));
            row.put("back", length(r.backP50()) + ", " + length(r.backP95()));
            rows.add(row);
        }
        return rows;
    }

    private String length(double metres) {
        return figure(feet ? metres / METRES_PER_FOOT : metres, 0);
    }

    private static double mean(List<MovementRow> rows, java.util.function.ToDoubleFunction<MovementRow> of) {
        return Statistic.of(rows.stream().mapToDouble(of).toArray()).mean();
    }

    /** The longest back of queue in any cycle of any run, so that all charts have one scale (m). */
    private double longestQueue() throws IOException {
        double longest = 0;
        for (Path run : runs) {
            for (Observed<LaneCycle> o : RunFolder.rows(run, LaneCycle.class)) {
                boolean shown =
                        wantedPlaces.isEmpty() || wantedPlaces.contains(o.row().place());
                longest = shown ? Math.max(longest, o.row().backOfQueueM()) : longest;
            }
        }
        return longest;
    }

    private List<String> charts(String place, List<Observed<LaneCycle>> cycles, double longest) throws IOException {
        Map<String, Map<Double, List<Double>>> byApproach =
                new TreeMap<>(); // approach -> cycle -> back in each replication
        Map<String, double[]> worst = new TreeMap<>(); // replication, approach, cycle -> longest lane
        for (Observed<LaneCycle> o : cycles) {
            LaneCycle c = o.row();
            if (c.place().equals(place)) {
                double start =
                        Math.rint(c.startS() / 60) * 60; // actuated cycles begin at other moments in each replication
                String key = o.replication() + "\t" + c.approach() + "\t" + start;
                double[] most = worst.computeIfAbsent(key, none -> new double[1]);
                most[0] = Math.max(most[0], c.backOfQueueM());
            }
        }
        worst.forEach((key, most) -> {
            String[] parts = key.split("\t");
            byApproach
                    .computeIfAbsent(parts[1], none -> new TreeMap<>())
                    .computeIfAbsent(Double.parseDouble(parts[2]), none -> new ArrayList<>())
                    .add(most[0]);
        });
        if (byApproach.isEmpty()) {
            return List.of();
        }
        List<TimeChart.Line> means = new ArrayList<>();
        byApproach.forEach((approach, times) -> {
            List<double[]> points = new ArrayList<>();
            times.forEach((time, backs) -> points.add(new double[] {
                time, scaled(Percentile.of(backs.stream().mapToDouble(b -> b).toArray(), 0.50))
            }));
            means.add(new TimeChart.Line(approach, points));
        });
        double top = means.stream()
                .flatMap(line -> line.points().stream())
                .mapToDouble(p -> p[1])
                .max()
                .orElse(0);
        double most = runs.size() > 1 ? scaled(longest) : Math.max(50, top * 1.1);
        Figure chart = TimeChart.of(
                "Back of queue in each cycle, longest lane, median over replications",
                feet ? "ft" : "m",
                means,
                most,
                WIDE,
                210);
        return List.of(chart.source(lines));
    }

    private double scaled(double metres) {
        return feet ? metres / METRES_PER_FOOT : metres;
    }

    private void method() {
        List<String> method = new ArrayList<>();
        method.add(
                "Every vehicle is simulated in steps of a fraction of a second: following, lane changes by need and gain, gaps at yields"
                        + " and in permissive turns, signals with their clearances, people on crossings. docs/model.md of Ulicarro names the"
                        + " formulas with their sources, docs/fidelity.md holds the model against theory and field values.");
        method.add(
                "Control delay is the time lost to signals, signs and roundabouts, from the first braking for them or their queue, against"
                        + " the same vehicle alone with the control removed. Entry delay is the time that vehicles wait outside the plan for want of"
                        + " room. Level of service follows the Highway Capacity Manual's limits, from control and entry delay in the worst 15 min.");
        model.put("method", method);
        List<Map<String, Object>> repeat = new ArrayList<>();
        for (int i = 0; i < runs.size(); i++) {
            RunRecord r = records.get(i);
            repeat.add(fact(
                    "run " + name(i),
                    String.format(
                            Locale.ROOT,
                            "alternative %s, period %s, %d replications from seed %d, Ulicarro %s, digest %s",
                            r.alternative(),
                            r.period(),
                            r.replications(),
                            r.seed(),
                            r.version(),
                            r.digest().substring(0, 16))));
        }
        repeat.add(fact("to repeat", "the same study, seed and version give the same digest on any machine"));
        model.put("repeat", repeat);
    }
}
