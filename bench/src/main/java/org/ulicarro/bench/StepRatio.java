package org.ulicarro.bench;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.util.Arrays;
import java.util.Locale;
import org.ulicarro.core.traffic.StepCounts;
import org.ulicarro.core.traffic.Traffic;

/**
 * The step of networks of any size beside the raw loop: both take turns every few hundredths of a second on one thread, and each turn is
 * told by the processor time that it took, so that what else the machine does falls on both alike. The figure is the median ratio.
 */
public final class StepRatio {

    private static final int ROUNDS = 41;
    private static final long TURN = 40_000_000; // ns of the step in a turn
    private static final long RAW_TURN = 10_000_000;
    private static final int REWIND_AFTER = 1500; // steps
    private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();

    private final String name;
    private final Town town;
    private final Traffic traffic;
    private final RawLoop raw = RawLoop.of(500);
    private byte[] loaded; // the state once everybody is on the road
    private int steps;

    private StepRatio(String name) {
        this.name = name;
        town = TownStep.of(name);
        traffic = town.traffic(1);
    }

    public static void main(String[] args) throws IOException {
        String[] scenes = args.length > 0 ? args : new String[] {"corridor", "motorway", "22", "50", "100"};
        System.out.println(
                "scene       vehicles    lanes   ns/vehicle-step    raw ns   ratio (quartiles)         lanes visited   special   passes   bytes");
        for (String scene : scenes) {
            new StepRatio(scene).print();
        }
    }

    private void print() throws IOException {
        while (traffic.now() < TownStep.warmUp(name)) {
            traffic.step();
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        traffic.save(new DataOutputStream(out));
        loaded = out.toByteArray();
        for (long begun = System.nanoTime(); System.nanoTime() - begun < 8_000_000_000L; ) { // until all is compiled
            step(TURN);
            raw(RAW_TURN);
        }
        double[] ratio = new double[ROUNDS];
        double[] step = new double[ROUNDS];
        double[] loop = new double[ROUNDS];
        for (int i = 0; i < ROUNDS; i++) {
            loop[i] = raw(RAW_TURN);
            step[i] = step(TURN);
            loop[i] = (loop[i] + raw(RAW_TURN)) / 2;
            ratio[i] = loop[i] / step[i];
        }
        StepCounts counts = traffic.counts();
        long all = counts.driving();
        System.out.printf(
                Locale.ROOT,
                "%-10s  %8d  %7d   %15.1f  %8.2f   %.4f (%.4f to %.4f)   %13.2f   %6.0f%%   %6.2f   %5.0f%n",
                name,
                traffic.view().onRoad(),
                town.lanes(),
                quantile(step, 0.5),
                quantile(loop, 0.5),
                quantile(ratio, 0.5),
                quantile(ratio, 0.25),
                quantile(ratio, 0.75),
                (double) counts.lanes() / all,
                100.0 * counts.special() / all,
                counts.passes(),
                counts.bytes());
        traffic.close();
    }

    /** Nanoseconds for a vehicle and step. */
    private double step(long atLeast) throws IOException {
        long moved = 0;
        long taken = 0;
        while (taken < atLeast) {
            if (steps >= REWIND_AFTER) {
                traffic.restore(new DataInputStream(new ByteArrayInputStream(loaded)));
                steps = 0;
            }
            long begun = THREADS.getCurrentThreadCpuTime();
            for (int i = 0; i < 5; i++) {
                traffic.step();
                moved += traffic.view().onRoad();
            }
            steps += 5;
            taken += THREADS.getCurrentThreadCpuTime() - begun;
        }
        return taken / (double) moved;
    }

    private double raw(long atLeast) {
        RawLoop.Moved moved = new RawLoop.Moved();
        long begun = THREADS.getCurrentThreadCpuTime();
        while (THREADS.getCurrentThreadCpuTime() - begun < atLeast) {
            for (int i = 0; i < 100; i++) {
                raw.step(moved);
            }
        }
        return (THREADS.getCurrentThreadCpuTime() - begun) / (double) moved.vehicleSteps;
    }

    private static double quantile(double[] values, double share) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[(int) Math.round(share * (sorted.length - 1))];
    }
}
