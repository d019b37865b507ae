package org.ulicarro.core.traffic.people;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.demand.Walks;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.traffic.lanes.FootTable;
import org.ulicarro.core.traffic.lanes.LaneTable;

/**
 * People on crossings. They come to a kerb, wait until they may go, and walk at their own speed. What vehicles cover of the crossing is
 * entered only when nobody is on it who is not gone by then, and nobody comes who could not stop; from then on it is theirs until they
 * have left it, and vehicles stop before it. So the two never touch, whatever either does.
 */
public final class Walkers implements Stateful {

    /** Where a walker is. */
    static final byte TO_COME = 0;

    public static final byte AT_KERB = 1;
    static final byte WALKS = 2;
    public static final byte STANDS = 3; // on the crossing
    static final byte IS_OVER = 4;

    private static final int NONE = -1;

    /** Who has stood on the road that long before a vehicle that stands there as well turns back (ticks). */
    private static final int TURNS_BACK_AFTER = 80;

    private final Walks walks;
    private final FootTable foot;
    private final Aspects aspects;
    private final Approaching approaching;
    private final double dt;
    private int came; // walkers who have come so far
    public final byte[] state;
    public final double[] at; // m from the kerb at which it came
    public final boolean[]
            kept; // whether it waits for somebody who stands on the crossing, so that others need not wait for it
    private final int[] stoodSince; // tick since when it has stood on the road
    private final int[] startTick;
    private final int[] endTick;
    private final boolean[] onWalk; // whether it started while walk was shown
    private final int[][] active; // crossing -> who is there, in order of arrival
    public final int[] activeCount;

    private final double walkerLooksAhead;
    private final double walkerSetsOff;

    public Walkers(
            LaneTable table, Aspects aspects, DriverNumbers numbers, Approaching approaching, Walks walks, double dt) {
        walkerLooksAhead = numbers.walkerLooksAhead();
        walkerSetsOff = numbers.walkerSetsOff();
        this.walks = walks;
        foot = table.foot;
        this.aspects = aspects;
        this.approaching = approaching;
        this.dt = dt;
        int n = walks.size();
        state = new byte[n];
        at = new double[n];
        kept = new boolean[n];
        stoodSince = new int[n];
        startTick = new int[n];
        endTick = new int[n];
        onWalk = new boolean[n];
        java.util.Arrays.fill(startTick, NONE);
        java.util.Arrays.fill(endTick, NONE);
        active = new int[foot.crossings][4];
        activeCount = new int[foot.crossings];
    }

    /** One step, from what stands at its beginning; vehicles look at the result in the same step. */
    public void step(int tick) {
        double now = Clock.seconds(tick);
        while (came < walks.size() && walks.time()[came] <= now) {
            int c = walks.crossing()[came];
            if (activeCount[c] == active[c].length) {
                active[c] = java.util.Arrays.copyOf(active[c], 2 * activeCount[c]);
            }
            active[c][activeCount[c]++] = came;
            state[came++] = AT_KERB;
        }
        for (int c = 0; c < foot.crossings; c++) {
            int kept = 0;
            for (int i = 0; i < activeCount[c]; i++) {
                int w = active[c][i];
                move(c, w, tick);
                if (state[w] != IS_OVER) {
                    active[c][kept++] = w;
                }
            }
            activeCount[c] = kept;
        }
    }

    /** Marks the groups for which somebody who has pressed the button stands at a kerb, or on a refuge. */
    public void tellWhoWaits(boolean[] waits, int tick) {
        java.util.Arrays.fill(waits, false);
        for (int c = 0; c < foot.crossings; c++) {
            for (int h = 0; h < 2 && activeCount[c] > 0; h++) {
                int group = foot.group[c][h];
                if (group != SignalSystem.NO_GROUP) {
                    waits[group] |= waitsAt(c, h, tick);
                }
            }
        }
    }

