package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.measure.LaneCycle;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.Percentile;
import org.ulicarro.files.Run;
import org.ulicarro.report.paper.Figure;
import org.ulicarro.report.paper.TimeChart;

/** Back of queue over the time of day, approach by approach, with the greens of the first replication under it. */
final class QueueCharts {

    /** Points of a picture over the whole width of a page. */
    static final int WIDE = 680;

    private static final int PLOT = 190; // points
    private static final int STRIP = 13; // points
    private static final double LEAST_TOP = 50; // of the axis of queues

    private final boolean lines; // pictures by lines
    private final PrintedUnit length;
    private final double
            longest; // back of queue in any cycle of several runs, so that all charts have one scale (m); else 0

    QueueCharts(List<Path> runs, List<String> wantedPlaces, boolean lines, PrintedUnit length) throws IOException {
        this.lines = lines;
        this.length = length;
        double most = 0;
        for (Path run : runs.size() > 1 ? runs : List.<Path>of()) {
            for (Observed<LaneCycle> o : Run.in(run).rows(LaneCycle.class)) {
                boolean shown =
                        wantedPlaces.isEmpty() || wantedPlaces.contains(o.row().place());
                most = shown ? Math.max(most, o.row().backOfQueueM()) : most;
            }
        }
        longest = most;
    }

    /** The chart of a place as a picture for the template; none where it has no signal. */
    List<String> of(String place, List<Observed<LaneCycle>> all) throws IOException {
        List<Observed<LaneCycle>> cycles = all.stream()
                .filter(o -> o.row().place().equals(place) && o.row().greenS() > 0)
                .toList();
        if (cycles.isEmpty()) {
            return List.of();
        }
        List<TimeChart.Line> medians = medians(cycles);
        double top = medians.stream()
                .flatMap(line -> line.points().stream())
                .mapToDouble(p -> p[1])
                .max()
                .orElse(0);
        List<TimeChart.Strip> greens = medians.stream()
                .map(line -> new TimeChart.Strip(line.name(), greens(line.name(), cycles)))
                .toList();
        Figure chart = TimeChart.of(
                "Back of queue in each cycle, longest lane, median over replications; below it the greens of that lane in replication 1",
                length.name(),
                medians,
                greens,
                longest > 0 ? scaled(longest) : Math.max(LEAST_TOP, top * 1.1),
                WIDE,
                PLOT + STRIP * greens.size());
        return List.of(chart.source(lines));
    }

    private List<TimeChart.Line> medians(List<Observed<LaneCycle>> cycles) {
        Map<String, double[]> worst = new TreeMap<>(); // approach, cycle, replication -> longest lane
        for (Observed<LaneCycle> o : cycles) {
            LaneCycle c = o.row();
            // actuated cycles begin at other moments in each replication
            double start = Math.rint(c.startS() / 60) * 60;
            double[] most =
                    worst.computeIfAbsent(c.approach() + "\t" + start + "\t" + o.replication(), none -> new double[1]);
            most[0] = Math.max(most[0], c.backOfQueueM());
        }
        Map<String, Map<Double, List<Double>>> byApproach = new TreeMap<>();
        worst.forEach((key, most) -> {
            String[] parts = key.split("\t");
            byApproach
                    .computeIfAbsent(parts[0], none -> new TreeMap<>())
                    .computeIfAbsent(Double.parseDouble(parts[1]), none -> new ArrayList<>())
                    .add(most[0]);
        });
        List<TimeChart.Line> medians = new ArrayList<>();
        byApproach.forEach((approach, times) -> {
            List<double[]> points = new ArrayList<>();
            times.forEach((time, backs) -> points.add(new double[] {
                time, scaled(Percentile.of(backs.stream().mapToDouble(b -> b).toArray(), 0.50))
            }));
            medians.add(new TimeChart.Line(approach, points));
        });
        return medians;
    }

    /** From and to of each green of the lane of an approach that queues most, in the first replication. */
    private static List<double[]> greens(String approach, List<Observed<LaneCycle>> cycles) {
        Map<String, Double> queued = new TreeMap<>(); // lane -> sum of its backs of queue
        List<LaneCycle> first = cycles.stream()
                .filter(o -> o.replication() == 1 && o.row().approach().equals(approach))
                .map(Observed::row)
                .toList();
        first.forEach(c -> queued.merge(lane(c), c.backOfQueueM(), Double::sum));
        String most = queued.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey)
                .orElse("");
        return first.stream()
                .filter(c -> lane(c).equals(most))
                .map(c -> new double[] {c.greenFromS(), c.greenFromS() + c.greenS()})
                .toList();
    }

    private static String lane(LaneCycle c) {
        return c.link() + "/" + c.lane();
    }

    private double scaled(double metres) {
        return length.of(metres);
    }
}
