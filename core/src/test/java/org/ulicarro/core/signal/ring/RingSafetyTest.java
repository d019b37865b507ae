package org.ulicarro.core.signal.ring;

import static org.assertj.core.api.Assertions.fail;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.DetectorBoard;
import org.ulicarro.core.signal.Schedule;
import org.ulicarro.core.signal.Transition;

/**
 * Random settings and a million random calls: phases of one ring, or on two sides of a barrier, never have green together nor before the
 * other's yellow and red are over; no green is shorter than its minimum; people finish; and nobody who calls waits for longer than all
 * others can take at their longest.
 */
class RingSafetyTest {

    private static final int FOOT = 100;

    /** Calls of each seed: a million in all. */
    private static final int CALLS = 50_000;

    private static final int TICKS = 6000;

    /** Those of phases, two of priority, one of pre-emption. */
    private static final int DETECTORS = 11;

    private long key;
    private int draw;

    private double random() {
        return Draws.uniform(key, draw++);
    }

    private int between(int from, int to) {
        return from + (int) (random() * (to - from + 1));
    }

    private List<Phase> phases() {
        List<Phase> phases = new ArrayList<>();
        for (int p = 0; p < 8; p++) {
            boolean foot = p % 2 == 1 && random() < 0.6;
            int min = between(30, 100);
            int yellow = between(30, 50);
            int red = between(0, 30);
            Phase.Recall recall = new Phase.Recall(random() < 0.2, random() < 0.1, random() < 0.2, random() < 0.2);
            phases.add(new Phase(
                    Integer.toString(p + 1),
                    p,
                    foot ? FOOT + p : -1,
                    min,
                    min + between(20, 300),
                    between(10, 40),
                    yellow,
                    red,
                    foot ? between(40, 90) : 0,
                    foot ? between(60, 180) : 0,
                    foot && random() < 0.4 ? between(20, 40) : 0,
                    recall,
                    random() < 0.8,
                    random() < 0.5,
                    random() < 0.3,
                    p % 3 == 0,
                    random() < 0.4,
                    random() < 0.3,
                    random() < 0.5 ? 20 : 0,
                    new int[0],
                    false,
                    false,
                    random() < 0.3 ? new Phase.VolumeDensity(15, 120, 50, 100, 10) : null,
                    random() < 0.3 ? new Phase.DynamicMax(between(60, 600), 50) : null,
                    random() < 0.3,
                    foot && random() < 0.4 ? between(0, Math.min(60, yellow + red)) : 0));
        }
        return phases;
    }

