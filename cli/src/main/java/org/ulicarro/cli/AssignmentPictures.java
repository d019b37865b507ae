package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.assign.IterationRow;
import org.ulicarro.core.assign.PathRow;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.SettledInput;
import org.ulicarro.files.AssignmentFolder;
import org.ulicarro.report.DrawingFile;
import org.ulicarro.report.WaysDrawing;
import org.ulicarro.report.paper.ConvergenceChart;
import org.ulicarro.report.paper.ConvergenceChart.Line;
import org.ulicarro.report.paper.ConvergenceChart.Panel;

/** Pictures of an assignment: how it converged, and the ways between two ends. */
final class AssignmentPictures {

    private static final int WIDTH = 1180;
    private static final int HEIGHT = 420;

    /** No more ways than this are told apart in one picture. */
    private static final int MOST = 8;

    private final Path folder;

    AssignmentPictures(Path folder) {
        this.folder = folder;
    }

    /** The chart of convergence, with the limits of a study. */
    void convergence(Path file, SettledInput until) throws IOException {
        List<IterationRow> rows = new ArrayList<>();
        AssignmentFolder.rows(folder, IterationRow.class).values().forEach(rows::addAll);
        if (rows.isEmpty()) {
            throw new IOException(folder + " was stopped before its first iteration; there is nothing to draw");
        }
        String name = "Assignment " + folder.getFileName();
        Panel gain = new Panel(
                name + ": what could still be gained",
                "%",
                List.of(
                        line("time all drivers could save (gap)", rows, r -> 100 * r.gap()),
                        line("drivers who took another way", rows, r -> 100 * r.changed())),
                until.gap() == null ? Double.NaN : 100 * until.gap(),
                Double.NaN);
        Panel settled = new Panel(
                "within the limits from one iteration to the next",
                "% of ways or roads",
                List.of(
                        line("times of ways", rows, r -> 100 * r.pathTime()),
                        line("times of roads", rows, r -> 100 * r.linkTime()),
                        line("volumes of roads", rows, r -> 100 * r.linkVolume())),
                until.pathTime() == null ? Double.NaN : 100 * until.pathTime().on(),
                105);
        Panel traffic = new Panel(
                "what traffic made of it",
                "s, vehicles",
                List.of(
                        line("delay of a journey (s)", rows, IterationRow::delayS),
                        line("waiting outside at the end (veh)", rows, IterationRow::outside)),
                Double.NaN,
                Double.NaN);
        DrawingFile.write(
                file,
                WIDTH,
                HEIGHT,
                ConvergenceChart.of(List.of(gain, settled, traffic), WIDTH, HEIGHT)
                        .drawing());
    }

    private static Line line(String name, List<IterationRow> rows, ToDoubleFunction<IterationRow> figure) {
        return new Line(name, rows.stream().mapToDouble(figure).toArray());
    }

    private static final class Sum {
        private double vehicles;
        private double seconds;
        private double metres;
    }

    /**
     * The ways between two ends.
     *
     * @param ends places as {@code west,pier}
     */
    void ways(Path file, Model model, String ends) throws IOException {
        String[] words = ends.split(",", -1);
        if (words.length != 2) {
            throw new IOException("--paths takes two ends such as west,pier, not '" + ends + "'");
        }
        String from = words[0].strip();
        String to = words[1].strip();
        Map<String, Sum> byLinks = new LinkedHashMap<>();
        List<String> known = new ArrayList<>();
        for (List<PathRow> rows : AssignmentFolder.rows(folder, PathRow.class).values()) {
            for (PathRow row : rows) {
                String pair = row.origin() + "," + row.destination();
                if (!known.contains(pair)) {
                    known.add(pair);
                }
                boolean inPeriod = row.fromS() < model.period().to()
                        && row.toS() > model.period().from();
                if (row.origin().equals(from) && row.destination().equals(to) && inPeriod) {
                    Sum sum = byLinks.computeIfAbsent(row.links(), none -> new Sum());
                    sum.vehicles += row.vehicles();
                    sum.seconds += row.vehicles() * row.timeS();
                    sum.metres = row.lengthM();
                }
            }
        }
        if (byLinks.isEmpty()) {
            throw new IOException("nobody chooses a way from '" + from + "' to '" + to + "' in " + folder + "."
                    + Names.suggestion(from + "," + to, known));
        }
        double all = byLinks.values().stream().mapToDouble(s -> s.vehicles).sum();
        Map<String, Link> links = new LinkedHashMap<>();
        model.network().links().forEach(l -> links.put(l.id(), l));
        List<WaysDrawing.Way> ways = byLinks.entrySet().stream()
                .filter(e -> e.getValue().vehicles > 0.001 * all)
                .sorted((a, b) -> Double.compare(b.getValue().vehicles, a.getValue().vehicles))
                .limit(MOST)
                .map(e -> way(e.getKey(), e.getValue(), all, links))
                .toList();
        if (ways.stream().anyMatch(w -> w.links().length == 0)) {
            throw new IOException("the network is no longer that of " + folder + ": roads on its ways are gone");
        }
        String time = Clock.timeOfDay(model.period().from()) + "-"
                + Clock.timeOfDay(model.period().to());
        WaysDrawing drawing = new WaysDrawing(
                model,
                ways,
                String.format(Locale.ROOT, "%s to %s: %.0f vehicles, %s", from, to, all, time),
                "ways of assignment " + folder.getFileName() + ", as wide as the share that takes them"
                        + "   ring: where they begin   dot: where they end");
        DrawingFile.write(
                file,
                DrawCommand.WIDTH,
                DrawCommand.HEIGHT,
                g -> drawing.draw(g, DrawCommand.WIDTH, DrawCommand.HEIGHT));
    }

    private static WaysDrawing.Way way(String words, Sum sum, double all, Map<String, Link> links) {
        String[] names = words.split(" > ");
        int[] indices = new int[names.length];
        for (int i = 0; i < names.length; i++) {
            if (!links.containsKey(names[i])) {
                return new WaysDrawing.Way(new int[0], 0, "");
            }
            indices[i] = links.get(names[i]).index();
        }
        return new WaysDrawing.Way(
                indices,
                sum.vehicles / all,
                String.format(
                        Locale.ROOT,
                        "%5.1f %%   %.0f veh   %.0f s   %.0f m",
                        100 * sum.vehicles / all,
                        sum.vehicles,
                        sum.seconds / sum.vehicles,
                        sum.metres));
    }
}
