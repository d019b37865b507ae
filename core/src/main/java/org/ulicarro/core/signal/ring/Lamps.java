package org.ulicarro.core.signal.ring;

import java.util.Arrays;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;

/** What vehicles and people see of phases. */
final class Lamps {

    private static final int NONE = Rings.NONE;

    private final Rings rings;
    private final People people;
    private final Aspect[] shown; // phase -> what its vehicles see
    private Phase[] phase;
    private int drawn; // what the rings show, in one number; what has not changed is not shown anew

    Lamps(Rings rings, People people, int phases) {
        this.rings = rings;
        this.people = people;
        shown = new Aspect[phases];
    }

    void use(Phase[] other) {
        phase = other;
    }

    /** All is to be shown anew. */
    void forget() {
        drawn = 0;
    }

    /** Shows what the rings do, where that has changed. */
    void show(int tick, Aspects aspects) {
        int now = 1;
        for (int r = 0; r < rings.count; r++) {
            now = 31 * (31 * (31 * now + rings.at[r]) + rings.state[r]) + people.state(r);
        }
        if (now != drawn) {
            drawn = now;
            showPhases(tick, aspects);
        }
    }

    private void showPhases(int tick, Aspects aspects) {
        Arrays.fill(shown, Aspect.RED);
        for (int r = 0; r < rings.count; r++) {
            if (rings.state[r] == Rings.GREEN || rings.state[r] == Rings.YELLOW) {
                shown[rings.at[r]] = rings.state[r] == Rings.GREEN ? Aspect.GREEN : Aspect.YELLOW;
            }
        }
        for (int r = 0; r < rings.count; r++) {
            permit(r, aspects);
        }
        for (int p = 0; p < phase.length; p++) {
            show(phase[p].group(), shown[p], tick, aspects);
            int r = rings.ringAt(p);
            show(phase[p].footGroup(), r == NONE ? Aspect.RED : people.aspect(r), tick, aspects);
        }
    }

    /** Turns that may go in gaps beside a ring's phase, while their own phase has red. */
    private void permit(int r, Aspects aspects) {
        boolean goes = rings.state[r] == Rings.GREEN;
        if (!goes && rings.state[r] != Rings.YELLOW) {
            return;
        }
        for (int p : phase[rings.at[r]].permits()) {
            int own = rings.ringAt(p);
            boolean busy = own != NONE && rings.state[own] != Rings.RESTS;
            boolean ends = aspects.of(phase[p].group()) != Aspect.RED;
            if (!busy && (goes || ends)) {
                shown[p] = goes ? Aspect.FLASHING_YELLOW : Aspect.YELLOW;
            }
        }
    }

    private static void show(int group, Aspect aspect, int tick, Aspects aspects) {
        if (group >= 0) {
            aspects.show(group, aspect, tick);
        }
    }
}
