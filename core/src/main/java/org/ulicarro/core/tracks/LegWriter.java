package org.ulicarro.core.tracks;

import java.util.Arrays;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.traffic.FleetView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.state.Restraint;

/**
 * Writes the legs of a block: what each vehicle did from the moment when it came in, or the block began, until it left or the block
 * ended. Arrays are by row, as in {@link FleetView}.
 */
final class LegWriter {

    private static final int NO_LEG = -1;

    /** Whom a vehicle waits for is told of those who are slower than this (m/s): 8 km/h, where a stop counts. */
    private static final double WAITING = 8 / 3.6;

    private static final double BRAKE_LIGHTS = -0.5; // m/s²

    private final LaneTable table;
    private final Indicators indicators;
    private final int sampleTicks;
    private final double unitsPerSample; // of a speed in m/s
    private final double delaysPerSecond; // delay is told in whole sample intervals
    private final Bytes finished = new Bytes(1 << 14);
    private int finishedCount;
    private int blockStart;
    private int rows;

    private Bytes[] keys = new Bytes[0];
    private int[] vehicle = new int[0]; // NO_LEG where there is none
    private double[] behind = new double[0]; // m driven in this leg before the current lane's position 0
    private int[] lane = new int[0];
    private int[] sampledAt = new int[0]; // tick of the last sample, or of the start
    private int[] sampled = new int[0]; // position then, units along the leg
    private int[] change = new int[0]; // units per sample interval
    private int[] delay = new int[0]; // whole units told so far
    private int[] state = new int[0];
    private int[] waits = new int[0]; // restraint and vehicle as told last
    private int[] waitsFor = new int[0];
    private boolean[] stands = new boolean[0];
    private int[] still = new int[0]; // samples not told yet in which nothing happened
    private int[] startedAt = new int[0]; // tick

    LegWriter(LaneTable table, int sampleTicks) {
        this.table = table;
        this.sampleTicks = sampleTicks;
        indicators = new Indicators(table.network());
        unitsPerSample = Clock.seconds(sampleTicks) / TrackHeader.UNIT;
        delaysPerSecond = 1 / Clock.seconds(sampleTicks);
    }

    /** Forgets all; the next block begins at a tick. */
    void beginBlock(int tick) {
        blockStart = tick;
        finished.clear();
        finishedCount = 0;
        Arrays.fill(vehicle, NO_LEG);
    }

    /** Begins the leg of a vehicle where it is now. */
    void start(FleetView view, int row, int tick) {
        reserve(row + 1);
        rows = Math.max(rows, row + 1);
        vehicle[row] = view.vehicle(row);
        startedAt[row] = tick;
        still[row] = 0;
        behind[row] = 0;
        lane[row] = view.lane(row);
        sampledAt[row] = tick;
        sampled[row] = units(view.position(row));
        change[row] = (int) Math.rint(view.speed(row) * unitsPerSample);
        delay[row] = delayUnits(view, row);
        stands[row] = view.stands(row);
        state[row] = stateOf(view, row);
        waits[row] = restraint(view, row);
        waitsFor[row] = waits[row] == 0 ? -1 : view.restrainedBy(row);
        Bytes out = keys[row];
        out.clear();
        out.put(vehicle[row]);
        out.put(tick - blockStart);
        out.put(lane[row]);
        int tails = 0;
        while (tails < 3 && view.laneBehind(row, tails) >= 0) {
            tails++;
        }
        out.put(tails);
        for (int n = 0; n < tails; n++) {
            out.put(view.laneBehind(row, n));
        }
        out.put(view.changedFrom(row) + 1);
        if (view.changedFrom(row) >= 0) {
            out.put(Math.max(0, Clock.ticks(view.changeLeft(row))));
        }
        out.putSigned(sampled[row]);
        out.putSigned(change[row]);
        out.putSigned(delay[row]);
        out.put(state[row] | (stands[row] ? Keys.STANDS : 0));
        out.put(waits[row]);
        out.put(waitsFor[row] + 1);
    }

