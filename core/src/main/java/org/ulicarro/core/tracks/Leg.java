package org.ulicarro.core.tracks;

import java.util.Arrays;

/**
 * One vehicle's way through one block: keys in order of time, and the lanes it was on. Distances are metres along the leg, from
 * position 0 of the lane on which it began.
 */
public final class Leg {

    /** Moving over to a neighbouring lane takes that many ticks, unless a key says that it ended before. */
    static final int OVER_TICKS = 30;

    /** In place of the tick at which it ends. */
    private static final int OPEN = Integer.MAX_VALUE;

    private final int vehicle;
    private final int sampleTicks;
    private final double[] laneEnds;

    private int keys;
    private int[] tick = new int[16];
    private double[] along = new double[16]; // m
    private int[] piece = new int[16]; // the piece it is on from this key on
    private int[] delay = new int[16]; // sample intervals
    private int[] state = new int[16];
    private boolean[] stands = new boolean[16];
    private int[] waits = new int[16];
    private int[] waitsFor = new int[16];
    private double hint; // m/s at the first key
    private boolean left;

    private int pieces;
    private int[] lane = new int[4];
    private double[] begins = new double[4]; // m along the leg of the lane's position 0
    private int[] overFrom = new int[4]; // piece -> lane it is left sideways for this one, or -1
    private double[] overBegins = new double[4]; // m along the leg of that lane's position 0
    private boolean[] inherited = new boolean[4]; // whether that began on the piece before
    private int[] overStart = new int[4]; // tick
    private int[] overEnd = new int[4]; // tick

    Leg(int vehicle, int sampleTicks, double[] laneEnds, int[] behind, int first) {
        this.vehicle = vehicle;
        this.sampleTicks = sampleTicks;
        this.laneEnds = laneEnds;
        double start = 0;
        for (int one : behind) {
            start -= laneEnds[one];
        }
        for (int i = behind.length - 1; i >= 0; i--) {
            addPiece(behind[i], start);
            start += laneEnds[behind[i]];
        }
        addPiece(first, 0);
    }

    private void addPiece(int on, double start) {
        if (pieces == lane.length) {
            lane = Arrays.copyOf(lane, pieces * 2);
            begins = Arrays.copyOf(begins, pieces * 2);
            overFrom = Arrays.copyOf(overFrom, pieces * 2);
            overBegins = Arrays.copyOf(overBegins, pieces * 2);
            inherited = Arrays.copyOf(inherited, pieces * 2);
            overStart = Arrays.copyOf(overStart, pieces * 2);
            overEnd = Arrays.copyOf(overEnd, pieces * 2);
        }
        lane[pieces] = on;
        begins[pieces] = start;
        overFrom[pieces++] = -1;
    }

    void key(int at, int units, int delayed, int shown, boolean standing, int why, int whom) {
        if (keys == tick.length) {
            int room = keys * 2;
            tick = Arrays.copyOf(tick, room);
            along = Arrays.copyOf(along, room);
            piece = Arrays.copyOf(piece, room);
            delay = Arrays.copyOf(delay, room);
            state = Arrays.copyOf(state, room);
            stands = Arrays.copyOf(stands, room);
            waits = Arrays.copyOf(waits, room);
            waitsFor = Arrays.copyOf(waitsFor, room);
        }
        tick[keys] = at;
        along[keys] = units * TrackHeader.UNIT;
        piece[keys] = pieces - 1;
        delay[keys] = delayed;
        state[keys] = shown;
        stands[keys] = standing;
        waits[keys] = why;
        waitsFor[keys++] = whom;
    }

    void hint(int units) {
        hint = units * TrackHeader.UNIT / (sampleTicks * 0.1);
    }

    void sample(int at, int units, int more) {
        int last = keys - 1;
        key(at, units, delay[last] + more, state[last], stands[last], waits[last], waitsFor[last]);
    }

    void event(int at, int units) {
        sample(at, units, 0);
    }

    void state(int now) {
        state[keys - 1] = now;
    }

    void waits(int why, int whom) {
        waits[keys - 1] = why;
        waitsFor[keys - 1] = whom;
    }

    void stopOrGo() {
        stands[keys - 1] = !stands[keys - 1];
    }

    void onto(int next) {
        int before = pieces - 1;
        addPiece(next, begins[before] + laneEnds[lane[before]]);
        piece[keys - 1] = pieces - 1;
        if (overFrom[before] >= 0 && tick[keys - 1] < overEnd[before]) { // it finishes that beyond the line
            wasMovingOver(overFrom[before], overStart[before]);
            overBegins[pieces - 1] = overBegins[before];
            inherited[pieces - 1] = true;
        }
    }

    void startedOver(int at, int target) {
        int from = lane[pieces - 1];
        addPiece(target, begins[pieces - 1]);
        piece[keys - 1] = pieces - 1;
        wasMovingOver(from, at);
    }

    /** It goes on until it is told to have ended. */
    void wasMovingOver(int from, int start) {
        overFrom[pieces - 1] = from;
        overBegins[pieces - 1] = begins[pieces - 1];
        overStart[pieces - 1] = start;
        overEnd[pieces - 1] = OPEN;
    }

    void movedOver(int at) {
        int p = pieces - 1;
        overEnd[p] = at;
        while (inherited[p]) {
            overEnd[--p] = at;
        }
    }

    void leave() {
        left = true;
    }

    /** Number among the departures. */
    public int vehicle() {
        return vehicle;
    }

