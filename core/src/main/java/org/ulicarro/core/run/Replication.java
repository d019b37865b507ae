package org.ulicarro.core.run;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.demand.Walks;
import org.ulicarro.core.demand.Window;
import org.ulicarro.core.measure.Fitted;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.measure.Intervals;
import org.ulicarro.core.signal.ExternalProgram;
import org.ulicarro.core.signal.StageAccount;
import org.ulicarro.core.signal.events.SignalEvent;
import org.ulicarro.core.signal.events.SignalRecorder;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.Traffic;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.setup.Witness;

/** One replication of a model: the same model, seed and number give the same result to the bit. */
public final class Replication implements AutoCloseable {

    /** What the start of the period is held against (s). */
    private static final double EARLY = 900;

    private final Model model;
    private final int number;
    private final Traffic traffic;
    private final Departures departures;
    private final Walks walks;
    private final Fitted measures;
    private final Window window;
    private int unservedAtEnd;
    private int unservedPeak;
    private long vehicleSteps;
    private int mostOnRoad;
    private int onRoadAtStart = -1; // of the measured period
    private long onRoadEarly; // vehicle-steps of its first quarter of an hour
    private int stepsEarly;

    /** What is counted here. */
    private final Stateful counts = new Stateful() {
        @Override
        public void save(DataOutput out) throws IOException {
            out.writeInt(unservedAtEnd);
            out.writeInt(unservedPeak);
            out.writeLong(vehicleSteps);
            out.writeInt(mostOnRoad);
            out.writeInt(onRoadAtStart);
            out.writeLong(onRoadEarly);
            out.writeInt(stepsEarly);
        }

        @Override
        public void restore(DataInput in) throws IOException {
            unservedAtEnd = in.readInt();
            unservedPeak = in.readInt();
            vehicleSteps = in.readLong();
            mostOnRoad = in.readInt();
            onRoadAtStart = in.readInt();
            onRoadEarly = in.readLong();
            stepsEarly = in.readInt();
        }
    };

    /**
     * A replication at the start of its warm-up.
     *
     * @param number from 1; replications of equal number meet the same traffic in all alternatives
     */
    public Replication(Model model, int number) {
        this(model, number, 1);
    }

    /**
     * The same, worked on by several threads where it is large enough. Their number changes no result.
     *
     * @param threads how many, the caller's own among them
     */
    public Replication(Model model, int number, int threads) {
        this(model, number, threads, Instruments.full());
    }

    /** The same with these instruments only. */
    public Replication(Model model, int number, int threads, Instruments instruments) {
        this.model = model;
        this.number = number;
        window = model.demand().window();
        departures = model.demand().departures(number);
        walks = model.demand().walks(number);
        traffic = new Traffic(
                model.behaviour(),
                model.table(),
                model.signals(),
                departures,
                walks,
                Clock.ticks(window.start()),
                threads);
        measures = instruments.fit(
                model.network(), model.signals(), model.study().network().corridors(), new Intervals(window));
        measures.attach(traffic);
    }

    public void observe(Observer observer) {
        traffic.observe(observer);
    }

    /** Who decides at the places with external control; before the first step. */
    public void connect(ExternalProgram program) {
        traffic.control().connect(program);
    }

    /** Writes down what signals do. */
    public void recordSignals(Consumer<SignalEvent> sink) {
        traffic.record(new SignalRecorder(model.signals(), sink));
    }

    /** What the script of a place sees and decides now; null where it has none. */
    public StageAccount account(String place) {
        return traffic.control().account(place);
    }

    /** Moves on by one step of the study. */
    public void step() {
        traffic.step();
        TrafficView view = traffic.view();
        vehicleSteps += view.onRoad();
        mostOnRoad = Math.max(mostOnRoad, view.onRoad());
        if (traffic.now() >= window.from() && traffic.now() < window.from() + EARLY) {
            onRoadAtStart = onRoadAtStart < 0 ? view.onRoad() : onRoadAtStart;
            onRoadEarly += view.onRoad();
            stepsEarly++;
        }
        int outside = view.wanted() - view.entered();
        if (traffic.now() >= window.from() && traffic.now() <= window.to() + 1e-9) {
            unservedAtEnd = outside;
            unservedPeak = Math.max(unservedPeak, outside);
        }
    }

