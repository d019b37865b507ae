package org.ulicarro.core.signal.ring;

/** What the cycle of a coordinated plan allows at a moment; everything, in a plan that runs free. */
final class BackgroundCycle {

    private final RingPlan.Coordination c;
    private final Phase[] phase;
    private final Calls calls;
    private final int firstYield; // of the coordinated phases, on the cycle's clock

    BackgroundCycle(RingPlan plan, Calls calls) {
        c = plan.coordination();
        phase = plan.phases().toArray(Phase[]::new);
        this.calls = calls;
        int first = c == null ? 0 : c.cycle();
        for (int p = 0; p < phase.length; p++) {
            first = isCoordinated(p) ? Math.min(first, c.forceOff()[p]) : first;
        }
        firstYield = first;
    }

    boolean isCoordinated(int p) {
        return c != null && c.coordinated()[p];
    }

    /** Whether a phase that began at a tick would have its shortest green before its force-off, and not that of the next cycle. */
    boolean isOpen(int p, int tick) {
        if (c == null || c.coordinated()[p]) {
            return true;
        }
        int shortest = phase[p].minGreen();
        if (calls.people(p)) {
            shortest = Math.max(phase[p].walkLead() + shortest, phase[p].peopleNeed());
        }
        int left = Math.floorMod(c.forceOff()[p] - c.clock(tick), c.cycle());
        // it may come early, when those before it had no calls, but not before the coordinated green has given way
        int early = Math.floorMod(c.forceOff()[p] - firstYield, c.cycle());
        int whole = Math.floorMod(c.forceOff()[p] - c.start()[p], c.cycle());
        return left >= shortest && left <= Math.max(whole, early);
    }

    /** Whether the clock is between the yield point of a coordinated phase and the force-off of another one. */
    boolean isPast(int coordinated, int p, int tick) {
        int since = Math.floorMod(c.clock(tick) - c.forceOff()[coordinated], c.cycle());
        int until = Math.floorMod(c.forceOff()[p] - c.forceOff()[coordinated], c.cycle());
        return since < until;
    }

    /** Whether a phase's time is over. */
    boolean isForcedOff(int p, int green, int tick) {
        if (c.floating()) {
            int whole = Math.floorMod(c.forceOff()[p] - c.start()[p], c.cycle());
            return green + phase[p].walkLead() >= whole;
        }
        int over = Math.floorMod(c.clock(tick) - c.forceOff()[p], c.cycle());
        return over < c.cycle() / 2;
    }

    /** Whether people who have walk may keep it: their clearance still fits before the yield point. */
    boolean hasTimeForClearance(int p, int tick) {
        int left = Math.floorMod(c.forceOff()[p] - c.clock(tick), c.cycle());
        return left > phase[p].clear();
    }
}
