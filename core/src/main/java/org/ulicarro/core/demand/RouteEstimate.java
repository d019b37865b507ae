package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.DemandInput.Arrivals;

/**
 * The most likely flows between ends that fit all counts together, slice by slice. Of all flows that do, those of greatest entropy: H.
 * J. van Zuylen, L. G. Willumsen, <i>The most likely trip matrix estimated from traffic counts</i>, Transportation Research 14B, 1980.
 * Where counts contradict each other there are none, and those nearest to them in cross-entropy are taken: the simultaneous
 * multiplicative iteration of C. L. Byrne, <i>Iterative image reconstruction algorithms based on cross-entropy minimization</i>, IEEE
 * Transactions on Image Processing 2, 1993, which comes to the first solution where there is one.
 */
public final class RouteEstimate {

    /** Rounds of the iteration at most. */
    private static final int ROUNDS = 20_000;

    /** It has settled when no flow changes by more than this share in a round. */
    private static final double SETTLED = 1e-7;

    /** Smaller flows than this are none (veh/h). */
    private static final double NOTHING = 0.05;

    /**
     * A flow between two ends over the measured period.
     *
     * @param from place where it enters
     * @param to place where it leaves
     * @param vehicles in the period
     */
    public record Pair(String from, String to, double vehicles) {}

    /**
     * How a count is met.
     *
     * @param movement its movement
     * @param counted vehicles in the period
     * @param estimated vehicles of all flows that take it
     */
    public record Fit(Movement movement, double counted, double estimated, double hours) {

        /** GEH of the two hourly rates. */
        public double geh() {
            double sum = (counted + estimated) / hours;
            double gap = (estimated - counted) / hours;
            return sum > 0 ? Math.sqrt(2 * gap * gap / sum) : 0;
        }
    }

    private final Network network;
    private final List<Candidates.Path> paths;
    private final int[] counted; // the movements that are
    private final double[] times; // borders of slices
    private final double[][] flow; // slice -> path -> vehicles
    private final double[][] wanted; // slice -> counted movement -> vehicles

    private RouteEstimate(
            Network network,
            List<Candidates.Path> paths,
            int[] counted,
            double[] times,
            double[][] flow,
            double[][] wanted) {
        this.network = network;
        this.paths = paths;
        this.counted = counted;
        this.times = times;
        this.flow = flow;
        this.wanted = wanted;
    }

    static RouteEstimate of(Network network, TurningCounts counts, Window window, List<Fault> faults) {
        int[] counted = network.movements().stream()
                .mapToInt(Movement::index)
                .filter(counts::counted)
                .toArray();
        List<Candidates.Path> paths = new Candidates(network, counts, window).all();
        double[] times = times(network, counts, window);
        double[][] flow = new double[times.length - 1][];
        double[][] wanted = new double[times.length - 1][counted.length];
        int[][] uses = uses(network, paths, counted);
        for (int s = 0; s < flow.length; s++) {
            for (int c = 0; c < counted.length; c++) {
                wanted[s][c] = counts.vehicles(counted[c], times[s], times[s + 1]);
            }
            flow[s] = fit(uses, wanted[s]);
        }
        RouteEstimate estimate = new RouteEstimate(network, paths, counted, times, flow, wanted);
        estimate.warn(faults);
        return estimate;
    }

    private static double[] times(Network network, TurningCounts counts, Window window) {
        TreeSet<Double> times = new TreeSet<>(List.of(window.from(), window.to()));
        for (Link link : network.links()) {
            for (double time : counts.changes(link, window.from(), window.to())) {
                times.add(time);
            }
        }
        return times.stream().mapToDouble(Double::doubleValue).toArray();
    }

    /** Path to the counts that it runs over. */
    private static int[][] uses(Network network, List<Candidates.Path> paths, int[] counted) {
        int[] countOf = new int[network.movements().size()];
        java.util.Arrays.fill(countOf, -1);
        for (int c = 0; c < counted.length; c++) {
            countOf[counted[c]] = c;
        }
        return paths.stream()
                .map(path -> java.util.Arrays.stream(path.movements())
                        .map(m -> countOf[m])
                        .filter(c -> c >= 0)
                        .toArray())
                .toArray(int[][]::new);
    }