    /** Steps until a time of day (s since midnight), or the end of the drain time. */
    public void advanceTo(double time) {
        while (traffic.now() < Math.min(time, window.end()) - 1e-9) {
            step();
        }
    }

    public boolean isDone() {
        return traffic.now() >= window.end() - 1e-9;
    }

    /** Time of day (s since midnight). */
    public double now() {
        return traffic.now();
    }

    /** How much of the run is done, 0 to 1. */
    public double progress() {
        return (traffic.now() - window.start()) / (window.end() - window.start());
    }

    public TrafficView view() {
        return traffic.view();
    }

    /**
     * Runs what is left and reads the meters. Call once.
     *
     * @throws IllegalStateException when vehicles were lost or made, a defect
     */
    public ReplicationResult result() {
        try {
            advanceTo(window.end());
            traffic.checkConservation();
            traffic.finish();
        } finally {
            close();
        }
        TrafficView view = traffic.view();
        return new ReplicationResult(
                number,
                measures.tables(view),
                view.wanted(),
                view.entered(),
                unservedAtEnd,
                unservedPeak,
                vehicleSteps,
                mostOnRoad,
                onRoadEarly == 0 ? 1 : (double) onRoadAtStart * stepsEarly / onRoadEarly,
                traffic.missedTurns(),
                view.departures().detoured(),
                view.departures().noWay(),
                traffic.movedUp(),
                DrawnTraffic.of(model.network(), departures, walks),
                standstills());
    }

    /** Lets threads and external controllers go, for who does not drive to the end. {@link #result} does it by itself. */
    @Override
    public void close() {
        traffic.control().close();
        traffic.close();
    }

    /** Rings of vehicles that block each other, as found so far, in words. */
    public List<String> standstills() {
        return traffic.standstills().stream()
                .map(one -> StandstillText.of(model, one))
                .toList();
    }

    /** Looks over a driver's shoulder: why it drives as it does. */
    public Witness witness() {
        return traffic.witness();
    }

    /** Its number, from 1. */
    public int number() {
        return number;
    }

    public Model model() {
        return model;
    }

    /**
     * Its state now, to go on from later.
     *
     * @throws IllegalStateException when one of its observers cannot be saved
     */
    public Snapshot save() {
        return Snapshot.of(model, number, now(), parts());
    }

    /**
     * Goes back, or on, to a state of this replication.
     *
     * @throws IllegalArgumentException in words, when it is of another model or replication, or of one that was watched otherwise
     */
    public void restore(Snapshot state) {
        state.into(model, number, parts());
    }

    /**
     * Goes on from a state under other signals: other plans, times and orders of the same groups. Where control differs, the new one starts
     * at that moment and takes over from what is shown, with minimum greens, yellows and clearances kept.
     *
     * @param other as the model of the state, but for its signals
     * @param instruments those that the state was saved with
     * @throws IllegalArgumentException in words, when more differs
     */
    public static Replication branch(Snapshot state, Model other, Instruments instruments) {
        Replication on = new Replication(other, state.replication(), 1, instruments);
        on.goOnFrom(state);
        return on;
    }

    /** The same with all instruments. */
    public static Replication branch(Snapshot state, Model other) {
        return branch(state, other, Instruments.full());
    }

    /** The same for a replication whose observers are there already. */
    public void goOnFrom(Snapshot state) {
        Map<String, SignalController> before = state.model().study().signals();
        List<String> changed = model.signals().places().stream()
                .filter(place -> !model.study().signals().get(place).equals(before.get(place)))
                .toList();
        state.into(
                model,
                number,
                parts(),
                name -> !name.startsWith(Traffic.SIGNALS)
                        || !changed.contains(name.substring(Traffic.SIGNALS.length())));
        changed.forEach(traffic::changeSignals);
    }

    private Map<String, Stateful> parts() {
        Map<String, Stateful> parts = new LinkedHashMap<>(traffic.parts());
        parts.put("counts", counts);
        return parts;
    }
}
