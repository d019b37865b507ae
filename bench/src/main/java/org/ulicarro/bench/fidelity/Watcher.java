package org.ulicarro.bench.fidelity;

import java.io.DataInput;
import java.io.DataOutput;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** An observer of whole runs, which are never saved half way. */
abstract class Watcher implements Observer {

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {}

    @Override
    public final void save(DataOutput out) {
        throw new UnsupportedOperationException("measures whole runs only");
    }

    @Override
    public final void restore(DataInput in) {
        throw new UnsupportedOperationException("measures whole runs only");
    }

    static double mean(Iterable<Double> values) {
        double sum = 0;
        int n = 0;
        for (double value : values) {
            sum += value;
            n++;
        }
        return sum / n;
    }
}
