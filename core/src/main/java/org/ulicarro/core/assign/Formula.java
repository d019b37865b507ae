package org.ulicarro.core.assign;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.analysis.SignalDelay;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.EntryRule;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Rehearsal;
import org.ulicarro.core.signal.SignalSystem;

/**
 * Times of roads by formula: at the limit, and what control costs. At signals the wait of random arrivals with the reds that the controller
 * shows while everybody calls, and the incremental delay of the Highway Capacity Manual (6th ed., equation 19-26); where drivers yield the
 * incremental delay with the capacity by gap acceptance (the Manual's equation 20-32, W. Siegloch 1973, with usual gaps). It is where
 * simulated iterations begin, and what a road takes that nobody uses.
 */
final class Formula implements VolumeDelay {

    private static final double HOUR = 3600;
    /**
     * What a lane lets through (veh/h): less than at a line without turns, since a guess with jams that are none leads to a few ways too many,
     * but one that overlooks jams to iterations that stand still.
     */
    private static final double LANE = 1500;

    private static final double LEAST = 60; // veh/h that get through anywhere
    private static final int SECONDS = 900; // of signals that are looked at, the last two thirds of them
    private static final double GAP =
            5.5; // s, and follow-up below: between those of turns of the Manual's exhibits 20-12 and 22-20
    private static final double FOLLOW_UP = 3.0;
    private static final double STOPPING = 4; // s for somebody who stops and starts again
    private static final double YIELDING = 2;

    /** Vehicles that queue for the same lanes. */
    private record Group(List<Integer> turns, int lanes) {}

    private final Network network;
    private final SignalSystem signals;
    private final double[] free; // movement -> s along its link and through the place before
    private final double[] freeOut; // link -> likewise
    private final double[] green; // movement -> share of time, 1 without a signal
    private final double[] wait; // movement -> of a random arrival who meets nobody (s)
    private final List<List<Integer>> yieldsTo = new ArrayList<>();
    private final List<Group> groups = new ArrayList<>();
    private final Group[] groupOf; // movement -> its group; null on a ring

    /** @param from when signals are looked at (s since midnight) */
    Formula(Network network, SignalSystem signals, double from) {
        this.network = network;
        this.signals = signals;
        free = new double[network.movements().size()];
        freeOut = new double[network.links().size()];
        green = new double[free.length];
        wait = new double[free.length];
        groupOf = new Group[free.length];
        java.util.Arrays.fill(green, 1);
        freeTimes();
        lookAtSignals(from);
        conflicts();
        network.links().forEach(this::group);
    }

    /** The other turns that queue in the same lanes, itself among them. */
    List<Integer> besides(int movement) {
        return groupOf[movement].turns;
    }

    private void freeTimes() {
        double[] into = new double[network.links().size()];
        int[] ways = new int[into.length];
        for (Movement turn : network.movements()) {
            if (!turn.isInner()) {
                double seconds = through(turn);
                for (int m : turn.onward()) {
                    seconds += through(network.movements().get(m));
                }
                into[turn.toLink()] += seconds;
                ways[turn.toLink()]++;
            }
        }
        for (Link link : network.links()) {
            double before = ways[link.index()] == 0 ? 0 : into[link.index()] / ways[link.index()];
            freeOut[link.index()] = before + link.freeTime();
            network.movementsFrom(link.index()).forEach(turn -> free[turn.index()] = freeOut[link.index()]);
        }
    }

    private double through(Movement turn) {
        if (turn.paths().isEmpty()) {
            return 0;
        }
        Lane lane = network.lanes().get(turn.paths().get(0).lane());
        return lane.end() / lane.speed();
    }

    private void lookAtSignals(double from) {
        int start = Clock.ticks(from);
        int end = start + Clock.ticks(SECONDS);
        int look = start + (end - start) / 3;
        List<Rehearsal.Call> calls = new ArrayList<>();
        for (int d = 0; d < signals.detectors().size(); d++) {
            calls.add(new Rehearsal.Call(false, d, start, end));
        }
        Map<String, Rehearsal> known = new LinkedHashMap<>();
        for (Movement turn : network.movements()) {
            int group = turn.isInner() ? SignalSystem.NO_GROUP : signals.groupOf(turn.index());
            if (group != SignalSystem.NO_GROUP) {
                Rehearsal shown = known.computeIfAbsent(
                        signals.groups().get(group).place(), place -> Rehearsal.of(signals, place, start, end, calls));
                heed(turn.index(), group, shown, look, end);
            }
        }
    }

    private void heed(int turn, int group, Rehearsal shown, int look, int end) {
        double greenTicks = 0;
        double waited = 0; // sum of reds squared, halved
        boolean on = false;
        int since = look;
        for (Rehearsal.Change change : shown.changes()) {
            if (change.group() == group) {
                int at = Math.max(look, Math.min(end, change.tick()));
                greenTicks += on ? at - since : 0;
                waited += on ? 0 : 0.5 * (at - since) * (at - since);
                on = change.shows() == Aspect.GREEN;
                since = at;
            }
        }
        greenTicks += on ? end - since : 0;
        waited += on ? 0 : 0.5 * (end - since) * (end - since);
        double all = end - look;
        green[turn] = Math.max(0.02, greenTicks / all);
        wait[turn] = waited / all / Clock.TICKS_PER_SECOND;
    }

