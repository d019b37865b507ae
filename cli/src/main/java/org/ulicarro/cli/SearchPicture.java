package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.search.optimize.Index;
import org.ulicarro.core.search.optimize.Verdict;
import org.ulicarro.files.SearchFolder;
import org.ulicarro.files.SearchFolder.Driven;
import org.ulicarro.files.SearchFolder.Tried;
import org.ulicarro.report.DrawingFile;
import org.ulicarro.report.Svg;
import org.ulicarro.report.paper.Figure;
import org.ulicarro.report.paper.SearchChart;

/** The picture of a search for signal timing, from what its folder keeps: also of one that still runs. */
final class SearchPicture {

    private static final int WIDTH = 1180;
    private static final int HEIGHT = 520;

    private final Path folder;

    SearchPicture(Path folder) {
        this.folder = folder;
    }

    void write(Path file) throws IOException {
        DrawingFile.write(file, WIDTH, HEIGHT, figure().drawing());
    }

    /** As an element of a page. */
    String svg() throws IOException {
        return Svg.element(WIDTH, HEIGHT, figure().drawing());
    }

    private Figure figure() throws IOException {
        Map<String, Integer> leaders = SearchFolder.leaders(folder);
        Map<Integer, Tried> trials = new LinkedHashMap<>();
        SearchFolder.trials(folder).forEach(t -> trials.put(t.number(), t));
        List<Driven> driven = SearchFolder.driven(folder, Index.INDEX);
        Map<Integer, List<Double>> values = new LinkedHashMap<>(); // trial -> index of the runs that searched
        driven.stream()
                .filter(d -> d.replication() < Verdict.FRESH)
                .forEach(d -> values.computeIfAbsent(d.trial(), none -> new ArrayList<>())
                        .add(d.value()));
        Map<Integer, Double> ofForce = new LinkedHashMap<>(); // replication -> index
        driven.stream()
                .filter(d -> d.trial() == leaders.getOrDefault("in force", 0))
                .forEach(d -> ofForce.put(d.replication(), d.value()));
        double inForce = Double.NaN;
        List<SearchChart.Row> rows = new ArrayList<>();
        for (Map.Entry<String, Integer> leader : leaders.entrySet()) {
            List<Double> own = values.getOrDefault(leader.getValue(), List.of());
            Statistic s =
                    Statistic.of(own.stream().mapToDouble(Double::doubleValue).toArray());
            if (leader.getKey().equals("in force")) {
                inForce = s.mean();
            } else if (leader.getKey().matches("[0-9]+")) {
                double cycle = Double.parseDouble(leader.getKey());
                rows.add(new SearchChart.Row(
                        cycle, s.mean(), s.lo(), s.hi(), curve(cycle, leader.getValue(), trials, driven, ofForce)));
            }
        }
        rows.sort(java.util.Comparator.comparingDouble(SearchChart.Row::cycle));
        if (rows.isEmpty() || Double.isNaN(inForce)) {
            throw new IOException("there is nothing to draw: this search has no rows by cycle length"
                    + " (with several groups of signals, time one of them at a time for a picture)");
        }
        return SearchChart.of("Best plans of search " + folder.getFileName(), rows, inForce, WIDTH, HEIGHT);
    }

    /**
     * How far the best plan of a cycle length so far lies from the plan in force over the same runs (%), against runs so far; of plans that ran
     * twice or more.
     */
    private static List<double[]> curve(
            double cycle, int leader, Map<Integer, Tried> trials, List<Driven> driven, Map<Integer, Double> inForce) {
        Map<Integer, double[]> soFar = new LinkedHashMap<>(); // trial -> runs, its sum, that of the plan in force
        List<double[]> curve = new ArrayList<>();
        double best = Double.POSITIVE_INFINITY;
        int runs = 0;
        for (Driven one : driven) {
            if (one.replication() >= Verdict.FRESH) {
                continue;
            }
            runs++;
            boolean own = one.trial() == leader || cycleOf(trials.get(one.trial())) == cycle;
            if (!own || !inForce.containsKey(one.replication())) {
                continue;
            }
            double[] sums = soFar.computeIfAbsent(one.trial(), none -> new double[3]);
            sums[0]++;
            sums[1] += one.value();
            sums[2] += inForce.get(one.replication());
            double against = 100 * (sums[1] / sums[2] - 1);
            if (sums[0] > 1 && against < best) {
                best = against;
                curve.add(new double[] {runs, best});
            }
        }
        if (!curve.isEmpty()) {
            curve.add(new double[] {runs, best});
        }
        return curve;
    }

    /** The common cycle of a trial: the longest that it writes; signals at the double one are the exception. */
    private static double cycleOf(Tried trial) {
        double cycle = Double.NaN;
        for (String text : trial.change().values()) {
            var m = java.util.regex.Pattern.compile("cycle: ([0-9.]+) s").matcher(text);
            if (m.find()) {
                double own = Double.parseDouble(m.group(1));
                cycle = Double.isNaN(cycle) ? own : Math.max(cycle, own);
            }
        }
        return cycle;
    }
}
