package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.DemandInput.Arrivals;
import org.ulicarro.core.study.TripTable;
import org.ulicarro.core.study.Trips;

/** Trips from tables, as flat arrays of cells: a matrix of a large town has a million. */
final class TripDemand implements Source {

    /** No two places have as many trips between them, a hundred lanes at 1 800 veh/h (veh/s). */
    private static final double MOST_PER_SECOND = 50;

    /** Shorter slices than this say themselves who departs in the warm-up and the drain time (s). */
    private static final double LEAST_SLICE = 300;

    /** Up to this share of a table, rows of another time are taken for a slip. */
    private static final double FEW = 0.2;

    private final Arrivals how;
    private final int[] entry; // cell -> link on which its vehicles enter
    private final int[] way; // cell -> its place among the ways
    private final double[] from; // cell -> start of its slice within the run, s since midnight
    private final double[] to; // cell -> its end
    private final double[] vehicles; // cell -> how many depart in that slice
    private final int[] replication; // cell -> the one in which its vehicles travel; 0 for all
    private final int[] of; // cell -> how many replications its table tells apart
    private final int[] lane; // cell -> number of the lane in which its vehicles come in; 0 where they choose it
    private final double[] speed; // cell -> that at which its vehicles come in, m/s; NaN where they choose it
    private final long[] driver; // cell -> what names the draws of its driver; 0 for one that is drawn
    private final int[] mix; // cell -> what its vehicles are, as a place among the mixes
    private final long[]
            stream; // cell -> what names its draws: table, ends, slice and type, whatever else the table holds
    private final long[] group; // cell -> the same for its origin, whose cells are rounded together
    private final List<int[]> ways = new ArrayList<>();
    private final List<Ends> ends = new ArrayList<>(); // of each way
    private final List<TypeMix> mixes = new ArrayList<>();
    private int size;

    private TripDemand(Arrivals how, int cells) {
        this.how = how;
        entry = new int[cells];
        way = new int[cells];
        from = new double[cells];
        to = new double[cells];
        vehicles = new double[cells];
        replication = new int[cells];
        of = new int[cells];
        lane = new int[cells];
        speed = new double[cells];
        driver = new long[cells];
        mix = new int[cells];
        stream = new long[cells];
        group = new long[cells];
    }

    /**
     * Checks rows against the network.
     *
     * @return the cells that reach into the run
     */
    static TripDemand of(
            DemandInput demand, List<Trips> rows, Window window, Ways ways, TypeMix mix, List<Fault> faults) {
        TripDemand made = new TripDemand(demand.arrivals(), rows.size());
        Map<String, Integer> tables = new LinkedHashMap<>();
        for (Map.Entry<String, TripTable> one : demand.trips().entrySet()) {
            tables.put(one.getKey(), tables.size());
            made.mixes.add(mix.or(one.getValue().mix()));
        }
        Map<String, Integer> types = new LinkedHashMap<>();
        Map<Ways.Way, Integer> known = new LinkedHashMap<>();
        Map<String, double[]> unreached = new LinkedHashMap<>();
        Map<String, Double> staying = new LinkedHashMap<>();
        Map<String, Reach> reaches = new LinkedHashMap<>();
        rows.forEach(
                row -> reaches.computeIfAbsent(row.table(), none -> new Reach()).take(row, window));
        for (Trips row : rows) {
            if (row.from().equals(row.to()) && !demand.trips().get(row.table()).loops()) {
                staying.merge(row.table(), row.vehicles(), Double::sum);
            } else if (made.isSound(row, ways, mix, faults)) {
                Ways.Way found = ways.between(row.from(), row.to());
                if (found == null) {
                    double[] lost = unreached.computeIfAbsent(
                            row.table() + "\n" + row.from() + "\n" + row.to(), none -> new double[] {row.line(), 0});
                    lost[1] += row.vehicles();
                } else {
                    int number = known.computeIfAbsent(found, none -> {
                        made.ways.add(found.movements());
                        made.ends.add(new Ends(row.from(), row.to()));
                        return known.size();
                    });
                    int what = row.type() == null
                            ? tables.get(row.table())
                            : types.computeIfAbsent(row.type(), type -> {
                                made.mixes.add(mix.only(type));
                                return made.mixes.size() - 1;
                            });
                    made.add(row, found.entry(), number, what, 1 + demand.growth(), window, reaches.get(row.table()));
                }
            }
        }
        unreached.forEach((ends, lost) -> {
            String[] parts = ends.split("\n", -1);
            faults.add(DemandFault.NO_WAY_OF_TABLE.at(
                    Fault.child("/demand/trips", parts[0]) + Trips.LINE + (int) lost[0], parts[1], parts[2], lost[1]));
        });
        staying.forEach((table, vehicles) ->
                faults.add(DemandFault.TRIPS_TO_THEMSELVES.at(Fault.child("/demand/trips", table), vehicles)));
        reaches.forEach((table, reach) -> reach.check(table, window, faults));
        Set<String> loops = new LinkedHashSet<>(demand.trips().keySet());
        loops.removeIf(table -> !demand.trips().get(table).loops());
        checkTwice(rows, loops, faults);
        return made;
    }