    private boolean waitsAt(int c, int half, int tick) {
        for (int i = 0; i < activeCount[c]; i++) {
            int w = active[c][i];
            boolean atKerb = state[w] == AT_KERB && half(c, w) == half;
            boolean onRefuge = state[w] == STANDS && at[w] <= refuge(c, w) && 1 - half(c, w) == half;
            double since = atKerb ? walks.time()[w] : Clock.seconds(stoodSince[w]);
            double after = walks.pressesAfter()[w];
            if ((atKerb || onRefuge) && (after == 0 || Clock.seconds(tick) - since >= after)) {
                return true;
            }
        }
        return false;
    }

    private void move(int c, int w, int tick) {
        if (state[w] == STANDS && kept[w] && tick - stoodSince[w] > TURNS_BACK_AFTER) {
            stepBack(c, w);
            return;
        }
        boolean waits = state[w] == AT_KERB;
        double before = at[w];
        double after = before + walks.speed()[w] * dt;
        double refuge = refuge(c, w);
        boolean leavesRefuge = before <= refuge && after > refuge;
        boolean may = waits ? mayStart(c, half(c, w), w) : !leavesRefuge || mayGoOn(c, w);
        approaching.byStanding = false;
        kept[w] = false;
        if (!may || !looksFree(c, w, after, waits || leavesRefuge) || !isFree(c, w, before, after)) {
            stoodSince[w] = state[w] == STANDS ? stoodSince[w] : tick;
            state[w] = waits ? AT_KERB : STANDS;
            kept[w] = approaching.byStanding;
            at[w] = waits ? before : comesTo(c, w, before, leavesRefuge ? refuge : after);
            return;
        }
        if (waits) {
            startTick[w] = tick;
            int group = foot.group[c][half(c, w)];
            onWalk[w] = group != SignalSystem.NO_GROUP && aspects.of(group) == Aspect.GREEN;
        }
        state[w] = WALKS;
        at[w] = after;
        if (after >= foot.length[c]) {
            state[w] = IS_OVER;
            endTick[w] = tick;
        }
    }

    /**
     * Where somebody stops who may not go on: just before what it would enter, or on the refuge. A step before that it may still be in the
     * way of those it has passed, and they give way to somebody who waits for others.
     */
    private double comesTo(int c, int w, double before, double after) {
        double nearest = after;
        for (int s = foot.firstStrip[c]; s < foot.lastStrip[c]; s++) {
            for (int size = 0; size < 2; size++) {
                double begins = begins(c, w, s, size);
                nearest = begins >= before ? Math.min(nearest, begins) : nearest;
            }
        }
        return nearest;
    }

    /** Out of the way of vehicles that wait, to where one can stand: or those, and the one on the crossing, wait for ever. */
    private void stepBack(int c, int w) {
        double before = at[w];
        double after = Math.max(0, before - walks.speed()[w] * dt);
        boolean onAny = false;
        for (int s = foot.firstStrip[c]; s < foot.lastStrip[c]; s++) {
            for (int size = 0; size < 2; size++) {
                double begins = begins(c, w, s, size);
                double ends = ends(c, w, s, size);
                onAny |= before > begins && before < ends;
                boolean enters = before >= ends && after < ends;
                double back = (before - begins) / walks.speed()[w];
                if (enters && !approaching.leave(s, size, 0, back, back, true)) {
                    return;
                }
            }
        }
        if (onAny) {
            at[w] = after;
            state[w] = after == 0 ? AT_KERB : STANDS;
        } else {
            kept[w] = false; // it can stand here, and looks again from here
            stoodSince[w] = Integer.MAX_VALUE / 2;
        }
    }

    /** Whether all that is entered with the next step is left by vehicles; from then on it is the walker's. */
    private boolean isFree(int c, int w, double before, double after) {
        boolean priority = isLetGo(c, w);
        for (int s = foot.firstStrip[c]; s < foot.lastStrip[c]; s++) {
            for (int size = 0; size < 2; size++) {
                double begins = begins(c, w, s, size);
                boolean enters = begins >= before && begins < after;
                double out = out(c, w, s, size);
                if (enters && !approaching.leave(s, size, 0, out, out, priority)) {
                    return false;
                }
            }
        }
        return true;
    }

