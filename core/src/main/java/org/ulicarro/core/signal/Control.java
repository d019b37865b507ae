package org.ulicarro.core.signal;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Function;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.signal.events.SignalRecorder;

/** All controllers of a replication, under the conflict monitor, and what they show. */
public final class Control {

    /** Later than every tick. */
    private static final int NOT_YET = Integer.MAX_VALUE;

    private final Aspects aspects;
    private final List<Controller> controllers = new ArrayList<>();
    private final List<WatchRelay> relays = new ArrayList<>();
    private final List<String> places;
    private final ChangeOver[] changes; // place -> while its controller takes over from another one; else null
    private final SignalSystem signals;
    private final ConflictMonitor monitor;
    private final int[] wakes; // place -> tick before which its controller need not be asked
    private final int[] asked; // place -> first tick in which it has not been asked
    private int now; // first tick that has not been
    private SignalRecorder recorder; // null for nobody

    public Control(SignalSystem signals, Aspects aspects) {
        this.aspects = aspects;
        this.signals = signals;
        monitor = new ConflictMonitor(signals);
        places = signals.places();
        changes = new ChangeOver[places.size()];
        wakes = new int[places.size()];
        asked = new int[places.size()];
        Arrays.fill(asked, NOT_YET);
        for (String place : places) {
            WatchRelay relay = new WatchRelay();
            relays.add(relay);
            controllers.add(signals.controllerAt(place, relay));
        }
    }

    /** Writes down what the controllers do from now on. */
    public void record(SignalRecorder who) {
        recorder = who;
        for (int i = 0; i < relays.size(); i++) {
            relays.get(i).to = who.watch(places.get(i));
        }
    }

    /** Somebody hears why phases of each place end. */
    public void count(Function<String, ControlWatch> counters) {
        for (int i = 0; i < relays.size(); i++) {
            relays.get(i).add(counters.apply(places.get(i)));
        }
    }

    /** What the script of a place sees and decides now; null where it has none. */
    public StageAccount account(String place) {
        int i = places.indexOf(place);
        return i >= 0 && controllers.get(i) instanceof StageState script ? script.account() : null;
    }

    /** Who decides at the places with external control; before the first tick. */
    public void connect(ExternalProgram program) {
        controllers.stream().filter(AsksProgram.class::isInstance).forEach(c -> ((AsksProgram) c).connect(program));
    }

    /** Tells external programs that nothing will be asked any more. */
    public void close() {
        controllers.stream().filter(AsksProgram.class::isInstance).forEach(c -> ((AsksProgram) c).close());
    }

    /** Meters, in the order of the study: to look at, not to drive. */
    public List<MeterState> meters() {
        return controllers.stream()
                .filter(MeterState.class::isInstance)
                .map(MeterState.class::cast)
                .<MeterState>map(OnlySeen::new)
                .toList();
    }

    /** A meter without its controller's other face. */
    private record OnlySeen(MeterState meter) implements MeterState {

        @Override
        public String place() {
            return meter.place();
        }

        @Override
        public boolean active() {
            return meter.active();
        }

        @Override
        public double rate() {
            return meter.rate();
        }

        @Override
        public boolean overridden() {
            return meter.overridden();
        }
    }

    /**
     * Some ticks of all controllers, during which detectors stay as they are.
     *
     * @param from the first of them
     * @param to tick after the last
     * @throws IllegalStateException when they show what would let traffic collide
     */
    public void advance(int from, int to, DetectorBoard detectors) {
        now = to;
        if (recorder != null) { // its events are in the order of time
            for (int tick = from; tick < to; tick++) {
                for (int i = 0; i < controllers.size(); i++) {
                    if (tick >= wakes[i]) {
                        advanceOne(i, tick, detectors);
                    }
                }
                recorder.look(tick, aspects, detectors);
            }
            return;
        }
        // one controller after the other: what it holds is at hand then, which halves the time for a hundred of them
        for (int i = 0; i < controllers.size(); i++) {
            for (int tick = Math.max(from, wakes[i]); tick < to; tick++) {
                advanceOne(i, tick, detectors);
            }
        }
    }

    private void advanceOne(int i, int tick, DetectorBoard detectors) {
        int before = aspects.changes();
        if (changes[i] == null) {
            Controller controller = controllers.get(i);
            if (tick > asked[i]) {
                controller.rest(tick - asked[i]);
            }
            controller.advance(tick, detectors, aspects);
            asked[i] = tick + 1;
            wakes[i] = controller.restsUntil(tick);
        } else {
            takeOver(i, tick, detectors);
            asked[i] = tick + 1;
        }
        if (aspects.changes() != before) { // what has not changed was safe before
            monitor.check(tick, i, aspects);
        }
    }

    private void takeOver(int i, int tick, DetectorBoard detectors) {
        changes[i].advance(tick, detectors, aspects);
        if (changes[i].isOver()) {
            changes[i] = null;
            relays.get(i).isSilent = false;
        }
    }

    /**
     * The controller of a place starts now, and takes over from another one.
     *
     * @param place its number
     * @param tick before which
     */
    public void begin(int place, int tick) {
        change(place);
        changes[place].begin(aspects, tick);
    }

    private void change(int place) {
        wakes[place] = 0;
        changes[place] = new ChangeOver(
                signals.placed(place), controllers.get(place), signals.groups().size());
        relays.get(place).isSilent = true; // it says what it does, which is not yet what is shown
    }

    /** The state of the controller of each place, by number. */
    public List<Stateful> parts() {
        List<Stateful> parts = new ArrayList<>();
        for (int i = 0; i < places.size(); i++) {
            parts.add(new OnePlace(i));
        }
        return parts;
    }

    private final class OnePlace implements Stateful {

        private final int place;

        OnePlace(int place) {
            this.place = place;
        }

        @Override
        public void save(DataOutput out) throws IOException {
            if (changes[place] == null && now > asked[place]) {
                controllers.get(place).rest(now - asked[place]);
                asked[place] = now;
            }
            controllers.get(place).save(out);
            out.writeBoolean(changes[place] != null);
            if (changes[place] != null) {
                changes[place].save(out);
            }
        }

        @Override
        public void restore(DataInput in) throws IOException {
            controllers.get(place).restore(in);
            wakes[place] = 0;
            asked[place] = NOT_YET; // what passed before is in its state
            changes[place] = null;
            relays.get(place).isSilent = false;
            if (in.readBoolean()) {
                change(place);
                changes[place].restore(in);
            }
        }
    }
}
