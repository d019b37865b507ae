package org.ulicarro.core.signal;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.signal.events.SignalRecorder;

/** All controllers of a replication, under the conflict monitor, and what they show. */
public final class Control implements Stateful {

    private final Aspects aspects;
    private final List<Controller> controllers = new ArrayList<>();
    private final List<WatchRelay> relays = new ArrayList<>();
    private final List<String> places;
    private final ConflictMonitor monitor;
    private SignalRecorder recorder; // null for nobody

    public Control(SignalSystem signals, Aspects aspects) {
        this.aspects = aspects;
        monitor = new ConflictMonitor(signals);
        places = signals.places();
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

    /**
     * One tick of all controllers.
     *
     * @throws IllegalStateException when they show what would let traffic collide
     */
    public void advance(int tick, DetectorBoard detectors) {
        for (int i = 0; i < controllers.size(); i++) {
            controllers.get(i).advance(tick, detectors, aspects);
        }
        monitor.check(tick, aspects);
        if (recorder != null) {
            recorder.look(tick, aspects, detectors);
        }
    }

    @Override
    public void save(DataOutput out) throws IOException {
        for (Controller controller : controllers) {
            controller.save(out);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        for (Controller controller : controllers) {
            controller.restore(in);
        }
    }
}
