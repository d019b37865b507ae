package org.ulicarro.bench.assign;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.assign.Assignment;
import org.ulicarro.core.assign.Assignment.Start;
import org.ulicarro.core.assign.Assignment.State;
import org.ulicarro.core.assign.Assignment.Task;
import org.ulicarro.core.assign.FormulaAssignment;
import org.ulicarro.core.assign.IterationRow;
import org.ulicarro.core.assign.PathRow;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.demand.Ends;
import org.ulicarro.core.run.LocalPool;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.files.StudyFolder;

/** Holds choice of ways against solutions on paper, a convex solver, and itself on one and two threads; drives a town. */
public final class AssignTable {

    private AssignTable() {}

    public static void main(String[] args) throws Exception {
        List<String> wanted = args.length == 0 ? List.of("two-roads", "braess", "convex", "threads") : List.of(args);
        for (String one : wanted) {
            long start = System.nanoTime();
            switch (one) {
                case "two-roads" -> twoRoads();
                case "braess" -> braess();
                case "convex" -> convex();
                case "threads" -> threads();
                default -> town(Path.of(one));
            }
            say("  (%.0f s)", (System.nanoTime() - start) / 1e9);
        }
    }

    private static void say(String form, Object... values) {
        System.out.printf(Locale.ROOT, form + "%n", values);
    }

    private static State assign(Model model, int threads, int iterations, int replications, boolean show)
            throws Exception {
        try (TrialPool pool = new LocalPool(threads)) {
            Assignment assignment = new Assignment(model, new Task(iterations, replications), Start.NEW);
            return assignment.run(pool, true, new Assignment.Listener() {
                private long since = System.nanoTime();

                @Override
                public void guessed(int rounds, int paths, double changing) {
                    if (show) {
                        say("  guess: %d rounds, %d ways, %.1f s", rounds, paths, (System.nanoTime() - since) / 1e9);
                        since = System.nanoTime();
                    }
                }

                @Override
                public void done(State state) {
                    if (show) {
                        IterationRow row = state.iteration();
                        say(
                                "  %3d  ways %6d  changed %5.1f %%  gap %5.2f %%  way times %3.0f %%  volumes %3.0f %%  journey %5.0f s"
                                        + "  delay %5.0f s  outside %5.0f  on the way %5.0f  %5.1f s",
                                state.number(),
                                row.paths(),
                                100 * row.changed(),
                                100 * row.gap(),
                                100 * row.pathTime(),
                                100 * row.linkVolume(),
                                row.travelTimeS(),
                                row.delayS(),
                                row.outside(),
                                row.unfinished(),
                                (System.nanoTime() - since) / 1e9);
                        since = System.nanoTime();
                    }
                }

                @Override
                public void at(int replication, double share, int outside) {
                    // told by whole iterations
                }
            });
        }
    }

    /** Times of two roads agree: within 2 % is wanted, as a mean over the measured hour. */
    private static void twoRoads() throws Exception {
        for (int vehicles : new int[] {700, 900, 1100}) {
            for (String spread : List.of("0 %", "2 %")) {
                State last = assign(Scene.twoRoads(vehicles, spread), 2, 60, 4, false);
                double[] seconds = new double[2];
                double[] users = new double[2];
                for (PathRow row : last.paths()) {
                    if (row.origin().equals("west") && row.fromS() >= 7 * 3600 && row.fromS() < 8 * 3600) {
                        int way = row.links().contains("valley") ? 0 : 1;
                        seconds[way] += row.vehicles() * row.timeS();
                        users[way] += row.vehicles();
                    }
                }
                double valley = seconds[0] / users[0];
                double hill = seconds[1] / users[1];
                say(
                        "two roads, %d veh/h, spread %s: valley %.0f veh %.1f s, hill %.0f veh %.1f s, apart %.1f %% (2 wanted);"
                                + " %d iterations, gap %.2f %%, %s",
                        vehicles,
                        spread,
                        users[0],
                        valley,
                        users[1],
                        hill,
                        100 * Math.abs(valley / hill - 1),
                        last.number(),
                        100 * last.iteration().gap(),
                        last.settled() ? "settled" : "not settled");
            }
        }
    }

    private static void braess() throws Exception {
        double[] journey = new double[2];
        for (int across = 0; across < 2; across++) {
            State last = assign(Scene.braess(across == 1), 2, 60, 4, false);
            journey[across] = last.iteration().travelTimeS();
            say(
                    "Braess in simulation, %s the road across: journey %.1f s, delay %.1f s; %d iterations, gap %.2f %%, %s",
                    across == 1 ? "with" : "without",
                    journey[across],
                    last.iteration().delayS(),
                    last.number(),
                    100 * last.iteration().gap(),
                    last.settled() ? "settled" : "not settled");
        }
        say("  one road more makes everybody %.1f %% slower", 100 * (journey[1] / journey[0] - 1));
    }

    /** Volumes against an exact solver: within 0.1 % of the largest is wanted. */
    private static void convex() throws Exception {
        for (int seed = 1; seed <= 5; seed++) {
            ConvexGrid grid = new ConvexGrid(3 + seed % 3, seed);
            Model model = grid.model();
            Map<String, Double> demand = new LinkedHashMap<>();
            Departures all = model.demand().departures(1);
            for (int v = 0; v < all.size(); v++) {
                Ends ends = all.pairs().get(all.ends()[v]);
                demand.merge(ends.from() + " " + ends.to(), 1.0, Double::sum);
            }
            Map<String, Double> exact = grid.solve(demand);
            Map<String, double[]> ours = FormulaAssignment.volumes(
                    model, (link, perHour) -> grid.seconds(link.road(), perHour), 40_000, 1e-8);
            double worst = 0;
            double most = 0;
            for (Map.Entry<String, Double> one : exact.entrySet()) {
                most = Math.max(most, one.getValue());
                worst = Math.max(worst, Math.abs(ours.get(one.getKey() + " ahead")[0] - one.getValue()));
            }
            say(
                    "convex solver, %s: largest difference %.2f of %.0f veh/h, %.3f %% (0.1 wanted)",
                    grid, worst, most, 100 * worst / most);
        }
    }

    private static void threads() throws Exception {
        State one = assign(Scene.twoRoads(900, "5 %"), 1, 5, 2, false);
        State two = assign(Scene.twoRoads(900, "5 %"), 2, 5, 2, false);
        boolean same = one.ways().equals(two.ways())
                && one.iteration().equals(two.iteration())
                && one.times().equals(two.times());
        say("one and two threads: %s", same ? "the same to the bit" : "NOT the same");
    }

    private static void town(Path study) throws Exception {
        Model model = StudyFolder.read(study, List.of()).compile(null).model();
        say(
                "%s: %d roads, %d vehicles",
                study,
                model.study().network().roads().size(),
                model.demand().departures(1).size());
        State last = assign(model, 2, 20, 1, true);
        System.gc();
        Runtime memory = Runtime.getRuntime();
        say(
                "  %s; heap in use %.0f MB",
                last.settled() ? "settled" : "not settled", (memory.totalMemory() - memory.freeMemory()) / 1e6);
    }
}
