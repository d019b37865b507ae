package org.ulicarro.core.signal.ring;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.DetectorPlace;
import org.ulicarro.core.signal.Schedule;
import org.ulicarro.core.signal.SignalDraft;
import org.ulicarro.core.signal.SignalFault;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.DetectorFailure;
import org.ulicarro.core.study.OverlapInput;
import org.ulicarro.core.study.PreemptionInput;
import org.ulicarro.core.study.PriorityInput;
import org.ulicarro.core.study.SignalController.Group;
import org.ulicarro.core.study.VehicleType;

/** What an actuated controller has beside its phases: overlaps, priority, pre-emption, failures of detectors. */
final class RingExtras {

    private final SignalDraft draft;
    private final Network network;
    private final String place;
    private final List<String> ids; // of phases
    private final List<Fault> faults;

    RingExtras(SignalDraft draft, Network network, String place, List<String> ids, List<Fault> faults) {
        this.draft = draft;
        this.network = network;
        this.place = place;
        this.ids = ids;
        this.faults = faults;
    }

    List<Overlap> overlaps(Junction junction, ActuatedControl control, String pointer) {
        List<Overlap> overlaps = new ArrayList<>();
        control.overlaps().forEach((id, input) -> {
            String here = Fault.child(pointer + "/overlaps", id);
            if (ids.contains(id)) {
                faults.add(SignalFault.OVERLAP_NAME.at(here, id));
            }
            int group = draft.nextGroup();
            draft.addGroup(junction, id, group(input), true, here);
            if (input.during().isEmpty()) {
                faults.add(SignalFault.OVERLAP_WITHOUT_PHASE.at(here + "/while", id));
            }
            overlaps.add(new Overlap(
                    id,
                    group,
                    phasesOf(input.during(), here + "/while"),
                    Clock.ticks(input.yellow()),
                    Clock.ticks(input.red()),
                    Clock.ticks(input.minGreen()),
                    Clock.ticks(input.lateStart()),
                    Clock.ticks(input.trail()),
                    phasesOf(input.notWith(), here + "/not-with")));
        });
        return overlaps;
    }

    private static Group group(OverlapInput input) {
        return Group.of(input.serves(), input.yields(), input.yellow(), input.red(), input.minGreen());
    }

    List<Priority> priorities(Map<String, PriorityInput> inputs, String pointer) {
        List<Priority> priorities = new ArrayList<>();
        inputs.forEach((id, input) -> {
            String here = Fault.child(pointer + "/priority", id);
            priorities.add(new Priority(
                    id,
                    phasesOf(input.phases(), here + "/phases"),
                    detector(input.in(), input.only(), here + "/in"),
                    input.out() == null ? -1 : detector(input.out(), input.only(), here + "/out"),
                    Clock.ticks(input.travel()),
                    Clock.ticks(input.extend()),
                    input.early() == null || input.early(),
                    Clock.ticks(input.pause()),
                    Clock.ticks(input.patience())));
        });
        return priorities;
    }

    List<Preemption> preemptions(Map<String, PreemptionInput> inputs, String pointer) {
        List<Preemption> preemptions = new ArrayList<>();
        inputs.forEach((id, input) -> {
            String here = Fault.child(pointer + "/preemption", id);
            boolean times = input.delay() >= 0 && input.firstFor() >= 0 && input.least() >= 0 && input.enterWalk() >= 0;
            boolean enters = isTime(input.enterGreen()) && isTime(input.enterClear()) && isTime(input.mostPresence());
            if (!times || !enters) {
                faults.add(SignalFault.PREEMPTION_TIMES.at(here, id));
            }
            preemptions.add(new Preemption(
                    id,
                    detector(input.detector(), input.only(), here + "/detector"),
                    input.rank(),
                    Clock.ticks(input.delay()),
                    input.mostPresence() == null ? 0 : Clock.ticks(input.mostPresence()),
                    enter(input),
                    phasesOf(input.first(), here + "/first"),
                    Clock.ticks(input.firstFor()),
                    phasesOf(input.phases(), here + "/phases"),
                    input.turns(),
                    Clock.ticks(input.least()),
                    phasesOf(input.exit(), here + "/exit")));
        });
        return preemptions;
    }

    private static boolean isTime(Double seconds) {
        return seconds == null || seconds >= 0;
    }

    private static Preemption.Enter enter(PreemptionInput input) {
        Preemption.Enter usual = Preemption.Enter.USUAL;
        return new Preemption.Enter(
                input.enterGreen() == null ? usual.green() : Clock.ticks(input.enterGreen()),
                Clock.ticks(input.enterWalk()),
                input.enterClear() == null ? usual.clear() : Clock.ticks(input.enterClear()));
    }

    /** When a detector fails. */
    static List<Inputs.Failure> failures(ActuatedControl control, String detector) {
        List<Inputs.Failure> failures = new ArrayList<>();
        for (DetectorFailure failure : control.failures()) {
            if (failure.detector().equals(detector)) {
                failures.add(new Inputs.Failure(
                        failure.stuck() == DetectorFailure.Reports.OCCUPIED,
                        failure.from() == null ? 0 : Clock.ticks(failure.from()),
                        failure.to() == null ? Schedule.DAY : Clock.ticks(failure.to())));
            }
        }
        return failures;
    }

    /** Failures of detectors that the controller does not ask are an error. */
    void checkFailures(ActuatedControl control, List<String> asked, String pointer) {
        for (int i = 0; i < control.failures().size(); i++) {
            String detector = control.failures().get(i).detector();
            if (!asked.contains(detector)) {
                faults.add(SignalFault.DETECTOR_NOT_ASKED.at(
                        pointer + "/failures/" + i + "/detector", detector, Names.suggestion(detector, asked)));
            }
        }
    }

    private int detector(String id, List<VehicleType> only, String pointer) {
        List<String> known = new ArrayList<>();
        for (Marking m : network.markings()) {
            if (m.kind() == Marking.Kind.DETECTOR) {
                known.add(m.id());
                if (m.id().equals(id)) {
                    return draft.detector(
                            new DetectorPlace(place, 0, id, m.lane(), m.from(), m.to(), List.of(), false, only));
                }
            }
        }
        faults.add(Fault.unknown(pointer, "detector", id, known));
        return -1;
    }

    private int[] phasesOf(List<String> named, String pointer) {
        return RingPlans.phasesOf(ids, named, pointer, faults);
    }
}
