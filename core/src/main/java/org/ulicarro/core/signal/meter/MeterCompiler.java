package org.ulicarro.core.signal.meter;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.signal.DetectorPlace;
import org.ulicarro.core.signal.Guard;
import org.ulicarro.core.signal.MarkedDetectors;
import org.ulicarro.core.signal.Schedule;
import org.ulicarro.core.signal.SignalDraft;
import org.ulicarro.core.signal.SignalFault;
import org.ulicarro.core.study.MeterControl;
import org.ulicarro.core.study.MeterInput;
import org.ulicarro.core.study.TimeOfDay;

/** Turns a meter of a study into a {@link MeterController}, and finds what keeps it from working. */
public final class MeterCompiler {

    /** Somebody waits at the line when he is on this stretch before it (m). */
    private static final double WAITS_FROM = 6;

    /** The detector that counts who goes reaches so far behind the line (m). */
    private static final double GONE_TO = 1.5;

    /** Without limits a lane lets go between these (veh/h), which drivers can follow one by one. */
    private static final double LEAST = 240;

    private static final double MOST = 900;

    private final SignalDraft draft;
    private final Network network;
    private final List<Fault> faults;
    private final MarkedDetectors marked;

    public MeterCompiler(SignalDraft draft) {
        this.draft = draft;
        network = draft.network();
        faults = draft.faults();
        marked = new MarkedDetectors(draft, network, faults);
    }

    /**
     * Compiles one place.
     *
     * @param pointer of its control
     */
    public void add(Junction junction, MeterControl control, String pointer) {
        MeterInput input = control.meter();
        String here = pointer + "/meter";
        if (input == null) {
            faults.add(SignalFault.METER_INCOMPLETE.at(pointer));
            return;
        }
        int before = faults.size();
        if (junction.movements().size() != 1) {
            faults.add(SignalFault.METER_PLACE.at(
                    pointer, junction.id(), junction.movements().size()));
            return;
        }
        Movement movement =
                network.movements().get(junction.movements().iterator().next());
        Map<Integer, Integer> pathOf = new LinkedHashMap<>(); // lane before the line -> path behind it
        for (TurningPath path : movement.paths()) {
            pathOf.putIfAbsent(path.fromLane(), path.lane());
        }
        int lanes = pathOf.size();
        int firstGroup = draft.nextGroup();
        int[] waits = new int[lanes];
        int[] gone = new int[lanes];
        int l = 0;
        for (Map.Entry<Integer, Integer> entry : pathOf.entrySet()) {
            Lane lane = network.lanes().get(entry.getKey());
            draft.addLaneGroup(junction, String.valueOf(lane.number()), movement, lane.index(), input.yellow());
            List<Integer> group = List.of(firstGroup + l);
            String name = junction.id() + " lane " + lane.number();
            waits[l] = draft.detector(new DetectorPlace(
                    junction.id(),
                    0,
                    name,
                    lane.index(),
                    Math.max(lane.start(), lane.end() - WAITS_FROM),
                    lane.end(),
                    group,
                    true,
                    List.of()));
            gone[l] = draft.detector(new DetectorPlace(
                    junction.id(), 0, name + ", gone", entry.getValue(), 0, GONE_TO, List.of(), true, List.of()));
            l++;
        }
        MeterProgram program = program(junction, input, firstGroup, waits, gone, here);
        if (faults.stream().skip(before).anyMatch(f -> f.severity() == Fault.Severity.ERROR)) {
            return;
        }
        for (int a = firstGroup; a < firstGroup + lanes; a++) {
            for (int b = a; b < firstGroup + lanes; b++) {
                draft.share(a, b);
            }
        }
        Guard.Group[] groups = new Guard.Group[lanes];
        Arrays.fill(groups, new Guard.Group(false, 0, Clock.ticks(input.yellow()), 0, new int[0], new int[0], -1));
        draft.add(junction.id(), null, firstGroup, groups, watch -> new MeterController(junction.id(), program));
    }

    private MeterProgram program(
            Junction junction, MeterInput input, int firstGroup, int[] waits, int[] gone, String here) {
        int ways =
                (input.rate() != null ? 1 : 0) + (input.rates().isEmpty() ? 0 : 1) + (input.feedback() != null ? 1 : 0);
        if (ways != 1) {
            faults.add(SignalFault.METER_RATES.at(here, (ways == 0 ? "none is" : "several are")));
        }
        boolean limited = input.limits().size() == 2
                && input.limits().get(0) < input.limits().get(1);
        if (!input.limits().isEmpty() && !limited) {
            faults.add(SignalFault.METER_LIMITS.at(here + "/limits"));
        }
        if (input.perGreen() < 1 || input.perGreen() > 9) {
            faults.add(SignalFault.METER_PER_GREEN.at(here + "/per-green"));
        }
        if (input.from() != null && input.to() != null && input.from() >= input.to()) {
            faults.add(SignalFault.METER_TIMES.at(here + "/to"));
        }
        MeterInput.Feedback feedback = input.feedback();
        MeterInput.QueueOverride override = input.queueOverride();
        TreeMap<Integer, Double> rates = rates(input, here);
        double least = limited ? input.limits().get(0) : LEAST / 3600 * waits.length;
        double most = limited ? input.limits().get(1) : MOST / 3600 * waits.length;
        rates.forEach((tick, rate) -> {
            if (!(rate > 0) || rate > 1800.0 / 3600 * waits.length) {
                faults.add(SignalFault.METER_RATE_BOUNDS.at(
                        here, (waits.length == 1 ? "one lane" : waits.length + " lanes"), 1800 * waits.length));
            }
        });
        return new MeterProgram(
                firstGroup,
                waits,
                gone,
                Clock.ticks(input.yellow()),
                input.perGreen(),
                input.release() == MeterInput.Release.TOGETHER,
                Schedule.daily(
                        rates.keySet().stream().mapToInt(i -> i).toArray(),
                        java.util.stream.IntStream.range(0, rates.size()).toArray()),
                rates.values().stream()
                        .mapToDouble(r -> r / Clock.TICKS_PER_SECOND)
                        .toArray(),
                input.from() == null ? 0 : Clock.ticks(input.from()),
                input.to() == null ? Schedule.DAY : Clock.ticks(input.to()),
                least / Clock.TICKS_PER_SECOND,
                most / Clock.TICKS_PER_SECOND,
                feedback == null ? new int[0] : marked.find(junction.id(), feedback.from(), here + "/feedback/from"),
                feedback == null ? 0 : feedback.target(),
                feedback == null ? 0 : feedback.gain() * 100 / Clock.TICKS_PER_SECOND,
                feedback == null ? Clock.ticks(30) : Math.max(1, Clock.ticks(feedback.every())),
                override == null
                        ? new int[0]
                        : marked.find(junction.id(), override.from(), here + "/queue-override/from"),
                override == null ? 1 : override.occupancy());
    }

    private TreeMap<Integer, Double> rates(MeterInput input, String here) {
        TreeMap<Integer, Double> rates = new TreeMap<>();
        if (input.rate() != null) {
            rates.put(0, input.rate());
        }
        input.rates().forEach((time, rate) -> {
            try {
                rates.put(Clock.ticks(TimeOfDay.parse(time).seconds()), rate);
            } catch (IllegalArgumentException e) {
                faults.add(SignalFault.NO_TIME_OF_DAY.at(Fault.child(here + "/rates", time), time));
            }
        });
        return rates;
    }
}
