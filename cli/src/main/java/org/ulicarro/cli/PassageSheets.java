package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.measure.Percentile;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Passages;
import org.ulicarro.core.run.Passages.Stretch;
import org.ulicarro.report.DrawingFile;
import org.ulicarro.report.paper.Figure;
import org.ulicarro.report.paper.TimeChart;

/** Who used a link, how a place's traffic turned, how long between two places: of one replication, in any window. */
final class PassageSheets {

    private static final int WIDE = 900; // a chart
    private static final int HIGH = 420;
    private static final int WAYS = 8; // that are listed
    private static final int LONGEST_WAY = 84; // characters

    private final Network network;
    private final Passages passages;
    private final IntFunction<String> types;
    private final double from;
    private final double to;
    private final OutputForm form;
    private final PrintWriter out;

    /** @param types what each vehicle is, by its number */
    PassageSheets(
            Model model,
            Passages passages,
            IntFunction<String> types,
            double from,
            double to,
            OutputForm form,
            PrintWriter out) {
        this.types = types;
        network = model.network();
        this.passages = passages;
        this.from = from;
        this.to = to;
        this.form = form;
        this.out = out;
    }

    private void printVehicles(Rows vehicles) throws IOException {
        if (form.isForMachines()) {
            form.print(vehicles, out);
            return;
        }
        TextTable table = new TextTable(1);
        table.alignLeft(false, true, true, true, true);
        table.add("vehicle", "type", "time", "from", "to");
        for (Rows.Row row : vehicles.all()) {
            table.add(
                    row.values().get("vehicle").toString(),
                    row.values().get("type").toString(),
                    Whereabouts.time((Double) row.values().get("time_s")),
                    row.values().get("origin").toString(),
                    row.values().get("destination").toString());
        }
        table.print(out);
    }

    private boolean isInWindow(double time) {
        return time >= from && time < to;
    }

    private String window() {
        return Clock.timeOfDay(from) + "-" + Clock.timeOfDay(to);
    }

