package org.ulicarro.core.measure;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.traffic.Observer;

/** Where measures of one replication are made: what they may ask for, and the parts that they share. */
public final class Fitting {

    private final Network network;
    private final SignalSystem signals;
    private final Map<String, NetworkInput.Corridor> corridors;
    private final Intervals intervals;
    private final Map<Class<?>, Observer> shared = new LinkedHashMap<>();
    private final List<Observer> observers = new ArrayList<>();
    private final List<Function<String, ControlWatch>> watches = new ArrayList<>();

    Fitting(Network network, SignalSystem signals, Map<String, NetworkInput.Corridor> corridors, Intervals intervals) {
        this.network = network;
        this.signals = signals;
        this.corridors = corridors;
        this.intervals = intervals;
    }

    public Network network() {
        return network;
    }

    public SignalSystem signals() {
        return signals;
    }

    /** Named ways whose travel times are measured. */
    public Map<String, NetworkInput.Corridor> corridors() {
        return corridors;
    }

    public Intervals intervals() {
        return intervals;
    }

    /** The one part of a kind that all measures of this replication share; it observes before those who asked for it. */
    public <T extends Observer> T shared(Class<T> kind, Function<Fitting, T> maker) {
        Observer known = shared.get(kind);
        if (known == null) {
            T made = maker.apply(this);
            shared.put(kind, made);
            observe(made);
            return made;
        }
        return kind.cast(known);
    }

    /** Lets somebody hear, place by place, why controllers end their greens. */
    public void hear(Function<String, ControlWatch> watch) {
        watches.add(watch);
    }

    void observe(Observer observer) {
        if (observers.stream().noneMatch(one -> one == observer)) {
            observers.add(observer);
        }
    }

    List<Observer> observers() {
        return observers;
    }

    List<Function<String, ControlWatch>> watches() {
        return watches;
    }
}
