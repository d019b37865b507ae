package org.ulicarro.core.signal.external;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.Clearances;
import org.ulicarro.core.signal.ExternalProgram;
import org.ulicarro.core.signal.Guard;
import org.ulicarro.core.signal.GuardMaker;
import org.ulicarro.core.signal.MarkedDetectors;
import org.ulicarro.core.signal.SignalDraft;
import org.ulicarro.core.signal.SignalFault;
import org.ulicarro.core.signal.fixed.FixedCompiler;
import org.ulicarro.core.study.ExternalControl;
import org.ulicarro.core.study.ExternalInput;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.SignalController.Group;

/** Turns a place with external control into an {@link ExternalController} with its fallback plan. */
public final class ExternalCompiler {

    private final SignalDraft draft;
    private final Network network;
    private final List<Fault> faults;

    public ExternalCompiler(SignalDraft draft) {
        this.draft = draft;
        network = draft.network();
        faults = draft.faults();
    }

    /**
     * Compiles one place.
     *
     * @param pointer of its control
     */
    public void add(Junction junction, ExternalControl control, String pointer) {
        ExternalInput input = control.external();
        if (control.groups().isEmpty() || input == null) {
            faults.add(SignalFault.EXTERNAL_INCOMPLETE.at(pointer));
            return;
        }
        int before = faults.size();
        int firstGroup = draft.nextGroup();
        List<String> ids = List.copyOf(control.groups().keySet());
        control.groups().forEach((id, g) -> draft.addGroup(junction, id, g, Fault.child(pointer + "/groups", id)));
        draft.checkAllServed(junction, pointer + "/groups");
        draft.checkSharedLanes(junction, pointer + "/groups");
        boolean groupsHold = faults.size() == before;
        if (!(input.every() >= 0.1 && input.every() <= 60)) {
            faults.add(SignalFault.ASKING_BOUNDS.at(pointer + "/external/every"));
        }
        if (!(input.timeout() > 0 && input.timeout() <= 600)) {
            faults.add(SignalFault.ANSWER_BOUNDS.at(pointer + "/external/timeout"));
        }
        if (!control.plans().containsKey(input.fallback())) {
            faults.add(SignalFault.NO_FALLBACK.at(
                    pointer + "/external/fallback",
                    input.fallback(),
                    Names.suggestion(input.fallback(), control.plans().keySet())));
            return;
        }
        Clearances clearances = Clearances.of(
                control.clearance(),
                ids,
                (a, b) -> draft.intergreen(junction, firstGroup + ids.indexOf(a), firstGroup + ids.indexOf(b)),
                pointer,
                faults);
        FixedCompiler.Fallback fallback = new FixedCompiler(draft)
                .fallback(
                        junction,
                        FixedControl.of(control.groups(), control.plans()),
                        input.fallback(),
                        firstGroup,
                        groupsHold,
                        clearances,
                        pointer);
        int[] detectors = new MarkedDetectors(draft, network, faults)
                .find(junction.id(), input.detectors(), pointer + "/external/detectors");
        if (faults.stream().skip(before).anyMatch(f -> f.severity() == Fault.Severity.ERROR)) {
            return;
        }
        Guard.Group[] groups = new GuardMaker(draft, clearances).groups(junction, control.groups(), firstGroup);
        for (int a = firstGroup; a < firstGroup + groups.length; a++) {
            for (int b = a; b < firstGroup + groups.length; b++) {
                if (a != b && draft.neverTogether(junction, a, b) != null) {
                    draft.watch(a, b);
                } else {
                    draft.share(a, b);
                }
            }
        }
        ExternalController.Setup setup = new ExternalController.Setup(
                place(junction, control, groups, ids),
                firstGroup,
                groups,
                detectors,
                IntStream.range(0, ids.size())
                        .filter(g -> control.groups().get(ids.get(g)).forPeople())
                        .toArray(),
                Clock.ticks(input.every()),
                fallback);
        draft.add(junction.id(), null, firstGroup, groups, watch -> new ExternalController(setup, watch));
    }

    private static ExternalProgram.Place place(
            Junction junction, ExternalControl control, Guard.Group[] groups, List<String> ids) {
        List<ExternalProgram.Group> told = new ArrayList<>();
        for (int g = 0; g < groups.length; g++) {
            Group group = control.groups().get(ids.get(g));
            told.add(new ExternalProgram.Group(
                    ids.get(g),
                    group.forPeople(),
                    Clock.seconds(groups[g].least()),
                    Arrays.stream(groups[g].never()).mapToObj(ids::get).toList()));
        }
        ExternalInput input = control.external();
        return new ExternalProgram.Place(
                junction.id(), told, input.detectors(), input.every(), input.timeout(), input.fallback());
    }
}
