package org.ulicarro.core.measure;

import java.util.List;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;

/**
 * Measures one thing in one replication: observes each step, is saved and restored with it, and has rows at the end.
 *
 * @param <R> its rows
 */
public interface Measure<R extends Record> extends Observer {

    /** What was measured, once the run is over. The order is the same each time. */
    List<R> rows(TrafficView end);
}
