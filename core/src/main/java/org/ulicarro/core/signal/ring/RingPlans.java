package org.ulicarro.core.signal.ring;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.signal.SignalFault;
import org.ulicarro.core.signal.Transition;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.ActuatedControl.Plan;
import org.ulicarro.core.study.AdaptInput;

/** Turns the plans of an actuated controller into orders of phases and background cycles, and finds what does not add up. */
final class RingPlans {

    private final List<String> ids;
    private final List<Phase> phases;
    private final List<Fault> faults;

    RingPlans(List<String> ids, List<Phase> phases, List<Fault> faults) {
        this.ids = ids;
        this.phases = phases;
        this.faults = faults;
    }

    /** Places of named phases in their list; what is none is an error. */
    static int[] phasesOf(List<String> ids, List<String> named, String pointer, List<Fault> faults) {
        List<Integer> found = new ArrayList<>();
        for (int i = 0; i < named.size(); i++) {
            if (ids.contains(named.get(i))) {
                found.add(ids.indexOf(named.get(i)));
            } else {
                faults.add(Fault.unknown(pointer + "/" + i, "phase", named.get(i), ids));
            }
        }
        return found.stream().mapToInt(Integer::intValue).toArray();
    }

    /** A plan with what it takes from others filled in, or null with the reason among the faults. */
    RingPlan plan(ActuatedControl control, String id, int ringCount, String pointer) {
        String here = Fault.child(pointer + "/plans", id);
        Plan plan = filled(control, id, here);
        if (plan == null) {
            return null;
        }
        int[][][] rings = padded(rings(plan, here + "/rings"), ringCount);
        if (rings == null) {
            return null;
        }
        List<Phase> own = ofPlan(control, plan, here);
        checkOmitted(control, plan, here + "/phases");
        if (plan.free() != null && plan.free() || plan.coordinated().isEmpty() && plan.cycle() == null) {
            return new RingPlan(id, own, rings, null);
        }
        return coordinated(control, plan, new RingPlan(id, own, rings, null), here);
    }

    /** Rings that only other plans have are empty in this one. */
    private static int[][][] padded(int[][][] rings, int count) {
        if (rings == null || rings.length >= count) {
            return rings;
        }
        int[][][] all = new int[count][rings[0].length][0];
        System.arraycopy(rings, 0, all, 0, rings.length);
        return all;
    }

    /** The phases with the longest greens and recalls of a plan. */
    private List<Phase> ofPlan(ActuatedControl control, Plan plan, String pointer) {
        phasesOf(ids, List.copyOf(plan.maxGreen().keySet()), pointer + "/max-green", faults);
        phasesOf(ids, List.copyOf(plan.recall().keySet()), pointer + "/recall", faults);
        phasesOf(ids, List.copyOf(plan.phases().keySet()), pointer + "/phases", faults);
        phasesOf(ids, plan.secondMax(), pointer + "/second-max", faults);
        for (int i = 0; i < plan.secondMax().size(); i++) {
            String id = plan.secondMax().get(i);
            if (ids.contains(id) && control.phases().get(id).secondMax() == null) {
                faults.add(SignalFault.NO_SECOND_MAX.at(pointer + "/second-max/" + i, id));
            }
        }
        List<Phase> own = new ArrayList<>();
        for (Phase phase : phases) {
            Double most = most(control, plan, phase.id());
            if (most != null && plan.other(phase.id()).minGreen() == null && Clock.ticks(most) < phase.minGreen()) {
                faults.add(SignalFault.MAX_BELOW_MIN.at(Fault.child(pointer + "/max-green", phase.id()), phase.id()));
            }
            Phase.Recall recall = plan.recall().containsKey(phase.id())
                    ? RingCompiler.recall(plan.recall().get(phase.id()))
                    : phase.recall();
            Phase other =
                    phase.with(most == null ? phase.maxGreen() : Clock.ticks(most), recall, plan.other(phase.id()));
            if (other.minGreen() < Clock.TICKS_PER_SECOND || other.maxGreen() < other.minGreen()) {
                faults.add(SignalFault.PHASE_GREENS.at(Fault.child(pointer + "/phases", phase.id()), phase.id()));
            } else if (other.passage() < 0 || other.walk() < 0) {
                faults.add(SignalFault.PHASE_TIMES.at(Fault.child(pointer + "/phases", phase.id()), phase.id()));
            }
            own.add(other);
        }
        return own;
    }

    /** The longest green that a plan gives a phase (s): its own, or the phase's second one; null for the phase's first. */
    private static Double most(ActuatedControl control, Plan plan, String phase) {
        Double own = plan.maxGreen().get(phase);
        boolean second = own == null && plan.secondMax().contains(phase);
        return second ? control.phases().get(phase).secondMax() : own;
    }

