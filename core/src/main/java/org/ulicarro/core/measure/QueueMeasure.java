package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/**
 * Queues by lane: each second from the line to the rear of the last vehicle in the queue, and for each cycle, from one start of red
 * to the next, or by time where no signal makes cycles, the furthest rear of a vehicle that stopped or joined.
 */
final class QueueMeasure implements Measure<LaneCycle> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(LaneCycle.class, at -> at.shared(QueueMeasure.class, QueueMeasure::new));
        }
    }

    /** Where no signal makes cycles, a cycle is so long (s). */
    private static final double CYCLE_BY_TIME = 120;

    private final Network network;
    private final Intervals intervals;
    private final QueueReach reach;
    private final int[] lanes; // lanes that lead to a signal
    private final int[] group; // of each of them: the group whose red begins its cycle
    private final int[] position; // lane of the network -> place in 'lanes', or -1
    private final double[] sum; // (lane, interval) -> m
    private final double[] most; // (lane, interval) -> m
    private final int[] samples; // interval -> seconds
    private final double[] back; // furthest rear in the cycle of each lane, m
    private final double[] cycleStart; // when that began, s since midnight; NaN before the first
    private final int[] red; // 1 while the lane's group shows red
    private final double[] greenFrom; // when green began in the cycle of each lane, s since midnight; NaN before
    private final int[] green; // how long it has lasted in this cycle, ticks, without the one that goes on
    private final int[] greenStep; // steps before the first one of the green that goes on; -1 for none
    private int steps;
    private int changes = -1; // of aspects, when it looked last
    private final List<QueueCycle> cycles = new ArrayList<>();

    QueueMeasure(Fitting at) {
        this(at.network(), ControlledLanes.of(at), at.intervals());
    }

    QueueMeasure(Network network, ControlledLanes controlled, Intervals intervals) {
        this.network = network;
        this.intervals = intervals;
        lanes = controlled.lanes();
        group = controlled.groups();
        reach = new QueueReach(network);
        position = new int[network.lanes().size()];
        Arrays.fill(position, -1);
        for (int i = 0; i < lanes.length; i++) {
            position[lanes[i]] = i;
        }
        sum = new double[lanes.length * intervals.count()];
        most = new double[lanes.length * intervals.count()];
        samples = new int[intervals.count()];
        back = new double[lanes.length];
        cycleStart = new double[lanes.length];
        Arrays.fill(cycleStart, Double.NaN);
        red = new int[lanes.length];
        greenFrom = new double[lanes.length];
        Arrays.fill(greenFrom, Double.NaN);
        green = new int[lanes.length];
        greenStep = new int[lanes.length];
        Arrays.fill(greenStep, -1);
    }

    double mean(int lane, int interval) {
        int n = samples[interval];
        return n == 0 ? 0 : sum[position[lane] * intervals.count() + interval] / n;
    }

    double max(int lane, int interval) {
        return most[position[lane] * intervals.count() + interval];
    }

    List<QueueCycle> cycles() {
        return cycles;
    }

    /** The queue of each controlled lane in each cycle that began in the period. */
    @Override
    public List<LaneCycle> rows(TrafficView end) {
        return cycles.stream().map(this::named).toList();
    }

    private LaneCycle named(QueueCycle cycle) {
        Lane lane = network.lanes().get(cycle.lane());
        Link link = network.links().get(lane.link());
        List<String> movements = network.movementsFrom(link.index()).stream()
                .filter(m -> network.path(lane.index(), m.index()).isPresent())
                .map(Movement::id)
                .toList();
        return new LaneCycle(
                link.to(),
                link.approach(),
                link.id(),
                lane.number(),
                movements,
                cycle.start(),
                cycle.back(),
                cycle.greenFrom(),
                cycle.green());
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        for (int i = 0; i < events.queuedCount(); i++) {
            int p = position[events.queuedLane(i)];
            if (p >= 0) {
                back[p] = Math.max(back[p], reach.of(view, lanes[p]));
            }
        }
        steps++;
        boolean changed = view.aspects().changes() != changes;
        changes = view.aspects().changes();
        for (int p = 0; p < lanes.length; p++) {
            if (group[p] == SignalSystem.NO_GROUP) {
                if (!(view.now() < cycleStart[p] + CYCLE_BY_TIME)) {
                    closeCycle(p, view);
                }
            } else if (changed) {
                look(p, view.aspects().of(group[p]), view);
            }
        }
        if (!Double.isNaN(view.secondEnded())) {
            sample(view);
        }
    }

    private void look(int p, Aspect aspect, TrafficView view) {
        settle(p, view);
        boolean isRed = aspect == Aspect.RED;
        if (isRed && red[p] == 0) {
            closeCycle(p, view);
        }
        red[p] = isRed ? 1 : 0;
        if (aspect.letsGo()) {
            greenStep[p] = steps - 1; // this step counts
            if (Double.isNaN(greenFrom[p])) {
                greenFrom[p] = Clock.seconds(view.aspects().since(group[p]));
            }
        }
    }

    /** Adds the green that has lasted up to the step before this one. */
    private void settle(int p, TrafficView view) {
        if (greenStep[p] >= 0) {
            green[p] += (steps - 1 - greenStep[p]) * Clock.ticks(view.stepSeconds());
            greenStep[p] = -1;
        }
    }

    private void closeCycle(int p, TrafficView view) {
        if (intervals.slice(cycleStart[p]) >= 0) {
            cycles.add(new QueueCycle(lanes[p], cycleStart[p], back[p], greenFrom[p], Clock.seconds(green[p])));
        }
        cycleStart[p] = view.now();
        greenFrom[p] = Double.NaN;
        green[p] = 0;
        back[p] = reach.of(view, lanes[p]);
    }

    private void sample(TrafficView view) {
        int slice = intervals.slice(view.secondEnded());
        if (slice >= 0) {
            samples[slice]++;
            samples[intervals.whole()] += slice == intervals.whole() ? 0 : 1;
        }
        for (int p = 0; p < lanes.length; p++) {
            double queue = reach.of(view, lanes[p]);
            if (queue > view.table().end(lanes[p])) {
                back[p] = Math.max(back[p], queue); // who joined it did so before another line, or outside
            }
            if (slice >= 0) {
                add(p, slice, queue);
            }
        }
    }

    private void add(int p, int slice, double queue) {
        addTo(p * intervals.count() + slice, queue);
        if (slice != intervals.whole()) {
            addTo(p * intervals.count() + intervals.whole(), queue);
        }
    }

    private void addTo(int i, double queue) {
        sum[i] += queue;
        most[i] = Math.max(most[i], queue);
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        steps++; // the last step counts
        for (int p = 0; p < lanes.length; p++) {
            settle(p, view);
            closeCycle(p, view);
        }
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, sum, sum.length);
        SavedArrays.write(out, most, most.length);
        SavedArrays.write(out, samples, samples.length);
        SavedArrays.write(out, back, back.length);
        SavedArrays.write(out, cycleStart, cycleStart.length);
        SavedArrays.write(out, red, red.length);
        SavedArrays.write(out, greenFrom, greenFrom.length);
        SavedArrays.write(out, green, green.length);
        SavedArrays.write(out, greenStep, greenStep.length);
        out.writeInt(steps);
        out.writeInt(cycles.size());
        for (QueueCycle cycle : cycles) {
            out.writeInt(cycle.lane());
            out.writeDouble(cycle.start());
            out.writeDouble(cycle.back());
            out.writeDouble(cycle.greenFrom());
            out.writeDouble(cycle.green());
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, sum);
        SavedArrays.read(in, most);
        SavedArrays.read(in, samples);
        SavedArrays.read(in, back);
        SavedArrays.read(in, cycleStart);
        SavedArrays.read(in, red);
        SavedArrays.read(in, greenFrom);
        SavedArrays.read(in, green);
        SavedArrays.read(in, greenStep);
        steps = in.readInt();
        changes = -1;
        cycles.clear();
        int count = in.readInt();
        for (int i = 0; i < count; i++) {
            cycles.add(
                    new QueueCycle(in.readInt(), in.readDouble(), in.readDouble(), in.readDouble(), in.readDouble()));
        }
    }
}
