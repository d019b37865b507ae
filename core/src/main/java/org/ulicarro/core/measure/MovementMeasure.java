package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import org.ulicarro.core.measure.VisitSums.Sum;
import org.ulicarro.core.network.EntryRule;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Puts together what is known of movements, approaches and places: parts that it shares with others do the measuring. */
final class MovementMeasure implements Measure<MovementRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(MovementRow.class, at -> at.shared(MovementMeasure.class, MovementMeasure::new));
        }
    }

    private final Network network;
    private final SignalSystem signals;
    private final Intervals intervals;
    private final VisitSums visits;
    private final QueueMeasure queues;
    private final LaneMeasure greens;
    private final ArrivalSums arrivals;

    MovementMeasure(Fitting at) {
        network = at.network();
        signals = at.signals();
        intervals = at.intervals();
        visits = at.shared(VisitSums.class, VisitSums::new);
        queues = at.shared(QueueMeasure.class, QueueMeasure::new);
        greens = at.shared(LaneMeasure.class, LaneMeasure::new);
        arrivals = at.shared(ArrivalSums.class, ArrivalSums::new);
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        // its parts observe
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

    /** Rows of all controlled movements, approaches and places, interval by interval, the whole period last. */
    @Override
    public List<MovementRow> rows(TrafficView end) {
        List<MovementRow> rows = new ArrayList<>();
        for (Junction junction : network.junctions().values()) {
            for (int i = 0; junction.controlled() && i < intervals.count(); i++) {
                int interval = i;
                Subjects.of(
                        network,
                        junction,
                        s -> rows.add(row(s.place(), s.approach(), s.movement(), s.name(), s.of(), interval)));
            }
        }
        return rows;
    }

    private MovementRow row(String place, String approach, String id, String name, List<Movement> of, int interval) {
        double arrived = visits.total(of, interval, Sum.ARRIVED);
        double longest = 0;
        double longestMean = 0;
        for (Movement m : of) {
            for (var path : m.paths()) {
                longest = Math.max(longest, queues.max(path.fromLane(), interval));
                longestMean = Math.max(longestMean, queues.mean(path.fromLane(), interval));
            }
        }
        return new MovementRow(
                place,
                approach,
                id,
                name,
                intervals.from(interval),
                intervals.to(interval),
                visits.total(of, interval, Sum.PASSED),
                arrived,
                visits.total(of, interval, Sum.UNFINISHED),
                visits.total(of, interval, Sum.CONTROL) / arrived,
                visits.total(of, interval, Sum.ENTRY) / arrived,
                visits.total(of, interval, Sum.GEOMETRIC) / arrived,
                visits.total(of, interval, Sum.STOPPED) / arrived,
                visits.total(of, interval, Sum.STOPS) / arrived,
                longestMean,
                longest,
                of.stream().anyMatch(this::goesInGaps),
                arrivedOnGreen(of, interval),
                arrivedOnGreen(of, interval) / greenShare(of),
                interval == intervals.whole() && of.size() == 1 ? saturation(of.get(0)) : Double.NaN,
                interval == intervals.whole() ? worst(of, greens::vc) : Double.NaN,
                interval == intervals.whole() ? worst(of, greens::splitFailures) : Double.NaN);
    }

    private boolean goesInGaps(Movement movement) {
        return movement.rule() == EntryRule.STOP
                || movement.rule() == EntryRule.YIELD
                || signals.yields(movement.index());
    }

    private double arrivedOnGreen(List<Movement> of, int interval) {
        double all = 0;
        double onGreen = 0;
        for (Movement m : of) {
            all += arrivals.count(m.index(), interval, false);
            onGreen += arrivals.count(m.index(), interval, true);
        }
        return onGreen / all;
    }

    /** Mean share of green of the movements' lanes. */
    private double greenShare(List<Movement> of) {
        double sum = 0;
        int n = 0;
        for (Movement m : of) {
            for (var path : m.paths()) {
                double share = greens.greenShare(path.fromLane());
                sum += Double.isNaN(share) ? 0 : share;
                n += Double.isNaN(share) ? 0 : 1;
            }
        }
        return n == 0 ? Double.NaN : sum / n;
    }

    private double saturation(Movement of) {
        double sum = 0;
        for (var path : of.paths()) {
            sum += greens.saturation(path.fromLane()); // NaN when one is not known
        }
        return sum;
    }

    private static double worst(List<Movement> of, IntToDoubleFunction figure) {
        double worst = Double.NaN;
        for (Movement m : of) {
            for (var path : m.paths()) {
                double one = figure.applyAsDouble(path.fromLane());
                worst = Double.isNaN(worst) || one > worst ? one : worst;
            }
        }
        return worst;
    }
}