    /** A phase may be left out where others serve its movements, and it is none that the cycle brings round. */
    private void checkOmitted(ActuatedControl control, Plan plan, String pointer) {
        for (String id : ids) {
            if (!plan.other(id).omit()) {
                continue;
            }
            String here = Fault.child(pointer, id);
            if (plan.coordinated().contains(id)) {
                faults.add(SignalFault.OMITS_COORDINATED.at(here, id));
            }
            List<String> alone = control.phases().get(id).serves().stream()
                    .filter(m -> !isServedWithout(control, plan, m))
                    .toList();
            if (!alone.isEmpty()) {
                faults.add(SignalFault.OMITS_THE_ONLY_ONE.at(here, id, String.join(", ", alone)));
            }
        }
    }

    private boolean isServedWithout(ActuatedControl control, Plan plan, String movement) {
        return ids.stream()
                        .anyMatch(p -> !plan.other(p).omit()
                                && control.phases().get(p).serves().contains(movement))
                || control.overlaps().values().stream()
                        .anyMatch(o -> o.serves().contains(movement)
                                && o.during().stream()
                                        .anyMatch(p -> !plan.other(p).omit()));
    }

    private Plan filled(ActuatedControl control, String id, String pointer) {
        Plan plan = control.plans().get(id);
        Set<String> seen = new TreeSet<>(Set.of(id));
        while (plan.like() != null) {
            Plan base = control.plans().get(plan.like());
            if (base == null || !seen.add(plan.like())) {
                String known = Names.suggestion(plan.like(), control.plans().keySet());
                error(
                        pointer + "/like",
                        base == null ? "no plan '" + plan.like() + "'." + known : "plan '" + id + "' is like itself");
                return null;
            }
            plan = plan.over(base);
        }
        return plan;
    }

    private int[][][] rings(Plan plan, String pointer) {
        if (plan.rings().isEmpty()) {
            faults.add(SignalFault.NO_RINGS.at(pointer));
            return null;
        }
        int before = faults.size();
        int groups = plan.rings().get(0).split("\\|", -1).length;
        Set<Integer> seen = new TreeSet<>();
        int[][][] rings = new int[plan.rings().size()][groups][];
        for (int r = 0; r < rings.length; r++) {
            String[] parts = plan.rings().get(r).split("\\|", -1);
            if (parts.length != groups) {
                faults.add(SignalFault.BARRIERS_DIFFER.at(pointer + "/" + r, (parts.length - 1), (groups - 1)));
                return null;
            }
            for (int g = 0; g < groups; g++) {
                rings[r][g] = slots(parts[g].strip(), pointer + "/" + r, seen);
            }
        }
        for (int p = 0; p < ids.size() && faults.size() == before; p++) {
            if (!seen.contains(p)) {
                faults.add(SignalFault.PHASE_IN_NO_RING.at(pointer, ids.get(p)));
            }
        }
        return faults.size() == before ? rings : null;
    }

    private int[] slots(String text, String pointer, Set<Integer> seen) {
        List<Integer> slots = new ArrayList<>();
        for (String id : text.isEmpty() ? new String[0] : text.split("\\s+")) {
            if (id.equals("-")) {
                slots.add(-1);
            } else if (!ids.contains(id)) {
                faults.add(Fault.unknown(pointer, "phase", id, ids));
            } else if (!seen.add(ids.indexOf(id))) {
                faults.add(SignalFault.PHASE_TWICE.at(pointer, id));
            } else {
                slots.add(ids.indexOf(id));
            }
        }
        return slots.stream().mapToInt(Integer::intValue).toArray();
    }

