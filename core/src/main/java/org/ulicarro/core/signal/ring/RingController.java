package org.ulicarro.core.signal.ring;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.Controller;
import org.ulicarro.core.signal.DetectorBoard;
import org.ulicarro.core.signal.Ended;
import org.ulicarro.core.signal.Schedule;

/**
 * Phases in rings. One ring shows one phase at a time; all rings are between the same two barriers. A decision in a tick is shown in that
 * tick.
 */
public final class RingController implements Controller {

    private static final int NONE = Rings.NONE;
    private static final Ended[] ENDED = Ended.values();

    /**
     * What a controller can do, beside the calls of its phases.
     *
     * @param plans its plans; all have the same phases, by number
     * @param schedule when which of them runs
     * @param inputs what detectors tell
     */
    public record Setup(
            List<RingPlan> plans,
            Schedule schedule,
            Inputs inputs,
            List<Overlap> overlaps,
            List<Priority> priorities,
            List<Preemption> preemptions) {

        /** One plan, and nothing beside. */
        public static Setup of(RingPlan plan, Inputs inputs) {
            return new Setup(List.of(plan), Schedule.ONE, inputs, List.of(), List.of(), List.of());
        }
    }

    private final Setup setup;
    private final boolean onePlan;
    private final boolean hasOverlaps;
    private final boolean hasExtras; // priority or pre-emption
    private final Rings rings;
    private final Calls calls;
    private final People people;
    private final BackgroundCycle cycle;
    private final Requests requests;
    private final Preemptions preemptions;
    private final Overlaps overlaps;
    private final Order order;
    private final Maxima maxima;
    private final Endings endings;
    private final ControlWatch watch;
    private final PeopleBeside beside;
    private final Lamps lamps;
    private RingPlan plan;
    private Phase[] phase;
    private boolean anyConditional; // whether a phase may be served again while its ring waits
    private int now; // tick
    private int current = NONE; // place of the plan in the list

    /**
     * A controller at its start: all red, with a call for every phase, so that each is served once.
     *
     * @param watch told of every change; {@link ControlWatch#NONE} for nobody
     */
    public RingController(Setup setup, ControlWatch watch) {
        this.setup = setup;
        onePlan = setup.plans().size() == 1;
        hasOverlaps = !setup.overlaps().isEmpty();
        hasExtras = !setup.priorities().isEmpty() || !setup.preemptions().isEmpty();
        this.watch = watch;
        plan = setup.plans().get(0);
        phase = plan.phases().toArray(Phase[]::new);
        rings = new Rings(plan.rings().length, phase.length);
        calls = new Calls(phase, setup.inputs());
        people = new People(rings.count, calls, watch);
        cycle = new BackgroundCycle(calls);
        requests = new Requests(setup.priorities().toArray(Priority[]::new), watch);
        preemptions = new Preemptions(setup.preemptions().toArray(Preemption[]::new), rings, watch);
        overlaps = new Overlaps(setup.overlaps().toArray(Overlap[]::new), rings, watch);
        order = new Order(rings, calls, cycle, requests, preemptions);
        maxima = new Maxima(phase.length);
        endings = new Endings(rings, calls, people, cycle, requests, preemptions, overlaps, order, maxima);
        lamps = new Lamps(rings, people, phase.length);
        beside = new PeopleBeside(rings, calls, people, cycle, preemptions, overlaps, order, phase.length);
    }

    @Override
    public void advance(int tick, DetectorBoard detectors, Aspects aspects) {
        now = tick;
        endings.now = tick;
        followSchedule(tick);
        calls.read(tick, detectors, rings);
        if (hasExtras) {
            requests.read(tick, detectors);
            switch (preemptions.read(tick, detectors)) {
                case ENDS -> calls.callAll(rings.hasGreen);
                case BEGINS -> shortenGreens();
                default -> {}
            }
        }
        order.refresh();
        for (int r = 0; r < rings.count; r++) {
            count(r, tick);
        }
        decide(tick);
        for (int r = 0; r < rings.count; r++) {
            finishClearance(r, tick);
        }
        goOver(tick);
        if (hasOverlaps) {
            beside.advanceOverlaps(tick);
        }
        lamps.show(tick, aspects);
        if (hasOverlaps) {
            overlaps.show(tick, aspects);
        }
    }

    /** Greens end sooner for a pre-emption than for others. */
    private void shortenGreens() {
        for (int r = 0; r < rings.count; r++) {
            rings.needed[r] = Math.min(rings.needed[r], preemptions.enter().green());
        }
    }

    /** Another plan takes over where a cycle ends; at once from one that runs free. With another order of phases, over the barrier. */
    private void followSchedule(int tick) {
        if (onePlan && current == 0 && cycle.isFree()) {
            return;
        }
        int wanted = onePlan ? 0 : setup.schedule().at(tick);
        if (current == NONE) {
            take(wanted, tick, false);
            return;
        }
        boolean ends = cycle.isFree() || cycle.ends(tick);
        if (wanted != current && ends) {
            if (plan.hasOrderOf(setup.plans().get(wanted))) {
                take(wanted, tick, !cycle.isFree());
                return;
            }
            order.isReplaced = true;
        }
        cycle.advance(tick);
    }