    private void reserve(int needed) {
        int old = keys.length;
        if (needed <= old) {
            return;
        }
        int room = Math.max(256, Math.max(needed, old * 2));
        keys = Arrays.copyOf(keys, room);
        for (int i = old; i < room; i++) {
            keys[i] = new Bytes(128);
        }
        vehicle = Arrays.copyOf(vehicle, room);
        Arrays.fill(vehicle, old, room, NO_LEG);
        behind = Arrays.copyOf(behind, room);
        lane = Arrays.copyOf(lane, room);
        sampledAt = Arrays.copyOf(sampledAt, room);
        sampled = Arrays.copyOf(sampled, room);
        change = Arrays.copyOf(change, room);
        delay = Arrays.copyOf(delay, room);
        state = Arrays.copyOf(state, room);
        waits = Arrays.copyOf(waits, room);
        waitsFor = Arrays.copyOf(waitsFor, room);
        stands = Arrays.copyOf(stands, room);
        still = Arrays.copyOf(still, room);
        startedAt = Arrays.copyOf(startedAt, room);
    }

    /** Hand-overs and changes of lane of a step that ends now. */
    void moves(FleetView view, TrafficEvents events, int tick) {
        for (int i = 0; i < events.moveCount(); i++) {
            int row = events.moveRow(i);
            if (row >= rows || vehicle[row] == NO_LEG || startedAt[row] == tick) {
                continue; // a leg that began just now has it already
            }
            switch (events.moveKind(i)) {
                case TrafficEvents.ONTO -> {
                    behind[row] += table.end(lane[row]);
                    lane[row] = events.moveLane(i);
                    event(Keys.ONTO, row, tick);
                    keys[row].put(lane[row]);
                    // a vehicle may pass a short lane within the step: the place that counts is the one it is at now
                    place(row, tick, behind[row] + positionAfter(view, events, i, row));
                }
                case TrafficEvents.STARTED_OVER -> {
                    lane[row] = events.moveLane(i);
                    event(Keys.STARTED_OVER, row, tick);
                    keys[row].put(lane[row]);
                    place(row, tick, behind[row] + positionAfter(view, events, i, row));
                }
                default -> event(Keys.MOVED_OVER, row, tick);
            }
        }
    }

    /** Where a vehicle is now on the scale of the lane that one of its moves led to: further hand-overs of this step lie ahead. */
    private double positionAfter(FleetView view, TrafficEvents events, int move, int row) {
        double further = 0;
        int on = events.moveLane(move);
        for (int j = move + 1; j < events.moveCount(); j++) {
            if (events.moveRow(j) == row && events.moveKind(j) == TrafficEvents.ONTO) {
                further += table.end(on);
                on = events.moveLane(j);
            } else if (events.moveRow(j) == row && events.moveKind(j) == TrafficEvents.STARTED_OVER) {
                on = events.moveLane(j);
            }
        }
        return further + view.position(row);
    }

    private void event(int key, int row, int tick) {
        tellStill(row);
        keys[row].put(key);
        keys[row].put(tick - sampledAt[row]);
    }

    /** How far a place is from what is expected; events leave the expectation as it is. */
    private void place(int row, int tick, double position) {
        int expected = Keys.expected(sampled[row], change[row], tick - sampledAt[row], sampleTicks);
        keys[row].putSigned(units(position) - expected);
    }

    /** Notes who came to a stand or moved off in a step that ends now. */
    void standing(FleetView view, TrafficEvents events, int tick) {
        for (int i = 0; i < events.standCount(); i++) {
            int row = events.standRow(i);
            if (row < rows && vehicle[row] != NO_LEG && view.stands(row) != stands[row]) {
                stands[row] = !stands[row];
                event(Keys.STOP_OR_GO, row, tick);
                place(row, tick, behind[row] + view.position(row));
            }
        }
    }

