package org.ulicarro.core.traffic;

import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Watches a simulation: called once after each step. It must not change anything. */
public interface Observer extends Stateful {

    void afterStep(TrafficView view, TrafficEvents events);

    /** Called once after the last step, with the accounts of all who did not get through. */
    void afterRun(TrafficView view, TrafficEvents events);
}