    /** First tick. */
    public int start() {
        return tick[0];
    }

    /** Last tick. */
    public int end() {
        return tick[keys - 1];
    }

    /** Whether it ends because the vehicle left the network. */
    public boolean leavesNetwork() {
        return left;
    }

    /** The last key at or before a tick; the first one before the start. */
    public int keyAt(double at) {
        int low = 0;
        int high = keys - 1;
        while (low < high) {
            int middle = (low + high + 1) >>> 1;
            if (tick[middle] <= at) {
                low = middle;
            } else {
                high = middle - 1;
            }
        }
        return low;
    }

    public int keys() {
        return keys;
    }

    /** Tick of a key. */
    public int tick(int key) {
        return tick[key];
    }

    /** Distance of the front along the leg at a key (m). */
    public double along(int key) {
        return along[key];
    }

    /** Delay so far at a key (s), down to whole sample intervals. */
    public double delay(int key) {
        return delay[key] * sampleTicks * 0.1;
    }

    public boolean brakes(int key) {
        return (state[key] & Keys.BRAKES) != 0;
    }

    public boolean queued(int key) {
        return (state[key] & Keys.QUEUED) != 0;
    }

    /** -1 left, 1 right, 0 neither. */
    public int indicates(int key) {
        return (state[key] & Keys.INDICATOR_LEFT) != 0 ? -1 : (state[key] & Keys.INDICATOR_RIGHT) != 0 ? 1 : 0;
    }

    public boolean stands(int key) {
        return stands[key];
    }

    /** Ordinal of the Restraint of a slow vehicle. */
    public int waits(int key) {
        return waits[key];
    }

    /** The vehicle it waits for, or -1. */
    public int waitsFor(int key) {
        return waitsFor[key];
    }

    /** Distance of the front along the leg at any time (m): cubic between keys, never backwards. */
    public double alongAt(double at) {
        int k = keyAt(at);
        if (k == keys - 1 || at <= tick[0]) {
            return along[k];
        }
        double h = (tick[k + 1] - tick[k]) * 0.1;
        if (h <= 0) {
            return along[k + 1];
        }
        double u = (at - tick[k]) / (tick[k + 1] - tick[k]);
        double rise = along[k + 1] - along[k];
        double m0 = limited(speed(k), rise / h) * h;
        double m1 = limited(speed(k + 1), rise / h) * h;
        double u2 = u * u;
        double u3 = u2 * u;
        return along[k] * (2 * u3 - 3 * u2 + 1)
                + m0 * (u3 - 2 * u2 + u)
                + along[k + 1] * (3 * u2 - 2 * u3)
                + m1 * (u3 - u2);
    }

    /** A slope of at most three times the mean keeps a cubic monotone (F. N. Fritsch, R. E. Carlson, 1980). */
    private static double limited(double slope, double mean) {
        return Math.max(0, Math.min(slope, 3 * mean));
    }

    /** Speed at a key (m/s): the mean of those before and after it, weighted by how near they are. */
    public double speed(int key) {
        if (stands[key]) {
            return 0;
        }
        int before = key;
        while (before > 0 && tick[key] - tick[before] < sampleTicks / 2 + 1) {
            before--;
        }
        int after = key;
        while (after < keys - 1 && tick[after] - tick[key] < sampleTicks / 2 + 1) {
            after++;
        }
        double seconds = (tick[after] - tick[before]) * 0.1;
        double mean = seconds > 0 ? (along[after] - along[before]) / seconds : hint;
        if (key == 0) { // one-sided: what is known of the start helps
            return hint;
        }
        return Math.max(0, mean);
    }

    /**
     * The piece under a point of the leg, looked for from the one the front is on at a key. Rounded positions at a border do not
     * lead off the lane that the key tells of.
     */
    public int pieceAt(int key, double point) {
        int p = piece[key];
        while (p + 1 < pieces && begins[p + 1] > begins[p] && point > begins[p + 1] + TrackHeader.UNIT) {
            p++;
        }
        while (p > 0 && point < begins[p] - TrackHeader.UNIT) {
            p--;
        }
        return p;
    }

    /** Lane of a piece. */
    public int lane(int piece) {
        return lane[piece];
    }

    /** Where position 0 of a piece's lane lies along the leg (m). */
    public double begins(int piece) {
        return begins[piece];
    }

    /** The lane that is being left sideways on a piece at a tick, or -1. */
    public int movingOverFrom(int piece, double at) {
        return !inherited[piece] && at < overEnd[piece] ? overFrom[piece] : -1;
    }

    /** The lane from which a body is still on its way over, also beyond the line, or -1. */
    public int bodyOverFrom(int piece, double at) {
        return overFrom[piece] >= 0 && at < overEnd[piece] ? overFrom[piece] : -1;
    }

    /** Where position 0 of that lane lies along the leg (m). */
    public double overBegins(int piece) {
        return overBegins[piece];
    }

    /** How much of the way over to a piece's lane is done at a tick, 0 to 1: slow, quick, slow. */
    public double movedOver(int piece, double at) {
        if (overFrom[piece] < 0) {
            return 1;
        }
        int end = overEnd[piece] == OPEN ? overStart[piece] + OVER_TICKS : overEnd[piece];
        double u = (at - overStart[piece]) / (end - overStart[piece]);
        u = Math.max(0, Math.min(1, u));
        return u * u * (3 - 2 * u);
    }
}