    /**
     * Before people leave a place where they can stand, they look at all that they have to cross up to the next one, and from a kerb a
     * little further; else somebody could have to stop in one vehicle's way because of another's. Who had to turn back once looks at
     * everything: it would turn back again and again, and whoever gives way to it would never get on.
     */
    private boolean looksFree(int c, int w, double after, boolean setsOff) {
        int entered = entered(c, w, setsOff ? Double.POSITIVE_INFINITY : after);
        if (entered == NONE) {
            return true;
        }
        boolean priority = isLetGo(c, w);
        boolean cameBack = state[w] == AT_KERB && startTick[w] != NONE;
        double refuge = refuge(c, w);
        double clear = setsOff ? walkerSetsOff + (lastOf(c, w, after) - at[w]) / walks.speed()[w] : 0;
        for (int s = foot.firstStrip[c]; s < foot.lastStrip[c]; s++) {
            for (int size = 0; size < 2; size++) {
                double begins = begins(c, w, s, size);
                boolean beyond = at[w] < refuge && after < refuge && begins > refuge;
                double in = in(c, w, s, size);
                boolean soon = setsOff && (in < walkerLooksAhead || !priority);
                boolean matters = begins >= at[w] && !beyond && (foot.cluster[s] == entered || soon || cameBack);
                double out = out(c, w, s, size);
                if (matters && !approaching.leave(s, size, in, out, Math.max(out, clear), priority)) {
                    return false;
                }
            }
        }
        return true;
    }

    /** How far it is to the end of all that is crossed before the next place where one can stand for long (m from the kerb). */
    private double lastOf(int c, int w, double after) {
        double refuge = refuge(c, w);
        double last = 0;
        for (int s = foot.firstStrip[c]; s < foot.lastStrip[c]; s++) {
            boolean beyond = at[w] < refuge && after < refuge && begins(c, w, s, 0) > refuge;
            last = beyond ? last : Math.max(last, ends(c, w, s, 0));
        }
        return last;
    }

    /** Those strips whose first one is entered before a position, or NONE. */
    private int entered(int c, int w, double before) {
        double nearest = Double.POSITIVE_INFINITY;
        int found = NONE;
        for (int s = foot.firstStrip[c]; s < foot.lastStrip[c]; s++) {
            double begins = begins(c, w, s, 1);
            if (begins < nearest && begins + 1e-9 >= at[w]) {
                nearest = begins;
                found = foot.cluster[s];
            }
        }
        for (int s = foot.firstStrip[c]; s < foot.lastStrip[c]; s++) { // it is in them already
            if (foot.cluster[s] == found && begins(c, w, s, 1) < at[w]) {
                return NONE;
            }
        }
        return nearest < before ? found : NONE;
    }

    /** At a signal only in walk; those who do not keep to that also go while no vehicle is near. */
    boolean mayStart(int c, int half, int w) {
        int group = foot.group[c][half];
        if (group == SignalSystem.NO_GROUP || aspects.of(group) == Aspect.GREEN) {
            return true;
        }
        return aspects.of(group) == Aspect.DARK || !walks.complies()[w] && aspects.of(group) == Aspect.RED;
    }

    /** From a refuge one also goes on in the clearance, where it is that of both halves: it is for those who are on their way. */
    private boolean mayGoOn(int c, int w) {
        int beyond = 1 - half(c, w);
        int group = foot.group[c][beyond];
        boolean sameForBoth = group == foot.group[c][1 - beyond];
        return mayStart(c, beyond, w) || sameForBoth && aspects.of(group) == Aspect.YELLOW;
    }

