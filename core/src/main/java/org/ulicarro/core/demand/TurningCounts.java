package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.Count;

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

    private final List<List<Count>> byMovement = new ArrayList<>(); // movement -> its counts in order of time

    private TurningCounts(Network network) {
        this.network = network;
        for (int i = 0; i < network.movements().size(); i++) {
            byMovement.add(new ArrayList<>());
        }
    }

    static TurningCounts of(Network network, List<Count> counts, Window window, List<Fault> faults) {
        TurningCounts result = new TurningCounts(network);
        int before = faults.size();
        for (Count count : counts) {
            result.add(count, faults);
        }
        boolean sound = faults.size() == before;
        result.closed.values().forEach(closed -> faults.add(closed.warning()));
        if (!sound) {
            return result; // gaps and missing approaches may only follow from these
        }
        for (List<Count> series : result.byMovement) {
            series.sort(Comparator.comparingDouble(Count::from).thenComparing(Count::origin));
            result.checkSeries(series, window, faults);
        }
        result.checkApproaches(faults);
        return result;
    }

    private void add(Count count, List<Fault> faults) {
        if (!network.junctions().containsKey(count.place())) {
            faults.add(Fault.error(
                    count.origin() + Count.PLACE,
                    "'" + count.place() + "' is no place."
                            + Names.suggestion(
                                    count.place(), network.junctions().keySet())));
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
        if (!(count.vehicles() >= 0)) {
            faults.add(Fault.error(count.origin(), "a count cannot be negative: " + count.vehicles()));
        } else if (!(hours > 0)) {
            faults.add(Fault.error(
                    count.origin(),
                    "the interval ends at " + Clock.timeOfDay(count.to()) + ", not after its start at "
                            + Clock.timeOfDay(count.from())));
        } else if (count.vehicles() / hours
                > MOST_PER_LANE * lookup.movement().paths().size()) {
            faults.add(Fault.error(
                    count.origin(),
                    String.format(
                            java.util.Locale.ROOT,
                            "%.0f vehicles in %.0f min are %.0f veh/h, more than any %d lane(s) carry",
                            count.vehicles(),
                            hours * 60,
                            count.vehicles() / hours,
                            lookup.movement().paths().size())));
        } else {
            byMovement.get(lookup.movement().index()).add(count);
        }
    }

    private void checkSeries(List<Count> series, Window window, List<Fault> faults) {
        if (series.isEmpty()) {
            return;
        }
        double covered = window.from();
        for (int i = 0; i < series.size(); i++) {
            Count count = series.get(i);
            if (i > 0 && count.from() < series.get(i - 1).to()) {
                faults.add(Fault.error(
                        count.origin(),
                        "this interval overlaps one that ends at "
                                + Clock.timeOfDay(series.get(i - 1).to()) + " for " + count.movement() + " at '"
                                + count.place() + "'; the movement would be counted twice"));
            }
            if (count.from() <= covered) {
                covered = Math.max(covered, count.to());
            }
        }
        if (covered < window.to()) {
            Count last = series.get(series.size() - 1);
            faults.add(Fault.error(
                    last.origin(),
                    "counts of " + last.movement() + " at '" + last.place() + "' leave a gap from "
                            + Clock.timeOfDay(covered) + " to " + Clock.timeOfDay(window.to()) + " in the period"));
        }
    }

    /** Where drivers have a choice, counts must say how they choose. */
    private void checkApproaches(List<Fault> faults) {
        for (Link link : network.links()) {
            List<Movement> movements = network.movementsFrom(link.index());
            boolean counted =
                    movements.stream().anyMatch(m -> !byMovement.get(m.index()).isEmpty());
            if (movements.size() > 1 && !counted) {
                faults.add(Fault.error(
                        "/demand/volumes",
                        "no counts for approach " + link.approach() + " of '" + link.to() + "' (" + link.id()
                                + "), where drivers choose between "
                                + String.join(
                                        ", ",
                                        movements.stream().map(Movement::name).toList())));
            }
        }
    }

    boolean counted(Link link) {
        return network.movementsFrom(link.index()).stream()
                .anyMatch(m -> !byMovement.get(m.index()).isEmpty());
    }

    /** Rate of a movement at a time of day (veh/s). */
    double rate(int movement, double time) {
        for (Count count : byMovement.get(movement)) {
            if (time >= count.from() && time < count.to()) {
                return count.vehicles() / (count.to() - count.from());
            }
        }
        return 0;
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