    private void conflicts() {
        network.movements().forEach(m -> yieldsTo.add(new ArrayList<>()));
        for (Junction junction : network.junctions().values()) {
            for (Conflict conflict : junction.conflicts()) {
                int a = network.movementOfPath(conflict.pathA());
                int b = network.movementOfPath(conflict.pathB());
                boolean aYields = conflict.who() == Conflict.Who.A_YIELDS;
                boolean beside =
                        network.isBesideKeptLane(conflict); // to the few in that lane, not to its whole movement
                if (conflict.who() != Conflict.Who.IN_TURN && !beside && a >= 0 && b >= 0) {
                    List<Integer> to = yieldsTo.get(aYields ? a : b);
                    if (!to.contains(aYields ? b : a)) {
                        to.add(aYields ? b : a);
                    }
                }
            }
        }
    }

    private void group(Link link) {
        List<Movement> open = new ArrayList<>(network.movementsFrom(link.index()));
        while (!open.isEmpty()) {
            List<Integer> turns = new ArrayList<>();
            List<Integer> lanes = new ArrayList<>();
            boolean more = true;
            while (more) {
                more = false;
                for (int i = open.size() - 1; i >= 0; i--) {
                    List<Integer> from = open.get(i).paths().stream()
                            .map(TurningPath::fromLane)
                            .toList();
                    if (turns.isEmpty() || from.stream().anyMatch(lanes::contains)) {
                        turns.add(open.get(i).index());
                        from.stream().filter(l -> !lanes.contains(l)).forEach(lanes::add);
                        open.remove(i);
                        more = true;
                    }
                }
            }
            Group group = new Group(turns, Math.max(1, lanes.size()));
            groups.add(group);
            turns.forEach(turn -> groupOf[turn] = group);
        }
    }

    @Override
    public void times(Loaded volumes, Times into) {
        Slices slices = into.slices;
        double hours = slices.length() / HOUR;
        double[] ringVolume = onRings(volumes);
        for (Link link : network.links()) {
            for (int s = 0; s < slices.count(); s++) {
                into.out[link.index() * slices.count() + s] = freeOut[link.index()];
            }
        }
        for (Group group : groups) {
            for (int s = 0; s < slices.count(); s++) {
                double flow = 0;
                double used = 0; // shares of capacity, summed over its turns
                for (int turn : group.turns) {
                    double perHour = volumes.turnVehicles[turn * slices.count() + s] / hours;
                    flow += perHour;
                    used += perHour / (group.lanes * capacity(turn, ringVolume, s, slices.count(), hours));
                }
                for (int turn : group.turns) {
                    double capacity = flow > 0 && used > 0
                            ? flow / used
                            : group.lanes * capacity(turn, ringVolume, s, slices.count(), hours);
                    double delay = flow > 0 ? SignalDelay.incremental(used, capacity, hours) : 0;
                    into.turn[turn * slices.count() + s] = free[turn]
                            + wait[turn] / Math.max(0.1, 1 - green[turn] * Math.min(1, used))
                            + still(network.movements().get(turn).rule())
                            + delay;
                }
            }
        }
    }

    private static double still(EntryRule rule) {
        return switch (rule) {
            case STOP, ALL_STOP -> STOPPING;
            case YIELD -> YIELDING;
            case FREE, SIGNAL, RING -> 0;
        };
    }

    /** Volumes of all movements, those on rings by who passes there. */
    private double[] onRings(Loaded volumes) {
        double[] all = volumes.turnVehicles.clone();
        int slices = volumes.slices.count();
        for (Movement turn : network.movements()) {
            for (int m : turn.onward()) {
                for (int s = 0; s < slices; s++) {
                    all[m * slices + s] += volumes.turnVehicles[turn.index() * slices + s];
                }
            }
        }
        return all;
    }

    /** Of one lane for a turn (veh/h). */
    private double capacity(int turn, double[] volumes, int slice, int slices, double hours) {
        EntryRule rule = network.movements().get(turn).rule();
        boolean yields =
                rule == EntryRule.YIELD || rule == EntryRule.STOP || rule == EntryRule.SIGNAL && signals.yields(turn);
        double capacity = rule == EntryRule.ALL_STOP ? LANE / 4 : LANE;
        if (yields) {
            double against = 0;
            for (int other : yieldsTo.get(turn)) {
                against += volumes[other * slices + slice] / hours / green[turn];
            }
            double gone = StrictMath.exp(-against * FOLLOW_UP / HOUR);
            capacity = against < 1
                    ? Math.min(LANE, HOUR / FOLLOW_UP)
                    : Math.min(LANE, against * StrictMath.exp(-against * GAP / HOUR) / (1 - gone));
        }
        return Math.max(LEAST, capacity * green[turn]);
    }
}