    private int[][][] rings() {
        int[][] first = {{0, 1}, {2, 3}};
        int[][] second = {{4, 5}, {6, 7}};
        for (int[][] ring : new int[][][] {first, second}) {
            for (int[] group : ring) {
                if (random() < 0.3) { // lagging
                    int one = group[0];
                    group[0] = group[1];
                    group[1] = one;
                }
                if (random() < 0.2) {
                    group[between(0, 1)] = -1;
                }
            }
        }
        return new int[][][] {first, second};
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20})
    void nothingUnsafeEverShows(long seed) {
        key = Draws.key(seed, 1, Draws.Purpose.VEHICLE, 77);
        int calls = 0;
        while (calls < CALLS) {
            calls += check();
        }
    }

    /** Runs one scene; how many calls it had. */
    private int check() {
        List<Phase> phases = phases();
        int[][][] rings = rings();
        RingPlan plan = new RingPlan("plan", phases, rings, random() < 0.5 ? null : coordination(phases, rings));
        boolean extras = random() < 0.5;
        List<Inputs.Wire> wires = new ArrayList<>();
        for (int p = 0; p < 8; p++) {
            wires.add(new Inputs.Wire(p, new int[] {p}, new int[] {p}, between(0, 20), between(0, 10)));
        }
        Inputs inputs = new Inputs(wires);
        RingController.Setup setup = extras ? withExtras(plan, inputs) : RingController.Setup.of(plan, inputs);
        RingController controller = new RingController(setup, ControlWatch.NONE);
        Aspects aspects = new Aspects(FOOT + 8);
        boolean[] on = new boolean[DETECTORS];
        boolean[] pressed = new boolean[8];
        int[] waits = new int[8];
        int[] peopleWait = new int[8];
        int[] onFor = new int[8];
        int[] greenFor = new int[8];
        int[] clearSince = new int[8]; // ticks since yellow and red were over
        Arrays.fill(clearSince, 10_000);
        double busy = random() * 0.1;
        DetectorBoard board = new DetectorBoard() {
            @Override
            public boolean occupied(int detector) {
                return on[detector];
            }

            @Override
            public boolean pressed(int footGroup) {
                return pressed[footGroup - FOOT];
            }
        };
        int bound = extras ? TICKS : bound(phases, plan); // who has priority makes others wait
        int[][] slots = new int[8][];
        Arrays.setAll(slots, p -> slot(rings, p));
        int called = 0;
        for (int tick = 0; tick < TICKS; tick++) {
            for (int p = 0; p < 8; p++) {
                boolean before = on[p];
                on[p] = on[p] ? random() < 0.9 : random() < busy;
                onFor[p] = on[p] ? onFor[p] + 1 : 0;
                pressed[p] = random() < 0.005;
                called += (on[p] && !before ? 1 : 0)
                        + (pressed[p] && phases.get(p).footGroup() >= 0 ? 1 : 0);
            }
            for (int d = 8; d < DETECTORS; d++) { // trams and fire engines are rare
                on[d] = on[d] ? random() < 0.98 : random() < 0.001;
            }
            controller.advance(tick, board, aspects);
            for (Overlap overlap : setup.overlaps()) {
                checkOverlap(overlap, slots, aspects, tick, plan);
            }
            for (int p = 0; p < 8; p++) {
                Aspect shown = aspects.of(p);
                Phase phase = phases.get(p);
                boolean served = slots[p][0] >= 0;
                boolean calls = onFor[p] > wires.get(p).delay() || waits[p] > 0 && phase.locks();
                waits[p] = shown == Aspect.GREEN || !served || !calls ? 0 : waits[p] + 1;
                hold(waits[p] <= bound, "a call waits too long", p, tick, plan);
                if (greenFor[p] > 0 && shown == Aspect.YELLOW) {
                    hold(greenFor[p] >= phase.minGreen(), "a green is too short", p, tick, plan);
                    clearSince[p] = -phase.yellow() - phase.red();
                }
                hold(greenFor[p] == 0 || shown != Aspect.RED, "from green to red", p, tick, plan);
                clearSince[p]++;
                greenFor[p] = shown == Aspect.GREEN ? greenFor[p] + 1 : 0;
                if (phase.footGroup() >= 0) {
                    Aspect foot = aspects.of(phase.footGroup());
                    int cleared = clearSince[p] + phase.yellow() + phase.red();
                    boolean finishes = foot == Aspect.YELLOW && clearSince[p] <= 0 && cleared <= phase.intoYellow();
                    boolean beside = shown == Aspect.GREEN || phase.walkLead() > 0 && shown == Aspect.RED || finishes;
                    hold(foot == Aspect.RED || beside, "people walk beside another phase", p, tick, plan);
                    boolean people = foot != Aspect.GREEN && served && (pressed[p] || peopleWait[p] > 0);
                    peopleWait[p] = people ? peopleWait[p] + 1 : 0;
                    hold(peopleWait[p] <= bound, "people wait too long", p, tick, plan);
                }
            }
            checkPairs(slots, aspects, clearSince, tick, plan);
        }
        return called;
    }

    /** Overlaps of two phases, a tram, a fire engine, and another plan halfway. */
    private RingController.Setup withExtras(RingPlan plan, Inputs inputs) {
        List<Overlap> overlaps = new ArrayList<>();
        for (int r = 0; r < 2; r++) {
            int[] parents = random() < 0.5
                    ? plan.rings()[r][between(0, 1)]
                    : new int[] {plan.rings()[r][0][0], plan.rings()[r][1][0]};
            int[] known = Arrays.stream(parents).filter(p -> p >= 0).toArray();
            int[] notWith = random() < 0.5 ? new int[] {between(0, 7)} : new int[0];
            int late = random() < 0.3 ? between(1, 30) : 0;
            int trail = random() < 0.3 ? between(1, 40) : 0;
            overlaps.add(new Overlap(
                    "A" + r, 50 + r, known, between(30, 50), between(1, 20), between(0, 60), late, trail, notWith));
        }
        int tram = between(0, 7);
        int fire = between(0, 7);
        Priority priority =
                new Priority("tram", new int[] {tram}, 8, 9, between(0, 50), 100, random() < 0.7, between(0, 600), 600);
        int exit = between(0, 7);
        Preemption preemption = new Preemption(
                "fire",
                10,
                1,
                between(0, 30),
                random() < 0.3 ? 600 : 0,
                random() < 0.5
                        ? Preemption.Enter.USUAL
                        : new Preemption.Enter(Integer.MAX_VALUE, between(0, 40), Integer.MAX_VALUE),
                new int[0],
                0,
                new int[] {fire},
                random() < 0.3,
                between(20, 100),
                plan.ringOf()[exit] >= 0 && random() < 0.5 ? new int[] {exit} : new int[0]);
        int[] ringOf = plan.ringOf();
        RingPlan other = new RingPlan("other", plan.phases(), plan.rings(), coordination(plan.phases(), plan.rings()));
        return new RingController.Setup(
                List.of(plan, other),
                Schedule.daily(new int[] {0, TICKS / 2}, new int[] {0, 1}),
                inputs,
                overlaps,
                ringOf[tram] >= 0 ? List.of(priority) : List.of(),
                ringOf[fire] >= 0 ? List.of(preemption) : List.of());
    }

    /** An overlap and everybody who conflicts with all its phases never go together, nor before its yellow is over. */
    private static void checkOverlap(Overlap overlap, int[][] slots, Aspects aspects, int tick, RingPlan plan) {
        Aspect shown = aspects.of(overlap.group());
        if (shown == Aspect.RED) {
            return;
        }
        for (int q = 0; q < 8; q++) {
            boolean together = false;
            for (int p : overlap.parents()) {
                together |= p == q || slots[p][0] != slots[q][0] && slots[p][1] == slots[q][1];
            }
            hold(together || aspects.of(q) != Aspect.GREEN, "green beside an overlap", q, tick, plan);
            boolean people = together && !Overlap.has(overlap.notWith(), q);
            hold(people || aspects.of(FOOT + q) == Aspect.RED, "people beside an overlap", q, tick, plan);
        }
    }

    /** Says what broke; text is made only then, since this is asked a few hundred million times. */
    private static void hold(boolean holds, String what, int p, int tick, RingPlan plan) {
        if (!holds) {
            fail("phase %d at tick %d: %s; rings %s of %s", p + 1, tick, what, Arrays.deepToString(plan.rings()), plan);
        }
    }

    private static void checkPairs(int[][] slots, Aspects aspects, int[] clearSince, int tick, RingPlan plan) {
        for (int p = 0; p < 8; p++) {
            if (aspects.of(p) != Aspect.GREEN && aspects.of(FOOT + p) != Aspect.GREEN) {
                continue;
            }
            for (int q = 0; q < 8; q++) {
                int[] a = slots[p];
                int[] b = slots[q];
                if (p != q && a[0] >= 0 && b[0] >= 0 && (a[0] == b[0] || a[1] != b[1])) {
                    hold(aspects.of(q) == Aspect.RED, "green beside a conflicting one", q, tick, plan);
                    hold(aspects.of(FOOT + q) == Aspect.RED, "people beside a conflicting one", q, tick, plan);
                    hold(clearSince[q] > 0, "it has not cleared", q, tick, plan);
                }
            }
        }
    }

    /** Ring and group of a phase, -1 where the plan does not have it. */
    private static int[] slot(int[][][] rings, int p) {
        for (int r = 0; r < 2; r++) {
            for (int g = 0; g < 2; g++) {
                for (int one : rings[r][g]) {
                    if (one == p) {
                        return new int[] {r, g};
                    }
                }
            }
        }
        return new int[] {-1, -1};
    }

    /** Splits that hold every minimum and people, and are equal between barriers. */
    private RingPlan.Coordination coordination(List<Phase> phases, int[][][] rings) {
        int[] splits = new int[8];
        int cycle = 0;
        for (int g = 0; g < 2; g++) {
            int[] sums = new int[2];
            for (int r = 0; r < 2; r++) {
                for (int p : rings[r][g]) {
                    if (p >= 0) {
                        Phase phase = phases.get(p);
                        int need = Math.max(phase.minGreen(), phase.walkLead() + phase.peopleNeed());
                        splits[p] = need + phase.yellow() + phase.red() + between(0, 200);
                        sums[r] += splits[p];
                    }
                }
            }
            int longest = Math.max(sums[0], sums[1]);
            for (int r = 0; r < 2; r++) {
                int[] group = rings[r][g];
                int last = group[1] >= 0 ? group[1] : group[0];
                splits[last] += longest - sums[r];
            }
            cycle += longest;
        }
        boolean[] coordinated = new boolean[8];
        for (int r = 0; r < 2; r++) {
            int main = 4 * r + 1;
            int[] group = rings[r][0];
            boolean has = group[0] == main || group[1] == main;
            coordinated[has ? main : 4 * r] = true;
        }
        int early = random() < 0.3 ? 50 : 0;
        return new RingPlan.Coordination(
                cycle,
                between(0, cycle - 1),
                0,
                coordinated,
                splits,
                random() < 0.5,
                early,
                random() < 0.3,
                false,
                Transition.USUAL,
                random() < 0.4 ? new RingPlan.Adapt(20, 100, between(1, 3)) : null);
    }

    /** Two rounds in which everybody takes the longest there is, or two cycles. */
    private static int bound(List<Phase> phases, RingPlan plan) {
        int all = 0;
        for (Phase p : phases) {
            int longest = Math.max(Math.max(p.maxGreen(), p.minGreen() + 120), p.walkLead() + 2 * p.peopleNeed());
            all += longest + p.yellow() + p.red();
        }
        return 2 * all
                + (plan.coordination() == null ? 0 : 2 * plan.coordination().cycle());
    }
}
