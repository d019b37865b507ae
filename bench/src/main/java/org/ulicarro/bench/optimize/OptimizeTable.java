package org.ulicarro.bench.optimize;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.analysis.band.Corridor;
import org.ulicarro.core.analysis.band.CorridorReader;
import org.ulicarro.core.analysis.band.NoCorridor;
import org.ulicarro.core.analysis.band.Objective;
import org.ulicarro.core.analysis.band.OffsetSearch;
import org.ulicarro.core.demand.Volumes;
import org.ulicarro.core.measure.Difference;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.run.Change;
import org.ulicarro.core.run.Compiled;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.search.optimize.NotTimed;
import org.ulicarro.core.search.optimize.Optimization.Outcome;
import org.ulicarro.core.search.optimize.RandomSearch;
import org.ulicarro.core.study.AimInput;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.Kinds;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.timing.Flows;
import org.ulicarro.core.timing.PlaceTiming;
import org.ulicarro.core.timing.TimedPlan;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** Holds the search for signal timing against exhaustive search, theory, formula with bands, and random search. */
public final class OptimizeTable {

    private static final int FRESH = 30;

    private OptimizeTable() {}

    public static void main(String[] args) throws Exception {
        List<String> wanted =
                args.length == 0 ? List.of("isolated", "one-way", "three", "streets", "demo") : List.of(args);
        for (String one : wanted) {
            long start = System.nanoTime();
            switch (one) {
                case "isolated" -> isolated();
                case "one-way" -> oneWay();
                case "three" -> three();
                case "streets" -> streets();
                case "demo" -> demo();
                default -> throw new IllegalArgumentException("isolated, one-way, three, streets, demo, not " + one);
            }
            System.out.printf(Locale.ROOT, "  (%.0f s)%n", (System.nanoTime() - start) / 1e9);
        }
    }

    private static void say(String form, Object... values) {
        System.out.printf(Locale.ROOT, form + "%n", values);
    }

    private static String of(double[] values) {
        Statistic s = Statistic.of(values);
        return String.format(Locale.ROOT, "%.1f ± %.1f", s.mean(), (s.hi() - s.lo()) / 2);
    }

    private static AimInput delay() {
        return AimInput.builtIn().get("delay");
    }

    private static Model split(Model base, String place, int cycle, int main) {
        SignalController control = base.study().signals().get(place);
        Map<String, List<CycleRange>> greens = new LinkedHashMap<>();
        for (String group : List.of("EB", "WB", "NB", "SB")) {
            greens.put(
                    group,
                    List.of(
                            group.charAt(1) == 'B' && (group.startsWith("E") || group.startsWith("W"))
                                    ? new CycleRange(0, main)
                                    : new CycleRange(main + 5, cycle - 5)));
        }
        FixedControl other =
                ((FixedControl) control).withPlans(Map.of("am", FixedControl.Plan.of((double) cycle, 0.0, greens)));
        return base.with(Change.study(s -> s.withSignals(Map.of(place, other)))).get();
    }

    /** One junction: the best cycle and split against all of them on a grid. */
    private static void isolated() throws IOException, StudyProblem, InterruptedException, NotTimed {
        Model base = new Street(new int[0], 1100, 800, new double[] {420}, 90, new int[] {0}, 0.5, 50, 5).model();
        Judged scene = new Judged(base, List.of("p0"), delay());
        List<Model> all = new ArrayList<>();
        List<String> names = new ArrayList<>();
        for (int cycle = 40; cycle <= 90; cycle += 5) {
            for (int main = 12; main <= cycle - 22; main += 2) {
                all.add(split(base, "p0", cycle, main));
                names.add(cycle + " s, " + main + " s for the street");
            }
        }
        List<double[]> values = scene.values(all, 1, 10);
        int best = Judged.best(values);
        List<Integer> cycles = List.of(40, 45, 50, 55, 60, 65, 70, 75, 80, 85, 90);
        Outcome found = scene.search(cycles, 400, 10, 10, null);
        List<double[]> judged = scene.judge(List.of(base, all.get(best), found.model()), FRESH);
        say(
                "isolated: in force %s s; best of %d plans on a grid, %d runs: %s (%s); found with %d runs: %s (%s); found over grid %+.1f %%",
                of(judged.get(0)),
                all.size(),
                10 * all.size(),
                of(judged.get(1)),
                names.get(best),
                found.runs(),
                of(judged.get(2)),
                found.best() == null ? "in force" : found.best().change().values(),
                100
                        * (Statistic.of(judged.get(2)).mean()
                                        / Statistic.of(judged.get(1)).mean()
                                - 1));
    }