    private RingPlan coordinated(ActuatedControl control, Plan plan, RingPlan order, String pointer) {
        int[][][] rings = order.rings();
        boolean mayExceed = plan.walkOverSplit() == Plan.WalkOverSplit.ALLOW;
        int before = faults.size();
        if (plan.cycle() == null || !(plan.cycle() >= 10 && plan.cycle() <= 600)) {
            faults.add(SignalFault.COORDINATED_CYCLE.at(pointer));
            return null;
        }
        boolean[] coordinated = new boolean[phases.size()];
        for (int p : phasesOf(ids, plan.coordinated(), pointer + "/coordinated", faults)) {
            coordinated[p] = true;
        }
        if (plan.coordinated().isEmpty()) {
            faults.add(SignalFault.NO_COORDINATED.at(pointer));
        }
        phasesOf(ids, List.copyOf(plan.splits().keySet()), pointer + "/splits", faults);
        int[] splits = new int[phases.size()];
        for (int p = 0; p < splits.length; p++) {
            Double split = plan.splits().get(ids.get(p));
            boolean omitted = plan.other(ids.get(p)).omit();
            if (split == null && omitted) {
                continue; // its split is nothing, and the others' make up the cycle
            }
            if (split == null) {
                faults.add(SignalFault.NO_SPLIT.at(pointer + "/splits", ids.get(p)));
                continue;
            }
            splits[p] = Clock.ticks(split);
            checkSplit(order.phases().get(p), split, mayExceed, Fault.child(pointer + "/splits", ids.get(p)));
        }
        if (faults.size() > before) {
            return null;
        }
        checkSums(rings, splits, Clock.ticks(plan.cycle()), pointer + "/splits");
        checkHome(rings, coordinated, pointer + "/coordinated");
        if (faults.size() > before) {
            return null;
        }
        int offset = plan.offset() == null ? 0 : Clock.ticks(plan.offset());
        if (plan.offset() != null && plan.offset() >= plan.cycle()) {
            faults.add(SignalFault.OFFSET_BEYOND_CYCLE.at(
                    pointer + "/offset", plan.offset(), plan.offset() % plan.cycle(), plan.cycle()));
        }
        Splits.Moment moment = plan.offsetOf() == null
                ? Splits.Moment.FIRST_COORDINATED_GREEN
                : Splits.Moment.valueOf(plan.offsetOf().name());
        RingPlan.Coordination coordination = new RingPlan.Coordination(
                Clock.ticks(plan.cycle()),
                Splits.zero(order.phases(), rings, coordinated, splits, offset, moment),
                offset,
                coordinated,
                splits,
                plan.forceOff() == ActuatedControl.ForceOff.FLOATING,
                plan.yieldEarly() == null ? 0 : Clock.ticks(plan.yieldEarly()),
                plan.maxima() != null && plan.maxima(),
                mayExceed,
                Transition.of(control.transition()),
                adapt(plan.adapt(), pointer));
        return new RingPlan(order.id(), order.phases(), rings, coordination);
    }

    private RingPlan.Adapt adapt(AdaptInput input, String pointer) {
        if (input == null) {
            return null;
        }
        if (!(input.step() >= 0.1 && input.most() >= 0 && input.every() >= 1 && input.every() <= 100)) {
            faults.add(SignalFault.ADAPT_BOUNDS.at(pointer + "/adapt"));
        }
        return new RingPlan.Adapt(Clock.ticks(input.step()), Clock.ticks(input.most()), input.every());
    }

    private void checkSplit(Phase phase, double split, boolean mayExceed, String pointer) {
        double green = split - Clock.seconds(phase.yellow() + phase.red());
        double min = Clock.seconds(phase.minGreen());
        double people = mayExceed || phase.omitsPeople() ? 0 : Clock.seconds(phase.peopleNeed());
        double needs = Math.max(min + Clock.seconds(phase.walkLead()), people);
        if (green < needs - 1e-9) {
            faults.add(SignalFault.SPLIT_TOO_SHORT.at(
                    pointer,
                    split,
                    phase.id(),
                    green,
                    people > min ? "walk and clearance" : "its min-green",
                    needs,
                    needs - green));
        }
    }

    private void checkSums(int[][][] rings, int[] splits, int cycle, String pointer) {
        int sum = 0;
        for (int g = 0; g < rings[0].length; g++) {
            int first = Splits.sum(rings[0][g], splits);
            for (int r = 1; r < rings.length; r++) {
                int other = Splits.sum(rings[r][g], splits);
                if (other != first && rings[r][g].length > 0 && rings[0][g].length > 0) {
                    faults.add(SignalFault.RINGS_DIFFER.at(
                            pointer,
                            Math.abs(Clock.seconds(other - first)),
                            g + 1,
                            Clock.seconds(first),
                            r + 1,
                            Clock.seconds(other)));
                }
                first = Math.max(first, other);
            }
            sum += first;
        }
        if (sum != cycle) {
            faults.add(SignalFault.SPLITS_AND_CYCLE.at(
                    pointer,
                    Clock.seconds(sum),
                    Clock.seconds(cycle),
                    Math.abs(Clock.seconds(cycle - sum)),
                    sum < cycle ? "are missing" : "too much"));
        }
    }

    /** All coordinated phases lie between the same barriers, one in a ring. */
    private void checkHome(int[][][] rings, boolean[] coordinated, String pointer) {
        int home = Splits.homeGroup(rings, coordinated);
        for (int[][] ring : rings) {
            int here = 0;
            for (int g = 0; g < ring.length; g++) {
                for (int p : ring[g]) {
                    here += p >= 0 && coordinated[p] ? 1 : 0;
                    if (p >= 0 && coordinated[p] && g != home) {
                        faults.add(SignalFault.COORDINATED_BARRIERS.at(pointer));
                    }
                }
            }
            if (here > 1) {
                faults.add(SignalFault.COORDINATED_TWICE.at(pointer));
            }
        }
    }

    private void error(String pointer, String message) {
        faults.add(Fault.error(pointer, message));
    }
}