    private boolean isSound(Trips row, Ways ways, TypeMix types, List<Fault> faults) {
        String pointer = Fault.child("/demand/trips", row.table()) + Trips.LINE + row.line();
        int before = faults.size();
        if (!ways.isEntry(row.from())) {
            faults.add(DemandFault.NO_ENTRY.at(pointer, row.from(), Names.suggestion(row.from(), ways.entries())));
        }
        if (!ways.isExit(row.to())) {
            faults.add(DemandFault.NO_EXIT.at(pointer, row.to(), Names.suggestion(row.to(), ways.exits())));
        }
        if (!(row.departTo() > row.departFrom())) {
            faults.add(DemandFault.SLICE_BACKWARDS.at(
                    pointer, Clock.timeOfDay(row.departTo()), Clock.timeOfDay(row.departFrom())));
        }
        if (row.type() != null && !types.all().has(row.type())) {
            faults.add(types.all().unknown(pointer, row.type()));
        }
        if (row.lane() > 0 && ways.isEntry(row.from()) && !ways.hasLane(row.from(), row.lane())) {
            faults.add(DemandFault.NO_ENTRY_LANE.at(pointer, row.from(), row.lane()));
        }
        if (!(row.vehicles() >= 0)) {
            faults.add(DemandFault.NEGATIVE_VEHICLES.at(pointer));
        } else if (row.vehicles() > MOST_PER_SECOND * Math.max(1, row.departTo() - row.departFrom())) {
            faults.add(
                    DemandFault.TRIPS_TOO_MANY.at(pointer, row.vehicles(), (row.departTo() - row.departFrom()) / 60));
        }
        return faults.size() == before;
    }

    /** What a table says of the warm-up and the drain time, and how many replications it tells apart. */
    private static final class Reach {
        private boolean before;
        private boolean after;
        private int replications = 1;
        private double all; // vehicles of the table
        private double outside; // those of rows that the run does not reach
        private int firstOutside; // line of the first of these rows

        void take(Trips row, Window window) {
            all += row.vehicles();
            if (row.departTo() <= window.start() || row.departFrom() >= window.end()) {
                firstOutside = outside == 0 ? row.line() : firstOutside;
                outside += row.vehicles();
            }
            before |= row.departTo() <= window.from() && row.departTo() > window.start();
            after |= row.departFrom() >= window.to() && row.departFrom() < window.end();
            replications = Math.max(replications, row.replication());
        }

        /** Rows of another time: of a table of the whole day most are, and nobody is told; a few, or all, are a slip of the pen. */
        void check(String table, Window window, List<Fault> faults) {
            if (outside > 0 && (outside <= FEW * all || outside == all)) {
                faults.add(DemandFault.TRIPS_OF_ANOTHER_TIME.at(
                        Fault.child("/demand/trips", table) + Trips.LINE + firstOutside,
                        outside,
                        all,
                        Clock.timeOfDay(window.start()),
                        Clock.timeOfDay(window.end())));
            }
        }
    }

    /**
     * The part of a row that lies in the run; in the warm-up and the drain time, where the table has no rows for them, its neighbour slices of
     * the period go on.
     */
    private void add(Trips row, int link, int number, int what, double growth, Window window, Reach reach) {
        double slice = row.departTo() - row.departFrom();
        boolean goesOn = slice >= LEAST_SLICE;
        double start = goesOn && !reach.before && row.departFrom() <= window.from() && row.departTo() > window.from()
                ? Math.min(window.start(), row.departFrom())
                : row.departFrom();
        double end = goesOn && !reach.after && row.departTo() >= window.to() && row.departFrom() < window.to()
                ? Math.max(window.end(), row.departTo())
                : row.departTo();
        start = Math.max(start, window.start());
        end = Math.min(end, window.end());
        if (end <= start || row.vehicles() == 0) {
            return;
        }
        replication[size] = row.replication();
        of[size] = reach.replications;
        lane[size] = row.lane();
        speed[size] = row.speed();
        driver[size] = row.driver();
        entry[size] = link;
        way[size] = number;
        from[size] = start;
        to[size] = end;
        vehicles[size] = row.vehicles() * growth * (end - start) / slice;
        String origin =
                "trips " + row.table() + "\n" + row.from() + "\n" + Clock.ticks(row.departFrom()) + "\n" + row.type()
                        + (row.lane() == 0 ? "" : "\n" + row.lane())
                        + (row.driver() == 0 ? "" : "\n" + Long.toHexString(row.driver()));
        group[size] = Draws.idOf(origin);
        stream[size] = Draws.idOf(origin + "\n" + row.to());
        mix[size++] = what;
    }