    /**
     * Who came to the end of a link: when, from where to where, and by which way.
     *
     * @param bin length of the intervals in which they are counted (s)
     * @param picture file for a chart of these counts, or null
     * @param each whether every vehicle is listed
     * @param bins whether machines get the counts by interval instead of those by origin and destination
     */
    void link(String id, double bin, Path picture, boolean each, boolean bins) throws IOException {
        Link link = network.links().stream()
                .filter(l -> l.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new IOException("there is no link '" + id + "'."
                        + Names.suggestion(
                                id, network.links().stream().map(Link::id).toList())
                        + " A link is a road and its direction, such as 'quay-4 ahead'."));
        Map<Double, Integer> byBin = new TreeMap<>();
        Map<String, Integer> pairs = new LinkedHashMap<>();
        Map<String, Integer> ways = new LinkedHashMap<>();
        int all = 0;
        Rows vehicles = new Rows().headed(List.of("link", "vehicle", "type", "time_s", "origin", "destination"));
        for (Map.Entry<Integer, List<Stretch>> one : passages.byVehicle().entrySet()) {
            List<Stretch> way = one.getValue();
            for (Stretch stretch : way) {
                if (stretch.link() == link.index() && isInWindow(stretch.to())) {
                    all++;
                    vehicles.add()
                            .put("link", id)
                            .put("vehicle", one.getKey())
                            .put("type", types.apply(one.getKey()))
                            .put("time_s", stretch.to())
                            .put("origin", passages.origin(way))
                            .put("destination", passages.destination(way));
                    byBin.merge(from + Math.floor((stretch.to() - from) / bin) * bin, 1, Integer::sum);
                    pairs.merge(passages.origin(way) + "\t" + passages.destination(way), 1, Integer::sum);
                    String places = passages.origin(way) + " > "
                            + way.stream().map(s -> passages.link(s).to()).collect(Collectors.joining(" > "));
                    ways.merge(places, 1, Integer::sum);
                }
            }
        }
        if (picture != null) {
            draw(id, byBin, bin, picture);
        }
        if (each) {
            printVehicles(vehicles);
            return;
        }
        if (form.isForMachines() && bins) {
            Rows rows = new Rows().headed(List.of("link", "from_s", "to_s", "vehicles"));
            for (double start = from; start < to - 1e-9; start += bin) {
                rows.add()
                        .put("link", id)
                        .put("from_s", start)
                        .put("to_s", Math.min(to, start + bin))
                        .put("vehicles", byBin.getOrDefault(start, 0));
            }
            form.print(rows, out);
            return;
        }
        if (form.isForMachines()) {
            Rows rows = new Rows().headed(List.of("link", "from_s", "to_s", "origin", "destination", "vehicles"));
            sorted(pairs)
                    .forEach(e -> rows.add()
                            .put("link", id)
                            .put("from_s", from)
                            .put("to_s", to)
                            .put("origin", e.getKey().split("\t")[0])
                            .put("destination", e.getKey().split("\t")[1])
                            .put("vehicles", e.getValue()));
            form.print(rows, out);
            return;
        }
        out.printf("%s, %s: %d vehicles came to its end%n%n", id, window(), all);
        if (all == 0) {
            return;
        }
        TextTable times = new TextTable(1);
        times.add("from", "to", "veh", "veh/h");
        for (double start = from; start < to - 1e-9; start += bin) {
            double end = Math.min(to, start + bin);
            int count = byBin.getOrDefault(start, 0);
            times.add(
                    Clock.timeOfDay(start),
                    Clock.timeOfDay(end),
                    String.valueOf(count),
                    TextTable.figure(count / (end - start) * 3600, 0));
        }
        times.print(out);
        out.println();
        TextTable od = new TextTable(1);
        od.alignLeft(true, true);
        od.add("from", "to", "veh", "%");
        for (Map.Entry<String, Integer> e : sorted(pairs)) {
            String[] ends = e.getKey().split("\t");
            od.add(ends[0], ends[1], e.getValue().toString(), TextTable.figure(100.0 * e.getValue() / all, 0));
        }
        od.print(out);
        out.println();
        TextTable list = new TextTable(1);
        list.add("way", "veh", "%");
        for (Map.Entry<String, Integer> e : sorted(ways).stream().limit(WAYS).toList()) {
            String way = e.getKey();
            list.add(
                    way.length() > LONGEST_WAY ? way.substring(0, LONGEST_WAY - 2) + " …" : way,
                    e.getValue().toString(),
                    TextTable.figure(100.0 * e.getValue() / all, 0));
        }
        list.print(out);
    }

    private static String interval(double seconds) {
        return seconds % 60 == 0 ? Math.round(seconds / 60) + " min" : Math.round(seconds) + " s";
    }

    /** Volumes as steps, since each holds for its whole interval. */
    private void draw(String id, Map<Double, Integer> byBin, double bin, Path picture) throws IOException {
        List<double[]> steps = new ArrayList<>();
        for (double start = from; start < to - 1e-9; start += bin) {
            double end = Math.min(to, start + bin);
            double flow = byBin.getOrDefault(start, 0) / (end - start) * 3600;
            steps.add(new double[] {start, flow});
            steps.add(new double[] {end, flow});
        }
        Figure figure = TimeChart.of(
                id + ", vehicles at its end",
                "veh/h",
                List.of(new TimeChart.Line("by " + interval(bin), steps)),
                0,
                WIDE,
                HIGH);
        DrawingFile.write(picture, WIDE, HIGH, figure.drawing());
    }

