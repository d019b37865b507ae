package org.ulicarro.core.signal.ring;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.Clearances;
import org.ulicarro.core.signal.Guard;
import org.ulicarro.core.signal.GuardMaker;
import org.ulicarro.core.signal.ScheduleCompiler;
import org.ulicarro.core.signal.Served;
import org.ulicarro.core.signal.SignalDraft;
import org.ulicarro.core.signal.SignalFault;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.PhaseInput;
import org.ulicarro.core.study.SignalController.Group;

/** Turns the phases of an actuated controller into a {@link RingController}, and finds what keeps it from being safe or complete. */
public final class RingCompiler {

    /** Behind the id of a phase: the group of its people. */
    static final String PEOPLE = "-people";

    private final SignalDraft draft;
    private final Network network;
    private final List<Fault> faults;
    private final Map<String, Integer> vehicles = new LinkedHashMap<>(); // phase -> its group
    private final Map<String, Integer> people = new LinkedHashMap<>(); // phase -> the group of its people
    private List<String> ids = List.of();
    private List<Overlap> overlaps = List.of();

    public RingCompiler(SignalDraft draft) {
        this.draft = draft;
        network = draft.network();
        faults = draft.faults();
    }

    /**
     * Compiles one place.
     *
     * @param pointer of its control
     */
    public void add(Junction junction, ActuatedControl control, String pointer) {
        ids = List.copyOf(control.phases().keySet());
        if (ids.isEmpty()) {
            faults.add(SignalFault.ACTUATED_WITHOUT_PHASES.at(pointer));
            return;
        }
        int before = faults.size();
        int firstGroup = draft.nextGroup();
        control.phases().forEach((id, phase) -> addGroups(junction, id, phase, Fault.child(pointer + "/phases", id)));
        List<Phase> phases = phases(junction, control);
        RingExtras extras = new RingExtras(draft, network, junction.id(), ids, faults);
        overlaps = extras.overlaps(junction, control, pointer);
        draft.checkAllServed(junction, pointer + "/phases");
        draft.checkSharedLanes(junction, pointer + "/phases");
        boolean groupsHold = faults.size() == before;
        Clearances clearances = clearances(junction, control, pointer);
        ScheduleCompiler times = new ScheduleCompiler(draft, control, pointer);
        List<String> running = times.running();
        Inputs inputs =
                new RingInputs(draft, network, vehicles, ids, faults).of(junction, control, pointer + "/inputs");
        List<Priority> priorities = extras.priorities(control.priority(), pointer);
        List<Preemption> preemptions = extras.preemptions(control.preemption(), pointer);
        extras.checkFailures(
                control,
                inputs.wires().stream()
                        .map(w -> draft.detectorPlace(w.detector()).id())
                        .toList(),
                pointer);
        RingPlans plans = new RingPlans(ids, phases, faults);
        RingSafety safety = new RingSafety(ids, phases, faults);
        Map<String, RingPlan> compiled = new LinkedHashMap<>();
        int rings = control.plans().values().stream()
                .mapToInt(p -> p.rings().size())
                .max()
                .orElse(0);
        control.plans().keySet().forEach(id -> {
            RingPlan plan = plans.plan(control, id, rings, pointer);
            if (plan != null) {
                compiled.put(id, plan);
                if (groupsHold) {
                    checkPairs(junction, plan, Fault.child(pointer + "/plans", id));
                    safety.check(plan, preemptions, control, Fault.child(pointer + "/plans", id));
                }
            }
        });
        if (running.isEmpty() || !compiled.keySet().containsAll(running)) {
            return;
        }
        List<RingPlan> used = running.stream().map(compiled::get).toList();
        used.forEach(this::shareGreens);
        watchAll(junction);
        RingController.Setup setup =
                new RingController.Setup(used, times.schedule(), inputs, overlaps, priorities, preemptions);
        SpanOrder order = RingSpans.of(compiled.get(times.first()), overlaps);
        Guard.Group[] groups = new GuardMaker(draft, clearances).groups(junction, written(control), firstGroup);
        draft.add(junction.id(), order, firstGroup, groups, watch -> new RingController(setup, watch));
    }

