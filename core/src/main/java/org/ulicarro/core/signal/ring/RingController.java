package org.ulicarro.core.signal.ring;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.Controller;
import org.ulicarro.core.signal.DetectorBoard;

/**
 * Runs a {@link RingPlan}. One ring shows one phase at a time; all rings are between the same two barriers.
 *
 * <p>Timers count ticks that are over. A decision in a tick is shown in that tick.
 */
public final class RingController implements Controller {

    private static final int NONE = -1;

    /** What a ring does. */
    private static final int RESTS =
            0; // in red: it has no phase in this barrier group, or waits to go over the barrier

    private static final int LEADS = 1; // people walk already, vehicles wait for the end of the lead
    private static final int GREEN = 2;
    private static final int YELLOW = 3;
    private static final int CLEARS = 4;

    private final RingPlan plan;
    private final Phase[] phase;
    private final int[] ringOf; // phase -> its ring, NONE where the plan does not have it
    private final int[] groupOf; // phase -> its group between barriers
    private final int rings;
    private final Calls calls;
    private final People people;
    private final BackgroundCycle cycle;
    private final RingWatch watch;

    private int barrier; // group of phases between barriers in which all rings are
    private final boolean[] hasGreen; // phase -> whether it shows green
    private final int[] state; // ring -> what it does
    private final int[] at; // ring -> its phase, the one it comes from while it rests, or NONE
    private final int[] next; // ring -> phase that it goes to after its clearance, NONE for over the barrier
    private final int[] promised; // ring -> phase beyond the barrier that was called when its green ended
    private final int[] timer; // ring -> ticks in its state
    private final int[] green; // ring -> ticks of green so far
    private final int[] maxTimer; // ring -> ticks since somebody else called in its green
    private final int[] needed; // ring -> its shortest green this time
    private boolean crossing; // all rings end their phases to go over the barrier
    private int target; // group they go to

    /**
     * A controller at its start: all red, with a call for every phase, so that each is served once.
     *
     * @param watch told of every change; {@link RingWatch#NONE} for nobody
     */
    public RingController(RingPlan plan, Inputs inputs, RingWatch watch) {
        this.plan = plan;
        this.watch = watch;
        phase = plan.phases().toArray(Phase[]::new);
        rings = plan.rings().length;
        ringOf = new int[phase.length];
        groupOf = new int[phase.length];
        java.util.Arrays.fill(ringOf, NONE);
        for (int r = 0; r < rings; r++) {
            for (int g = 0; g < plan.groups(); g++) {
                for (int p : plan.rings()[r][g]) {
                    if (p != NONE) {
                        ringOf[p] = r;
                        groupOf[p] = g;
                    }
                }
            }
        }
        calls = new Calls(phase, inputs);
        people = new People(rings, calls, watch);
        cycle = new BackgroundCycle(plan, calls);
        hasGreen = new boolean[phase.length];
        state = new int[rings];
        at = new int[rings];
        next = new int[rings];
        promised = new int[rings];
        timer = new int[rings];
        green = new int[rings];
        maxTimer = new int[rings];
        needed = new int[rings];
        java.util.Arrays.fill(at, NONE);
        java.util.Arrays.fill(next, NONE);
        java.util.Arrays.fill(promised, NONE);
        crossing = true;
        target = 0;
    }

    @Override
    public void advance(int tick, DetectorBoard detectors, Aspects aspects) {
        calls.read(detectors, hasGreen);
        for (int r = 0; r < rings; r++) {
            count(r, tick);
        }
        decide(tick);
        for (int r = 0; r < rings; r++) {
            finishClearance(r, tick);
        }
        goOver(tick);
        for (int r = 0; r < rings; r++) {
            show(r, tick, aspects);
        }
    }

    /** Counts the timers of a ring, and moves on those that end by themselves. */
    private void count(int r, int tick) {
        timer[r]++;
        if (state[r] == LEADS && timer[r] >= phase[at[r]].walkLead()) {
            turnGreen(r, tick);
        } else if (state[r] == GREEN) {
            green[r]++;
            boolean opposed = isOpposed(r);
            calls.oppose(at[r], opposed);
            maxTimer[r] += opposed ? 1 : 0;
        } else if (state[r] == YELLOW && timer[r] >= phase[at[r]].yellow()) {
            enter(r, CLEARS);
            watch.red(tick, phase[at[r]].id());
        }
        countPeople(r, tick);
    }

    private void countPeople(int r, int tick) {
        if (people.areWalking(r)) {
            Phase p = phase[at[r]];
            boolean holds = people.hasWalked(r, p)
                    && (state[r] == LEADS || state[r] == GREEN && p.restsInWalk() && mayRest(r, tick));
            people.count(r, tick, p, holds);
        } else if (state[r] == GREEN && walksAt(at[r]) && !isOpposed(r)) { // nobody else calls: there is time for them
            people.startWalk(r, tick, at[r], phase[at[r]]);
        }
    }

    /** Whether people call beside a phase. */
    private boolean walksAt(int p) {
        return phase[p].footGroup() >= 0 && calls.people(p);
    }

