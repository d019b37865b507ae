package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.demand.Volumes;
import org.ulicarro.core.measure.BayRow;
import org.ulicarro.core.measure.Causes;
import org.ulicarro.core.measure.LaneRow;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.RunSummary;
import org.ulicarro.core.measure.SignalRow;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.measure.TravelTimeRow;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunFolder;
import org.ulicarro.files.RunRecord;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.report.Flows;
import org.ulicarro.report.PlanDrawing;
import org.ulicarro.report.paper.Figure;

/** What a report says of its runs, as the template names it. */
final class ReportContents {

    private static final int DRAWS = 3; // for the volumes of the plan

    private final List<Path> runs;
    private final List<String> wantedPlaces;
    private final boolean lines; // pictures by lines
    private final List<RunRecord> records = new ArrayList<>();
    private final Map<String, Object> model = new LinkedHashMap<>();
    private final List<String> notes = new ArrayList<>();
    private final PrintedUnit length;

    ReportContents(List<Path> runs, List<String> places, boolean lines) throws IOException {
        this.runs = runs;
        wantedPlaces = places;
        this.lines = lines;
        for (Path run : runs) {
            records.add(RunFolder.record(run));
        }
        length = records.get(0).printed().length();
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
        model.put("lengthUnit", length.name());
    }

    private List<String> alternatives() {
        return records.stream().map(RunRecord::alternative).toList();
    }

    Map<String, Object> model() throws IOException {
        List<String> warnings = new ArrayList<>();
        for (int i = 0; i < runs.size(); i++) {
            warnings.addAll(ReportWarnings.of(records.get(i), runs.size() > 1 ? name(i) + ": " : ""));
        }
        model.put("warnings", warnings);
        keyFigures();
        model.put("comparisons", ReportComparisons.of(runs, records));
        study();
        List<Map<String, Object>> all = new ArrayList<>();
        QueueCharts charts = new QueueCharts(runs, wantedPlaces, lines, length);
        ReportPlaces places = new ReportPlaces(wantedPlaces, charts, lines, length);
        for (int i = 0; i < runs.size(); i++) {
            all.add(run(i, places));
        }
        model.put("runs", all);
        method();
        return model;
    }

    private String name(int run) {
        return runs.get(run).toAbsolutePath().normalize().getFileName().toString();
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
            Figures figures = new Figures(Run.in(runs.get(i))).network();
            for (Map.Entry<Figures.Key, double[]> one : figures.values().entrySet()) {
                Statistic s = Statistic.of(one.getValue());
                int decimals = one.getKey().decimals();
                PrintedUnit shown =
                        records.get(0).printed().insteadOf(one.getKey().unit());
                rows.computeIfAbsent(one.getKey(), none -> new ArrayList<>())
                        .add(figure(shown.of(s.mean()), decimals)
                                + (s.n() > 1 ? " ± " + figure(shown.of(s.hi() - s.lo()) / 2, decimals) : ""));
                if (one.getKey().measure().equals("delay of a journey")) {
                    needed = Math.max(needed, s.replicationsFor(0.05));
                }
            }
        }
        List<Map<String, Object>> key = new ArrayList<>();
        Study.Units printed = records.get(0).printed();
        rows.forEach((k, cells) -> key.add(
                Map.of("name", k.measure() + " (" + printed.insteadOf(k.unit()).name() + ")", "cells", cells)));
        model.put("keyHead", head);
        model.put("key", key);
        model.put(
                "precision",
                needed > records.get(0).replications()
                        ? "About " + needed + " replications would bring the delay of a journey to ± 5 %."
                        : needed > 0 ? "The delay of a journey is known to ± 5 %." : "");
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
                    Backdrops.ofFigure(RunModel.study(runs.get(0)), notes::add),
                    Flows.wanted(
                            first.network(),
                            Volumes.of(
                                    first.network(),
                                    first.demand(),
                                    first.study().seed(),
                                    DRAWS)));
            model.put("plan", new Figure(1280, 800, g -> plan.draw(g, 1280, 800)).source(lines));
        } catch (IOException | StudyProblem e) {
            notes.add("note: the plan and signal plans are left out: " + e.getMessage());
        }
    }

    private Map<String, Object> run(int i, ReportPlaces details) throws IOException {
        Path folder = runs.get(i);
        RunSummary summary = Run.in(folder).summary();
        Map<String, Object> one = new LinkedHashMap<>();
        one.put("heading", runs.size() == 1 ? "Places" : "Run " + name(i));
        one.put("breaks", runs.size() > 1);
        one.put("places", places(summary));
        one.put("travel", travel(folder));
        List<Map<String, Object>> causes = new ArrayList<>();
        Causes.of(
                        summary,
                        Run.in(folder).rows(MovementRow.class),
                        Run.in(folder).rows(LaneRow.class),
                        Run.in(folder).rows(SignalRow.class),
                        Run.in(folder).rows(BayRow.class),
                        Run.in(folder).rows(LinkRow.class))
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
        ReportField field = new ReportField(lines, notes);
        field.counts(folder, one);
        field.field(folder, one);
        one.put("details", details.of(folder, summary));
        return one;
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

    static double half(Statistic s) {
        return (s.hi() - s.lo()) / 2;
    }

    private static List<Map<String, Object>> travel(Path folder) throws IOException {
        Map<String, List<TravelTimeRow>> ways = new LinkedHashMap<>();
        for (Observed<TravelTimeRow> o : Run.in(folder).rows(TravelTimeRow.class)) {
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