    /** Where a matrix is given, yellow and red of each phase must last as long as it says. */
    private Clearances clearances(Junction junction, ActuatedControl control, String pointer) {
        List<String> groups = new ArrayList<>(vehicles.keySet());
        people.keySet().forEach(id -> groups.add(id + PEOPLE));
        groups.addAll(control.overlaps().keySet());
        Clearances clearances = Clearances.of(
                control.clearance(),
                groups,
                (ends, begins) -> draft.intergreen(junction, groupNamed(ends), groupNamed(begins)),
                pointer,
                faults);
        for (String ends : groups) {
            for (String begins : groups) {
                if (clearances.has(ends, begins)) {
                    clearances.check(ends, begins, seconds(junction, control, ends), pointer + "/clearance", faults);
                }
            }
        }
        return clearances;
    }

    /** Groups of vehicles and people as they are written, in the order of their numbers. */
    private static Map<String, Group> written(ActuatedControl control) {
        Map<String, Group> all = new LinkedHashMap<>();
        control.phases().forEach((id, phase) -> {
            if (phase.vehicles() != null) {
                all.put(id, phase.vehicles());
            }
            if (phase.people() != null) {
                all.put(id + PEOPLE, phase.people());
            }
        });
        control.overlaps()
                .forEach((id, overlap) -> all.put(id, Group.of(List.of(), null, overlap.yellow(), overlap.red(), 0)));
        return all;
    }

    private int groupNamed(String id) {
        return overlaps.stream()
                .filter(o -> o.id().equals(id))
                .map(Overlap::group)
                .findFirst()
                .orElse(vehicles.getOrDefault(id, -1));
    }

    private double seconds(Junction junction, ActuatedControl control, String group) {
        if (control.overlaps().containsKey(group)) {
            return control.overlaps().get(group).yellow()
                    + control.overlaps().get(group).red();
        }
        if (group.endsWith(PEOPLE)) {
            String id = group.substring(0, group.length() - PEOPLE.length());
            PhaseInput phase = control.phases().get(id);
            return draft.clearance(junction, phase.people()) + phase.yellow() + phase.red();
        }
        return control.phases().get(group).yellow()
                + control.phases().get(group).red();
    }

    private void addGroups(Junction junction, String id, PhaseInput phase, String pointer) {
        if (phase.vehicles() == null && phase.people() == null) {
            faults.add(SignalFault.PHASE_SERVES_NOBODY.at(pointer, id));
            return;
        }
        if (phase.vehicles() != null) {
            vehicles.put(id, draft.nextGroup());
            draft.addGroup(junction, id, phase.vehicles(), pointer);
        }
        if (phase.people() != null) {
            people.put(id, draft.nextGroup());
            draft.addGroup(junction, id + PEOPLE, phase.people(), pointer);
        }
        checkTimes(junction, id, phase, pointer);
    }