    /** Whether walk may go on: nobody else calls, or the coordinated green has time for its clearance still. */
    private boolean mayRest(int r, int tick) {
        return cycle.isCoordinated(at[r]) ? cycle.hasTimeForClearance(at[r], tick) : !isOpposed(r);
    }

    private void enter(int r, int what) {
        state[r] = what;
        timer[r] = 0;
    }

    /** Whether any phase that could not go together with a ring's own is called. */
    private boolean isOpposed(int r) {
        for (int p = 0; p < phase.length; p++) {
            if (isAgainst(r, p) && isWanted(p)) {
                return true;
            }
        }
        return false;
    }

    /** Whether a phase of the plan cannot have green while a ring's own has. */
    private boolean isAgainst(int r, int p) {
        return p != at[r] && ringOf[p] != NONE && (groupOf[p] != barrier || ringOf[p] == r);
    }

    private void decide(int tick) {
        if (crossing) {
            return;
        }
        boolean wantsOver = isCalledBeyond();
        for (int r = 0; r < rings; r++) {
            if (state[r] == GREEN && isReady(r, tick)) {
                int other = nextHere(r, wantsOver, tick);
                if (other != NONE) {
                    end(r, other, tick);
                }
            }
        }
        if (wantsOver && mayCross(tick)) {
            target = groupToGo(tick);
            crossing = true;
            int begins = tick + longestClearance();
            for (int r = 0; r < rings; r++) {
                promised[r] = firstIn(r, target, begins);
            }
            for (int r = 0; r < rings; r++) {
                if (state[r] == GREEN) {
                    end(r, NONE, tick);
                }
            }
        }
        for (int r = 0; r < rings && !crossing; r++) {
            if (state[r] == RESTS) { // it had nothing to do between these barriers until now
                int own = nextHere(r, false, tick);
                if (own != NONE && !wantsOver) {
                    begin(r, own, tick);
                }
            }
        }
    }

    /** Whether a ring's green has had what it must have, and may end. */
    private boolean isReady(int r, int tick) {
        // who rests in walk has its clearance before it, now that somebody calls
        return green[r] >= needed[r] && !people.areWalking(r) && isOpposed(r) && reason(r, tick) != null;
    }

    private Ended reason(int r, int tick) {
        Phase p = phase[at[r]];
        if (cycle.isCoordinated(at[r])) {
            return isYielding(r, tick) ? Ended.YIELD : null;
        }
        if (calls.gap(at[r])) {
            return Ended.GAP_OUT;
        }
        if (plan.coordination() != null) {
            return cycle.isForcedOff(at[r], green[r], tick) ? Ended.FORCE_OFF : null;
        }
        return maxTimer[r] > p.maxGreen() ? Ended.MAX_OUT : null;
    }

    /** From its force-off on, for as long as anybody else can still be served in this cycle. */
    private boolean isYielding(int r, int tick) {
        for (int p = 0; p < phase.length; p++) {
            boolean opposed = isAgainst(r, p) && calls.any(p);
            if (opposed
                    && !cycle.isCoordinated(p)
                    && cycle.isOpen(p, tick + clearance(r))
                    && cycle.isPast(at[r], p, tick)) {
                return true;
            }
        }
        return false;
    }

    /** Ticks from the end of a ring's green to the next one; none when it has no green. */
    private int clearance(int r) {
        return state[r] == GREEN ? phase[at[r]].yellow() + phase[at[r]].red() : 0;
    }

    private int longestClearance() {
        int longest = 0;
        for (int r = 0; r < rings; r++) {
            longest = Math.max(longest, clearance(r));
        }
        return longest;
    }

    private boolean isCalledBeyond() {
        for (int p = 0; p < phase.length; p++) {
            if (ringOf[p] != NONE && groupOf[p] != barrier && isWanted(p)) {
                return true;
            }
        }
        return false;
    }

    /** The next called phase of a ring before the barrier; round again from the first only when nobody calls beyond it. */
    private int nextHere(int r, boolean wantsOver, int tick) {
        int[] slots = plan.rings()[r][barrier];
        int place = place(slots, at[r]);
        for (int i = 1; i <= slots.length; i++) {
            int to = place + i;
            if (to >= slots.length && wantsOver) {
                return NONE;
            }
            int p = slots.length == 0 ? NONE : slots[to % slots.length];
            if (p != NONE && p != at[r] && isWanted(p) && cycle.isOpen(p, tick + clearance(r))) {
                return p;
            }
        }
        return NONE;
    }

    /** Whether a phase is called, or coordinated: its green comes round by itself. */
    private boolean isWanted(int p) {
        return calls.any(p)
                || plan.coordination() != null && plan.coordination().coordinated()[p];
    }

    private static int place(int[] slots, int p) {
        for (int i = 0; i < slots.length; i++) {
            if (slots[i] == p) {
                return i;
            }
        }
        return NONE;
    }

