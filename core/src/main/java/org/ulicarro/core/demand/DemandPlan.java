package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.VehicleType;

/** The demand of one study in one period, ready to be drawn for any replication. Immutable. */
public final class DemandPlan {

    private final Network network;
    private final TurningCounts counts;
    private final Window window;
    private final VehicleType[] types;
    private final List<ServiceLine> lines;
    private final WalkPlan walks;
    private final double[] typeUpTo; // cumulative share of each type, the last one 1

    private DemandPlan(
            Network network,
            TurningCounts counts,
            Window window,
            Map<VehicleType, Double> mix,
            List<ServiceLine> lines,
            WalkPlan walks) {
        this.walks = walks;
        this.lines = lines;
        this.network = network;
        this.counts = counts;
        this.window = window;
        types = mix.keySet().toArray(new VehicleType[0]);
        typeUpTo = new double[types.length];
        double total = mix.values().stream().mapToDouble(Double::doubleValue).sum();
        double sum = 0;
        for (int i = 0; i < types.length; i++) {
            sum += mix.get(types[i]);
            typeUpTo[i] = sum / total;
        }
    }

    /**
     * Checks counts against the network and prepares the draw.
     *
     * @param faults receives what is wrong with the counts
     */
    public static DemandPlan of(
            Network network, DemandInput demand, List<Count> counts, Window window, List<Fault> faults) {
        return new DemandPlan(
                network,
                TurningCounts.of(network, counts, window, faults),
                window,
                demand.mix(),
                ServiceLines.of(network, demand.services(), window, faults),
                WalkPlan.of(network, demand, window, faults));
    }

    public Window window() {
        return window;
    }

    /** Mean demand of a movement at an entry's first counted place over the measured period (veh/h); 0 elsewhere. */
    public double hourlyRate(Movement movement) {
        double[] times = counts.changes(network.links().get(movement.fromLink()), window.from(), window.to());
        double vehicles = 0;
        for (int i = 0; i + 1 < times.length; i++) {
            vehicles += counts.rate(movement.index(), times[i]) * (times[i + 1] - times[i]);
        }
        return vehicles / (window.to() - window.from()) * 3600;
    }

    /** Draws everybody who leaves in one replication, in order of time. */
    public Departures draw(long seed, int replication) {
        Draft draft = new Draft();
        for (Link entry : network.entries()) {
            Link counted = firstCounted(entry);
            if (counted != null) {
                drawEntry(entry, counted, seed, replication, draft);
            }
        }
        for (int line = 0; line < lines.size(); line++) {
            drawLine(line, seed, replication, draft);
        }
        return draft.sorted(lines);
    }

    /** Draws everybody who walks over a crossing in one replication, in order of time. */
    public Walks drawWalks(long seed, int replication) {
        return walks.draw(seed, replication);
    }

    /** Every departure of a service, whose vehicles are numbered from its first one on, whatever the period. */
    private void drawLine(int number, long seed, int replication, Draft draft) {
        ServiceLine line = lines.get(number);
        long id = Draws.idOf("service " + line.id());
        for (int n = 0; ; n++) {
            double time = line.from() + n * line.every();
            if (time >= Math.min(line.to(), window.end())) {
                return;
            }
            if (time >= window.start()) {
                long key = Draws.key(seed, replication, Purpose.VEHICLE, id + n);
                draft.add(time, line.entry(), line.way(), line.type(), key, number);
            }
        }
    }

    /** The link whose counts say how many enter: the first one downstream that has any, as long as there is no choice. */
    private Link firstCounted(Link entry) {
        Link at = entry;
        for (int hops = 0; hops < network.links().size(); hops++) {
            if (counts.counted(at)) {
                return at;
            }
            List<Movement> onward = network.movementsFrom(at.index());
            if (onward.size() != 1) {
                return null;
            }
            at = network.links().get(onward.get(0).toLink());
        }
        return null;
    }