    private void take(int which, int tick, boolean seamless) {
        current = which;
        use(setup.plans().get(which));
        maxima.use(phase);
        cycle.begin(plan, tick, seamless);
        watch.plan(tick, plan.id());
    }

    private void use(RingPlan next) {
        plan = next;
        phase = next.phases().toArray(Phase[]::new);
        calls.use(phase);
        endings.use(phase);
        beside.use(phase);
        lamps.use(phase);
        order.use(next);
        anyConditional = next.phases().stream().anyMatch(Phase::conditional);
    }

    /** Counts the timers of a ring, and moves on those that end by themselves. */
    private void count(int r, int tick) {
        rings.timer[r]++;
        int own = rings.at[r];
        if (rings.state[r] == Rings.LEADS && rings.timer[r] >= phase[own].walkLead()) {
            turnGreen(r, tick);
        } else if (rings.state[r] == Rings.GREEN) {
            rings.green[r]++;
            cycle.green(own, calls.comes(own));
            boolean opposed = order.isOpposed(r);
            calls.oppose(own, opposed);
            rings.maxTimer[r] += opposed ? 1 : 0;
            if (phase[own].keepsGap() && opposed && rings.green[r] >= rings.needed[r] && calls.gap(own)) {
                rings.gapped[r] = 1;
            }
        } else if (rings.state[r] == Rings.YELLOW && rings.timer[r] >= phase[own].yellow()) {
            rings.enter(r, Rings.CLEARS);
            rings.redSince[own] = tick;
            watch.red(tick, phase[own].id());
        }
        beside.count(r, tick);
    }

    private void decide(int tick) {
        if (rings.crossing) {
            endForBarrier(tick);
            return;
        }
        boolean wantsOver = order.isCalledBeyond();
        for (int r = 0; r < rings.count; r++) {
            if (rings.state[r] == Rings.GREEN && endings.isReady(r, tick)) {
                int other = order.nextHere(r, wantsOver, tick + endings.clearance(r));
                if (other != NONE) {
                    end(r, other, tick, endings.reason(r, tick));
                }
            }
        }
        if (wantsOver && endings.mayCross(tick)) {
            cross(tick);
        } else if (wantsOver && anyConditional && !preemptions.isOn()) {
            serveMeanwhile(tick);
        }
        for (int r = 0; r < rings.count && !rings.crossing; r++) {
            if (rings.state[r] == Rings.RESTS) { // it had nothing to do between these barriers until now
                int own = order.nextHere(r, false, tick);
                if (own != NONE && !wantsOver && mayBegin(own) && !overlaps.isClearing(rings.at[r])) {
                    begin(r, own, tick);
                }
            }
        }
        endForPreemption(tick);
    }

    private void cross(int tick) {
        int begins = tick + endings.longestClearance();
        rings.target = order.groupToGo(begins);
        rings.crossing = true;
        for (int r = 0; r < rings.count; r++) {
            rings.promised[r] = order.isReplaced ? NONE : order.firstIn(r, rings.target, begins);
        }
        for (int r = 0; r < rings.count; r++) {
            if (rings.state[r] == Rings.GREEN) {
                rings.lasts[r] = begins - tick - endings.clearance(r);
                rings.because[r] = endings.reason(r, tick + rings.lasts[r]).ordinal();
            }
        }
        endForBarrier(tick);
    }

    private void endForBarrier(int tick) {
        for (int r = 0; r < rings.count; r++) {
            if (rings.state[r] == Rings.GREEN) {
                if (rings.lasts[r] <= 0) {
                    end(r, NONE, tick, ENDED[rings.because[r]]);
                }
                rings.lasts[r]--;
            }
        }
    }

    /** A ring that could go over the barrier, while others have time left, serves an earlier phase once more. */
    private void serveMeanwhile(int tick) {
        for (int r = 0; r < rings.count; r++) {
            if (rings.state[r] == Rings.GREEN && rings.again[r] == 0 && endings.isReady(r, tick)) {
                int p = order.meanwhile(r, endings.leftOfOthers(r, tick), tick + endings.clearance(r));
                if (p != NONE) {
                    rings.again[r] = 1; // once, or two rings would keep each other from the barrier
                    end(r, p, tick, endings.reason(r, tick));
                }
            }
        }
    }

    /** Only what a pre-emption wants keeps green, also where nothing else is in its way. */
    private void endForPreemption(int tick) {
        for (int r = 0; r < rings.count && preemptions.isOn(); r++) {
            boolean ends = rings.state[r] == Rings.GREEN
                    && !preemptions.wants(rings.at[r])
                    && rings.green[r] >= rings.needed[r]
                    && !people.keepGreen(r, phase[rings.at[r]]);
            if (ends) {
                end(r, NONE, tick, Ended.PREEMPTION);
            }
        }
    }

