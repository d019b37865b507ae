package org.ulicarro.core.signal.ring;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.signal.Ended;

/**
 * The longest green of each phase. Where it follows the traffic, it goes on by a step from the second time in a row that the phase maxed
 * out, and back likewise when it gapped out; it never passes the phase's own or the limit (NTCIP 1202 v03, phaseDynamicMaxLimit and
 * phaseDynamicMaxStep).
 */
final class Maxima implements Stateful {

    private static final int MAXED = 1;
    private static final int GAPPED = -1;

    private final int[] longest; // phase -> ticks
    private final int[] last; // phase -> how its last green ended: one of the above, or 0 for otherwise
    private Phase[] phase = {};

    Maxima(int phases) {
        longest = new int[phases];
        last = new int[phases];
    }

    /** Phases of another plan: what was learned about longest greens is forgotten where that plan has others. */
    void use(Phase[] other) {
        for (int p = 0; p < longest.length; p++) {
            boolean same = p < phase.length && phase[p].maxGreen() == other[p].maxGreen();
            longest[p] = same ? longest[p] : other[p].maxGreen();
        }
        phase = other;
    }

    /** The phases of what was restored, whose longest greens are known. */
    void restored(Phase[] current) {
        phase = current;
    }

    int longest(int p) {
        return longest[p];
    }

    void ended(int p, Ended why) {
        Phase.DynamicMax dynamic = phase[p].dynamic();
        if (dynamic == null) {
            return;
        }
        int how = why == Ended.MAX_OUT ? MAXED : why == Ended.GAP_OUT ? GAPPED : 0;
        int most = Math.max(phase[p].maxGreen(), dynamic.limit());
        int least = Math.min(phase[p].maxGreen(), dynamic.limit());
        int then = longest[p] + how * dynamic.step();
        if (how == last[p] && then >= least && then <= most) {
            longest[p] = then;
        }
        last[p] = how;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, longest, longest.length);
        SavedArrays.write(out, last, last.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, longest);
        SavedArrays.read(in, last);
    }
}