    /** How those who came to a place in the window turned there. */
    void turns(String place) throws IOException {
        if (!network.junctions().containsKey(place)) {
            throw new IOException("there is no place '" + place + "'."
                    + Names.suggestion(place, network.junctions().keySet()));
        }
        int[] count = new int[network.movements().size()];
        for (List<Stretch> way : passages.byVehicle().values()) {
            for (Stretch stretch : way) {
                if (stretch.movement() >= 0 && isInWindow(stretch.to())) {
                    count[stretch.movement()]++;
                }
            }
        }
        Map<String, Integer> approaches = new LinkedHashMap<>();
        for (int m : network.junctions().get(place).movements()) {
            approaches.merge(network.movements().get(m).approach(), count[m], Integer::sum);
        }
        Sheet sheet = new Sheet()
                .words("movement", "movement")
                .words("id", "id")
                .numbers("vehicles", "veh", 0)
                .numbers("vehh", "veh/h", 0)
                .numbers("share", "% of approach", 0);
        for (int m : network.junctions().get(place).movements()) {
            var movement = network.movements().get(m);
            int total = approaches.get(movement.approach());
            sheet.add(
                    movement.name(),
                    movement.id(),
                    count[m],
                    Math.rint(count[m] / (to - from) * 3600),
                    total == 0 ? Double.NaN : Math.rint(100.0 * count[m] / total));
        }
        if (!form.isForMachines()) {
            out.println(place + ", " + window());
            out.println();
        }
        try {
            sheet.print(form, out);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** How long those took who passed one place and later another one. */
    void between(String first, String second) throws IOException {
        for (String place : List.of(first, second)) {
            if (!network.junctions().containsKey(place)) {
                throw new IOException("there is no place '" + place + "'."
                        + Names.suggestion(place, network.junctions().keySet()));
            }
        }
        List<Double> seconds = new ArrayList<>();
        for (List<Stretch> way : passages.byVehicle().values()) {
            double began = Double.NaN;
            for (Stretch stretch : way) {
                Link link = passages.link(stretch);
                if (link.from().equals(first) && isInWindow(stretch.from())) {
                    began = stretch.from();
                }
                if (!Double.isNaN(began) && link.to().equals(second) && !Double.isNaN(stretch.to())) {
                    seconds.add(stretch.to() - began);
                    break;
                }
            }
        }
        double[] all = seconds.stream().mapToDouble(s -> s).toArray();
        Rows rows = new Rows();
        rows.add()
                .put("first", first)
                .put("second", second)
                .put("vehicles", all.length)
                .put(
                        "travel_time_s",
                        seconds.stream().mapToDouble(s -> s).average().orElse(Double.NaN))
                .put("travel_time_p15_s", Percentile.of(all, 0.15))
                .put("travel_time_p50_s", Percentile.of(all, 0.50))
                .put("travel_time_p85_s", Percentile.of(all, 0.85))
                .put("travel_time_p95_s", Percentile.of(all, 0.95));
        if (form.isForMachines()) {
            form.print(rows, out);
        } else if (all.length == 0) {
            out.println("Nobody who left '" + first + "' in " + window() + " came to '" + second + "'.");
        } else {
            out.printf(
                    Locale.ROOT,
                    "%s to %s, who left %s in %s: %d vehicles, mean %.1f s; 15 %% %.1f s, 50 %% %.1f s, 85 %% %.1f s, 95 %% %.1f s%n",
                    first,
                    second,
                    first,
                    window(),
                    all.length,
                    seconds.stream().mapToDouble(s -> s).average().orElse(0),
                    Percentile.of(all, 0.15),
                    Percentile.of(all, 0.50),
                    Percentile.of(all, 0.85),
                    Percentile.of(all, 0.95));
            out.println("From line to line, by any way between them.");
        }
    }

    private static List<Map.Entry<String, Integer>> sorted(Map<String, Integer> counts) {
        return counts.entrySet().stream()
                .sorted(Comparator.comparing((Map.Entry<String, Integer> e) -> -e.getValue())
                        .thenComparing(Map.Entry::getKey))
                .toList();
    }
}