    /** A Poisson process whose rate changes by slices: unit exponential steps, laid on the rising curve of expected arrivals. */
    private void drawEntry(Link entry, Link counted, long seed, int replication, Draft draft) {
        long id = Draws.idOf(entry.id());
        long arrivals = Draws.key(seed, replication, Purpose.ARRIVALS, id);
        double[] times = slices(counted);
        double expected = 0; // arrivals to be expected before the current slice
        double next = Draws.exponential(arrivals, 0);
        int n = 0;
        for (int i = 0; i + 1 < times.length; i++) {
            double rate = counts.rate(counted, window.counted(times[i]));
            double inSlice = rate * (times[i + 1] - times[i]);
            while (next < expected + inSlice) {
                double time = times[i] + (next - expected) / rate;
                long key = Draws.key(seed, replication, Purpose.VEHICLE, id + n);
                int[] route = route(entry, time, Draws.key(seed, replication, Purpose.ROUTE, id + n));
                draft.add(time, entry.index(), route, type(key), key, -1);
                n++;
                next += Draws.exponential(arrivals, n);
            }
            expected += inSlice;
        }
    }

    private double[] slices(Link counted) {
        List<Double> times = new ArrayList<>();
        times.add(window.start());
        for (double time : counts.changes(counted, window.from(), window.to())) {
            if (time > times.get(times.size() - 1)) {
                times.add(time);
            }
        }
        if (window.end() > times.get(times.size() - 1)) {
            times.add(window.end());
        }
        return times.stream().mapToDouble(Double::doubleValue).toArray();
    }

    /** A whole route, turn by turn, from the shares in force when the vehicle would get there unhindered. */
    private int[] route(Link entry, double departure, long key) {
        List<Integer> route = new ArrayList<>();
        Link at = entry;
        double time = departure;
        // A loop of counted turns could go round for long; nobody drives more than a few times through a network.
        int most = 4 * network.links().size();
        for (int choice = 0; choice < most; choice++) {
            List<Movement> onward = network.movementsFrom(at.index());
            if (onward.isEmpty()) {
                break;
            }
            time += at.length() / at.speed();
            Movement chosen = choose(onward, at, window.counted(time), Draws.uniform(key, choice));
            route.add(chosen.index());
            route.addAll(chosen.onward());
            at = network.links().get(chosen.toLink());
        }
        return route.stream().mapToInt(Integer::intValue).toArray();
    }

    private Movement choose(List<Movement> onward, Link at, double time, double u) {
        double total = counts.rate(at, time);
        double sum = 0;
        for (Movement movement : onward) {
            sum += total > 0 ? counts.rate(movement.index(), time) / total : 1.0 / onward.size();
            if (u < sum) {
                return movement;
            }
        }
        return onward.get(onward.size() - 1);
    }

    private VehicleType type(long key) {
        double u = Draws.uniform(key, 0);
        for (int i = 0; i < types.length; i++) {
            if (u < typeUpTo[i]) {
                return types[i];
            }
        }
        return types[types.length - 1];
    }

    /** Departures in the order in which they were drawn, routes named once. */
    private static final class Draft {

        private record One(double time, int entry, int route, VehicleType type, long key, int line) {}

        private final List<One> all = new ArrayList<>();
        private final Map<List<Integer>, Integer> routes = new LinkedHashMap<>();

        void add(double time, int entry, int[] route, VehicleType type, long key, int line) {
            List<Integer> way = java.util.Arrays.stream(route).boxed().toList();
            int id = routes.computeIfAbsent(way, unknown -> routes.size());
            all.add(new One(time, entry, id, type, key, line));
        }

        Departures sorted(List<ServiceLine> lines) {
            all.sort(java.util.Comparator.comparingDouble(One::time).thenComparingInt(One::entry));
            int[][] ways = routes.keySet().stream()
                    .map(way -> way.stream().mapToInt(Integer::intValue).toArray())
                    .toArray(int[][]::new);
            return new Departures(
                    all.stream().mapToDouble(One::time).toArray(),
                    all.stream().mapToInt(One::entry).toArray(),
                    all.stream().mapToInt(One::route).toArray(),
                    all.stream().map(One::type).toArray(VehicleType[]::new),
                    all.stream().mapToLong(One::key).toArray(),
                    ways,
                    all.stream().mapToInt(One::line).toArray(),
                    lines);
        }
    }
}
