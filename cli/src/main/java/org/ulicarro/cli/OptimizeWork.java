package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.demand.Volumes;
import org.ulicarro.core.measure.Condition;
import org.ulicarro.core.measure.Difference;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.search.Evaluations;
import org.ulicarro.core.search.optimize.Index;
import org.ulicarro.core.search.optimize.NotTimed;
import org.ulicarro.core.search.optimize.Optimization;
import org.ulicarro.core.search.optimize.Optimization.Outcome;
import org.ulicarro.core.search.optimize.PlanSpace;
import org.ulicarro.core.search.optimize.Verdict;
import org.ulicarro.core.study.AimInput;

/** Drives the searches for signal timing of one study: one for each group of signals that share a cycle, one after the other. */
final class OptimizeWork {

    private static final int DRAWS = 20; // for volumes where nobody counts

    /**
     * What became of a group of signals.
     *
     * @param places that share a cycle
     */
    record Group(List<String> places, Outcome outcome) {}

    /**
     * What became of all of them.
     *
     * @param change of all groups together, as a study writes it; empty where nothing is better
     * @param verdict of all together on fresh traffic; empty with one group, whose own says it
     */
    record Done(List<Group> groups, Map<String, String> change, Map<String, Difference> verdict) {}

    private final OptimizeAsked asked;
    private final Model model;
    private final Volumes volumes;
    private final AimInput aim;
    private final List<Condition> limits;
    private final List<List<String>> groups;

    /**
     * Reads what was asked.
     *
     * @throws IOException in words when something of it cannot be
     */
    OptimizeWork(OptimizeAsked asked, Model model) throws IOException {
        this.asked = asked;
        this.model = model;
        volumes = Volumes.counted(model.network(), model.demand(), model.study().seed(), DRAWS);
        aim = asked.aim(model);
        limits = asked.limits(model);
        groups = asked.groups(model);
        for (List<String> places : groups) {
            PlanSpace space = space(model, places, Map.of());
            List<Integer> cycles = cycles(space);
            if (!cycles.isEmpty() && cycles.get(cycles.size() - 1) < space.shortest() / 2) {
                throw new IOException("no cycle of " + cycles.get(0) + " to " + cycles.get(cycles.size() - 1)
                        + " s holds what people and greens need: " + space.binding(cycles.get(cycles.size() - 1)));
            }
        }
    }

    AimInput aim() {
        return aim;
    }

    List<Condition> limits() {
        return limits;
    }

    List<List<String>> groups() {
        return groups;
    }

    private PlanSpace space(Model of, List<String> places, Map<String, String> before) throws IOException {
        try {
            return new PlanSpace(of, places, m -> volumes.movement(m.index()), asked.freedom(), before);
        } catch (NotTimed e) {
            throw new IOException(e.getMessage());
        }
    }

    private List<Integer> cycles(PlanSpace space) throws IOException {
        return asked.cycles(space.cycleInForce(), space.shortest());
    }

    /** Searches, and tells its folder and a line on the terminal how far it is. */
    Done search(Searching searching, boolean withPage, PrintWriter err) throws IOException, InterruptedException {
        int runs = asked.number("runs");
        int fresh = asked.number("fresh");
        SearchLine line = new SearchLine(err, runs + 2 * fresh * groups.size());
        try (SearchPage page = withPage ? new SearchPage(searching.folder(), line::words) : null) {
            if (page != null) {
                err.println("watch it at " + page.address());
            }
            return searching.withPool(err, pool -> {
                List<String> all = groups.stream().flatMap(List::stream).toList();
                try {
                    Index index = new Index(model, aim, limits, all, asked.along(model));
                    Evaluations evaluations = new Evaluations(
                            pool,
                            index.instruments(),
                            searching.journal(),
                            index::figures,
                            (ask, driven) -> line.ran(driven));
                    return search(searching, evaluations, index, line);
                } catch (IOException e) {
                    throw new java.io.UncheckedIOException(e);
                }
            });
        } finally {
            line.done();
        }
    }

    private Done search(Searching searching, Evaluations evaluations, Index index, SearchLine line)
            throws IOException, InterruptedException {
        int signals = groups.stream().mapToInt(List::size).sum();
        Map<String, String> change = new LinkedHashMap<>();
        Model now = model;
        int trials = 0;
        List<Group> found = new ArrayList<>();
        for (List<String> places : groups) {
            PlanSpace space = space(now, places, change);
            Optimization.Task task = new Optimization.Task(
                    cycles(space),
                    asked.number("runs") * places.size() / signals,
                    searching.request().replications(),
                    asked.number("fresh"),
                    asked.corridor(model),
                    trials + 1);
            String of = groups.size() == 1 ? "" : places.get(0) + " ";
            Outcome outcome =
                    new Optimization(space, volumes, index, task, evaluations, told(searching, line, of)).search();
            found.add(new Group(places, outcome));
            trials = outcome.trials();
            if (outcome.best() != null && outcome.isReal()) {
                change = new LinkedHashMap<>(outcome.best().change());
                now = outcome.model();
            }
        }
        Map<String, Difference> verdict = Map.of();
        if (groups.size() > 1 && now != model) {
            line.tries("all groups together on fresh traffic");
            verdict = Verdict.of(
                    evaluations,
                    asked.number("fresh"),
                    new Evaluations.Ask(1, Map.of(), model, 0),
                    new Evaluations.Ask(trials + 1, change, now, 0));
            searching.journal().lead("all", trials + 1);
        }
        return new Done(found, change, verdict);
    }

    private static Optimization.Listener told(Searching searching, SearchLine line, String of) {
        return new Optimization.Listener() {
            private String leading = "";
            private double least;

            @Override
            public void leads(double cycle, int trial, double against) {
                String name =
                        of + (Double.isNaN(cycle) ? "in force" : cycle == 0 ? "no cycle" : String.valueOf((int) cycle));
                searching.journal().lead(name, trial);
                if (against < least || name.equals(leading)) {
                    leading = name;
                    least = against;
                    line.best(String.format(
                            Locale.ROOT, "%s leads, %.1f %% below the plan in force", name, -100 * against));
                }
            }

            @Override
            public void tries(String what) {
                line.tries(of + what);
            }
        };
    }
}
