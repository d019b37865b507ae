package org.ulicarro.core.signal.ring;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;

/**
 * Splits that follow the traffic: every few cycles a step goes from the phase that used least of its green to the one that used most, so
 * that all come to be used alike. The principle is that of equal degrees of saturation (F. V. Webster, B. M. Cobbe, <i>Traffic Signals</i>,
 * Road Research Technical Paper 56, 1966), with the share of the green in which vehicles came over the detectors in the place of volumes.
 * The cycle, the yield point, and what people and shortest greens need stay.
 */
final class AdaptiveSplits implements Stateful {

    /** Phases are used alike when their shares differ by less. */
    private static final double ALIKE = 0.1;

    private static final int NONE = -1;

    private RingPlan plan;
    private RingPlan.Coordination written;
    private int[] splits = {};
    private int[] used = {}; // phase -> ticks of green in which somebody came, since the last step
    private int cycles; // since then

    /** A plan begins, with the splits as they are written. */
    void begin(RingPlan next) {
        use(next);
        if (written != null) {
            splits = written.splits().clone();
            used = new int[splits.length];
            cycles = 0;
        }
    }

    private void use(RingPlan next) {
        plan = next;
        written = next.coordination();
    }

    /** Whether a plan has any. */
    boolean isOn() {
        return written != null && written.adapt() != null;
    }

    /** A tick of a phase's green in which somebody came. */
    void use(int p) {
        used[p]++;
    }

    /** The plan's coordination with the splits as they are now. */
    RingPlan.Coordination now() {
        return isOn() ? written.withSplits(splits) : written;
    }

    /** A cycle is over. */
    void cycleEnds() {
        if (isOn() && ++cycles >= written.adapt().every()) {
            move();
            Arrays.fill(used, 0);
            cycles = 0;
        }
    }

    private void move() {
        int groups = plan.groups();
        int high = 0;
        int low = 0;
        double[] most = new double[groups];
        for (int g = 0; g < groups; g++) {
            for (int[][] ring : plan.rings()) {
                moveWithin(ring[g]);
                for (int p : ring[g]) {
                    most[g] = p < 0 ? most[g] : Math.max(most[g], share(p));
                }
            }
            high = most[g] > most[high] ? g : high;
            low = most[g] < most[low] ? g : low;
        }
        if (most[high] - most[low] > ALIKE) {
            moveOver(low, high);
        }
    }

    private void moveWithin(int[] slots) {
        int from = giver(slots);
        int to = taker(slots);
        if (from != NONE && to != NONE && from != to && share(to) - share(from) > ALIKE) {
            shift(from, to);
        }
    }

    /** Over a barrier every ring gives and takes alike, or their sums would differ. */
    private void moveOver(int low, int high) {
        for (int[][] ring : plan.rings()) {
            if (giver(ring[low]) == NONE || taker(ring[high]) == NONE) {
                return;
            }
        }
        for (int[][] ring : plan.rings()) {
            shift(giver(ring[low]), taker(ring[high]));
        }
    }

    private void shift(int from, int to) {
        splits[from] -= written.adapt().step();
        splits[to] += written.adapt().step();
    }

    /** The phase of some that used least of its green and can give a step of it, or NONE. */
    private int giver(int[] slots) {
        int found = NONE;
        for (int p : slots) {
            int less = p < 0 ? 0 : splits[p] - written.adapt().step();
            boolean can = p >= 0
                    && less >= Splits.least(plan.phases().get(p), written.walkOverSplit())
                    && less >= written.splits()[p] - written.adapt().most();
            found = can && (found == NONE || share(p) < share(found)) ? p : found;
        }
        return found;
    }

    /** The phase of some that used most of its green and may have more, or NONE. */
    private int taker(int[] slots) {
        int found = NONE;
        for (int p : slots) {
            boolean can = p >= 0
                    && splits[p] + written.adapt().step()
                            <= written.splits()[p] + written.adapt().most();
            found = can && (found == NONE || share(p) > share(found)) ? p : found;
        }
        return found;
    }

    /** The share of its green that a phase used; all of it, also where others left it some of theirs. */
    private double share(int p) {
        Phase phase = plan.phases().get(p);
        int whole = cycles * Math.max(1, splits[p] - phase.yellow() - phase.red());
        return Math.min(1, used[p] / (double) whole);
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(cycles);
        out.writeInt(splits.length);
        SavedArrays.write(out, splits, splits.length);
        SavedArrays.write(out, used, used.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        cycles = in.readInt();
        splits = new int[in.readInt()];
        used = new int[splits.length];
        SavedArrays.read(in, splits);
        SavedArrays.read(in, used);
    }

    /** The plan of what was restored. */
    void restored(RingPlan current) {
        use(current);
    }
}
