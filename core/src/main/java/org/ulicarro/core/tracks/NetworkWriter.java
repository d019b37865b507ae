package org.ulicarro.core.tracks;

import java.util.Arrays;
import org.ulicarro.core.signal.AspectsView;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Writes what a block tells of the network as a whole: new vehicles, signals, who waits outside, and what movements have cost. */
final class NetworkWriter {

    private static final int TENTHS = 10; // delays are told in tenths of a second

    private final int[] entryLanes;

    private final Bytes newcomers = new Bytes(1 << 12);
    private int newcomerCount;
    private final Bytes signals = new Bytes(1 << 10);
    private final Bytes changes = new Bytes(1 << 10);
    private int changeCount;
    private int lastChange; // tick
    private final int[] aspect; // group -> ordinal
    private final int[] changed; // groups that changed in a step
    private final Bytes waiting = new Bytes(256);
    private final Bytes arrivals = new Bytes(256);
    private int arrivalCount;
    private int lastArrival; // tick
    private final int[] outside; // place in entryLanes -> vehicles outside
    private final int[] passed; // movement -> vehicles in this block
    private final int[] accounts; // movement -> accounts closed in this block
    private final double[] cost; // movement -> s of control delay in them
    private int blockStart;

    NetworkWriter(TrafficView view) {
        var network = view.table().network();
        entryLanes = network.entries().stream()
                .flatMap(link -> network.lanesOf(link).stream())
                .filter(lane -> lane.start() <= 0)
                .mapToInt(lane -> lane.index())
                .sorted()
                .toArray();
        aspect = new int[view.table().signals().groups().size()];
        changed = new int[aspect.length];
        outside = new int[entryLanes.length];
        passed = new int[network.movements().size()];
        accounts = new int[passed.length];
        cost = new double[passed.length];
    }

    void beginBlock(TrafficView view, int tick) {
        blockStart = tick;
        lastChange = tick;
        lastArrival = tick;
        newcomers.clear();
        newcomerCount = 0;
        changes.clear();
        changeCount = 0;
        arrivals.clear();
        arrivalCount = 0;
        signals.clear();
        for (int group = 0; group < aspect.length; group++) {
            aspect[group] = view.aspects().of(group).ordinal();
            signals.put(aspect[group]);
        }
        waiting.clear();
        for (int i = 0; i < entryLanes.length; i++) {
            outside[i] = view.outside(entryLanes[i]);
            waiting.put(outside[i]);
        }
        Arrays.fill(passed, 0);
        Arrays.fill(accounts, 0);
        Arrays.fill(cost, 0);
    }

    /** Tells who a vehicle is that has not been seen before. */
    void introduce(TrafficView view, int row) {
        int vehicle = view.rows().vehicle(row);
        var departures = view.departures();
        newcomerCount++;
        newcomers.put(vehicle);
        newcomers.put(departures.kind(vehicle).base().ordinal());
        newcomers.put((int) StrictMath.rint(view.rows().length(row) * 100));
        newcomers.put((int) StrictMath.rint(view.rows().desiredSpeed(row) * 1000));
        newcomers.put((int) StrictMath.rint(departures.time(vehicle) * TENTHS));
        newcomers.put(departures.entry(vehicle));
        newcomers.put(departures.movements(vehicle));
        for (int m = 0; m < departures.movements(vehicle); m++) {
            newcomers.put(departures.movement(vehicle, m));
        }
    }

    /** What a step that ends now has changed. */
    void step(TrafficView view, TrafficEvents events) {
        signals(view.aspects());
        for (int i = 0; i < events.lineCount(); i++) {
            passed[events.lineMovement(i)]++;
        }
        var visits = events.visits();
        for (int i = 0; i < visits.count(); i++) {
            if (visits.finished(i)) {
                accounts[visits.movement(i)]++;
                cost[visits.movement(i)] += visits.controlDelay(i);
            }
        }
    }

    /** A step may be longer than a tick: groups that changed in it are told in the order of their changes. */
    private void signals(AspectsView aspects) {
        int n = 0;
        for (int group = 0; group < aspect.length; group++) {
            if (aspects.of(group).ordinal() != aspect[group]) {
                int at = n++;
                while (at > 0 && aspects.since(changed[at - 1]) > aspects.since(group)) {
                    changed[at] = changed[--at];
                }
                changed[at] = group;
            }
        }
        for (int i = 0; i < n; i++) {
            int group = changed[i];
            aspect[group] = aspects.of(group).ordinal();
            int at = Math.max(lastChange, aspects.since(group)); // not before its block
            changes.put(at - lastChange);
            changes.put(group);
            changes.put(aspect[group]);
            changeCount++;
            lastChange = at;
        }
    }

    /** Looks at the queues outside. */
    void sample(TrafficView view, int tick) {
        for (int i = 0; i < entryLanes.length; i++) {
            int now = view.outside(entryLanes[i]);
            if (now != outside[i]) {
                arrivals.put(tick - lastArrival);
                arrivals.put(i);
                arrivals.put(now);
                arrivalCount++;
                lastArrival = tick;
                outside[i] = now;
            }
        }
    }

    void endBlock(Bytes block) {
        block.put(newcomerCount);
        block.append(newcomers);
        block.append(signals);
        block.put(changeCount);
        block.append(changes);
        block.put(entryLanes.length);
        int last = 0;
        for (int lane : entryLanes) {
            block.put(lane - last);
            last = lane;
        }
        block.append(waiting);
        block.put(arrivalCount);
        block.append(arrivals);
        putSums(block);
    }

    private void putSums(Bytes block) {
        int used = 0;
        for (int m = 0; m < passed.length; m++) {
            used += passed[m] + accounts[m] > 0 ? 1 : 0;
        }
        block.put(used);
        int last = 0;
        for (int m = 0; m < passed.length; m++) {
            if (passed[m] + accounts[m] > 0) {
                block.put(m - last);
                block.put(passed[m]);
                block.put(accounts[m]);
                block.putSigned((int) StrictMath.rint(cost[m] * TENTHS));
                last = m;
            }
        }
    }

    int blockStart() {
        return blockStart;
    }
}
