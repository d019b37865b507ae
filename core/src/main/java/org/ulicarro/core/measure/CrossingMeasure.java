package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.demand.Walks;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.people.Walkers;

/** Reads at the end of a run how people came over the crossings. */
final class CrossingMeasure implements Measure<CrossingRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(CrossingRow.class, CrossingMeasure::new);
        }
    }

    private final Intervals intervals;

    CrossingMeasure(Fitting at) {
        intervals = at.intervals();
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        // walkers keep what they did
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // likewise
    }

    @Override
    public void save(DataOutput out) {
        // nothing of its own
    }

    @Override
    public void restore(DataInput in) {
        // nothing of its own
    }

    /** One row for each crossing over which anybody went, slice by slice, then for the period. */
    @Override
    public List<CrossingRow> rows(TrafficView view) {
        List<CrossingRow> rows = new ArrayList<>();
        var crossings = view.table().network().crossings();
        for (int c = 0; c < crossings.size(); c++) {
            for (int interval = 0; interval < intervals.count(); interval++) {
                CrossingRow row = row(view, c, interval);
                if (row != null) {
                    rows.add(row);
                }
            }
        }
        return rows;
    }

    private CrossingRow row(TrafficView view, int crossing, int interval) {
        Walkers walkers = view.walkers();
        Walks walks = walkers.walks();
        double length = view.walkers().length(crossing);
        boolean signal = view.table().signals().groupOfCrossing(crossing, 0) != SignalSystem.NO_GROUP
                || view.table().signals().groupOfCrossing(crossing, 1) != SignalSystem.NO_GROUP;
        boolean any = false;
        int came = 0;
        int unfinished = 0;
        int started = 0;
        int onWalk = 0;
        double sum = 0;
        double most = 0;
        for (int w = 0; w < walkers.came(); w++) {
            any |= walks.crossing()[w] == crossing;
            double time = walks.time()[w];
            if (walks.crossing()[w] != crossing || time < intervals.from(interval) || time >= intervals.to(interval)) {
                continue;
            }
            boolean over = walkers.endTick(w) >= 0;
            double until = over ? Clock.seconds(walkers.endTick(w)) : view.now();
            double walked = over ? length : walkers.position(w);
            double delay = Math.max(0, until - time - walked / walks.speed()[w]);
            came++;
            unfinished += over ? 0 : 1;
            sum += delay;
            most = Math.max(most, delay);
            if (walkers.startTick(w) >= 0) {
                started++;
                onWalk += walkers.startedOnWalk(w) ? 1 : 0;
            }
        }
        if (!any) {
            return null;
        }
        return new CrossingRow(
                view.table().network().crossings().get(crossing).id(),
                intervals.from(interval),
                intervals.to(interval),
                came,
                unfinished,
                came == 0 ? Double.NaN : sum / came,
                most,
                !signal || started == 0 ? Double.NaN : (double) onWalk / started);
    }
}
