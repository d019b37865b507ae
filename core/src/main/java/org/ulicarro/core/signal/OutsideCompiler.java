package org.ulicarro.core.signal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.ring.Schedule;
import org.ulicarro.core.signal.ring.Transition;
import org.ulicarro.core.study.OutsideInput;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalController.Group;

/** Turns a place that is controlled from outside into an {@link OutsideController} with its fallback plan. */
final class OutsideCompiler {

    private final SignalCompiler compiler;
    private final Network network;
    private final List<Fault> faults;

    OutsideCompiler(SignalCompiler compiler, Network network, List<Fault> faults) {
        this.compiler = compiler;
        this.network = network;
        this.faults = faults;
    }

    void add(Junction junction, SignalController controller, String pointer) {
        OutsideInput input = controller.outside();
        if (controller.groups().isEmpty() || input == null) {
            faults.add(
                    Fault.error(
                            pointer,
                            "control from outside needs groups: {EB: {serves: [EBT, …]}, …}, outside: {fallback: pm} and that plan"));
            return;
        }
        int before = faults.size();
        int firstGroup = compiler.nextGroup();
        List<String> ids = List.copyOf(controller.groups().keySet());
        controller
                .groups()
                .forEach((id, g) -> compiler.addGroup(junction, id, g, Fault.child(pointer + "/groups", id)));
        compiler.checkAllServed(junction, pointer + "/groups");
        compiler.checkSharedLanes(junction, pointer + "/groups");
        boolean groupsHold = faults.size() == before;
        if (!(input.every() >= 0.1 && input.every() <= 60)) {
            faults.add(Fault.error(pointer + "/outside/every", "it is asked every 0.1 s to 60 s"));
        }
        if (!(input.timeout() > 0 && input.timeout() <= 600)) {
            faults.add(Fault.error(pointer + "/outside/timeout", "an answer may take up to 10 min"));
        }
        if (!controller.plans().containsKey(input.fallback())) {
            faults.add(Fault.error(
                    pointer + "/outside/fallback",
                    "there is no plan '" + input.fallback() + "' to fall back on."
                            + Names.suggestion(
                                    input.fallback(), controller.plans().keySet())));
            return;
        }
        Clearances clearances = Clearances.of(
                controller,
                ids,
                (a, b) -> compiler.intergreen(junction, firstGroup + ids.indexOf(a), firstGroup + ids.indexOf(b)),
                pointer,
                faults);
        FixedPlan plan = FixedPlan.of(controller, input.fallback(), pointer, faults);
        if (plan != null) {
            new FixedChecks(compiler, clearances, faults)
                    .check(junction, controller, plan, firstGroup, groupsHold, pointer);
        }
        int[] detectors = new MarkedDetectors(compiler, network, faults)
                .find(junction.id(), input.detectors(), pointer + "/outside/detectors");
        if (faults.stream().skip(before).anyMatch(f -> f.severity() == Fault.Severity.ERROR)) {
            return;
        }
        Guard.Group[] groups = new GuardMaker(compiler, clearances).groups(junction, controller, firstGroup);
        for (int a = firstGroup; a < firstGroup + groups.length; a++) {
            for (int b = a; b < firstGroup + groups.length; b++) {
                if (a != b && compiler.neverTogether(junction, a, b) != null) {
                    compiler.watch(a, b);
                } else {
                    compiler.share(a, b);
                }
            }
        }
        FixedProgram program = new FixedCompiler(compiler, network, faults).program(junction, controller, plan, groups);
        OutsideController.Setup setup = new OutsideController.Setup(
                place(junction, controller, groups, ids),
                firstGroup,
                groups,
                detectors,
                IntStream.range(0, ids.size())
                        .filter(g -> controller.groups().get(ids.get(g)).forPeople())
                        .toArray(),
                Clock.ticks(input.every()),
                new FixedTime.Setup(firstGroup, groups, List.of(program), Schedule.ONE, Transition.USUAL));
        compiler.add(junction.id(), null, watch -> new OutsideController(setup, watch));
    }

    private static Outside.Place place(
            Junction junction, SignalController controller, Guard.Group[] groups, List<String> ids) {
        List<Outside.Group> told = new ArrayList<>();
        for (int g = 0; g < groups.length; g++) {
            Group group = controller.groups().get(ids.get(g));
            told.add(new Outside.Group(
                    ids.get(g),
                    group.forPeople(),
                    Clock.seconds(groups[g].least()),
                    Arrays.stream(groups[g].never()).mapToObj(ids::get).toList()));
        }
        OutsideInput input = controller.outside();
        return new Outside.Place(
                junction.id(), told, input.detectors(), input.every(), input.timeout(), input.fallback());
    }
}
