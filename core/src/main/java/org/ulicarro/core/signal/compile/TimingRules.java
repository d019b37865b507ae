package org.ulicarro.core.signal.compile;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.FootGroups;
import org.ulicarro.core.signal.RedClearance;
import org.ulicarro.core.signal.SignalFault;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.DesignInput;
import org.ulicarro.core.study.PhaseInput;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalController.Group;
import org.ulicarro.core.study.Turn;

/**
 * Warns of signal times that are written shorter than design rules want them, with the figure that would do.
 *
 * <p>Sources: Institute of Transportation Engineers, <i>Guidelines for Determining Traffic Signal Change and Clearance Intervals</i>, 2020
 * (yellow t + v / 2 (a + g G), all-red (W + L) / v less a second for the others to set off); <i>Manual on Uniform Traffic Control Devices</i>,
 * 11th edition, section 4I.06 (walk, and time to finish at 1.07 m/s with a buffer).
 */
final class TimingRules {

    /** Who turns comes so much slower than the limit (m/s): 5 mph. */
    private static final double TURNS_SLOWER = 2.2;

    /** Times are set in tenths. */
    private static final double TENTH = 0.05;

    /** All-red that misses less is taken for a matter of rounding distances (s). */
    private static final double ROUNDING = 1;

    private final Network network;
    private final SignalSystem signals;
    private final DesignInput design;
    private final List<Fault> faults;

    TimingRules(Network network, SignalSystem signals, DesignInput design, List<Fault> faults) {
        this.network = network;
        this.signals = signals;
        this.design = design;
        this.faults = faults;
    }

    /** Whether the design values themselves make sense; they are told where not. */
    boolean areSound() {
        Map<String, Double> values = new LinkedHashMap<>();
        values.put("deceleration", design.deceleration());
        values.put("walking", design.walking());
        values.put("reaction", design.reaction() + 1); // none is nothing to divide by
        values.put("buffer", design.buffer() + 1);
        int before = faults.size();
        values.forEach((key, value) -> {
            if (!(value >= 0.1)) {
                faults.add(SignalFault.DESIGN_VALUE.at("/design/" + key));
            }
        });
        return faults.size() == before;
    }

    void check(Junction junction, SignalController control, String pointer) {
        if (control instanceof ActuatedControl actuated) {
            actuated.phases().forEach((id, phase) -> checkBuffer(id, phase, Fault.child(pointer + "/phases", id)));
        }
        control.writtenGroups().forEach(at -> check(junction, at.id(), at.group(), pointer + at.pointer()));
    }

    /** Between the end of people's time to finish and the first green of others lies the buffer. */
    private void checkBuffer(String id, PhaseInput phase, String pointer) {
        double left = phase.yellow() + phase.red() - phase.clearIntoYellow();
        if (phase.clearIntoYellow() > 0 && !phase.crosses().isEmpty() && left < design.buffer() - TENTH) {
            faults.add(SignalFault.SHORT_BUFFER.at(
                    pointer + "/clear-into-yellow",
                    id,
                    left,
                    design.buffer(),
                    Math.max(0, phase.yellow() + phase.red() - design.buffer())));
        }
    }

    private void check(Junction junction, String id, Group group, String pointer) {
        if (group.forPeople()) {
            checkPeople(junction, id, group, pointer);
            return;
        }
        double yellow = 0;
        double red = 0;
        String yellowOf = "";
        String redOf = "";
        double fastest = 0;
        for (int m : junction.movements()) {
            Movement movement = network.movements().get(m);
            boolean served =
                    group.serves().contains(movement.name()) || group.serves().contains(movement.id());
            if (!served) {
                continue;
            }
            boolean straight = movement.turn() == Turn.THROUGH;
            var approach = network.links().get(movement.fromLink());
            double speed = approach.lineSpeed() - (straight ? 0 : TURNS_SLOWER);
            double needed = design.yellow(speed, approach.grade());
            if (needed > yellow) {
                yellow = needed;
                yellowOf = movement.name();
                fastest = speed;
            }
            double longer =
                    Math.max(0, group.yellow() - needed); // who sees yellow longer than needed clears in it, too
            double clears = straight
                    ? RedClearance.of(network, junction, m, speed, other -> signals.goTogether(m, other)) - longer
                    : 0;
            if (clears > red) {
                red = clears;
                redOf = movement.name();
            }
        }
        if (group.yellow() < yellow - TENTH) {
            faults.add(SignalFault.SHORT_YELLOW.at(
                    pointer, group.yellow(), id, yellow, yellowOf, fastest * 3.6, design.deceleration()));
        }
        if (group.red() < red - ROUNDING) {
            faults.add(SignalFault.SHORT_RED.at(pointer, group.red(), id, red, redOf));
        }
    }

    private void checkPeople(Junction junction, String id, Group group, String pointer) {
        if (group.walk() < design.shortestWalk() - TENTH) {
            faults.add(SignalFault.SHORT_WALK.at(pointer, group.walk(), id, design.shortestWalk()));
        }
        if (group.clear() != null) {
            double metres = FootGroups.metres(network, junction, group);
            double needed = metres / design.walking() - design.buffer();
            if (group.clear() < needed - TENTH) {
                faults.add(SignalFault.SHORT_CLEARANCE.at(
                        pointer, group.clear(), id, metres, design.walking(), design.buffer(), needed));
            }
        }
    }
}
