package org.ulicarro.core.measure;

import java.io.DataInput;
import java.io.DataOutput;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.events.Visits;

/**
 * Every arrival at a few signals and every green that they showed, in a window of one replication, for pictures of arrivals in the cycle. An
 * arrival is when the vehicle would have been at the line had nothing delayed it, as in {@link ArrivalSums}.
 */
public final class CycleArrivals implements Observer {

    /**
     * A movement that is watched.
     *
     * @param movement its index
     * @param group its signal group
     */
    public record Watched(int movement, int group) {}

    private final List<Watched> watched;
    private final double from;
    private final double to;
    private final List<List<Double>> arrivals = new ArrayList<>();
    private final List<List<double[]>> greens = new ArrayList<>();
    private final double[] began;

    /** @param from time of day of the window (s), and {@code to} its end */
    public CycleArrivals(List<Watched> watched, double from, double to) {
        this.watched = List.copyOf(watched);
        this.from = from;
        this.to = to;
        began = new double[watched.size()];
        Arrays.fill(began, Double.NaN);
        watched.forEach(w -> {
            arrivals.add(new ArrayList<>());
            greens.add(new ArrayList<>());
        });
    }

    /** Times of day at which vehicles arrived for the i-th movement (s). */
    public List<Double> arrivals(int i) {
        return arrivals.get(i);
    }

    /** From and to of the greens of the i-th movement (s). */
    public List<double[]> greens(int i) {
        return greens.get(i);
    }

    /** Share of the arrivals that came on green; NaN of none. */
    public double onGreen(int i) {
        long on = arrivals.get(i).stream().filter(t -> isGreen(i, t)).count();
        return (double) on / arrivals.get(i).size();
    }

    /** Share of the window that was green. */
    public double greenShare(int i) {
        double green = 0;
        for (double[] g : greens.get(i)) {
            green += Math.min(to, g[1]) - Math.max(from, g[0]);
        }
        return green / (to - from);
    }

    private boolean isGreen(int i, double time) {
        for (double[] g : greens.get(i)) {
            if (time >= g[0] && time < g[1]) {
                return true;
            }
        }
        return false;
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        for (int i = 0; i < began.length; i++) {
            boolean green = view.aspects().of(watched.get(i).group()) == Aspect.GREEN;
            if (green && Double.isNaN(began[i])) {
                began[i] = Clock.seconds(view.aspects().since(watched.get(i).group()));
            } else if (!green && !Double.isNaN(began[i])) {
                close(i, Clock.seconds(view.aspects().since(watched.get(i).group())));
            }
        }
        add(events.visits());
    }

    private void close(int i, double end) {
        if (end > from && began[i] < to) {
            greens.get(i).add(new double[] {began[i], end});
        }
        began[i] = Double.NaN;
    }

    private void add(Visits visits) {
        for (int v = 0; v < visits.count(); v++) {
            double at = visits.arrival(v);
            for (int i = 0; at >= from && at < to && i < began.length; i++) {
                if (watched.get(i).movement() == visits.movement(v)) {
                    arrivals.get(i).add(at);
                }
            }
        }
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        add(events.visits());
        for (int i = 0; i < began.length; i++) {
            if (!Double.isNaN(began[i])) {
                close(i, view.now());
            }
        }
    }

    @Override
    public void save(DataOutput out) {
        throw new UnsupportedOperationException("pictures are not saved");
    }

    @Override
    public void restore(DataInput in) {
        throw new UnsupportedOperationException("pictures are not saved");
    }
}
