package org.ulicarro.core.signal.ring;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.signal.Transition;

/** What the cycle of a coordinated plan allows at a moment; everything, in a plan that runs free. */
final class BackgroundCycle implements Stateful {

    private final Calls calls;
    private RingPlan plan;
    private RingPlan.Coordination c; // null while the plan runs free
    private Phase[] phase;
    private final AdaptiveSplits adaptive = new AdaptiveSplits();
    private Splits.Points points;
    private int zero; // tick at which this cycle began
    private int change; // by how much it is longer than the plan's

    BackgroundCycle(Calls calls) {
        this.calls = calls;
    }

    /**
     * A plan begins.
     *
     * @param seamless whether a cycle of the plan before ends at this moment, so that this one begins out of step
     */
    void begin(RingPlan next, int tick, boolean seamless) {
        use(next);
        adaptive.begin(next);
        if (c != null) {
            zero = seamless ? tick : tick - Math.floorMod(tick - c.offset(), c.cycle());
            beginCycle(seamless ? next(tick) : 0);
        }
    }

    private void use(RingPlan next) {
        plan = next;
        c = next.coordination();
        phase = next.phases().toArray(Phase[]::new);
    }

    /** Moves on to the next cycle when one is over; whether it is. */
    boolean advance(int tick) {
        if (c == null || tick - zero < points.length()) {
            return false;
        }
        zero = tick;
        adaptive.cycleEnds();
        c = adaptive.now();
        beginCycle(next(tick));
        return true;
    }

    /** A tick of a phase's green, in which somebody came or nobody did. */
    void green(int p, boolean used) {
        if (used && adaptive.isOn()) {
            adaptive.use(p);
        }
    }

    /** Whether a cycle ends with this tick. */
    boolean ends(int tick) {
        return c != null && tick - zero >= points.length();
    }

    private int next(int tick) {
        int late = Math.floorMod(tick - c.offset(), c.cycle());
        int slack = Splits.slack(plan.phases(), plan.rings(), c.splits(), c.walkOverSplit());
        return c.transition().change(late, c.cycle(), slack);
    }

    private void beginCycle(int by) {
        change = by;
        int[] splits = by == 0
                ? c.splits()
                : Splits.changed(
                        plan.phases(), plan.rings(), c, by, c.transition().way() == Transition.Way.DWELL);
        points = Splits.points(plan.phases(), plan.rings(), c.coordinated(), splits);
    }

    private int clock(int tick) {
        return tick - zero;
    }

    boolean isFree() {
        return c == null;
    }

    boolean isCoordinated(int p) {
        return c != null && c.coordinated()[p];
    }

    /** How long before the beginning of its split a phase is green, when it becomes so at a tick; 0 when it is late. */
    int early(int p, int tick) {
        int before = Math.floorMod(points.start()[p] + phase[p].walkLead() - clock(tick), points.length());
        return before > points.length() / 2 ? 0 : before;
    }

    /** Whether a phase that began at a tick would have its shortest green before its force-off, and not that of the next cycle. */
    boolean isOpen(int p, int tick) {
        if (c == null || c.coordinated()[p]) {
            return true;
        }
        int shortest = phase[p].minGreen();
        if (calls.people(p) && !c.walkOverSplit()) {
            shortest = Math.max(phase[p].walkLead() + shortest, phase[p].peopleNeed());
        }
        int left = left(p, tick);
        // it may come early, when those before it had no calls, but not before the coordinated green has given way
        int early = Math.floorMod(points.forceOff()[p], points.length()) + c.earlyYield();
        int whole = Math.floorMod(points.forceOff()[p] - points.start()[p], points.length());
        return left >= shortest && left <= Math.max(whole, early);
    }

    /** Ticks until a phase's force-off comes. */
    int left(int p, int tick) {
        return Math.floorMod(points.forceOff()[p] - clock(tick), points.length());
    }

    /** Whether the clock is between the yield point of a coordinated phase and the force-off of another one. */
    boolean isPast(int coordinated, int p, int tick) {
        int yield = points.forceOff()[coordinated] - (calls.gap(coordinated) ? c.earlyYield() : 0);
        int since = Math.floorMod(clock(tick) - yield, points.length());
        int until = Math.floorMod(points.forceOff()[p] - yield, points.length());
        return since < until;
    }

    /** Whether a phase's time is over. */
    boolean isForcedOff(int p, int green, int tick) {
        if (c.floating()) {
            int whole = Math.floorMod(points.forceOff()[p] - points.start()[p], points.length());
            return green + phase[p].walkLead() >= whole;
        }
        int over = Math.floorMod(clock(tick) - points.forceOff()[p], points.length());
        return over < points.length() / 2;
    }

    /** Whether longest greens count. */
    boolean heedsMaxima() {
        return c == null || c.heedsMaxima();
    }

    /** Whether people who have walk may keep it: their clearance still fits before the yield point. */
    boolean hasTimeForClearance(int p, int tick) {
        return left(p, tick) > phase[p].clear() - phase[p].intoYellow();
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(zero);
        out.writeInt(change);
        adaptive.save(out);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        zero = in.readInt();
        change = in.readInt();
        adaptive.restore(in);
    }

    /** What follows from what was restored. */
    void restored(RingPlan current) {
        use(current);
        adaptive.restored(current);
        c = adaptive.now();
        if (c != null) {
            beginCycle(change);
        }
    }
}
