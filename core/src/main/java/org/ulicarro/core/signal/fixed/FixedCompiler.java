package org.ulicarro.core.signal.fixed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Clearances;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.Controller;
import org.ulicarro.core.signal.Guard;
import org.ulicarro.core.signal.GuardMaker;
import org.ulicarro.core.signal.Schedule;
import org.ulicarro.core.signal.ScheduleCompiler;
import org.ulicarro.core.signal.SignalDraft;
import org.ulicarro.core.signal.SignalFault;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.signal.Transition;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.SignalController.Group;

/** Turns the plans of a controller that goes by the clock into {@link FixedTime}, and finds what keeps it from being safe or complete. */
public final class FixedCompiler {

    private final SignalDraft draft;
    private final Network network;
    private final List<Fault> faults;

    public FixedCompiler(SignalDraft draft) {
        this.draft = draft;
        network = draft.network();
        faults = draft.faults();
    }

    /**
     * Compiles one place.
     *
     * @param pointer of its control
     */
    public void add(Junction junction, FixedControl control, String pointer) {
        if (control.groups().isEmpty()) {
            faults.add(SignalFault.FIXED_WITHOUT_GROUPS.at(pointer));
        }
        int firstGroup = draft.nextGroup();
        List<String> ids = List.copyOf(control.groups().keySet());
        int before = faults.size();
        control.groups()
                .forEach((id, group) -> draft.addGroup(junction, id, group, Fault.child(pointer + "/groups", id)));
        draft.checkAllServed(junction, pointer + "/groups");
        draft.checkSharedLanes(junction, pointer + "/groups");
        boolean groupsHold = faults.size() == before; // else conflicts of greens may only follow from a wrong name
        Clearances clearances = Clearances.of(
                control.clearance(),
                control.groups().keySet(),
                (ends, begins) ->
                        draft.intergreen(junction, firstGroup + ids.indexOf(ends), firstGroup + ids.indexOf(begins)),
                pointer,
                faults);
        FixedChecks checks = new FixedChecks(draft, clearances, faults);
        Map<String, FixedPlan> plans = new LinkedHashMap<>();
        control.plans().keySet().forEach(plan -> {
            FixedPlan fixed = FixedPlan.of(control, plan, pointer, faults);
            if (fixed != null) {
                FixedControl.Plan own = control.plans().get(plan);
                if (own.like() == null || own.cycle() != null || !own.greens().isEmpty()) { // else it says nothing new
                    checks.check(junction, control, fixed, firstGroup, groupsHold, pointer);
                }
                plans.put(plan, fixed);
            }
        });
        ScheduleCompiler times = new ScheduleCompiler(draft, control, pointer);
        List<String> running = times.running();
        if (faults.size() > before
                && faults.stream().skip(before).anyMatch(f -> f.severity() == Fault.Severity.ERROR)) {
            return;
        }
        Guard.Group[] groups = new GuardMaker(draft, clearances).groups(junction, control.groups(), firstGroup);
        List<FixedProgram> programs = new ArrayList<>();
        for (String plan : running) {
            FixedProgram program = program(control, plans.get(plan), groups);
            programs.add(program);
            findSharedGreens(firstGroup, program.shown());
        }
        if (programs.size() > 1) {
            watchAll(junction, firstGroup, groups.length);
        }
        FixedTime.Setup setup = new FixedTime.Setup(
                firstGroup, groups, programs, times.schedule(), Transition.of(control.transition()));
        FixedPlan first = plans.get(times.first());
        SpanOrder order = FixedSpans.of(first.id(), greens(junction, control, first, firstGroup), first.cycle());
        draft.add(junction.id(), order, firstGroup, groups, watch -> new FixedTime(setup, watch));
    }

    /** A plan that takes over from another controller of the same groups, whose guard knows what is shown. */
    public interface Fallback {
        Controller from(Guard guard, ControlWatch watch);
    }

    /**
     * A plan to fall back on.
     *
     * @param control the plan and the groups
     * @param firstGroup number of the first of them
     * @param groupsHold whether nothing is wrong with the groups
     * @return null with the reason among the faults
     */
    public Fallback fallback(
            Junction junction,
            FixedControl control,
            String id,
            int firstGroup,
            boolean groupsHold,
            Clearances clearances,
            String pointer) {
        int before = faults.size();
        FixedPlan plan = FixedPlan.of(control, id, pointer, faults);
        if (plan != null) {
            new FixedChecks(draft, clearances, faults).check(junction, control, plan, firstGroup, groupsHold, pointer);
        }
        if (faults.stream().skip(before).anyMatch(f -> f.severity() == Fault.Severity.ERROR)) {
            return null;
        }
        Guard.Group[] groups = new GuardMaker(draft, clearances).groups(junction, control.groups(), firstGroup);
        FixedTime.Setup setup = new FixedTime.Setup(
                firstGroup, groups, List.of(program(control, plan, groups)), Schedule.ONE, Transition.USUAL);
        return (guard, watch) -> new FixedTime(setup, guard, watch);
    }

    private List<FixedSpans.Green> greens(Junction junction, FixedControl control, FixedPlan plan, int firstGroup) {
        List<FixedSpans.Green> greens = new ArrayList<>();
        List<String> ids = List.copyOf(control.groups().keySet());
        for (int g = 0; g < ids.size(); g++) {
            Group group = control.groups().get(ids.get(g));
            for (CycleRange range : plan.greens().getOrDefault(ids.get(g), List.of())) {
                greens.add(new FixedSpans.Green(
                        ids.get(g),
                        firstGroup + g,
                        group.forPeople(),
                        range.from(),
                        range.seconds(plan.cycle()),
                        group.forPeople() ? group.walk() : group.minGreen(),
                        group.forPeople() ? draft.clearance(junction, group) : group.yellow(),
                        group.forPeople() ? 0 : group.red()));
            }
        }
        return greens;
    }

    private static FixedProgram program(FixedControl control, FixedPlan plan, Guard.Group[] groups) {
        int cycle = Clock.ticks(plan.cycle());
        Aspect[][] shown = new Aspect[groups.length][cycle];
        int g = 0;
        for (String id : control.groups().keySet()) {
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
                        draft.share(firstGroup + a, firstGroup + b);
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
                if (draft.neverTogether(junction, a, b) != null) {
                    draft.watch(a, b);
                }
            }
        }
    }
}