    private void checkTimes(Junction junction, String id, PhaseInput phase, String pointer) {
        if (!(phase.minGreen() >= 1) || !(phase.maxGreen() >= phase.minGreen())) {
            faults.add(SignalFault.PHASE_GREENS.at(pointer + "/max-green", id));
        }
        if (!(phase.passage() >= 0) || !(phase.walkLead() >= 0) || !(phase.walk() >= 0)) {
            faults.add(SignalFault.PHASE_TIMES.at(pointer, id));
        }
        if (phase.walkLead() > phase.walk() && !phase.crosses().isEmpty()) {
            faults.add(SignalFault.WALK_LEAD.at(pointer + "/walk-lead"));
        }
        PhaseInput.DynamicMax dynamic = phase.dynamicMax();
        if (dynamic != null && !(dynamic.limit() >= phase.minGreen() && dynamic.step() >= 0.1)) {
            faults.add(SignalFault.DYNAMIC_MAX.at(pointer + "/dynamic-max"));
        }
        if (phase.secondMax() != null && !(phase.secondMax() >= phase.minGreen())) {
            faults.add(SignalFault.MAX_BELOW_MIN.at(pointer + "/max-green-2", id));
        }
        double clears = phase.yellow() + phase.red();
        double finish = phase.people() == null ? 0 : draft.clearance(junction, phase.people());
        if (!(phase.clearIntoYellow() >= 0)
                || phase.people() != null && phase.clearIntoYellow() > Math.min(clears, finish)) {
            faults.add(SignalFault.CLEAR_INTO_YELLOW.at(pointer + "/clear-into-yellow", finish, id, clears));
        }
        boolean recalled = phase.recall().contains(PhaseInput.Recall.PEOPLE);
        if (recalled && phase.crosses().isEmpty()) {
            faults.add(SignalFault.PHASE_WITHOUT_PEOPLE.at(pointer + "/recall", id));
        }
    }

    private List<Phase> phases(Junction junction, ActuatedControl control) {
        List<Phase> phases = new ArrayList<>();
        control.phases().forEach((id, input) -> {
            PhaseInput.VolumeDensity volume = input.volumeDensity();
            boolean foot = input.people() != null;
            phases.add(new Phase(
                    id,
                    vehicles.getOrDefault(id, -1),
                    people.getOrDefault(id, -1),
                    Clock.ticks(input.minGreen()),
                    Clock.ticks(input.maxGreen()),
                    Clock.ticks(input.passage()),
                    Clock.ticks(input.yellow()),
                    Clock.ticks(input.red()),
                    foot ? Clock.ticks(input.walk()) : 0,
                    foot ? Clock.ticks(draft.clearance(junction, input.people())) : 0,
                    foot ? Clock.ticks(input.walkLead()) : 0,
                    recall(input.recall()),
                    input.lock(),
                    input.dualEntry(),
                    input.restInWalk(),
                    input.dropLateCalls(),
                    input.conditionalService(),
                    keepsOrder(control, input),
                    Clock.ticks(input.redRevert()),
                    hosted(id),
                    false,
                    false,
                    volume == null
                            ? null
                            : new Phase.VolumeDensity(
                                    Clock.ticks(volume.perVehicle()),
                                    Clock.ticks(volume.mostInitial()),
                                    Clock.ticks(volume.reduceAfter()),
                                    Clock.ticks(volume.reduceOver()),
                                    Clock.ticks(volume.leastGap())),
                    input.dynamicMax() == null
                            ? null
                            : new Phase.DynamicMax(
                                    Clock.ticks(input.dynamicMax().limit()),
                                    Clock.ticks(input.dynamicMax().step())),
                    input.simultaneousGap() != null && !input.simultaneousGap(),
                    foot ? Clock.ticks(input.clearIntoYellow()) : 0));
        });
        return phases;
    }

    static Phase.Recall recall(List<PhaseInput.Recall> recall) {
        return new Phase.Recall(
                recall.contains(PhaseInput.Recall.MIN),
                recall.contains(PhaseInput.Recall.MAX),
                recall.contains(PhaseInput.Recall.PEOPLE),
                recall.contains(PhaseInput.Recall.SOFT));
    }

    /** Whether turns would see their green end while the opposing one goes on, or come from gaps straight to their own arrow. */
    private boolean keepsOrder(ActuatedControl control, PhaseInput input) {
        boolean protectedPermissive = control.phases().keySet().stream().anyMatch(id -> hosted(id).length > 0);
        return protectedPermissive || !input.yields().isEmpty();
    }

