package org.ulicarro.core.signal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.ring.Schedule;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalController.Group;

/** Turns the plans of a controller that goes by the clock into {@link FixedTime}, and finds what keeps it from being safe or complete. */
final class FixedCompiler {

    private final SignalCompiler compiler;
    private final Network network;
    private final List<Fault> faults;

    FixedCompiler(SignalCompiler compiler, Network network, List<Fault> faults) {
        this.compiler = compiler;
        this.network = network;
        this.faults = faults;
    }

    void add(Junction junction, SignalController controller, String pointer) {
        if (controller.groups().isEmpty()) {
            faults.add(Fault.error(pointer, "a fixed controller needs groups: {EB: {serves: [EBT, …]}, …}"));
        }
        int firstGroup = compiler.nextGroup();
        List<String> ids = List.copyOf(controller.groups().keySet());
        int before = faults.size();
        controller
                .groups()
                .forEach((id, group) -> compiler.addGroup(junction, id, group, Fault.child(pointer + "/groups", id)));
        compiler.checkAllServed(junction, pointer + "/groups");
        compiler.checkSharedLanes(junction, pointer + "/groups");
        boolean groupsHold = faults.size() == before; // else conflicts of greens may only follow from a wrong name
        Clearances clearances = Clearances.of(
                controller,
                controller.groups().keySet(),
                (ends, begins) ->
                        compiler.intergreen(junction, firstGroup + ids.indexOf(ends), firstGroup + ids.indexOf(begins)),
                pointer,
                faults);
        FixedChecks checks = new FixedChecks(compiler, clearances, faults);
        Map<String, FixedPlan> plans = new LinkedHashMap<>();
        controller.plans().keySet().forEach(plan -> {
            FixedPlan fixed = FixedPlan.of(controller, plan, pointer, faults);
            if (fixed != null) {
                SignalController.Plan own = controller.plans().get(plan);
                if (own.like() == null || own.cycle() != null || !own.greens().isEmpty()) { // else it says nothing new
                    checks.check(junction, controller, fixed, firstGroup, groupsHold, pointer);
                }
                plans.put(plan, fixed);
            }
        });
        List<String> running = compiler.running(controller, pointer);
        Schedule schedule = compiler.schedule(controller, running, pointer);
        if (faults.size() > before
                && faults.stream().skip(before).anyMatch(f -> f.severity() == Fault.Severity.ERROR)) {
            return;
        }
        Guard.Group[] groups = new GuardMaker(compiler, clearances).groups(junction, controller, firstGroup);
        List<FixedProgram> programs = new ArrayList<>();
        for (String plan : running) {
            FixedProgram program = program(junction, controller, plans.get(plan), groups);
            programs.add(program);
            findSharedGreens(firstGroup, program.shown());
        }
        if (programs.size() > 1) {
            watchAll(junction, firstGroup, groups.length);
        }
        FixedTime.Setup setup =
                new FixedTime.Setup(firstGroup, groups, programs, schedule, SignalCompiler.transition(controller));
        FixedPlan first = plans.get(running.get(compiler.firstOf(schedule)));
        SpanOrder order = FixedSpans.of(first.id(), greens(junction, controller, first, firstGroup), first.cycle());
        compiler.add(junction.id(), order, watch -> new FixedTime(setup, watch));
    }

    private List<FixedSpans.Green> greens(
            Junction junction, SignalController controller, FixedPlan plan, int firstGroup) {
        List<FixedSpans.Green> greens = new ArrayList<>();
        List<String> ids = List.copyOf(controller.groups().keySet());
        for (int g = 0; g < ids.size(); g++) {
            Group group = controller.groups().get(ids.get(g));
            for (CycleRange range : plan.greens().getOrDefault(ids.get(g), List.of())) {
                greens.add(new FixedSpans.Green(
                        ids.get(g),
                        firstGroup + g,
                        group.forPeople(),
                        range.from(),
                        range.seconds(plan.cycle()),
                        group.forPeople() ? group.walk() : group.minGreen(),
                        group.forPeople() ? compiler.clearance(junction, group) : group.yellow(),
                        group.forPeople() ? 0 : group.red()));
            }
        }
        return greens;
    }

    FixedProgram program(Junction junction, SignalController controller, FixedPlan plan, Guard.Group[] groups) {
        int cycle = Clock.ticks(plan.cycle());
        Aspect[][] shown = new Aspect[groups.length][cycle];
        int g = 0;
        for (String id : controller.groups().keySet()) {
            Arrays.fill(shown[g], Aspect.RED);
            for (CycleRange range : plan.greens().getOrDefault(id, List.of())) {
                int start = Clock.ticks(range.from());
                int green = Clock.ticks(range.seconds(plan.cycle()));
                for (int t = 0; t < green + groups[g].yellow(); t++) {
                    shown[g][Math.floorMod(start + t, cycle)] = t < green ? Aspect.GREEN : Aspect.YELLOW;
                }
            }
            g++;
        }
        return FixedProgram.of(plan.id(), shown, Clock.ticks(plan.offset()), groups);
    }

    private void findSharedGreens(int firstGroup, Aspect[][] shown) {
        for (int a = 0; a < shown.length; a++) {
            for (int b = a; b < shown.length; b++) {
                for (int t = 0; t < shown[a].length; t++) {
                    if (shown[a][t] == Aspect.GREEN && shown[b][t] == Aspect.GREEN) {
                        compiler.share(firstGroup + a, firstGroup + b);
                        break;
                    }
                }
            }
        }
    }

    /** While one plan takes over from another, what is shown is not what was checked. */
    private void watchAll(Junction junction, int firstGroup, int groups) {
        for (int a = firstGroup; a < firstGroup + groups; a++) {
            for (int b = a + 1; b < firstGroup + groups; b++) {
                if (compiler.neverTogether(junction, a, b) != null) {
                    compiler.watch(a, b);
                }
            }
        }
    }
}