    /** Trips of the same table, ends and type whose slices overlap would be driven twice. */
    private static void checkTwice(List<Trips> rows, Set<String> loops, List<Fault> faults) {
        Map<String, Long> numbers = new LinkedHashMap<>();
        Map<String, Long> kinds = new LinkedHashMap<>();
        Map<Long, List<Trips>> alike = new LinkedHashMap<>();
        for (Trips row : rows) {
            if (row.from().equals(row.to()) && !loops.contains(row.table())) {
                continue; // several zones of one place
            }
            long key = number(numbers, row.from());
            key = key << 20 | number(numbers, row.to());
            key = key << 24
                    | number(
                            kinds,
                            row.type() + "\n" + row.replication() + "\n" + row.lane() + "\n" + row.table() + "\n"
                                    + Long.toHexString(row.driver()));
            alike.computeIfAbsent(key, none -> new ArrayList<>()).add(row);
        }
        for (List<Trips> same : alike.values()) {
            same.sort(java.util.Comparator.comparingDouble(Trips::departFrom).thenComparingInt(Trips::line));
            for (int i = 1; i < same.size(); i++) {
                Trips before = same.get(i - 1);
                Trips row = same.get(i);
                if (row.departFrom() < before.departTo()) {
                    faults.add(DemandFault.TRIPS_OVERLAP.at(
                            Fault.child("/demand/trips", row.table())
                                    + Trips.LINE
                                    + Math.max(row.line(), before.line()),
                            row.from(),
                            row.to(),
                            Math.min(row.line(), before.line())));
                }
            }
        }
    }

    private static long number(Map<String, Long> numbers, String name) {
        Long known = numbers.get(name);
        if (known == null) {
            known = (long) numbers.size();
            numbers.put(name, known);
        }
        return known;
    }

    @Override
    public void draw(long seed, int replication, DepartureDraft draft) {
        int[] routes = new int[ways.size()];
        int[] between = new int[ways.size()];
        for (int i = 0; i < routes.length; i++) {
            routes[i] = draft.route(ways.get(i));
            between[i] = draft.ends(ends.get(i));
        }
        double[] times = new double[2];
        double[] rates = new double[1];
        Map<Long, Double> sums = new LinkedHashMap<>(); // group -> vehicles of its cells so far; looked up only
        for (int c = 0; c < size; c++) {
            if (this.replication[c] != 0 && this.replication[c] != (replication - 1) % of[c] + 1) {
                continue; // who travels in another one; those beyond the last of the table begin with its first again
            }
            times[0] = from[c];
            times[1] = to[c];
            double wanted = vehicles[c];
            if (how != Arrivals.RANDOM) {
                // cells with parts of a vehicle: rounded so that all of an origin together have their total, and each
                // its
                // mean
                long origin = Draws.key(seed, replication, Purpose.ARRIVALS, group[c]);
                double before = sums.computeIfAbsent(group[c], first -> Draws.uniform(origin, 0));
                double upTo = before + wanted;
                sums.put(group[c], upTo);
                wanted = Math.floor(upTo) - Math.floor(before);
            }
            rates[0] = wanted / (to[c] - from[c]);
            int cell = c;
            ArrivalTimes.draw(
                    how, times, rates, Draws.key(seed, replication, Purpose.ARRIVALS, stream[c]), (time, n) -> {
                        long key = driver[cell] == 0
                                ? Draws.key(seed, replication, Purpose.VEHICLE, stream[cell] + n)
                                : named(driver[cell], (replication - 1) / of[cell], n);
                        draft.addFree(
                                time,
                                entry[cell],
                                routes[way[cell]],
                                mixes.get(mix[cell]).draw(key),
                                key,
                                between[way[cell]],
                                lane[cell],
                                speed[cell]);
                    });
        }
    }

    /**
     * Who drives where a driver is named: that one, but another one who travels beside it where there are more, or when the table is driven once
     * more.
     */
    private static long named(long driver, int round, int n) {
        return round == 0 && n == 0 ? driver : Draws.uniformBits(driver, 1_000_000L * round + n + 1);
    }
}
