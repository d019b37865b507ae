package org.ulicarro.bench;

import org.openjdk.jmh.annotations.AuxCounters;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;

/**
 * The yardstick: plain car following over arrays and nothing else. Vehicles go round a ring; each step is, for every vehicle, the
 * Intelligent Driver Model and a ballistic update (the exact lines are in docs/speed.md). What a simulation with signals, gaps and
 * lane changes reaches is told as a share of this.
 */
@State(Scope.Thread)
public class RawLoop {

    private static final double DT = 0.2;

    @Param({"500"})
    private int vehicles;

    private double[] pos;
    private double[] speed;
    private double[] accel;
    private double ring;

    /** Vehicles moved by one step each, per second. */
    @AuxCounters(AuxCounters.Type.OPERATIONS)
    @State(Scope.Thread)
    public static class Moved {
        public long vehicleSteps;
    }

    @Setup(Level.Iteration)
    public void setUp() {
        pos = new double[vehicles];
        speed = new double[vehicles];
        accel = new double[vehicles];
        ring = vehicles * 25.0;
        for (int v = 0; v < vehicles; v++) {
            pos[v] = (vehicles - v) * 25.0;
            speed[v] = 10 + v % 7 * 0.3;
        }
    }

    @Benchmark
    public double step(Moved moved) {
        double[] x = pos;
        double[] u = speed;
        double[] a = accel;
        int n = x.length;
        double leaderPos = x[n - 1] + ring;
        double leaderSpeed = u[n - 1];
        for (int v = 0; v < n; v++) {
            double gap = leaderPos - 4.8 - x[v];
            double wanted = 2.5 + Math.max(0, u[v] * (1.0 + (u[v] - leaderSpeed) * 0.1863));
            double ratio = wanted / gap;
            double share = u[v] / 13.9;
            double squared = share * share;
            a[v] = 2.4 * Math.min(1 - squared * squared, 1 - ratio * ratio);
            leaderPos = x[v];
            leaderSpeed = u[v];
        }
        for (int v = 0; v < n; v++) {
            double after = Math.max(0, u[v] + a[v] * DT);
            x[v] += (u[v] + after) / 2 * DT;
            u[v] = after;
        }
        moved.vehicleSteps += n;
        return x[0];
    }

    /** A loop that is set up, for measuring without JMH. */
    static RawLoop of(int vehicles) {
        RawLoop loop = new RawLoop();
        loop.vehicles = vehicles;
        loop.setUp();
        return loop;
    }

    /** Vehicle-steps per second over about so many seconds, for comparisons outside of JMH. */
    static double measure(double seconds) {
        RawLoop loop = of(500);
        Moved moved = new Moved();
        long begun = System.nanoTime();
        double taken = 0;
        while (taken < seconds) {
            for (int i = 0; i < 200; i++) {
                loop.step(moved);
            }
            taken = (System.nanoTime() - begun) / 1e9;
        }
        return moved.vehicleSteps / taken;
    }
}
