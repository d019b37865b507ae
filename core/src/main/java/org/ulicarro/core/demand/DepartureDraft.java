package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.study.VehicleKind;

/** Departures in the order in which they were drawn, routes named once. */
final class DepartureDraft {

    private static final long COPY = Draws.idOf("copy");

    /** Where demand is scaled up, who travels beside another one departs so much later (s). */
    private static final double BEHIND = 37;

    private int size;
    private double[] time = new double[1024];
    private int[] entry = new int[1024];
    private int[] route = new int[1024];
    private VehicleKind[] kind = new VehicleKind[1024];
    private long[] key = new long[1024];
    private int[] line = new int[1024];
    private int[] ends = new int[1024];
    private int[] lane = new int[1024];
    private double[] speed = new double[1024];
    private final Map<Ends, Integer> pairs = new LinkedHashMap<>();
    private final List<Ends> pairList = new ArrayList<>();
    private final Map<List<Integer>, Integer> routes = new LinkedHashMap<>();

    private final List<int[]> ways = new ArrayList<>(); // by number
    /** Turns still to be given out, shared by all sources of counted traffic. */
    final Urns urns = new Urns();

    private final Detours detours; // null where no road is closed

    private final ChosenWays chosen;
    private final int[] routeOf; // number of a way that can be chosen -> its route, or -1 while nobody took it

    DepartureDraft(ChosenWays chosen, Detours detours) {
        this.chosen = chosen;
        this.detours = detours;
        routeOf = new int[chosen.size()];
        Arrays.fill(routeOf, -1);
    }

    /** The number of two ends between which ways are free to be chosen. */
    int ends(Ends between) {
        return pairs.computeIfAbsent(between, unknown -> {
            pairList.add(between);
            return pairList.size() - 1;
        });
    }

    /** Somebody who takes a way between two ends by choice; the given one where none is known. */
    void addFree(double at, int from, int way, VehicleKind what, long draws, int between) {
        addFree(at, from, way, what, draws, between, 0, Double.NaN);
    }

    /** The same in a lane of a number and at a speed (m/s); 0 and NaN where it chooses these, too. */
    void addFree(double at, int from, int way, VehicleKind what, long draws, int between, int inLane, double atSpeed) {
        int times = chosen.times(pairList.get(between), draws);
        for (int copy = 0; copy < times; copy++) {
            long own = copy == 0 ? draws : Draws.uniformBits(draws, COPY + copy);
            addOne(at + copy * BEHIND, from, way, what, own, between, inLane, atSpeed);
        }
    }

    private void addOne(
            double at, int from, int way, VehicleKind what, long draws, int between, int inLane, double atSpeed) {
        ChosenWays.Way choice = chosen.pick(pairList.get(between), at, what, draws);
        if (choice == null) {
            add(at, from, way, what, draws, -1, between, inLane, atSpeed);
        } else {
            if (routeOf[choice.number()] < 0) {
                routeOf[choice.number()] = route(choice.movements());
            }
            add(at, choice.entry(), routeOf[choice.number()], what, draws, -1, between, inLane, atSpeed);
        }
    }

    /** The number of a way. */
    int route(int[] way) {
        return routes.computeIfAbsent(Arrays.stream(way).boxed().toList(), unknown -> {
            ways.add(way);
            return ways.size() - 1;
        });
    }

    /** Somebody whose way is given. */
    void add(double at, int from, int way, VehicleKind what, long draws, int service) {
        add(at, from, way, what, draws, service, -1, 0, Double.NaN);
    }

    private void add(
            double at,
            int from,
            int way,
            VehicleKind what,
            long draws,
            int service,
            int between,
            int inLane,
            double atSpeed) {
        if (size == time.length) {
            int more = 2 * size;
            time = Arrays.copyOf(time, more);
            entry = Arrays.copyOf(entry, more);
            route = Arrays.copyOf(route, more);
            kind = Arrays.copyOf(kind, more);
            key = Arrays.copyOf(key, more);
            line = Arrays.copyOf(line, more);
            ends = Arrays.copyOf(ends, more);
            lane = Arrays.copyOf(lane, more);
            speed = Arrays.copyOf(speed, more);
        }
        time[size] = at;
        entry[size] = from;
        route[size] = detours == null ? way : route(detours.way(from, ways.get(way), what, at, service >= 0));
        kind[size] = what;
        key[size] = draws;
        ends[size] = between;
        lane[size] = inLane;
        speed[size] = atSpeed;
        line[size++] = service;
    }

    /** By time, then entry, then the order in which they were drawn. */
    Departures sorted(List<ServiceLine> lines) {
        Integer[] order = new Integer[size];
        Arrays.setAll(order, i -> i);
        Arrays.sort(order, (a, b) -> {
            int byTime = Double.compare(time[a], time[b]);
            return byTime != 0 ? byTime : Integer.compare(entry[a], entry[b]);
        });
        return new Departures(
                IntStream.range(0, size).mapToDouble(i -> time[order[i]]).toArray(),
                IntStream.range(0, size).map(i -> entry[order[i]]).toArray(),
                IntStream.range(0, size).map(i -> route[order[i]]).toArray(),
                IntStream.range(0, size).mapToObj(i -> kind[order[i]]).toArray(VehicleKind[]::new),
                IntStream.range(0, size).mapToLong(i -> key[order[i]]).toArray(),
                ways.toArray(int[][]::new),
                IntStream.range(0, size).map(i -> line[order[i]]).toArray(),
                lines,
                IntStream.range(0, size).map(i -> ends[order[i]]).toArray(),
                IntStream.range(0, size).map(i -> lane[order[i]]).toArray(),
                IntStream.range(0, size).mapToDouble(i -> speed[order[i]]).toArray(),
                pairList,
                detours == null ? List.of() : detours.bans(),
                detours == null ? 0 : detours.round(),
                detours == null ? 0 : detours.none());
    }
}
