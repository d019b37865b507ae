package org.ulicarro.core.signal;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.signal.events.SignalEvent;
import org.ulicarro.core.signal.events.SignalRecorder;

/** The controller of one place alone, without traffic: what it shows, and why, when detectors see what somebody typed in or chance. */
public final class Rehearsal {

    /** A vehicle leaves a random queue so long after the one before (ticks). */
    private static final int FOLLOWS_AFTER = 20;

    /** People press once for so many vehicles on a detector. */
    private static final double PEOPLE_SHARE = 0.1;

    /**
     * Somebody on a detector, or at a button.
     *
     * @param wire detector on the board, or where {@code people} the group of people
     * @param from first tick
     * @param to tick after the last
     */
    public record Call(boolean people, int wire, int from, int to) {}

    /**
     * A group shows something else.
     *
     * @param because why its green ended, in one word, where the controller says so; else empty
     * @param place where in a cycle, or on the way to which stage, that was; else empty
     */
    public record Change(int tick, int group, Aspect shows, String because, String place) {}

    /**
     * Something that groups do not show.
     *
     * @param who plan, stage, priority or pre-emption
     * @param because why, where that is known; else empty
     */
    public record Mark(int tick, String who, String what, String because) {}

    private final SignalSystem signals;
    private final String place;
    private final List<SignalEvent> events = new ArrayList<>();
    private final List<Mark> marks = new ArrayList<>();
    private final List<Change> changes = new ArrayList<>();
    private final List<Call> calls = new ArrayList<>(); // as they were, chance included

    private Rehearsal(SignalSystem signals, String place) {
        this.signals = signals;
        this.place = place;
    }

    /**
     * Runs the controller with typed-in calls.
     *
     * @param from tick of the day to start at; rings start there
     * @param to tick to end before
     */
    public static Rehearsal of(SignalSystem signals, String place, int from, int to, List<Call> calls) {
        Rehearsal rehearsal = new Rehearsal(signals, place);
        rehearsal.calls.addAll(calls);
        Typed board = new Typed(calls);
        rehearsal.run(from, to, board, tick -> board.tick = tick);
        return rehearsal;
    }

    /**
     * Runs it with queues at each detector that grow at random, and go one by one on green.
     *
     * @param perHour vehicles at each detector (veh/h); a tenth of it press each button
     */
    public static Rehearsal random(SignalSystem signals, String place, int from, int to, double perHour, long seed) {
        Rehearsal rehearsal = new Rehearsal(signals, place);
        Chance board = new Chance(rehearsal, signals, perHour / 36_000, seed);
        rehearsal.run(from, to, board, board::move);
        board.close(to);
        return rehearsal;
    }

    private interface Step {
        void to(int tick);
    }

    private Aspects aspects;

    private void run(int from, int to, DetectorBoard board, Step step) {
        aspects = new Aspects(signals.groups().size());
        Map<String, String> reasons = new LinkedHashMap<>(); // of this tick, by phase
        SignalRecorder recorder = new SignalRecorder(signals, event -> {
            if (event.place().equals(place)) {
                events.add(event);
            }
        });
        WatchRelay relay = new WatchRelay();
        ControlWatch heard = recorder.watch(place);
        relay.to = new ControlWatch() {
            @Override
            public void yellow(int tick, String phase, Ended because) {
                reasons.put(phase, because.name().toLowerCase(Locale.ROOT).replace('_', '-'));
                heard.yellow(tick, phase, because);
            }

            @Override
            public void cleared(int tick, String phase) {
                heard.cleared(tick, phase);
            }

            @Override
            public void priority(int tick, String id, boolean comes) {
                marks.add(new Mark(tick, id, comes ? "comes" : "has gone", ""));
                heard.priority(tick, id, comes);
            }

            @Override
            public void preemption(int tick, String id, boolean begins) {
                marks.add(new Mark(tick, id, begins ? "begins" : "ends", ""));
                heard.preemption(tick, id, begins);
            }

            @Override
            public void stage(int tick, String id, String because) {
                marks.add(new Mark(tick, "stage " + id, "begins", because));
            }

            @Override
            public void flash(int tick, boolean begins, boolean fault) {
                marks.add(new Mark(tick, "flash", begins ? "begins" : "ends", fault ? "fault" : ""));
                heard.flash(tick, begins, fault);
            }

            @Override
            public void plan(int tick, String id) {
                marks.add(new Mark(tick, "plan " + id, "begins", ""));
                heard.plan(tick, id);
            }
        };
        Controller controller = signals.controllerAt(place, relay);
        ConflictMonitor monitor = new ConflictMonitor(signals);
        int[] mine = java.util.stream.IntStream.range(0, signals.groups().size())
                .filter(g -> signals.groups().get(g).place().equals(place))
                .toArray();
        Aspect[] before = new Aspect[signals.groups().size()];
        for (int tick = from; tick < to; tick++) {
            reasons.clear();
            step.to(tick);
            controller.advance(tick, board, aspects);
            monitor.check(tick, signals.places().indexOf(place), aspects);
            recorder.look(tick, aspects, board);
            for (int g : mine) {
                Aspect now = aspects.of(g);
                if (now != before[g]) {
                    String id = signals.groups().get(g).id();
                    changes.add(new Change(
                            tick,
                            g,
                            now,
                            now == Aspect.YELLOW ? reasons.getOrDefault(id, "") : "",
                            controller.because()));
                    before[g] = now;
                }
            }
        }
    }