    /** Phases whose turns may go in gaps during one. */
    private int[] hosted(String host) {
        Served served = draft.served();
        Set<Integer> found = new TreeSet<>();
        for (Movement m : network.movements()) {
            if (vehicles.containsKey(host) && served.hostOf(m.index()) == vehicles.get(host)) {
                for (int p = 0; p < ids.size(); p++) {
                    if (vehicles.getOrDefault(ids.get(p), -1) == served.groupOf(m.index())) {
                        found.add(p);
                    }
                }
            }
        }
        return found.stream().mapToInt(Integer::intValue).toArray();
    }

    /** Phases of different rings between the same barriers may have green together, so they must not conflict. */
    private void checkPairs(Junction junction, RingPlan plan, String pointer) {
        forPairs(plan, (a, b) -> {
            String[] pair = draft.neverTogether(junction, a, b);
            if (pair != null) {
                faults.add(SignalFault.CONFLICTING_PHASES.at(pointer + "/rings", name(a), name(b), pair[0], pair[1]));
            }
        });
    }

    /** Every pair that may never go together stands under the conflict monitor. */
    private void watchAll(Junction junction) {
        List<Integer> all = new ArrayList<>(vehicles.values());
        all.addAll(people.values());
        overlaps.forEach(o -> all.add(o.group()));
        for (int a : all) {
            for (int b : all) {
                if (a < b && draft.neverTogether(junction, a, b) != null) {
                    draft.watch(a, b);
                }
            }
        }
    }

    private String name(int group) {
        for (String id : ids) {
            if (vehicles.getOrDefault(id, -1) == group || people.getOrDefault(id, -1) == group) {
                return id;
            }
        }
        return overlaps.stream()
                .filter(o -> o.group() == group)
                .findFirst()
                .orElseThrow()
                .id();
    }

    private void shareGreens(RingPlan plan) {
        forPairs(plan, draft::share);
    }

    private interface Pair {
        void of(int groupA, int groupB);
    }

    private void forPairs(RingPlan plan, Pair sink) {
        for (Overlap overlap : overlaps) {
            forOverlap(plan, overlap, sink);
        }
        for (int g = 0; g < plan.groups(); g++) {
            for (int r = 0; r < plan.rings().length; r++) {
                for (int other = r; other < plan.rings().length; other++) {
                    for (int p : plan.rings()[r][g]) {
                        for (int q : plan.rings()[other][g]) {
                            if (p >= 0 && q >= 0 && (r != other || p == q)) {
                                forGroups(plan.phases().get(p), plan.phases().get(q), sink);
                            }
                        }
                    }
                }
            }
        }
    }

    /** Everybody who may have green with one of an overlap's phases may have it with the overlap. */
    private void forOverlap(RingPlan plan, Overlap overlap, Pair sink) {
        int[] ringOf = plan.ringOf();
        int[] groupOf = plan.groupOf();
        sink.of(overlap.group(), overlap.group());
        for (int parent : overlap.parents()) {
            for (int q = 0; q < ringOf.length; q++) {
                boolean together = q == parent || ringOf[q] != ringOf[parent] && groupOf[q] == groupOf[parent];
                if (together) {
                    Phase phase = plan.phases().get(q);
                    boolean people = phase.footGroup() >= 0 && !Overlap.has(overlap.notWith(), q);
                    if (phase.group() >= 0) {
                        sink.of(overlap.group(), phase.group());
                    }
                    if (people) {
                        sink.of(overlap.group(), phase.footGroup());
                    }
                    for (Overlap other : overlaps) {
                        if (other.group() > overlap.group() && Overlap.has(other.parents(), q)) {
                            sink.of(overlap.group(), other.group());
                        }
                    }
                }
            }
        }
    }

    private static void forGroups(Phase p, Phase q, Pair sink) {
        for (int a : new int[] {p.group(), p.footGroup()}) {
            for (int b : new int[] {q.group(), q.footGroup()}) {
                if (a >= 0 && b >= 0) {
                    sink.of(a, b);
                }
            }
        }
    }
}
