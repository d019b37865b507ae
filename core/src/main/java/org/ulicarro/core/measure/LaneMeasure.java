package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
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
 * Watches the greens of lanes before signals, one by one: how the queue discharges, and whether it is served. The measure of saturation flow
 * by the fifth and later queued vehicles is that of the Highway Capacity Manual (6th edition, chapter 31, field measurement).
 */
final class LaneMeasure implements Measure<LaneRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(LaneRow.class, at -> at.shared(LaneMeasure.class, LaneMeasure::new));
        }
    }

    /** Vehicles whose headways still hold start-up lost time. */
    private static final int STARTING = 4;

    /** Who could not stop at yellow has passed by then (s of red). */
    private static final double CLEARS = 2;

    /** A saturation flow by fewer headways than this is none. */
    static final int ENOUGH = 30;

    /** Lost times by fewer greens than this are the usual ones. */
    private static final int ENOUGH_GREENS = 5;

    /** Start-up lost time, and yellow used by a queue that is not served, where too few were measured (s). */
    private static final double USUAL = 2.0;

    private static final int RED = 0;
    private static final int GREEN = 1;
    private static final int YELLOW = 2;

    private final Network network;
    private final SignalSystem signals;
    private final Intervals intervals;
    private final int[] lanes;
    private final int[] group;
    private final int[] position; // lane of the network -> place in 'lanes', or -1

    // the green that goes on
    private final int[] shows; // RED, GREEN or YELLOW
    private final double[] began; // when its green did, s since midnight; NaN before the first
    private final double[] ended; // when its yellow began
    private final double[] redBegan;
    private final int[] queued; // vehicles in the queue at its start
    private final int[] passed; // since then
    private final double[] lastPassed; // when, s since midnight
    private final double[] fourthPassed;

    // sums over the measured period, by lane
    private final int[] greens;
    private final double[] green; // s
    private final int[] cycles;
    private final double[] cycle; // s
    private final int[] failures;
    private final int[] headways;
    private final double[] headway; // s
    private final double[] units; // pcu that went in them
    private final int[] starts; // greens with more queued vehicles than start slowly
    private final double[] startTime; // s from green to the fourth of them, summed
    private final int[] fullGreens; // greens that did not serve their queue
    private final double[] yellowUsed; // s in those
    private final int[] vehicles;
    private final double[] flow; // pcu that passed
    private final int[] queueBefore; // vehicles on and outside the lane when the period began
    private final int[] queueAfter;
    private boolean begun;
    private int changes = -1; // of aspects, when it looked last
    private double stepEnded; // the step before this one (s since midnight)

    LaneMeasure(Fitting at) {
        this(at.network(), at.signals(), ControlledLanes.of(at).signalled(), at.intervals());
    }

    LaneMeasure(Network network, SignalSystem signals, ControlledLanes controlled, Intervals intervals) {
        this.network = network;
        this.signals = signals;
        lanes = controlled.lanes();
        group = controlled.groups();
        this.intervals = intervals;
        int n = lanes.length;
        position = new int[network.lanes().size()];
        Arrays.fill(position, -1);
        for (int i = 0; i < n; i++) {
            position[lanes[i]] = i;
        }
        shows = new int[n];
        began = new double[n];
        ended = new double[n];
        Arrays.fill(began, Double.NaN);
        redBegan = new double[n];
        queued = new int[n];
        passed = new int[n];
        lastPassed = new double[n];
        fourthPassed = new double[n];
        greens = new int[n];
        green = new double[n];
        cycles = new int[n];
        cycle = new double[n];
        failures = new int[n];
        headways = new int[n];
        headway = new double[n];
        units = new double[n];
        starts = new int[n];
        startTime = new double[n];
        fullGreens = new int[n];
        yellowUsed = new double[n];
        vehicles = new int[n];
        flow = new double[n];
        queueBefore = new int[n];
        queueAfter = new int[n];
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        boolean changed = view.aspects().changes() != changes;
        for (int e = 0; e < events.lineCount(); e++) {
            int p = position[events.lineLane(e)];
            if (p >= 0) {
                double at = events.lineAt(e);
                if (changed && at >= Clock.seconds(view.aspects().since(group[p]))) {
                    look(p, view); // who passes after the change belongs to the new green, or to the red
                }
                pass(p, at, units(events.lineVehicle(e), view));
            }
        }
        if (changed) {
            changes = view.aspects().changes();
            for (int p = 0; p < lanes.length; p++) {
                look(p, view);
            }
        }
        stepEnded = view.now();
        if (!begun && intervals.slice(view.now()) >= 0) {
            begun = true;
            count(view, queueBefore);
        }
        if (begun && intervals.isLastSecond(view.secondEnded())) {
            count(view, queueAfter);
        }
    }

    private static double units(int vehicle, TrafficView view) {
        return CarUnits.of(view.departures().kind(vehicle).base());
    }

    private void count(TrafficView view, int[] into) {
        for (int p = 0; p < lanes.length; p++) {
            int standing = view.outside(lanes[p]);
            for (int k = 0; k < view.vehiclesOn(lanes[p]); k++) {
                standing += view.queued(lanes[p], k) ? 1 : 0;
            }
            into[p] = standing;
        }
    }

    private void pass(int p, double at, double pcu) {
        boolean counts = intervals.slice(at) >= 0;
        if (counts) {
            vehicles[p]++;
            flow[p] += pcu;
        }
        boolean red = shows[p] == RED;
        if (Double.isNaN(began[p]) || red && at > redBegan[p] + CLEARS) {
            return; // turns on red are of no green
        }
        if (red && passed[p] < queued[p] && intervals.slice(began[p]) >= 0) {
            yellowUsed[p] += at - Math.max(lastPassed[p], ended[p]); // a full green, longer used than its yellow
        }
        passed[p]++;
        if (began[p] >= stepEnded) {
            queued[p]++; // gone before the queue of this green was counted, at the end of the step
        }
        if (passed[p] == STARTING) {
            fourthPassed[p] = at;
        }
        if (passed[p] > STARTING && passed[p] <= queued[p] && counts) {
            headways[p]++;
            headway[p] += at - lastPassed[p];
            units[p] += pcu;
        }
        lastPassed[p] = at;
    }

    private void look(int p, TrafficView view) {
        Aspect aspect = view.aspects().of(group[p]);
        int now = aspect.letsGo() ? GREEN : aspect == Aspect.YELLOW ? YELLOW : RED;
        if (now == shows[p]) {
            return;
        }
        double since = Clock.seconds(view.aspects().since(group[p]));
        if (now == GREEN) {
            begin(p, since, view);
        } else if (shows[p] == GREEN) {
            ended[p] = since;
        }
        if (now == RED && !Double.isNaN(began[p])) {
            redBegan[p] = since;
            end(p);
        }
        shows[p] = now;
    }

    private void begin(int p, double at, TrafficView view) {
        if (!Double.isNaN(began[p]) && intervals.slice(began[p]) >= 0) {
            cycles[p]++;
            cycle[p] += at - began[p];
        }
        began[p] = at;
        ended[p] = at;
        passed[p] = 0;
        lastPassed[p] = at;
        queued[p] = QueueReach.vehicles(view, lanes[p]);
    }

    private void end(int p) {
        if (intervals.slice(began[p]) < 0) {
            return;
        }
        double length = ended[p] - began[p];
        greens[p]++;
        green[p] += length;
        if (passed[p] > STARTING && queued[p] > STARTING) {
            starts[p]++;
            startTime[p] += fourthPassed[p] - began[p];
        }
        if (passed[p] < queued[p]) {
            failures[p]++;
            fullGreens[p]++;
            yellowUsed[p] += Math.max(0, lastPassed[p] - ended[p]);
        }
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // what has not ended does not count
    }

    /** Share of the time in which a lane has green; NaN where it never had. */
    double greenShare(int lane) {
        int p = position[lane];
        return p < 0 || cycles[p] == 0 ? Double.NaN : green[p] / greens[p] / (cycle[p] / cycles[p]);
    }

    /** pcu/h; NaN below 30 headways. */
    double saturation(int lane) {
        int p = position[lane];
        return p < 0 || headways[p] < ENOUGH ? Double.NaN : units[p] / headway[p] * 3600;
    }

    double splitFailures(int lane) {
        int p = position[lane];
        return p < 0 || greens[p] == 0 ? Double.NaN : (double) failures[p] / greens[p];
    }

    /** Degree of saturation of a lane, whose capacity is no less than what it served; NaN where its saturation flow is not known. */
    double vc(int lane) {
        int p = position[lane];
        if (p < 0) {
            return Double.NaN;
        }
        double capacity = saturation(lane) * effectiveGreen(p) / (cycle[p] / cycles[p]);
        return demand(p) / Math.max(capacity, flow[p] / hours()); // NaN stays
    }

    private double hours() {
        return (intervals.to(intervals.whole()) - intervals.from(intervals.whole())) / 3600;
    }

    private double demand(int p) {
        double hours = hours();
        double unit = vehicles[p] == 0 ? 1 : flow[p] / vehicles[p];
        return (flow[p] + unit * (queueAfter[p] - queueBefore[p])) / hours;
    }

    private double effectiveGreen(int p) {
        double mean = headways[p] < ENOUGH ? Double.NaN : headway[p] / headways[p];
        double lost = starts[p] < ENOUGH_GREENS || headways[p] < ENOUGH
                ? USUAL
                : Math.max(0, startTime[p] / starts[p] - STARTING * mean);
        double used = fullGreens[p] < ENOUGH_GREENS ? USUAL : yellowUsed[p] / fullGreens[p];
        return green[p] / greens[p] - lost + used;
    }

    /** One row for each lane that had green. */
    @Override
    public List<LaneRow> rows(TrafficView end) {
        return java.util.stream.IntStream.range(0, lanes.length)
                .filter(p -> greens[p] > 0)
                .mapToObj(this::row)
                .toList();
    }

    private LaneRow row(int p) {
        Lane lane = network.lanes().get(lanes[p]);
        Link link = network.links().get(lane.link());
        return new LaneRow(
                link.to(),
                link.approach(),
                link.id(),
                lane.number(),
                network.movementsFrom(link.index()).stream()
                        .filter(m -> network.path(lane.index(), m.index()).isPresent())
                        .map(Movement::id)
                        .toList(),
                signals.groups().get(group[p]).id(),
                greens[p],
                green[p] / greens[p],
                cycle[p] / cycles[p],
                effectiveGreen(p),
                headways[p],
                headway[p],
                units[p],
                saturation(lanes[p]),
                vehicles[p],
                flow[p] / hours(),
                demand(p),
                vc(lanes[p]),
                splitFailures(lanes[p]));
    }

    private double[][] reals() {
        return new double[][] {
            began, ended, redBegan, lastPassed, fourthPassed, green, cycle, headway, units, startTime, yellowUsed, flow
        };
    }

    private int[][] wholes() {
        return new int[][] {
            shows,
            queued,
            passed,
            greens,
            cycles,
            failures,
            headways,
            starts,
            fullGreens,
            vehicles,
            queueBefore,
            queueAfter
        };
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeBoolean(begun);
        out.writeDouble(stepEnded);
        SavedArrays.write(out, reals(), wholes());
    }

    @Override
    public void restore(DataInput in) throws IOException {
        begun = in.readBoolean();
        stepEnded = in.readDouble();
        changes = -1;
        SavedArrays.read(in, reals(), wholes());
    }
}
