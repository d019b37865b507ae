package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeSet;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.Kinds;
import org.ulicarro.core.study.Peak;

/** Turning counts by movement and time, with everything that is wrong with them. */
final class TurningCounts {

    /** More than this over one lane is a slip of the keyboard, not traffic (veh/h). */
    private static final double MOST_PER_LANE = 4000;

    private final Network network;
    private final Map<String, Closed> closed = new LinkedHashMap<>(); // what is counted for closed movements

    private record Closed(Count first, double vehicles) {

        Closed and(Closed other) {
            return new Closed(first, vehicles + other.vehicles);
        }

        Fault warning() {
            return Fault.warning(
                    first.origin() + Count.MOVEMENT,
                    String.format(
                            java.util.Locale.ROOT,
                            "%.0f vehicles are counted for %s at '%s', which is closed; they are left out of the demand",
                            vehicles,
                            first.movement(),
                            first.place()));
        }
    }

    private final List<String> types = new ArrayList<>(); // that counts tell apart
    private final List<List<Count>> byMovement = new ArrayList<>(); // movement -> its counts in order of time

    private boolean sound; // every row says something about this network

    private TurningCounts(Network network) {
        this.network = network;
        for (int i = 0; i < network.movements().size(); i++) {
            byMovement.add(new ArrayList<>());
        }
    }

    static TurningCounts of(
            Network network, DemandInput demand, Kinds kinds, List<Count> counts, Window window, List<Fault> faults) {
        TurningCounts result = new TurningCounts(network);
        int before = faults.size();
        for (Count count : counts) {
            result.add(count, kinds, faults);
        }
        result.sound = faults.size() == before;
        result.closed.values().forEach(closed -> faults.add(closed.warning()));
        if (!result.sound) {
            return result; // gaps and missing approaches may only follow from these
        }
        if (result.isOfAnotherTime(window, faults)) {
            return result;
        }
        for (List<Count> series : result.byMovement) {
            series.sort(Comparator.comparingDouble(Count::from).thenComparing(Count::origin));
            for (String type : typesOf(series)) {
                result.checkSeries(
                        series.stream()
                                .filter(c -> Objects.equals(c.type(), type))
                                .toList(),
                        window,
                        faults);
            }
        }
        new MissingCounts(network, result.byMovement).estimate(faults);
        result.shape(demand.peak(), 1 + demand.growth());
        return result;
    }

    /** Types that a series tells apart; null among them for vehicles of all types. */
    private static List<String> typesOf(List<Count> series) {
        List<String> types = new ArrayList<>();
        for (Count count : series) {
            if (!types.contains(count.type())) {
                types.add(count.type());
            }
        }
        return types;
    }

    /** Vehicles as they wanted to pass, hours swelling to their busiest quarter, grown. */
    private void shape(Peak peak, double growth) {
        for (List<Count> series : byMovement) {
            List<Count> shaped = new ArrayList<>();
            for (Count count : series) {
                boolean hour = Math.abs(count.to() - count.from() - 3600) < 1;
                for (int q = 0; peak != null && hour && q < 4; q++) {
                    double share =
                            q + 1 == peak.quarter() ? 1 / (4 * peak.factor()) : (1 - 1 / (4 * peak.factor())) / 3;
                    shaped.add(count.with(count.from() + q * 900, count.from() + (q + 1) * 900, share * growth));
                }
                if (peak == null || !hour) {
                    shaped.add(count.with(count.from(), count.to(), growth));
                }
                if (count.type() != null && !types.contains(count.type())) {
                    types.add(count.type());
                }
            }
            series.clear();
            series.addAll(shaped);
        }
    }

    /** Adds what a movement without counts is found to have; by rising time. */
    void put(int movement, Count count) {
        byMovement.get(movement).add(count);
    }

    /** Multiplies all that is counted for a movement. */
    void scale(int movement, double factor) {
        byMovement.get(movement).replaceAll(c -> c.with(c.from(), c.to(), factor));
    }

    private void add(Count count, Kinds kinds, List<Fault> faults) {
        if (count.type() != null && !kinds.has(count.type())) {
            faults.add(kinds.unknown(count.origin(), count.type()));
            return;
        }
        if (!network.junctions().containsKey(count.place())) {
            faults.add(DemandFault.NO_PLACE.at(
                    count.origin() + Count.PLACE,
                    count.place(),
                    Names.suggestion(count.place(), network.junctions().keySet())));
            return;
        }
        Network.Lookup lookup = network.movement(count.place(), count.movement());
        if (lookup.movement() == null) {
            if (lookup.closed()) {
                closed.merge(count.place() + " " + count.movement(), new Closed(count, count.vehicles()), Closed::and);
            } else if (count.vehicles() != 0) { // wide sheets carry empty columns for turns that do not exist
                faults.add(Fault.error(count.origin() + Count.MOVEMENT, lookup.problem()));
            }
            return;
        }
        double hours = (count.to() - count.from()) / 3600;
        if (!(count.queueStart() >= 0 && count.queueEnd() >= 0)) {
            faults.add(DemandFault.NEGATIVE_QUEUE.at(count.origin()));
        } else if (!(count.vehicles() >= 0)) {
            faults.add(DemandFault.NEGATIVE_COUNT.at(count.origin(), count.vehicles()));
        } else if (!(hours > 0)) {
            faults.add(DemandFault.INTERVAL_BACKWARDS.at(
                    count.origin(), Clock.timeOfDay(count.to()), Clock.timeOfDay(count.from())));
        } else if (count.vehicles() / hours
                > MOST_PER_LANE * lookup.movement().paths().size()) {
            faults.add(DemandFault.COUNT_TOO_LARGE.at(
                    count.origin(),
                    count.vehicles(),
                    hours * 60,
                    count.vehicles() / hours,
                    lookup.movement().paths().size()));
        } else {
            byMovement.get(lookup.movement().index()).add(count);
        }
    }

