package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Headways at the line by place in the queue, over all cycles that were saturated to their end, after the first quarter of an hour. */
final class Discharge extends Watcher {

    static final int POSITIONS = 18;

    private final int movement;
    private final int group;
    private final int lane;
    private final double green;
    private final double cycleEnd;
    private final double[] sum = new double[POSITIONS + 1];
    private final double[] current = new double[POSITIONS + 1];
    private int cycles;
    private int behindFourth; // vehicles from the fifth on, in all cycles
    private double timeBehindFourth; // from the fourth to the last one of each cycle
    private double fourthAt;
    private double yellowSum;
    private int late;
    private int passed;
    private int greenTick = -1;
    private double greenAt;
    private double last;
    private int position;
    private double lastHeadway;
    final List<Double> spacings = new ArrayList<>(); // front to front in standing queues, m
    final List<Double> waves = new ArrayList<>(); // s per vehicle until it moves off

    Discharge(Model model, String name, double green) {
        movement = model.network().movement("middle", name).movement().index();
        group = model.signals().groupOf(movement);
        lane = model.network().movements().get(movement).paths().get(0).fromLane();
        this.green = green;
        cycleEnd = Approach.CYCLE;
    }

    static Discharge of(Replication replication, String name, double green) {
        Discharge discharge = new Discharge(replication.model(), name, green);
        replication.observe(discharge);
        replication.result();
        return discharge;
    }

    double headway(int from, int to) {
        return sum(from, to) / (to - from + 1);
    }

    private double sum(int from, int to) {
        double total = 0;
        for (int p = from; p <= to; p++) {
            total += sum[p] / cycles;
        }
        return total;
    }

    /** veh/h, from the fifth vehicle on. */
    double saturation() {
        return 3600 / headway(5, 16);
    }

    /**
     * veh/h from the fifth vehicle to the last one of each cycle, over all cycles, however many pass in one (Highway Capacity Manual, field measurement): cycles in
     * which many do are those with few trucks.
     */
    double saturationOfAll() {
        return 3600 * behindFourth / timeBehindFourth;
    }

    double lost() {
        return sum(1, 4) - 4 * headway(5, 16);
    }

    double yellowUsed() {
        return yellowSum / cycles;
    }

    /** Share of all vehicles that passed later than half a second into red. */
    double late() {
        return (double) late / passed;
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        boolean isGreen = view.aspects().of(group) == Aspect.GREEN;
        if (isGreen && view.aspects().since(group) != greenTick) {
            endCycle();
            greenTick = view.aspects().since(group);
            greenAt = greenTick / 10.0;
            last = greenAt;
            position = 0;
            measureQueue(view);
        }
        watchStartWave(view);
        for (int i = 0; i < events.lineCount(); i++) {
            if (events.lineMovement(i) == movement && view.now() > 8.25 * 3600) {
                position++;
                lastHeadway = events.lineAt(i) - last;
                if (position <= POSITIONS) {
                    current[position] = lastHeadway;
                }
                last = events.lineAt(i);
                fourthAt = position == 4 ? last : fourthAt;
                passed++;
                late += last > greenAt + green + yellowLength(view) + 0.5 && last < greenAt + cycleEnd - 1 ? 1 : 0;
            }
        }
    }

    private double yellowLength(TrafficView view) {
        return view.table().signals().yellowOf(movement);
    }

    private void endCycle() {
        if (position > 4) {
            behindFourth += position - 4;
            timeBehindFourth += last - fourthAt;
        }
        if (position >= POSITIONS && last > greenAt + green && lastHeadway < 4) {
            for (int p = 1; p <= POSITIONS; p++) {
                sum[p] += current[p];
            }
            yellowSum += last - greenAt - green;
            cycles++;
        }
    }

    private int[] queued = new int[0]; // vehicles that stood when green began
    private int moved;

    private void measureQueue(TrafficView view) {
        int standing = 0;
        while (standing < view.vehiclesOn(lane) && view.speed(lane, standing) < 0.05) {
            standing++;
        }
        queued = new int[standing];
        moved = 0;
        for (int k = 0; k < standing; k++) {
            queued[k] = view.vehicle(lane, k);
        }
        if (standing >= 8 && view.now() > 8.25 * 3600) {
            spacings.add((view.position(lane, 0) - view.position(lane, standing - 1)) / (standing - 1));
        }
    }

    /** From the second vehicle to the eighth, how much later each moves off than the one before. */
    private double secondMoved;

    private void watchStartWave(TrafficView view) {
        if (queued.length < 9 || moved > 8 || view.now() < 8.25 * 3600) {
            return;
        }
        for (int k = 0; k < view.vehiclesOn(lane) && moved < 9; k++) {
            if (view.vehicle(lane, k) == queued[moved]) {
                if (view.speed(lane, k) < 0.3) {
                    return;
                }
                moved++;
                if (moved == 2) {
                    secondMoved = view.now();
                } else if (moved == 9) {
                    waves.add((view.now() - secondMoved) / 7);
                }
            }
        }
    }
}