    /** Whether every ring can end its green now, or has none. */
    private boolean mayCross(int tick) {
        for (int r = 0; r < rings; r++) {
            boolean idle = state[r] == RESTS;
            if (!idle && !(state[r] == GREEN && isReady(r, tick) && nextHere(r, true, tick) == NONE)) {
                return false;
            }
        }
        return groupToGo(tick) != NONE;
    }

    /** The next group after the barrier in which anybody calls who can still be served, or that has the coordinated phases. */
    private int groupToGo(int tick) {
        for (int i = 1; i < plan.groups(); i++) {
            int g = (barrier + i) % plan.groups();
            for (int r = 0; r < rings; r++) {
                for (int p : plan.rings()[r][g]) {
                    if (p != NONE && isWanted(p) && cycle.isOpen(p, tick + longestClearance())) {
                        return g;
                    }
                }
            }
        }
        return NONE;
    }

    private void end(int r, int to, int tick) {
        Ended why = reason(r, tick);
        next[r] = to;
        hasGreen[at[r]] = false;
        enter(r, YELLOW);
        people.stop(r);
        watch.yellow(tick, phase[at[r]].id(), why == null ? Ended.GAP_OUT : why);
    }

    private void finishClearance(int r, int tick) {
        if (state[r] == CLEARS && timer[r] >= phase[at[r]].red()) {
            if (next[r] == NONE) {
                enter(r, RESTS);
            } else {
                begin(r, next[r], tick);
            }
        }
    }

    /** Goes over the barrier once all rings have cleared. */
    private void goOver(int tick) {
        if (!crossing) {
            return;
        }
        for (int r = 0; r < rings; r++) {
            if (state[r] != RESTS) {
                return;
            }
        }
        crossing = false;
        barrier = target;
        int[] first = new int[rings];
        boolean any = false;
        for (int r = 0; r < rings; r++) {
            first[r] = firstIn(r, barrier, tick);
            first[r] = first[r] == NONE ? promised[r] : first[r]; // what was chosen when the greens ended is served
            promised[r] = NONE;
            any |= first[r] != NONE;
        }
        for (int r = 0; r < rings; r++) {
            int p = first[r] == NONE && any ? companion(r) : first[r];
            at[r] = NONE;
            if (p != NONE) {
                begin(r, p, tick);
            }
        }
    }

    private int firstIn(int r, int group, int tick) {
        for (int p : plan.rings()[r][group]) {
            if (p != NONE && isWanted(p) && cycle.isOpen(p, tick)) {
                return p;
            }
        }
        return NONE;
    }

    /** The phase of a ring without a call that goes with the other rings, or NONE. */
    private int companion(int r) {
        for (int p : plan.rings()[r][barrier]) {
            if (p != NONE && phase[p].dualEntry()) {
                return p;
            }
        }
        return NONE;
    }

    private void begin(int r, int p, int tick) {
        at[r] = p;
        next[r] = NONE;
        needed[r] = Math.max(phase[p].minGreen(), calls.initial(p));
        people.stop(r);
        boolean walks = walksAt(p);
        if (walks) {
            people.startWalk(r, tick, p, phase[p]);
        }
        if (walks && phase[p].walkLead() > 0) {
            enter(r, LEADS);
        } else {
            turnGreen(r, tick);
        }
    }

    private void turnGreen(int r, int tick) {
        hasGreen[at[r]] = true;
        enter(r, GREEN);
        green[r] = 0;
        maxTimer[r] = isOpposed(r) ? 1 : 0;
        calls.served(at[r]);
        watch.green(tick, phase[at[r]].id());
    }

    private void show(int r, int tick, Aspects aspects) {
        for (int[] slots : plan.rings()[r]) {
            for (int p : slots) {
                if (p != NONE && p != at[r]) {
                    show(phase[p].group(), Aspect.RED, tick, aspects);
                    show(phase[p].footGroup(), Aspect.RED, tick, aspects);
                }
            }
        }
        if (at[r] != NONE) {
            Aspect cars = state[r] == GREEN ? Aspect.GREEN : state[r] == YELLOW ? Aspect.YELLOW : Aspect.RED;
            show(phase[at[r]].group(), cars, tick, aspects);
            show(phase[at[r]].footGroup(), people.aspect(r), tick, aspects);
        }
    }

    private static void show(int group, Aspect aspect, int tick, Aspects aspects) {
        if (group >= 0) {
            aspects.show(group, aspect, tick);
        }
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(barrier);
        out.writeBoolean(crossing);
        out.writeInt(target);
        for (int[] column : columns()) {
            SavedArrays.write(out, column, rings);
        }
        people.save(out);
        calls.save(out);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        barrier = in.readInt();
        crossing = in.readBoolean();
        target = in.readInt();
        for (int[] column : columns()) {
            SavedArrays.read(in, column);
        }
        java.util.Arrays.fill(hasGreen, false);
        for (int r = 0; r < rings; r++) {
            if (state[r] == GREEN) {
                hasGreen[at[r]] = true;
            }
        }
        people.restore(in);
        calls.restore(in);
    }

    private int[][] columns() {
        return new int[][] {state, at, next, promised, timer, green, maxTimer, needed};
    }
}