    /** All traffic one way: offsets are distance over speed. */
    private static void oneWay() throws IOException, StudyProblem, InterruptedException, NotTimed {
        int[] spacing = {350, 480, 270};
        Model base = new Street(
                        spacing, 1300, 10, new double[] {220, 220, 220, 220}, 70, new int[] {0, 0, 0, 0}, 0.6, 50, 9)
                .model();
        List<String> places = List.of("p0", "p1", "p2", "p3");
        Judged scene = new Judged(base, places, delay());
        Outcome found = scene.search(List.of(70), 600, 10, 10, "street");
        StringBuilder text = new StringBuilder();
        double[] start = new double[4];
        for (int k = 0; k < 4; k++) {
            FixedControl control =
                    (FixedControl) found.model().study().signals().get("p" + k);
            FixedControl.Plan plan = control.whole("am");
            CycleRange green = plan.greens().get("EB").get(0);
            start[k] = plan.offset() + green.from();
        }
        for (int k = 1; k < 4; k++) {
            double took = (start[k] - start[k - 1] + 700) % 70;
            text.append(String.format(
                    Locale.ROOT, " %.0f s over %d m (free %.1f s)", took, spacing[k - 1], spacing[k - 1] / (50 / 3.6)));
        }
        List<double[]> judged = scene.judge(List.of(base, found.model()), FRESH);
        say(
                "one-way: greens begin after one another by%s; in force %s s, found with %d runs %s",
                text, of(judged.get(0)), found.runs(), of(judged.get(1)));
    }

    private static Model offsets(Model base, int second, int third) {
        return base.with(Change.at("signals.p1.plans.am.offset", (double) second)
                        .then(Change.at("signals.p2.plans.am.offset", (double) third)))
                .get();
    }

    /** Three signals: all offsets on a grid of 5 s, and what a fifth of the runs finds. */
    private static void three() throws IOException, StudyProblem, InterruptedException, NotTimed {
        Model base = new Street(
                        new int[] {310, 420},
                        900,
                        700,
                        new double[] {250, 300, 250},
                        60,
                        new int[] {0, 0, 0},
                        0.6,
                        50,
                        11)
                .model();
        Judged scene =
                new Judged(base, List.of("p0", "p1", "p2"), AimInput.builtIn().get("balanced"));
        List<Model> all = new ArrayList<>();
        for (int second = 0; second < 60; second += 5) {
            for (int third = 0; third < 60; third += 5) {
                all.add(offsets(base, second, third));
            }
        }
        List<double[]> values = scene.values(all, 1, 10);
        int best = Judged.best(values);
        Outcome found = scene.search(List.of(60), all.size() * 10 / 5, 10, 10, "street");
        List<double[]> judged = scene.judge(List.of(base, all.get(best), found.model()), FRESH);
        say(
                "three: in force %s s; best of %d offsets, %d runs: %s (%d, %d s); found with %d runs, splits too: %s; found over grid %+.1f %%",
                of(judged.get(0)),
                all.size(),
                10 * all.size(),
                of(judged.get(1)),
                5 * (best / 12),
                5 * (best % 12),
                found.runs(),
                of(judged.get(2)),
                100
                        * (Statistic.of(judged.get(2)).mean()
                                        / Statistic.of(judged.get(1)).mean()
                                - 1));
    }

    /** Streets nobody tuned for: what is proposed is not worse than where it began. */
    private static void streets() throws IOException, StudyProblem, InterruptedException, NotTimed {
        int worse = 0;
        int proposed = 0;
        for (int seed = 1; seed <= 8; seed++) {
            int n = 2 + seed % 4;
            int[] spacing = new int[n - 1];
            int[] offsets = new int[n];
            double[] side = new double[n];
            for (int k = 0; k < n; k++) {
                long mix = (seed * 2654435761L + k * 40503L) & 0x7fffffff;
                offsets[k] = (int) (mix % 80);
                side[k] = 200 + mix % 230;
                if (k > 0) {
                    spacing[k - 1] = (int) (200 + mix % 400);
                }
            }
            Model base = new Street(
                            spacing,
                            600 + 90 * seed,
                            1200 - 80 * seed,
                            side,
                            80,
                            offsets,
                            0.55,
                            40 + 10 * (seed % 3),
                            seed)
                    .model();
            List<String> places = new ArrayList<>();
            for (int k = 0; k < n; k++) {
                places.add("p" + k);
            }
            Judged scene = new Judged(base, places, AimInput.builtIn().get("balanced"));
            Outcome found = scene.search(List.of(60, 70, 80, 90), 160, 6, 10, "street");
            boolean takes = found.best() != null && found.isReal();
            List<double[]> judged = scene.judge(List.of(base, takes ? found.model() : base), 20);
            Difference d = Difference.paired(judged.get(0), judged.get(1));
            proposed += takes ? 1 : 0;
            worse += d.lo() > 0 ? 1 : 0;
            say(
                    "street %d (%d signals): in force %s, proposed %s: %+.1f %%",
                    seed,
                    n,
                    of(judged.get(0)),
                    takes ? Math.round(found.best().cycle()) + " s " + of(judged.get(1)) : "nothing",
                    100 * d.difference() / d.before());
        }
        say("streets: %d of 8 get a plan, %d of them are worse on traffic of their own", proposed, worse);
    }

