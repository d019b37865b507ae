package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.search.optimize.Index;
import org.ulicarro.core.search.optimize.Verdict;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.SearchFolder;
import org.ulicarro.files.SearchFolder.Driven;
import org.ulicarro.files.SearchFolder.Tried;
import org.ulicarro.files.SearchRequest;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** A row of a search for signal timing, taken into an alternative. */
final class TakenPlan {

    private final Path folder;
    private final String row;

    /** @param row a cycle length, or with several groups {@code PLACE:SECONDS}; null for the best one */
    TakenPlan(String search, String row) throws IOException {
        folder = SearchSheet.find(search);
        this.row = row == null ? null : row.replace(':', ' ');
        if (folder == null) {
            throw new IOException("'" + search + "' is no search; write STUDY/searches/N");
        }
    }

    int write(String name, OutputForm form, PrintWriter out) throws IOException, StudyProblem {
        SearchRequest request = SearchFolder.request(folder);
        if (!request.command().equals("optimize")) {
            throw new IOException(folder + " is a search by '" + request.command() + "', which has no plans");
        }
        Path study = folder.toAbsolutePath().normalize().getParent().getParent();
        Path shown = Path.of("").toAbsolutePath().relativize(study);
        Path home = shown.toString().isEmpty() ? Path.of(".") : shown.startsWith("..") ? study : shown;
        NewAlternative target = new NewAlternative(home, request.alternative(), name);
        Map<String, Integer> leaders = SearchFolder.leaders(folder);
        List<Tried> trials = SearchFolder.trials(folder);
        String chosen = row == null ? best(leaders, SearchFolder.driven(folder, Index.INDEX)) : row;
        if (!leaders.containsKey(chosen)) {
            List<String> known = leaders.keySet().stream()
                    .filter(k -> !k.endsWith("in force"))
                    .toList();
            throw new IOException("this search has no row '" + chosen + "'." + Names.suggestion(chosen, known)
                    + (known.isEmpty() ? " It was stopped before it had one." : ""));
        }
        Tried trial = trials.stream()
                .filter(t -> t.number() == leaders.get(chosen))
                .findFirst()
                .orElseThrow(() -> new IOException(folder + " is damaged: it has no trial " + leaders.get(chosen)));
        if (trial.change().isEmpty()) {
            throw new IOException("row '" + chosen + "' is the plan in force; there is nothing to write");
        }
        LoadedStudy loaded = StudyFolder.read(
                home,
                request.alternative().equals("base")
                        ? List.of()
                        : List.of(request.alternative().split("\\+", -1)));
        String title = chosen.matches("[0-9]+") ? "cycle " + chosen + " s" : chosen;
        target.write(PlanText.of(
                loaded.study(),
                trial.change(),
                "Row '" + title + "' of search " + folder.getFileName() + " by 'optimize', period " + request.period()
                        + "."));
        if (!form.isForMachines()) {
            out.println("wrote " + target.file() + " (" + title + ", trial " + trial.number() + ")");
            out.println("next: " + Main.me() + " run " + Main.typed(home) + " -a " + request.alternative() + " -a "
                    + target.stacked());
        }
        return Exit.DONE;
    }

    /** Whether a search is one for signal timing. */
    static boolean isOne(Path folder) throws IOException {
        return SearchFolder.request(folder).command().equals("optimize");
    }

    /** The rows that can be taken, also of a search that was stopped: what each came to in the runs that searched. */
    static Sheet rows(Path folder) throws IOException {
        Sheet sheet = new Sheet()
                .words("row", "row")
                .numbers("trial", "trial", 0)
                .numbers("runs", "runs", 0)
                .numbers("index_s", "index s", 1)
                .numbers("index_half_width_s", "±", 1)
                .numbers("delay_s", "delay s", 1)
                .numbers("stops", "stops", 2)
                .numbers("fresh_runs", "fresh runs", 0)
                .numbers("fresh_index_s", "fresh index s", 1)
                .numbers("fresh_half_width_s", "±", 1);
        List<Driven> index = SearchFolder.driven(folder, Index.INDEX);
        List<Driven> delay = SearchFolder.driven(folder, Index.DELAY);
        List<Driven> stops = SearchFolder.driven(folder, Index.STOPS);
        SearchFolder.leaders(folder).forEach((name, trial) -> {
            Statistic searched = of(index, trial, false);
            Statistic fresh = of(index, trial, true);
            sheet.add(
                    name,
                    (double) trial,
                    (double) searched.n(),
                    searched.mean(),
                    (searched.hi() - searched.lo()) / 2,
                    of(delay, trial, false).mean(),
                    of(stops, trial, false).mean(),
                    fresh.n() == 0 ? null : (Double) (double) fresh.n(),
                    fresh.mean(),
                    (fresh.hi() - fresh.lo()) / 2);
        });
        return sheet;
    }

    private static Statistic of(List<Driven> figures, int trial, boolean fresh) {
        return Statistic.of(figures.stream()
                .filter(d -> d.trial() == trial && d.replication() >= Verdict.FRESH == fresh)
                .mapToDouble(Driven::value)
                .toArray());
    }

    /** The row that lies furthest below its plan in force over the runs that both have. */
    private static String best(Map<String, Integer> leaders, List<Driven> index) {
        if (leaders.containsKey("all")) {
            return "all";
        }
        String best = "";
        double least = Double.POSITIVE_INFINITY;
        for (Map.Entry<String, Integer> leader : leaders.entrySet()) {
            int space = leader.getKey().lastIndexOf(' ');
            String of = space < 0 || leader.getKey().equals("no cycle")
                    ? ""
                    : leader.getKey().substring(0, space + 1);
            Integer inForce = leaders.get(of + "in force");
            if (inForce == null || leader.getKey().endsWith("in force")) {
                continue;
            }
            double against = mean(index, leader.getValue(), leader.getValue(), inForce)
                    / mean(index, inForce, leader.getValue(), inForce);
            if (against < least) {
                least = against;
                best = leader.getKey();
            }
        }
        return best;
    }

    /** Mean of one trial over the runs that two have. */
    private static double mean(List<Driven> index, int trial, int one, int other) {
        return index.stream()
                .filter(d -> d.trial() == trial && d.replication() < Verdict.FRESH)
                .filter(d -> List.of(one, other).stream()
                        .allMatch(t ->
                                index.stream().anyMatch(e -> e.trial() == t && e.replication() == d.replication())))
                .mapToDouble(Driven::value)
                .average()
                .orElse(Double.NaN);
    }
}