    /** All that the controller did and saw, as a recording controller would write it down. */
    public List<SignalEvent> events() {
        return events;
    }

    /** What groups do not show: plans, buses and trams, pre-emption. */
    public List<Mark> marks() {
        return marks;
    }

    /** All changes, in order of time; first what every group shows at the start. */
    public List<Change> changes() {
        return changes;
    }

    /** What detectors saw. */
    public List<Call> calls() {
        return calls;
    }

    private static final class Typed implements DetectorBoard {

        private final List<Call> calls;
        private int tick;

        Typed(List<Call> calls) {
            this.calls = calls;
        }

        private boolean is(boolean people, int wire) {
            for (Call call : calls) {
                if (call.people == people && call.wire == wire && tick >= call.from && tick < call.to) {
                    return true;
                }
            }
            return false;
        }

        @Override
        public boolean occupied(int detector) {
            return is(false, detector);
        }

        @Override
        public boolean pressed(int footGroup) {
            return is(true, footGroup);
        }
    }

    private static final class Chance implements DetectorBoard {

        private final Rehearsal rehearsal;
        private final SignalSystem signals;
        private final double perTick;
        private final long key;
        private final int[] queue; // detector -> vehicles
        private final int[] since; // detector -> ticks since one left on green
        private final int[] from; // detector -> tick at which its queue began, or -1
        private final boolean[] pressed; // group

        Chance(Rehearsal rehearsal, SignalSystem signals, double perTick, long seed) {
            this.rehearsal = rehearsal;
            this.signals = signals;
            this.perTick = perTick;
            key = Draws.key(seed, 1, Draws.Purpose.ARRIVALS, Draws.idOf("rehearsal " + rehearsal.place));
            int n = signals.detectors().size();
            queue = new int[n];
            since = new int[n];
            from = new int[n];
            java.util.Arrays.fill(from, -1);
            pressed = new boolean[signals.groups().size()];
        }

        void move(int tick) {
            for (int d = 0; d < queue.length; d++) {
                queue[d] += Draws.uniform(key, 2L * tick * 1000 + d) < perTick ? 1 : 0;
                boolean green = signals.servesGreen(d, rehearsal.aspects);
                since[d] = green && queue[d] > 0 ? since[d] + 1 : 0;
                if (since[d] >= FOLLOWS_AFTER) {
                    queue[d]--;
                    since[d] = 0;
                }
                note(d, tick);
            }
            for (int g = 0; g < pressed.length; g++) {
                pressed[g] = Draws.uniform(key, (2L * tick + 1) * 1000 + g) < perTick * PEOPLE_SHARE;
                if (pressed[g]
                        && signals.groups().get(g).people()
                        && signals.groups().get(g).place().equals(rehearsal.place)) {
                    rehearsal.calls.add(new Call(true, g, tick, tick + 1));
                }
            }
        }

        private void note(int d, int tick) {
            if (queue[d] > 0 && from[d] < 0) {
                from[d] = tick;
            } else if (queue[d] == 0 && from[d] >= 0) {
                rehearsal.calls.add(new Call(false, d, from[d], tick));
                from[d] = -1;
            }
        }

        void close(int tick) {
            for (int d = 0; d < queue.length; d++) {
                queue[d] = 0;
                note(d, tick);
            }
        }

        @Override
        public boolean occupied(int detector) {
            return queue[detector] > 0;
        }

        @Override
        public boolean pressed(int footGroup) {
            return pressed[footGroup];
        }
    }
}
