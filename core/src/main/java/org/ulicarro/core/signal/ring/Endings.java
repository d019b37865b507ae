package org.ulicarro.core.signal.ring;

import org.ulicarro.core.signal.Ended;

/** Whether and why greens end. */
final class Endings {

    private static final int NONE = Rings.NONE;

    private final Rings rings;
    private final Calls calls;
    private final People people;
    private final BackgroundCycle cycle;
    private final Requests requests;
    private final Preemptions preemptions;
    private final Overlaps overlaps;
    private final Order order;
    private final Maxima maxima;
    private Phase[] phase;

    /** The tick in which is asked; ends may be thought of a little later. */
    int now;

    Endings(
            Rings rings,
            Calls calls,
            People people,
            BackgroundCycle cycle,
            Requests requests,
            Preemptions preemptions,
            Overlaps overlaps,
            Order order,
            Maxima maxima) {
        this.rings = rings;
        this.calls = calls;
        this.people = people;
        this.cycle = cycle;
        this.requests = requests;
        this.preemptions = preemptions;
        this.overlaps = overlaps;
        this.order = order;
        this.maxima = maxima;
    }

    void use(Phase[] other) {
        phase = other;
    }

    /** Whether a ring's green has had what it must have, and may end at a tick, now or a little later. */
    boolean isReady(int r, int end) {
        // who rests in walk has its clearance before it, now that somebody calls
        return rings.green[r] >= rings.needed[r]
                && !people.keepGreen(r, phase[rings.at[r]])
                && !overlaps.needs(rings.at[r])
                && order.isOpposed(r)
                && reason(r, end) != null;
    }

    /** Why a ring's green may end at a tick; null where it may not. */
    Ended reason(int r, int tick) {
        int own = rings.at[r];
        if (preemptions.isOn()) {
            return !preemptions.wants(own) ? Ended.PREEMPTION : preemptions.takeTurns() ? freeReason(r, own) : null;
        }
        if (order.isReplaced) {
            return Ended.PLAN;
        }
        if (requests.hurry(own) && order.isInTheWay(r)) {
            return Ended.PRIORITY;
        }
        Ended usual = usualReason(r, tick);
        return usual != null && !mustNotWait(r, tick) && requests.hold(own, now) ? null : usual;
    }

    private Ended usualReason(int r, int tick) {
        int own = rings.at[r];
        if (cycle.isCoordinated(own)) {
            return isYielding(r, tick) ? Ended.YIELD : null;
        }
        if (hasGapped(r, own)) {
            return Ended.GAP_OUT;
        }
        if (cycle.heedsMaxima() && hasMaxed(r, own)) {
            return Ended.MAX_OUT;
        }
        return !cycle.isFree() && cycle.isForcedOff(own, rings.green[r] + tick - now, tick) ? Ended.FORCE_OFF : null;
    }

    /** Without a cycle. */
    private Ended freeReason(int r, int own) {
        return hasGapped(r, own) ? Ended.GAP_OUT : hasMaxed(r, own) ? Ended.MAX_OUT : null;
    }

    private boolean hasGapped(int r, int own) {
        return calls.gap(own) || rings.gapped[r] == 1;
    }

    private boolean hasMaxed(int r, int own) {
        return rings.maxTimer[r] > maxima.longest(own);
    }

    /** Whether somebody who calls would miss the turn if a green lasted a tick longer. */
    private boolean mustNotWait(int r, int tick) {
        for (int p = 0; p < phase.length && !cycle.isFree(); p++) {
            int begins = tick + clearance(r);
            if (order.isAgainst(r, p) && calls.any(p) && cycle.isOpen(p, begins) && !cycle.isOpen(p, begins + 1)) {
                return true;
            }
        }
        return false;
    }

    /** From its force-off on, for as long as anybody else can still be served in this cycle. */
    private boolean isYielding(int r, int tick) {
        for (int p = 0; p < phase.length; p++) {
            boolean opposed = order.isAgainst(r, p) && calls.any(p);
            if (opposed
                    && !cycle.isCoordinated(p)
                    && cycle.isOpen(p, tick + clearance(r))
                    && cycle.isPast(rings.at[r], p, tick)) {
                return true;
            }
        }
        return false;
    }

    /** Ticks from the end of a ring's green to the next one; none when it has no green. */
    int clearance(int r) {
        return rings.state[r] == Rings.GREEN ? phase[rings.at[r]].yellow() + phase[rings.at[r]].red() : 0;
    }

    /** The longest of all rings. */
    int longestClearance() {
        int longest = 0;
        for (int r = 0; r < rings.count; r++) {
            longest = Math.max(longest, clearance(r));
        }
        return longest;
    }

    /** Whether every ring can end its green now, or has none. */
    boolean mayCross(int tick) {
        for (int r = 0; r < rings.count; r++) { // most often a green is too young to end, which is quickly seen
            if (rings.state[r] != Rings.RESTS && (rings.state[r] != Rings.GREEN || rings.green[r] < rings.needed[r])) {
                return false;
            }
        }
        int longest = longestClearance();
        for (int r = 0; r < rings.count; r++) {
            boolean idle = rings.state[r] == Rings.RESTS;
            boolean ready = rings.state[r] == Rings.GREEN
                    && isReady(r, tick + longest - clearance(r))
                    && order.nextHere(r, true, tick + clearance(r)) == NONE;
            if (!idle && !ready) {
                return false;
            }
        }
        return order.groupToGo(tick + longest) != NONE;
    }

    /** How much longer the other rings' greens can last (ticks). */
    int leftOfOthers(int ring, int tick) {
        int left = 0;
        for (int r = 0; r < rings.count; r++) {
            if (r != ring && rings.state[r] == Rings.GREEN) {
                int own = rings.at[r];
                int mine = cycle.isFree() ? maxima.longest(own) - rings.maxTimer[r] : cycle.left(own, tick);
                left = Math.max(left, mine);
            }
        }
        return left;
    }
}
