package org.ulicarro.core.signal.ring;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.signal.DetectorPlace;
import org.ulicarro.core.signal.SignalDraft;
import org.ulicarro.core.signal.SignalFault;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.PhaseInput;
import org.ulicarro.core.study.SignalInput;

/** The detectors of an actuated controller: those that are written, and one in each lane of a phase that has none. */
final class RingInputs {

    /** A derived detector reaches from so far before the stop line (m) ... */
    private static final double DERIVED_FROM = 14;

    /** ... to here (m): two cars. */
    private static final double DERIVED_TO = 2;

    private final SignalDraft draft;
    private final Network network;
    private final Map<String, Integer> vehicles; // phase -> its group
    private final List<String> ids; // of phases
    private final List<Fault> faults;

    RingInputs(
            SignalDraft draft, Network network, Map<String, Integer> vehicles, List<String> ids, List<Fault> faults) {
        this.draft = draft;
        this.network = network;
        this.vehicles = vehicles;
        this.ids = ids;
        this.faults = faults;
    }

    Inputs of(Junction junction, ActuatedControl control, String pointer) {
        List<Inputs.Wire> wires = new ArrayList<>();
        control.inputs().forEach((id, input) -> {
            String here = Fault.child(pointer, id);
            DetectorPlace place = written(junction, input);
            if (place == null) {
                List<String> known = network.markings().stream()
                        .filter(m -> m.kind() == Marking.Kind.DETECTOR)
                        .map(Marking::id)
                        .toList();
                faults.add(Fault.unknown(here + "/detector", "detector", input.detector(), known));
                return;
            }
            if (input.queue() != null && !(input.queue() >= 1)) {
                faults.add(SignalFault.QUEUE_LIMIT.at(here + "/queue"));
            }
            wires.add(new Inputs.Wire(
                    draft.detector(place),
                    phasesOf(input.calls(), here + "/calls"),
                    phasesOf(input.extend(), here + "/extends"),
                    Clock.ticks(input.delay()),
                    Clock.ticks(input.stretch()),
                    input.reports() == SignalInput.Reports.PASSAGE,
                    lock(input),
                    input.queue() == null ? 0 : Clock.ticks(input.queue()),
                    RingExtras.failures(control, place.id())));
        });
        control.phases().forEach((id, phase) -> {
            boolean called = control.inputs().values().stream()
                    .anyMatch(i -> i.calls().contains(id) || i.extend().contains(id));
            boolean recalled = phase.recall().contains(PhaseInput.Recall.MAX);
            if (!called && !recalled) {
                derive(junction, control, id, wires);
            }
        });
        return new Inputs(wires);
    }

    private static Inputs.Lock lock(SignalInput input) {
        if (input.lock() == null) {
            return Inputs.Lock.BY_PHASE;
        }
        return switch (input.lock()) {
            case NONE -> Inputs.Lock.NEVER;
            case RED -> Inputs.Lock.IN_RED;
            case YELLOW -> Inputs.Lock.IN_YELLOW_AND_RED;
        };
    }

    private DetectorPlace written(Junction junction, SignalInput input) {
        int channel = input.channel() == null ? 0 : input.channel();
        return network.markings().stream()
                .filter(m -> m.kind() == Marking.Kind.DETECTOR && m.id().equals(input.detector()))
                .map(m -> new DetectorPlace(
                        junction.id(), channel, m.id(), m.lane(), m.from(), m.to(), groups(input), false, m.only()))
                .findFirst()
                .orElse(null);
    }

    private List<Integer> groups(SignalInput input) {
        Set<Integer> groups = new TreeSet<>();
        input.calls().stream().filter(vehicles::containsKey).forEach(p -> groups.add(vehicles.get(p)));
        input.extend().stream().filter(vehicles::containsKey).forEach(p -> groups.add(vehicles.get(p)));
        return List.copyOf(groups);
    }

    private int[] phasesOf(List<String> named, String pointer) {
        return RingPlans.phasesOf(ids, named, pointer, faults);
    }

    /** A detector at the stop line of each lane that the phase serves. */
    private void derive(Junction junction, ActuatedControl control, String id, List<Inputs.Wire> wires) {
        int phase = ids.indexOf(id);
        Set<Integer> lanes = new TreeSet<>();
        for (int m : junction.movements()) {
            Movement movement = network.movements().get(m);
            if (vehicles.containsKey(id) && draft.groupOf(m) == vehicles.get(id)) {
                movement.paths().stream().map(TurningPath::fromLane).forEach(lanes::add);
            }
        }
        for (int index : lanes) {
            Lane lane = network.lanes().get(index);
            String link = network.links().get(lane.link()).id();
            double from = Math.max(lane.start(), lane.end() - DERIVED_FROM);
            DetectorPlace place = new DetectorPlace(
                    junction.id(),
                    0,
                    id + " on " + link + " lane " + lane.number(),
                    index,
                    from,
                    Math.max(from, lane.end() - DERIVED_TO),
                    List.of(vehicles.get(id)),
                    true,
                    List.of());
            int[] own = {phase};
            wires.add(new Inputs.Wire(
                    draft.detector(place),
                    own,
                    own,
                    0,
                    0,
                    false,
                    Inputs.Lock.BY_PHASE,
                    0,
                    RingExtras.failures(control, place.id())));
        }
    }
}
