package org.ulicarro.bench.assign;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.StudyProblem;

/**
 * A grid of one-way roads, all leading right or down, whose times depend on volume as roads of the Bureau of Public Roads do (1964): small enough
 * for all ways to be listed, so that the user equilibrium can be solved for by itself.
 *
 * <p>The solver here shares no code with the assignment: it minimises the sum of M. Beckmann, C. B. McGuire, C. B. Winsten, <i>Studies in the
 * Economics of Transportation</i>, 1956, over the volumes of all ways, by projected gradients (R. Jayakrishnan and others, Transportation
 * Research Record 1443, 1994).
 */
final class ConvexGrid {

    private static final int ROUNDS = 20_000;

    private final int side;
    private final Map<String, double[]> links = new LinkedHashMap<>(); // id -> seconds, capacity (veh/h)
    private final Map<String, List<String>> next = new LinkedHashMap<>(); // place -> places
    private final Map<String, Integer> demand = new LinkedHashMap<>(); // "from to" -> vehicles

    ConvexGrid(int side, long seed) {
        this.side = side;
        Random random = new Random(seed);
        for (int r = 0; r < side; r++) {
            link("w" + r, name(r, 0), random);
            link(name(r, side - 1), "e" + r, random);
            for (int c = 0; c < side; c++) {
                if (c + 1 < side) {
                    link(name(r, c), name(r, c + 1), random);
                }
                if (r + 1 < side) {
                    link(name(r, c), name(r + 1, c), random);
                }
            }
        }
        for (int a = 0; a < side; a++) {
            for (int b = a; b < side; b++) {
                demand.put("w" + a + " e" + b, 100 + random.nextInt(200));
            }
        }
    }

    private static String name(int row, int column) {
        return "p" + row + column;
    }

    private void link(String from, String to, Random random) {
        links.put(from + "-" + to, new double[] {20 + random.nextInt(40), 300 + random.nextInt(400)});
        next.computeIfAbsent(from, none -> new ArrayList<>()).add(to);
    }

    double seconds(String link, double perHour) {
        double[] of = links.get(link);
        return of[0] * (1 + 0.15 * Math.pow(perHour / of[1], 4));
    }

    Model model() throws IOException, StudyProblem {
        StringBuilder text = new StringBuilder("""
                format: ulicarro/1
                title: Grid
                periods: {am: {from: "07:00", to: "08:00", warm-up: {length: 0 min}, drain: 0 min}}
                network:
                  places:
                """);
        for (int r = 0; r < side; r++) {
            text.append("    w%d: {at: [-200, %d]}%n".formatted(r, -200 * r));
            text.append("    e%d: {at: [%d, %d]}%n".formatted(r, 200 * side, -200 * r));
            for (int c = 0; c < side; c++) {
                text.append("    %s: {at: [%d, %d], control: all-stop}%n".formatted(name(r, c), 200 * c, -200 * r));
            }
        }
        text.append("  roads:\n");
        for (String link : links.keySet()) {
            String[] ends = link.split("-");
            text.append("    %s: {between: [%s, %s], ahead: {lanes: 1}, speed: 50 km/h}%n"
                    .formatted(link, ends[0], ends[1]));
        }
        text.append(
                "demand:\n  mix: {car: 100 %}\n  arrivals: exact\n  choice: {spread: 0 %, slice: 1 h, paths: 50}\n");
        text.append("  entries:\n");
        for (int a = 0; a < side; a++) {
            StringBuilder routes = new StringBuilder();
            int all = 0;
            for (int b = a; b < side; b++) {
                int vehicles = demand.get("w" + a + " e" + b);
                all += vehicles;
                routes.append("      to%d: {via: [e%d], share: %d}%n".formatted(b, b, vehicles));
            }
            text.append("    w%d:%n      vehicles: %d veh/h%n      routes:%n".formatted(a, all));
            text.append(routes.toString().replace("      to", "        to"));
        }
        return Scene.of(text.toString());
    }

    /** Volumes of all links in equilibrium for certain demand between ends. */
    Map<String, Double> solve(Map<String, Double> wanted) {
        List<List<List<String>>> ways = new ArrayList<>();
        List<double[]> flows = new ArrayList<>();
        Map<String, Double> volumes = new LinkedHashMap<>();
        links.keySet().forEach(link -> volumes.put(link, 0.0));
        wanted.forEach((ends, vehicles) -> {
            List<List<String>> of = new ArrayList<>();
            collect(ends.split(" ")[0], ends.split(" ")[1], new ArrayList<>(), of);
            ways.add(of);
            double[] flow = new double[of.size()];
            flow[0] = vehicles;
            flows.add(flow);
            of.get(0).forEach(link -> volumes.merge(link, vehicles, Double::sum));
        });
        for (int round = 0; round < ROUNDS; round++) {
            double moved = 0;
            for (int pair = 0; pair < ways.size(); pair++) {
                moved = Math.max(moved, shift(ways.get(pair), flows.get(pair), volumes));
            }
            if (moved < 1e-9) {
                break;
            }
        }
        return volumes;
    }

    /** Moves vehicles of one pair from every way to its shortest, by Newton's step along the links that only one of the two has. */
    private double shift(List<List<String>> ways, double[] flow, Map<String, Double> volumes) {
        double most = 0;
        int best = 0;
        for (int w = 1; w < ways.size(); w++) {
            best = cost(ways.get(w), volumes) < cost(ways.get(best), volumes) ? w : best;
        }
        for (int w = 0; w < ways.size(); w++) {
            if (w == best || flow[w] == 0) {
                continue;
            }
            double excess = cost(ways.get(w), volumes) - cost(ways.get(best), volumes);
            double slope = 1e-12;
            for (String link : links.keySet()) {
                if (ways.get(w).contains(link) != ways.get(best).contains(link)) {
                    double[] of = links.get(link);
                    slope += of[0] * 0.6 * Math.pow(volumes.get(link), 3) / Math.pow(of[1], 4);
                }
            }
            double step = Math.min(flow[w], Math.max(0, excess) / slope);
            flow[w] -= step;
            flow[best] += step;
            ways.get(w).forEach(link -> volumes.merge(link, -step, Double::sum));
            ways.get(best).forEach(link -> volumes.merge(link, step, Double::sum));
            most = Math.max(most, step);
        }
        return most;
    }

    private double cost(List<String> way, Map<String, Double> volumes) {
        return way.stream().mapToDouble(l -> seconds(l, volumes.get(l))).sum();
    }

    private void collect(String at, String to, List<String> way, List<List<String>> all) {
        if (at.equals(to)) {
            all.add(List.copyOf(way));
            return;
        }
        for (String there : next.getOrDefault(at, List.of())) {
            way.add(at + "-" + there);
            collect(there, to, way, all);
            way.remove(way.size() - 1);
        }
    }

    @Override
    public String toString() {
        return String.format(Locale.ROOT, "grid of %d by %d, %d pairs", side, side, demand.size());
    }
}
