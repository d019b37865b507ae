package org.ulicarro.core.signal.events;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.DetectorBoard;
import org.ulicarro.core.signal.DetectorPlace;
import org.ulicarro.core.signal.Ended;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.signal.SignalSystem.GroupInfo;

/** Writes down what controllers do: reasons as they tell them, all else from what groups show and detectors see. */
public final class SignalRecorder {

    private static final int NO_FLASH = 2;
    private static final int FLASH_BY_TIME = 3;
    private static final int FLASH_BY_FAULT = 5;

    private final SignalSystem signals;
    private final Consumer<SignalEvent> sink;
    private final GroupNumbers numbers;
    private final Aspect[] shown; // group -> what it showed last, null before the first tick
    private final boolean[] occupied; // detector -> as it was last
    private final boolean[] pressed; // group of people -> as it was last
    private final Map<String, Map<String, Integer>> inputs = new LinkedHashMap<>(); // place -> id -> number

    public SignalRecorder(SignalSystem signals, Consumer<SignalEvent> sink) {
        this.signals = signals;
        this.sink = sink;
        numbers = new GroupNumbers(signals);
        shown = new Aspect[signals.groups().size()];
        occupied = new boolean[signals.detectors().size()];
        pressed = new boolean[signals.groups().size()];
    }

    /** Hears why the controller of a place does what it does. */
    public ControlWatch watch(String place) {
        return new ControlWatch() {
            @Override
            public void yellow(int tick, String phase, Ended because) {
                EventCode code = switch (because) {
                    case GAP_OUT -> EventCode.GAP_OUT;
                    case MAX_OUT -> EventCode.MAX_OUT;
                    default -> EventCode.FORCE_OFF;
                };
                tell(tick, place, code, numbers.ofPhase(place, phase), phase);
            }

            @Override
            public void cleared(int tick, String phase) {
                tell(tick, place, EventCode.RED_CLEARANCE_ENDS, numbers.ofPhase(place, phase), phase);
            }

            @Override
            public void priority(int tick, String id, boolean comes) {
                tell(tick, place, comes ? EventCode.PRIORITY_IN : EventCode.PRIORITY_OUT, input(place, id), id);
            }

            @Override
            public void preemption(int tick, String id, boolean begins) {
                EventCode code = begins ? EventCode.PREEMPTION_CALLED : EventCode.PREEMPTION_EXIT;
                tell(tick, place, code, input(place, id), id);
            }

            @Override
            public void flash(int tick, boolean begins, boolean fault) {
                int status = !begins ? NO_FLASH : fault ? FLASH_BY_FAULT : FLASH_BY_TIME;
                tell(tick, place, EventCode.FLASH, status, "flash");
            }

            @Override
            public void plan(int tick, String id) {
                tell(tick, place, EventCode.PLAN, input(place, id), id);
            }
        };
    }

    /** Ids of inputs and plans are counted as they come up. */
    private int input(String place, String id) {
        Map<String, Integer> known = inputs.computeIfAbsent(place, first -> new LinkedHashMap<>());
        return known.computeIfAbsent(id, first -> known.size() + 1);
    }

    /** Looks at what is shown and seen in a tick. */
    public void look(int tick, Aspects aspects, DetectorBoard board) {
        List<DetectorPlace> detectors = signals.detectors();
        for (int d = 0; d < occupied.length; d++) {
            if (board.occupied(d) != occupied[d]) {
                occupied[d] = !occupied[d];
                DetectorPlace at = detectors.get(d);
                EventCode code = occupied[d] ? EventCode.DETECTOR_ON : EventCode.DETECTOR_OFF;
                tell(tick, at.place(), code, at.channel(), at.id());
            }
        }
        for (int g = 0; g < shown.length; g++) {
            GroupInfo group = signals.groups().get(g);
            if (group.people() && board.pressed(g) != pressed[g]) {
                pressed[g] = !pressed[g];
                EventCode code = pressed[g] ? EventCode.BUTTON : EventCode.BUTTON_FREE;
                tell(tick, group.place(), code, numbers.of(g), group.id());
            }
            Aspect now = aspects.of(g);
            if (now != shown[g]) {
                for (EventCode code : codes(group, shown[g], now)) {
                    tell(tick, group.place(), code, numbers.of(g), group.id());
                }
                shown[g] = now;
            }
        }
    }

    private static List<EventCode> codes(GroupInfo group, Aspect before, Aspect now) {
        List<EventCode> codes = new ArrayList<>();
        if (group.overlap()) {
            codes.add(
                    now == Aspect.GREEN
                            ? EventCode.OVERLAP_GREEN
                            : now == Aspect.YELLOW ? EventCode.OVERLAP_YELLOW : EventCode.OVERLAP_RED);
        } else if (group.people()) {
            codes.add(
                    now == Aspect.GREEN
                            ? EventCode.WALK
                            : now == Aspect.YELLOW ? EventCode.PEOPLE_CLEAR : EventCode.DONT_WALK);
        } else {
            if (before == Aspect.GREEN) {
                codes.add(EventCode.GREEN_ENDS);
            } else if (before == Aspect.FLASHING_YELLOW) {
                codes.add(EventCode.FLASHING_YELLOW_ENDS);
            } else if (before == Aspect.YELLOW) {
                codes.add(EventCode.YELLOW_ENDS);
            }
            switch (now) {
                case GREEN -> codes.add(EventCode.GREEN);
                case YELLOW -> codes.add(EventCode.YELLOW);
                case FLASHING_YELLOW -> codes.add(EventCode.FLASHING_YELLOW);
                default -> {
                    if (before == Aspect.YELLOW) {
                        codes.add(EventCode.RED_CLEARANCE);
                    }
                }
            }
        }
        return codes;
    }

    private void tell(int tick, String place, EventCode code, int parameter, String who) {
        sink.accept(new SignalEvent(tick, place, code, parameter, who));
    }
}
