package org.ulicarro.core.signal.ring;

import java.util.Arrays;

/** When people beside phases are let go, how long they walk, and which overlaps they hold back. */
final class PeopleBeside {

    private static final int NONE = Rings.NONE;

    private final Rings rings;
    private final Calls calls;
    private final People people;
    private final BackgroundCycle cycle;
    private final Preemptions preemptions;
    private final Overlaps overlaps;
    private final Order order;
    private final boolean[] walks; // phase -> whether people beside it hold overlaps back
    private final boolean[] carried; // ring -> whether overlaps may go on to the phase that it goes to
    private Phase[] phase;

    PeopleBeside(
            Rings rings,
            Calls calls,
            People people,
            BackgroundCycle cycle,
            Preemptions preemptions,
            Overlaps overlaps,
            Order order,
            int phases) {
        this.rings = rings;
        this.calls = calls;
        this.people = people;
        this.cycle = cycle;
        this.preemptions = preemptions;
        this.overlaps = overlaps;
        this.order = order;
        walks = new boolean[phases];
        carried = new boolean[rings.count];
    }

    void use(Phase[] other) {
        phase = other;
    }

    /** Whether people call beside a phase, and are let go. */
    boolean areWanted(int p) {
        return phase[p].footGroup() >= 0 && calls.people(p) && !preemptions.isOn();
    }

    /** People beside a phase that begins; whether they walk. */
    boolean begin(int r, int p, int tick) {
        people.stop(r);
        if (!areWanted(p) || overlaps.block(p, phase[p].walkLead() > 0)) {
            return false;
        }
        people.startWalk(r, tick, p, phase[p]);
        order.refresh(p);
        return true;
    }

    /** A tick of a ring. */
    void count(int r, int tick) {
        int own = rings.at[r];
        if (people.areWalking(r)) {
            Phase p = phase[own];
            boolean ends = preemptions.isOn() && !preemptions.wants(own);
            if (ends && people.hasWalkedFor(r, preemptions.enter().walk()) && people.cut(r, tick, p)) {
                return;
            }
            boolean rests = rings.state[r] == Rings.GREEN && p.restsInWalk() && mayRest(r, tick);
            int clear = ends ? Math.min(p.clear(), preemptions.enter().clear()) : p.clear();
            people.count(r, tick, p, clear, people.hasWalked(r, p) && (rings.state[r] == Rings.LEADS || rests));
        } else if (rings.state[r] == Rings.GREEN
                && areWanted(own)
                && !rings.crossing
                && !order.isOpposed(r) // nobody else calls: there is time for them
                && !overlaps.block(own, false)) {
            people.startWalk(r, tick, own, phase[own]);
            order.refresh(own);
        }
    }

    /** Whether walk may go on: nobody else calls, or the coordinated green has time for its clearance still. */
    private boolean mayRest(int r, int tick) {
        return cycle.isCoordinated(rings.at[r]) ? cycle.hasTimeForClearance(rings.at[r], tick) : !order.isOpposed(r);
    }

    /** Overlaps, after the rings have moved on. */
    void advanceOverlaps(int tick) {
        Arrays.fill(walks, false);
        for (int r = 0; r < rings.count; r++) {
            int own = rings.at[r];
            boolean on = rings.state[r] == Rings.GREEN || rings.state[r] == Rings.LEADS;
            if (own != NONE) {
                walks[own] = people.areWalking(r) || on && areWanted(own) && !order.isOpposed(r);
            }
            int to = rings.next[r] == NONE ? rings.promised[r] : rings.next[r];
            boolean comes = to != NONE && areWanted(to);
            carried[r] = !preemptions.isOn() && !order.isReplaced && !(comes && phase[to].walkLead() > 0);
            if (comes && !on) {
                walks[to] = true;
            }
        }
        overlaps.advance(tick, walks, carried);
    }
}
