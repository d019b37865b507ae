package org.ulicarro.core.traffic;

import java.io.DataInput;
import java.io.DataOutput;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** An observer for tests that need not be saved. */
public abstract class StatelessObserver implements Observer {

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {}

    @Override
    public void save(DataOutput out) {}

    @Override
    public void restore(DataInput in) {}
}
