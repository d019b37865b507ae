package org.ulicarro.core.signal;

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
import org.ulicarro.core.signal.ring.Inputs;
import org.ulicarro.core.signal.ring.Overlap;
import org.ulicarro.core.signal.ring.Phase;
import org.ulicarro.core.signal.ring.Preemption;
import org.ulicarro.core.signal.ring.Priority;
import org.ulicarro.core.signal.ring.RingController;
import org.ulicarro.core.signal.ring.RingPlan;
import org.ulicarro.core.signal.ring.Schedule;
import org.ulicarro.core.study.PhaseInput;
import org.ulicarro.core.study.SignalController;

/** Turns the phases of an actuated controller into a {@link RingController}, and finds what keeps it from being safe or complete. */
final class RingCompiler {

    /** Behind the id of a phase: the group of its people. */
    static final String PEOPLE = "-people";

    private final SignalCompiler compiler;
    private final Network network;
    private final List<Fault> faults;
    private final Map<String, Integer> vehicles = new LinkedHashMap<>(); // phase -> its group
    private final Map<String, Integer> people = new LinkedHashMap<>(); // phase -> the group of its people
    private List<String> ids = List.of();
    private List<Overlap> overlaps = List.of();

    RingCompiler(SignalCompiler compiler, Network network, List<Fault> faults) {
        this.compiler = compiler;
        this.network = network;
        this.faults = faults;
    }