    /** Whether drivers give way to a walker: not to one who walks against the signal. */
    public boolean isLetGo(int c, int w) {
        if (state[w] != AT_KERB) {
            return true;
        }
        int group = foot.group[c][half(c, w)];
        return group == SignalSystem.NO_GROUP || aspects.of(group) == Aspect.GREEN;
    }

    private int half(int c, int w) {
        return walks.there()[w] ? 0 : 1;
    }

    /** Seconds until a walker comes to where vehicles of a size are on a strip; 0 on it (s). */
    public double in(int c, int w, int strip, int size) {
        return Math.max(0, (begins(c, w, strip, size) - at[w]) / walks.speed()[w]);
    }

    /** Whether a walker who has not left a strip has stepped onto it. */
    public boolean isOn(int c, int w, int strip, int size) {
        return at[w] > begins(c, w, strip, size);
    }

    /** Seconds until it has left that; negative after (s). */
    public double out(int c, int w, int strip, int size) {
        return (ends(c, w, strip, size) - at[w]) / walks.speed()[w];
    }

    private double begins(int c, int w, int strip, int size) {
        return walks.there()[w] ? foot.low[size][strip] : foot.length[c] - foot.high[size][strip];
    }

    private double ends(int c, int w, int strip, int size) {
        return walks.there()[w] ? foot.high[size][strip] : foot.length[c] - foot.low[size][strip];
    }

    private double refuge(int c, int w) {
        double at = foot.refuge[c];
        return Double.isNaN(at) ? Double.NEGATIVE_INFINITY : walks.there()[w] ? at : foot.length[c] - at;
    }

    /** The i-th of those who are at a crossing. */
    public int at(int c, int i) {
        return active[c][i];
    }

    public Walks walks() {
        return walks;
    }

    /** Length of the way over a crossing: from where people wait to where they have left it (m). */
    public double length(int crossing) {
        return foot.length[crossing];
    }

    /** How many people wait or walk at a crossing. */
    public int present(int crossing) {
        return activeCount[crossing];
    }

    /** The number of the i-th of them, in order of arrival. */
    public int present(int crossing, int i) {
        return active[crossing][i];
    }

    /** Distance of a walker from the kerb at which it came (m). */
    public double position(int walker) {
        return at[walker];
    }

    /** Whether somebody walks just now. */
    public boolean isWalking(int walker) {
        return state[walker] == WALKS;
    }

    /** How many have come so far. */
    public int came() {
        return came;
    }

    /** Tick at which a walker set off, or -1. */
    public int startTick(int walker) {
        return startTick[walker];
    }

    /** Tick at which it was over, or -1. */
    public int endTick(int walker) {
        return endTick[walker];
    }

    /** Whether it set off while its signal showed walk. */
    public boolean startedOnWalk(int walker) {
        return onWalk[walker];
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(came);
        out.write(state);
        SavedArrays.write(out, at, at.length);
        SavedArrays.write(out, stoodSince, stoodSince.length);
        SavedArrays.write(out, startTick, startTick.length);
        SavedArrays.write(out, endTick, endTick.length);
        for (int w = 0; w < onWalk.length; w++) {
            out.writeBoolean(onWalk[w]);
            out.writeBoolean(kept[w]);
        }
        for (int c = 0; c < active.length; c++) {
            out.writeInt(active[c].length);
            out.writeInt(activeCount[c]);
            SavedArrays.write(out, active[c], activeCount[c]);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        came = in.readInt();
        in.readFully(state);
        SavedArrays.read(in, at);
        SavedArrays.read(in, stoodSince);
        SavedArrays.read(in, startTick);
        SavedArrays.read(in, endTick);
        for (int i = 0; i < onWalk.length; i++) {
            onWalk[i] = in.readBoolean();
            kept[i] = in.readBoolean();
        }
        for (int c = 0; c < active.length; c++) {
            active[c] = new int[in.readInt()];
            activeCount[c] = in.readInt();
            SavedArrays.read(in, active[c]);
        }
    }
}