    private static double[] fit(int[][] uses, double[] wanted) {
        double[] flow = new double[uses.length];
        int most = 1;
        for (int p = 0; p < flow.length; p++) {
            boolean open = uses[p].length > 0;
            for (int c : uses[p]) {
                open &= wanted[c] > 0; // what nobody was counted on, nobody takes
            }
            flow[p] = open ? 1 : 0;
            most = Math.max(most, uses[p].length);
        }
        double[] met = new double[wanted.length];
        double[] factor = new double[wanted.length];
        for (int round = 0; round < ROUNDS; round++) {
            java.util.Arrays.fill(met, 0);
            for (int p = 0; p < flow.length; p++) {
                for (int c : uses[p]) {
                    met[c] += flow[p];
                }
            }
            for (int c = 0; c < wanted.length; c++) {
                factor[c] = met[c] > 0 && wanted[c] > 0 ? StrictMath.log(wanted[c] / met[c]) / most : 0;
            }
            double change = 0;
            for (int p = 0; p < flow.length; p++) {
                double sum = 0;
                for (int c : uses[p]) {
                    sum += factor[c];
                }
                if (flow[p] > 0) {
                    flow[p] *= StrictMath.exp(sum);
                    change = Math.max(change, Math.abs(sum));
                }
            }
            if (change < SETTLED) {
                break;
            }
        }
        return flow;
    }

    private void warn(List<Fault> faults) {
        List<Fit> far = fits().stream().filter(f -> f.geh() > 5).toList();
        if (!far.isEmpty()) {
            Fit worst = far.stream()
                    .max(java.util.Comparator.comparingDouble(Fit::geh))
                    .orElseThrow();
            faults.add(DemandFault.FLOWS_DO_NOT_FIT.at(
                    "/demand/routes",
                    far.size(),
                    counted.length,
                    worst.movement().name(),
                    worst.movement().place(),
                    worst.counted(),
                    worst.estimated()));
        }
    }

    private double hours() {
        return (times[times.length - 1] - times[0]) / 3600;
    }

    /** Flows between ends over the measured period, in the order of the network; those of next to nobody left out. */
    public List<Pair> pairs() {
        java.util.Map<String, Pair> pairs = new java.util.LinkedHashMap<>();
        for (int p = 0; p < paths.size(); p++) {
            double vehicles = 0;
            for (double[] slice : flow) {
                vehicles += slice[p];
            }
            Candidates.Path path = paths.get(p);
            String from = network.links().get(path.entry()).from();
            Pair pair = new Pair(from, path.to(), vehicles);
            pairs.merge(
                    from + "\n" + path.to(), pair, (a, b) -> new Pair(a.from(), a.to(), a.vehicles() + b.vehicles()));
        }
        return pairs.values().stream()
                .filter(pair -> pair.vehicles() / hours() >= NOTHING)
                .toList();
    }

    /** How each count is met over the measured period, in the order of the network. */
    public List<Fit> fits() {
        double[] sum = new double[network.movements().size()];
        for (int p = 0; p < paths.size(); p++) {
            for (double[] slice : flow) {
                for (int m : paths.get(p).movements()) {
                    sum[m] += slice[p];
                }
            }
        }
        List<Fit> fits = new ArrayList<>();
        for (int c = 0; c < counted.length; c++) {
            double all = 0;
            for (double[] slice : wanted) {
                all += slice[c];
            }
            fits.add(new Fit(network.movements().get(counted[c]), all, sum[counted[c]], hours()));
        }
        return fits;
    }

    /** The flows as sources, entry by entry; first and last slice go on in the warm-up and the drain time. */
    List<Source> flows(Arrivals how, Window window, TypeMix mix) {
        List<Source> sources = new ArrayList<>();
        double[] borders = times.clone();
        borders[0] = window.start();
        borders[borders.length - 1] = window.end();
        for (Link entry : network.entries()) {
            List<Integer> mine = new ArrayList<>();
            for (int p = 0; p < paths.size(); p++) {
                if (paths.get(p).entry() == entry.index()) {
                    mine.add(p);
                }
            }
            double[] rates = new double[flow.length];
            double[][] shares = new double[flow.length][];
            for (int s = 0; s < flow.length; s++) {
                double[] slice = flow[s];
                double[] own = mine.stream().mapToDouble(p -> slice[p]).toArray();
                double total = java.util.Arrays.stream(own).sum();
                rates[s] = total / (times[s + 1] - times[s]);
                shares[s] = total > 0 ? Flow.cumulative(own) : new double[] {1};
            }
            int[][] ways = mine.stream().map(p -> paths.get(p).movements()).toArray(int[][]::new);
            if (ways.length > 0) {
                Ends[] ends = mine.stream()
                        .map(p -> new Ends(entry.from(), paths.get(p).to()))
                        .toArray(Ends[]::new);
                sources.add(new Flow(
                        "estimated " + entry.id(), entry.index(), how, borders, rates, ways, ends, shares, mix));
            }
        }
        return sources;
    }
}