    void add(Junction junction, SignalController controller, String pointer) {
        ids = List.copyOf(controller.phases().keySet());
        if (ids.isEmpty()) {
            error(pointer, "an actuated controller needs phases: {2: {serves: [EBT, …]}, …}");
            return;
        }
        int before = faults.size();
        controller
                .phases()
                .forEach((id, phase) -> addGroups(junction, id, phase, Fault.child(pointer + "/phases", id)));
        List<Phase> phases = phases(junction, controller);
        RingExtras extras = new RingExtras(compiler, network, junction.id(), ids, faults);
        overlaps = extras.overlaps(junction, controller, pointer);
        compiler.checkAllServed(junction, pointer + "/phases");
        compiler.checkSharedLanes(junction, pointer + "/phases");
        boolean groupsHold = faults.size() == before;
        checkClearances(junction, controller, pointer);
        List<String> running = compiler.running(controller, pointer);
        Schedule schedule = compiler.schedule(controller, running, pointer);
        Inputs inputs =
                new RingInputs(compiler, network, vehicles, ids, faults).of(junction, controller, pointer + "/inputs");
        List<Priority> priorities = extras.priorities(controller.priority(), pointer);
        List<Preemption> preemptions = extras.preemptions(controller.preemption(), pointer);
        extras.checkFailures(
                controller,
                inputs.wires().stream()
                        .map(w -> compiler.detectorPlace(w.detector()).id())
                        .toList(),
                pointer);
        RingPlans plans = new RingPlans(ids, phases, faults);
        Map<String, RingPlan> compiled = new LinkedHashMap<>();
        int rings = controller.plans().values().stream()
                .mapToInt(p -> p.rings().size())
                .max()
                .orElse(0);
        controller.plans().keySet().forEach(id -> {
            RingPlan plan = plans.plan(controller, id, rings, pointer);
            if (plan != null) {
                compiled.put(id, plan);
                if (groupsHold) {
                    checkPairs(junction, plan, Fault.child(pointer + "/plans", id));
                    new RingSafety(ids, phases, faults)
                            .check(plan, preemptions, controller, Fault.child(pointer + "/plans", id));
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
                new RingController.Setup(used, schedule, inputs, overlaps, priorities, preemptions);
        SpanOrder order = RingSpans.of(used.get(compiler.firstOf(schedule)), overlaps);
        compiler.add(junction.id(), order, watch -> new RingController(setup, watch));
    }

    /** Where a matrix is given, yellow and red of each phase must last as long as it says. */
    private void checkClearances(Junction junction, SignalController controller, String pointer) {
        List<String> groups = new ArrayList<>(vehicles.keySet());
        people.keySet().forEach(id -> groups.add(id + PEOPLE));
        groups.addAll(controller.overlaps().keySet());
        Clearances clearances = Clearances.of(
                controller,
                groups,
                (ends, begins) -> compiler.intergreen(junction, groupNamed(ends), groupNamed(begins)),
                pointer,
                faults);
        for (String ends : groups) {
            for (String begins : groups) {
                if (clearances.has(ends, begins)) {
                    clearances.check(ends, begins, seconds(junction, controller, ends), pointer + "/clearance", faults);
                }
            }
        }
    }

    private int groupNamed(String id) {
        return overlaps.stream()
                .filter(o -> o.id().equals(id))
                .map(Overlap::group)
                .findFirst()
                .orElse(vehicles.getOrDefault(id, -1));
    }

    private double seconds(Junction junction, SignalController controller, String group) {
        if (controller.overlaps().containsKey(group)) {
            return controller.overlaps().get(group).yellow()
                    + controller.overlaps().get(group).red();
        }
        if (group.endsWith(PEOPLE)) {
            String id = group.substring(0, group.length() - PEOPLE.length());
            PhaseInput phase = controller.phases().get(id);
            return compiler.clearance(junction, phase.people()) + phase.yellow() + phase.red();
        }
        return controller.phases().get(group).yellow()
                + controller.phases().get(group).red();
    }

    private void addGroups(Junction junction, String id, PhaseInput phase, String pointer) {
        if (phase.vehicles() == null && phase.people() == null) {
            error(pointer, "phase '" + id + "' serves nobody; give it serves: [EBT, …] or crosses: [road]");
            return;
        }
        if (phase.vehicles() != null) {
            vehicles.put(id, compiler.nextGroup());
            compiler.addGroup(junction, id, phase.vehicles(), pointer);
        }
        if (phase.people() != null) {
            people.put(id, compiler.nextGroup());
            compiler.addGroup(junction, id + PEOPLE, phase.people(), pointer);
        }
        checkTimes(id, phase, pointer);
    }

    private void checkTimes(String id, PhaseInput phase, String pointer) {
        if (!(phase.minGreen() >= 1) || !(phase.maxGreen() >= phase.minGreen())) {
            error(
                    pointer + "/max-green",
                    "phase '" + id + "' needs a min-green of at least 1 s and a max-green not below it");
        }
        if (!(phase.passage() >= 0) || !(phase.walkLead() >= 0) || !(phase.walk() >= 0)) {
            error(pointer, "times of phase '" + id + "' cannot be negative");
        }
        if (phase.walkLead() > phase.walk() && !phase.crosses().isEmpty()) {
            error(
                    pointer + "/walk-lead",
                    "people lead by more than their walk; make the walk longer, or the lead shorter");
        }
        boolean recalled = phase.recall().contains(PhaseInput.Recall.PEOPLE);
        if (recalled && phase.crosses().isEmpty()) {
            error(pointer + "/recall", "phase '" + id + "' lets no people go; give it crosses: [road]");
        }
    }

    private List<Phase> phases(Junction junction, SignalController controller) {
        List<Phase> phases = new ArrayList<>();
        controller.phases().forEach((id, input) -> {
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
                    foot ? Clock.ticks(compiler.clearance(junction, input.people())) : 0,
                    foot ? Clock.ticks(input.walkLead()) : 0,
                    recall(input.recall()),
                    input.lock(),
                    input.dualEntry(),
                    input.restInWalk(),
                    input.conditionalService(),
                    keepsOrder(controller, input),
                    Clock.ticks(input.redRevert()),
                    hosted(id),
                    volume == null
                            ? null
                            : new Phase.VolumeDensity(
                                    Clock.ticks(volume.perVehicle()),
                                    Clock.ticks(volume.mostInitial()),
                                    Clock.ticks(volume.reduceAfter()),
                                    Clock.ticks(volume.reduceOver()),
                                    Clock.ticks(volume.leastGap()))));
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
    private boolean keepsOrder(SignalController controller, PhaseInput input) {
        boolean protectedPermissive = controller.phases().keySet().stream().anyMatch(id -> hosted(id).length > 0);
        return protectedPermissive || !input.yields().isEmpty();
    }

    /** Phases whose turns may go in gaps during one. */
    private int[] hosted(String host) {
        Served served = compiler.served();
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
            String[] pair = compiler.neverTogether(junction, a, b);
            if (pair != null) {
                error(
                        pointer + "/rings",
                        "phases '" + name(a) + "' and '" + name(b) + "' may have green together, but " + pair[0]
                                + " and " + pair[1]
                                + " conflict; put a barrier between them, or let one of them yield");
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
                if (a < b && compiler.neverTogether(junction, a, b) != null) {
                    compiler.watch(a, b);
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
        forPairs(plan, compiler::share);
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

    private void error(String pointer, String message) {
        faults.add(Fault.error(pointer, message));
    }
}