    /** Ends the leg of a vehicle that left the network in a step that ends now. */
    void leave(FleetView view, int row, int tick) {
        if (row < rows && vehicle[row] != NO_LEG) {
            event(Keys.LEFT, row, tick);
            place(row, tick, behind[row] + view.position(row));
            finish(row);
        }
    }

    /** Writes the samples in which nothing happened. */
    private void tellStill(int row) {
        if (still[row] > 0) {
            keys[row].put(Keys.STILL);
            keys[row].put(still[row]);
            still[row] = 0;
        }
    }

    private void finish(int row) {
        finished.append(keys[row]);
        finishedCount++;
        vehicle[row] = NO_LEG;
    }

    /** A sample of every vehicle. */
    void sample(FleetView view, int tick) {
        for (int row = 0; row < rows; row++) {
            if (vehicle[row] != NO_LEG && sampledAt[row] != tick) {
                if (still[row] > 0 && change[row] == 0 && staysStill(view, row)) {
                    still[row]++;
                    delay[row]++;
                    sampledAt[row] = tick;
                } else {
                    sample(view, row, tick);
                }
            }
        }
    }

    /** Whether a vehicle has stood since its last sample, and still for the same reason; then nothing else can have changed. */
    private boolean staysStill(FleetView view, int row) {
        return view.speed(row) == 0 && view.restraint(row) == waits[row] && view.restrainedBy(row) == waitsFor[row];
    }

    private void sample(FleetView view, int row, int tick) {
        int expected = Keys.expected(sampled[row], change[row], tick - sampledAt[row], sampleTicks);
        int position = units(behind[row] + view.position(row));
        int more = delayUnits(view, row) > delay[row] ? 1 : 0; // grows by at most one: a second cannot cost more
        int nowState = stateOf(view, row);
        int kind = restraint(view, row);
        int whom = kind == 0 ? -1 : view.restrainedBy(row);
        boolean sameRest = nowState == state[row] && kind == waits[row] && whom == waitsFor[row];
        delay[row] += more;
        if (position == expected && more == 1 && stands[row] && sameRest) {
            still[row]++;
        } else {
            tellStill(row);
            Bytes out = keys[row];
            out.put(Keys.SAMPLE + (Bytes.zigzag(position - expected) << 1 | more));
            if (!sameRest) {
                tellRest(out, row, nowState, kind, whom);
            }
        }
        if (tick - sampledAt[row] == sampleTicks) {
            change[row] = position - sampled[row];
        }
        sampled[row] = position;
        sampledAt[row] = tick;
    }

    private void tellRest(Bytes out, int row, int nowState, int kind, int whom) {
        if (nowState != state[row]) {
            state[row] = nowState;
            out.put(Keys.STATE);
            out.put(nowState);
        }
        if (kind != waits[row] || whom != waitsFor[row]) {
            waits[row] = kind;
            waitsFor[row] = whom;
            out.put(Keys.WAITS);
            out.put(kind);
            out.put(whom + 1);
        }
    }

    /** Ends all legs and appends them to a block. */
    void endBlock(Bytes block) {
        for (int row = 0; row < rows; row++) {
            if (vehicle[row] != NO_LEG) {
                tellStill(row);
                keys[row].put(Keys.END);
                finish(row);
            }
        }
        block.put(finishedCount);
        block.append(finished);
    }

    private static int units(double metres) {
        return (int) Math.rint(metres * TrackHeader.UNITS_PER_METRE);
    }

    private int delayUnits(FleetView view, int row) {
        return (int) Math.floor(view.delay(row) * delaysPerSecond);
    }

    private int restraint(FleetView view, int row) {
        return view.speed(row) < WAITING ? view.restraint(row) : Restraint.NOTHING.ordinal();
    }

    private int stateOf(FleetView view, int row) {
        boolean brakes = view.acceleration(row) < BRAKE_LIGHTS || view.stands(row);
        return indicators.of(view, row) | (brakes ? Keys.BRAKES : 0) | (view.queued(row) ? Keys.QUEUED : 0);
    }
}
