package org.ulicarro.core.signal.ring;

/** Who calls, and who comes next in the order of a plan. */
final class Order {

    private static final int NONE = Rings.NONE;

    private final Rings rings;
    private final Calls calls;
    private final BackgroundCycle cycle;
    private final Requests requests;
    private final Preemptions preemptions;
    private RingPlan plan;
    private Phase[] phase;
    private int[] ringOf; // phase -> its ring, NONE where the plan does not have it
    private int[] groupOf; // phase -> its group between barriers
    private boolean keepsOrder; // whether any phase does
    private boolean[] wanted = new boolean[0]; // phase -> whether it is called, or comes by itself

    /** Another order of phases waits to take over, which it does over the barrier. */
    boolean isReplaced;

    Order(Rings rings, Calls calls, BackgroundCycle cycle, Requests requests, Preemptions preemptions) {
        this.rings = rings;
        this.calls = calls;
        this.cycle = cycle;
        this.requests = requests;
        this.preemptions = preemptions;
    }

    void use(RingPlan next) {
        plan = next;
        phase = next.phases().toArray(Phase[]::new);
        ringOf = next.ringOf();
        groupOf = next.groupOf();
        isReplaced = false;
        keepsOrder = next.phases().stream().anyMatch(Phase::keepsOrder);
        wanted = new boolean[phase.length];
        refresh();
    }

    /** Asks anew who is wanted, once in a tick: it is needed many times. */
    void refresh() {
        for (int p = 0; p < wanted.length; p++) {
            refresh(p);
        }
    }

    /** Asks anew whether a phase is wanted, after its calls have been answered. */
    void refresh(int p) {
        wanted[p] = preemptions.isOn()
                ? preemptions.wants(p) && (!preemptions.takeTurns() || calls.any(p))
                : calls.any(p) || cycle.isCoordinated(p) || requests.want(p);
    }

    /** Whether a phase is called, or coordinated: its green comes round by itself. */
    boolean isWanted(int p) {
        return wanted[p];
    }

    /** Whether a phase can still be served if it begins at a tick. */
    boolean isOpen(int p, int tick) {
        return preemptions.isOn() || requests.want(p) || cycle.isOpen(p, tick);
    }

    /** Whether any phase that could not go together with a ring's own is called. */
    boolean isOpposed(int r) {
        if (isReplaced) {
            return true;
        }
        for (int p = 0; p < phase.length; p++) {
            if (wanted[p] && isAgainst(r, p)) {
                return true;
            }
        }
        return false;
    }

    /** Whether a phase of the plan cannot have green, or not begin, while a ring's own has. */
    boolean isAgainst(int r, int p) {
        return p != rings.at[r]
                && ringOf[p] != NONE
                && (groupOf[p] != rings.barrier || ringOf[p] == r || waitsForAll(p));
    }

    /** Whether a ring's own phase keeps a bus or tram from its green. */
    boolean isInTheWay(int r) {
        for (int p = 0; p < phase.length; p++) {
            if (requests.want(p) && isAgainst(r, p)) {
                return true;
            }
        }
        return false;
    }

    /** Whether anybody calls whom the rings can serve only after all of them have ended. */
    boolean isCalledBeyond() {
        if (isReplaced) {
            return true;
        }
        for (int p = 0; p < phase.length; p++) {
            if (wanted[p] && ringOf[p] != NONE && groupOf[p] != rings.barrier) {
                return true;
            }
        }
        return wantsAnew();
    }

    /** Whether an earlier phase of this group is called to which its ring may not simply go back. */
    private boolean waitsForAll(int p) {
        if (!keepsOrder || !wanted[p]) {
            return false;
        }
        int r = ringOf[p];
        int own = r == NONE || groupOf[p] != rings.barrier ? NONE : rings.at[r];
        if (own == NONE || own == p || !phase[own].keepsOrder() || rings.state[r] != Rings.GREEN) {
            return false;
        }
        int[] slots = plan.rings()[r][rings.barrier];
        return place(slots, p) < place(slots, own);
    }

    private boolean wantsAnew() {
        for (int p = 0; keepsOrder && p < phase.length; p++) {
            if (waitsForAll(p)) {
                return true;
            }
        }
        return false;
    }

    /** The next called phase of a ring before the barrier; round again from the first only when nobody calls beyond it. */
    int nextHere(int r, boolean wantsOver, int tick) {
        int[] slots = plan.rings()[r][rings.barrier];
        int place = place(slots, rings.at[r]);
        for (int i = 1; i <= slots.length; i++) {
            int to = place + i;
            if (to >= slots.length && wantsOver) {
                return NONE;
            }
            int p = slots[to % slots.length];
            boolean other = p != rings.at[r] || rings.state[r] == Rings.RESTS;
            if (p != NONE && other && isWanted(p) && isOpen(p, tick)) {
                return p;
            }
        }
        return NONE;
    }

    /** An earlier phase that a ring can serve while it waits for the others, or NONE. */
    int meanwhile(int r, int left, int tick) {
        int own = rings.at[r];
        int[] slots = plan.rings()[r][rings.barrier];
        for (int i = 0; i < slots.length && slots[i] != own && !phase[own].keepsOrder(); i++) {
            int p = slots[i];
            if (p != NONE && phase[p].conditional() && isWanted(p)) {
                int needs = clearance(own) + Math.max(phase[p].minGreen(), calls.people(p) ? phase[p].peopleNeed() : 0);
                if (needs + clearance(p) <= left && isOpen(p, tick)) {
                    return p;
                }
            }
        }
        return NONE;
    }

    private int clearance(int p) {
        return phase[p].yellow() + phase[p].red();
    }

    private static int place(int[] slots, int p) {
        for (int i = 0; i < slots.length; i++) {
            if (slots[i] == p) {
                return i;
            }
        }
        return NONE;
    }

    /**
     * The next group after the barrier in which anybody calls who can still be served, or that has the coordinated phases; the same one
     * when all rings have to begin it anew. NONE for none.
     *
     * @param begins tick at which its greens would begin
     */
    int groupToGo(int begins) {
        for (int i = 1; i < plan.groups(); i++) {
            int g = (rings.barrier + i) % plan.groups();
            for (int r = 0; r < rings.count; r++) {
                if (firstIn(r, g, begins) != NONE) {
                    return g;
                }
            }
        }
        return isReplaced ? (rings.barrier + 1) % plan.groups() : wantsAnew() ? rings.barrier : NONE;
    }

    /** The first group of the plan with a phase that is wanted, or another one where there is none. */
    int firstGroup(int tick, int otherwise) {
        for (int g = 0; g < plan.groups(); g++) {
            for (int r = 0; r < rings.count; r++) {
                if (firstIn(r, g, tick) != NONE) {
                    return g;
                }
            }
        }
        return otherwise;
    }

    /** The first phase of a ring in a group that is wanted and can still be served, or NONE. */
    int firstIn(int r, int group, int tick) {
        for (int p : plan.rings()[r][group]) {
            if (p != NONE && isWanted(p) && isOpen(p, tick)) {
                return p;
            }
        }
        return NONE;
    }

    /** The phase of a ring without a call that goes with the other rings, or NONE. */
    int companion(int r, int group) {
        for (int p : plan.rings()[r][group]) {
            if (p != NONE && phase[p].dualEntry() && !phase[p].omitted()) {
                return preemptions.isOn() ? NONE : p;
            }
        }
        return NONE;
    }
}