    /** Whether no count has to do with the period at all: that is said once, and not movement by movement. */
    private boolean isOfAnotherTime(Window window, List<Fault> faults) {
        List<Count> all = byMovement.stream().flatMap(List::stream).toList();
        if (all.isEmpty() || all.stream().anyMatch(c -> c.to() > window.from() && c.from() < window.to())) {
            return false;
        }
        faults.add(DemandFault.COUNTS_OF_ANOTHER_TIME.at(
                "/demand/volumes",
                Clock.timeOfDay(window.from()),
                Clock.timeOfDay(window.to()),
                Clock.timeOfDay(all.stream().mapToDouble(Count::from).min().orElse(0)),
                Clock.timeOfDay(all.stream().mapToDouble(Count::to).max().orElse(0))));
        sound = false;
        return true;
    }

    private void checkSeries(List<Count> series, Window window, List<Fault> faults) {
        if (series.isEmpty()) {
            return;
        }
        double covered = window.from();
        for (int i = 0; i < series.size(); i++) {
            Count count = series.get(i);
            if (i > 0 && count.from() < series.get(i - 1).to()) {
                faults.add(DemandFault.INTERVALS_OVERLAP.at(
                        count.origin(), Clock.timeOfDay(series.get(i - 1).to()), count.movement(), count.place()));
            }
            if (count.from() <= covered) {
                covered = Math.max(covered, count.to());
            }
        }
        if (covered < window.to()) {
            Count last = series.get(series.size() - 1);
            faults.add(DemandFault.COUNTS_HAVE_GAP.at(
                    last.origin(),
                    last.movement(),
                    last.place(),
                    Clock.timeOfDay(covered),
                    Clock.timeOfDay(window.to())));
        }
    }

    /** Where drivers have a choice, counts must say how they choose. */
    void checkApproaches(List<Fault> faults) {
        if (!sound || byMovement.stream().allMatch(List::isEmpty)) {
            return;
        }
        for (Link link : network.links()) {
            List<Movement> movements = network.movementsFrom(link.index());
            boolean counted =
                    movements.stream().anyMatch(m -> !byMovement.get(m.index()).isEmpty());
            if (movements.size() > 1 && !counted) {
                faults.add(DemandFault.APPROACH_UNCOUNTED.at(
                        "/demand/volumes",
                        link.approach(),
                        link.to(),
                        link.id(),
                        String.join(", ", movements.stream().map(Movement::name).toList()),
                        (Absorption.hasDriveway(network, this, link.to())
                                ? "; or let its driveway absorb what the counts on both sides differ by, with"
                                        + " balance: {differences: absorbed}"
                                : "")));
            }
        }
    }

    boolean counted(Link link) {
        return network.movementsFrom(link.index()).stream()
                .anyMatch(m -> !byMovement.get(m.index()).isEmpty());
    }

    /** Types that counts tell apart, in the order in which they come. */
    List<String> types() {
        return types;
    }

    /** Whether any count tells types apart. */
    boolean typed() {
        return !types.isEmpty();
    }

    /** Rate of a movement at a time of day (veh/s). */
    double rate(int movement, double time) {
        double rate = 0;
        for (Count count : byMovement.get(movement)) {
            if (time >= count.from() && time < count.to()) {
                rate += count.vehicles() / (count.to() - count.from());
            }
        }
        return rate;
    }

    /** The part of it that was counted as one type, or without a type for null (veh/s). */
    double rate(int movement, double time, String type) {
        double rate = 0;
        for (Count count : byMovement.get(movement)) {
            if (Objects.equals(count.type(), type) && time >= count.from() && time < count.to()) {
                rate += count.vehicles() / (count.to() - count.from());
            }
        }
        return rate;
    }

    /** Vehicles of a movement between two times of day. */
    double vehicles(int movement, double from, double to) {
        double vehicles = 0;
        for (Count count : byMovement.get(movement)) {
            double within = Math.min(to, count.to()) - Math.max(from, count.from());
            vehicles += within <= 0 ? 0 : count.vehicles() * within / (count.to() - count.from());
        }
        return vehicles;
    }

    boolean counted(int movement) {
        return !byMovement.get(movement).isEmpty();
    }

    /** Rate of a whole approach at a time of day (veh/s). */
    double rate(Link link, double time) {
        double sum = 0;
        for (Movement movement : network.movementsFrom(link.index())) {
            sum += rate(movement.index(), time);
        }
        return sum;
    }

    /** Times of day at which any rate of the approach changes, within two limits, both included. */
    double[] changes(Link link, double from, double to) {
        TreeSet<Double> times = new TreeSet<>(Arrays.asList(from, to));
        for (Movement movement : network.movementsFrom(link.index())) {
            for (Count count : byMovement.get(movement.index())) {
                times.add(count.from());
                times.add(count.to());
            }
        }
        return times.subSet(from, true, to, true).stream()
                .mapToDouble(Double::doubleValue)
                .toArray();
    }
}