    /** The demo's corridor: found, against the plan in force, formula with bands, and random search with as many runs. */
    private static void demo() throws IOException, StudyProblem, InterruptedException, NotTimed, NoCorridor {
        Path folder = Files.createTempDirectory("ulicarro-optimize").resolve("quayside");
        Samples.write(Samples.QUAYSIDE, folder);
        Model base = StudyFolder.read(folder, List.of()).compile(null).model();
        List<String> places = List.of("customs", "gate", "market", "school");
        Judged scene = new Judged(base, places, AimInput.builtIn().get("balanced"));
        List<Integer> cycles = List.of(60, 70, 80, 90, 100, 110);
        long start = System.nanoTime();
        Outcome found = scene.search(cycles, 500, 10, FRESH, "quayside");
        double seconds = (System.nanoTime() - start) / 1e9;
        Model random =
                scene.run(evaluations -> RandomSearch.search(scene.space(), cycles, 2, found.runs(), evaluations));
        List<Model> plans = new ArrayList<>(List.of(base, found.model(), random));
        List<String> names = new ArrayList<>(List.of("in force", "found", "random search"));
        for (int cycle : cycles) {
            byFormula(base, places, cycle).ifPresent(m -> {
                plans.add(m);
                names.add("time + band, " + cycle + " s");
            });
        }
        List<double[]> judged = scene.judge(plans, FRESH);
        for (int i = 0; i < plans.size(); i++) {
            Difference d = Difference.paired(judged.get(0), judged.get(i));
            say(
                    "demo: %-20s %s s a journey (%+.1f ± %.1f against the plan in force)",
                    names.get(i), of(judged.get(i)), d.difference(), (d.hi() - d.lo()) / 2);
        }
        say(
                "demo: the search made %d runs in %.0f s, %.2f s each on %d cores; best %s",
                found.runs(),
                seconds,
                seconds / found.runs(),
                Runtime.getRuntime().availableProcessors(),
                found.best() == null ? "none" : Math.round(found.best().cycle()) + " s");
    }

    private static java.util.Optional<Model> byFormula(Model base, List<String> places, int cycle) throws NoCorridor {
        Volumes volumes =
                Volumes.counted(base.network(), base.demand(), base.study().seed(), 20);
        double heavy = Kinds.of(base.study()).heavyShare(base.study().demand().mix());
        Map<String, SignalController> all = new LinkedHashMap<>(base.study().signals());
        for (String place : places) {
            PlaceTiming timing = PlaceTiming.of(
                    base.network(),
                    base.signals(),
                    base.keptLanes(),
                    place,
                    new Flows(m -> volumes.movement(m.index()), base.demand()::peopleRate),
                    1900,
                    heavy);
            FixedControl control = (FixedControl) all.get(place);
            FixedControl.Plan greens = TimedPlan.greens(control, timing.order(), timing.timed(cycle));
            all.put(place, control.withPlans(Map.of("pm", FixedControl.Plan.of((double) cycle, 0.0, greens.greens()))));
        }
        Compiled<Model> timed = base.with(Change.study(s -> s.withSignals(all)));
        if (timed.result().isEmpty()) {
            return java.util.Optional.empty();
        }
        Model model = timed.get();
        CorridorReader reader = new CorridorReader(
                model.study(), model.network(), model.signals(), model.periodId(), "quayside", Double.NaN, null);
        Corridor best = OffsetSearch.bothWays(reader.corridor(), Objective.LARGER_SMALLER, 0.5);
        Change change = Change.study(s -> s);
        for (Corridor.Stop stop : best.stops()) {
            change = change.then(
                    Change.at("signals." + stop.place() + ".plans.pm.offset", StrictMath.rint(stop.offset())));
        }
        return java.util.Optional.of(model.with(change).get());
    }
}