    private void end(int r, int to, int tick, Ended why) {
        int own = rings.at[r];
        rings.next[r] = to;
        rings.hasGreen[own] = false;
        rings.enter(r, Rings.YELLOW);
        maxima.ended(own, why);
        people.greenEnds(r);
        watch.yellow(tick, phase[own].id(), why);
    }

    private void finishClearance(int r, int tick) {
        int own = rings.at[r];
        if (rings.state[r] == Rings.CLEARS && rings.timer[r] >= phase[own].red() && !overlaps.isClearing(own)) {
            int to = rings.next[r];
            if (to == NONE || preemptions.isOn() && !preemptions.wants(to)) {
                rings.next[r] = NONE;
                rings.enter(r, Rings.RESTS);
                watch.cleared(tick, phase[own].id());
            } else if (mayBegin(to)) {
                watch.cleared(tick, phase[own].id());
                begin(r, to, tick);
            }
        }
    }

    /** Whether a phase has been red for as long as it must. */
    private boolean mayBegin(int p) {
        return now - rings.redSince[p] >= phase[p].redRevert();
    }

    /** Goes over the barrier once all rings have cleared. */
    private void goOver(int tick) {
        if (!rings.crossing) {
            return;
        }
        for (int r = 0; r < rings.count; r++) {
            if (rings.state[r] != Rings.RESTS) {
                return;
            }
        }
        if (order.isReplaced) {
            take(setup.schedule().at(tick), tick, false);
            rings.barrier = plan.groups() - 1;
            int first = order.groupToGo(tick);
            rings.target = first == NONE ? rings.barrier : first;
        } else if (preemptions.isOn() && !(preemptions.takeTurns() && isPromised())) {
            Arrays.fill(rings.promised, NONE);
            rings.target = order.firstGroup(tick, rings.target);
        }
        int[] first = new int[rings.count];
        boolean any = false;
        for (int r = 0; r < rings.count; r++) {
            // what was chosen when the greens ended is served
            first[r] = rings.promised[r] != NONE ? rings.promised[r] : order.firstIn(r, rings.target, tick);
            any |= first[r] != NONE;
        }
        for (int r = 0; r < rings.count; r++) {
            first[r] = first[r] == NONE && any ? order.companion(r, rings.target) : first[r];
            if (first[r] != NONE && !mayBegin(first[r])) {
                return;
            }
        }
        if (overlaps.areInTheWayOf(first)) {
            Arrays.fill(rings.promised, NONE); // they end
            return;
        }
        rings.crossing = false;
        rings.barrier = rings.target;
        for (int r = 0; r < rings.count; r++) {
            rings.promised[r] = NONE;
            rings.again[r] = 0;
            rings.at[r] = NONE;
            if (first[r] != NONE) {
                begin(r, first[r], tick);
            }
        }
    }

    /** Whether what was chosen to begin is what a pre-emption lets begin. */
    private boolean isPromised() {
        boolean any = false;
        for (int p : rings.promised) {
            any |= p != NONE;
            if (p != NONE && !preemptions.wants(p)) {
                return false;
            }
        }
        return any;
    }

    private void begin(int r, int p, int tick) {
        rings.at[r] = p;
        rings.next[r] = NONE;
        rings.needed[r] = Math.max(phase[p].minGreen(), calls.initial(p));
        boolean walk = beside.begin(r, p, tick);
        if (walk && phase[p].walkLead() > 0) {
            rings.enter(r, Rings.LEADS);
        } else {
            turnGreen(r, tick);
        }
    }

    private void turnGreen(int r, int tick) {
        int own = rings.at[r];
        rings.hasGreen[own] = true;
        rings.enter(r, Rings.GREEN);
        rings.green[r] = 0;
        rings.maxTimer[r] = order.isOpposed(r) ? 1 : 0;
        rings.gapped[r] = 0;
        calls.served(own);
        order.refresh(own);
        watch.green(tick, phase[own].id());
        if (cycle.isCoordinated(own)) {
            watch.early(tick, phase[own].id(), cycle.early(own, tick));
        }
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(current);
        out.writeBoolean(order.isReplaced);
        rings.save(out);
        people.save(out);
        calls.save(out);
        cycle.save(out);
        maxima.save(out);
        requests.save(out);
        preemptions.save(out);
        overlaps.save(out);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        current = in.readInt();
        boolean replaced = in.readBoolean();
        rings.restore(in);
        people.restore(in);
        calls.restore(in);
        cycle.restore(in);
        maxima.restore(in);
        requests.restore(in);
        preemptions.restore(in);
        overlaps.restore(in);
        if (current != NONE) {
            use(setup.plans().get(current));
            maxima.restored(phase);
            cycle.restored(plan);
        }
        order.isReplaced = replaced;
        lamps.forget();
    }
}
