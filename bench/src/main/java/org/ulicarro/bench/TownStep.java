package org.ulicarro.bench;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.ulicarro.core.traffic.Traffic;

/** The step of the traffic alone on networks of any size: nobody measures, nobody records. */
@State(Scope.Thread)
public class TownStep {

    /** {@code corridor}, {@code motorway}, or how many crossroads a side of the grid has. */
    @Param({"corridor"})
    private String town;

    @Param({"1"})
    private int threads;

    private Traffic traffic;
    private byte[] loaded; // the state once everybody is on the road
    private int steps;

    static Town of(String name) {
        return name.equals("corridor")
                ? Town.corridor()
                : name.equals("motorway") ? Town.motorway() : Town.grid(Integer.parseInt(name));
    }

    static double warmUp(String name) {
        return name.equals("corridor") ? 1200 : name.equals("motorway") ? 3600 : 150;
    }

    @Setup(Level.Trial)
    public void load() throws IOException {
        traffic = of(town).traffic(threads);
        while (traffic.now() < warmUp(town)) {
            traffic.step();
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        traffic.save(new DataOutputStream(out));
        loaded = out.toByteArray();
    }

    @Setup(Level.Iteration)
    public void rewind() throws IOException {
        traffic.restore(new DataInputStream(new ByteArrayInputStream(loaded)));
        steps = 0;
    }

    @Benchmark
    public int step(RawLoop.Moved moved) throws IOException {
        if (++steps > 1500) {
            rewind();
        }
        traffic.step();
        moved.vehicleSteps += traffic.view().onRoad();
        return traffic.view().onRoad();
    }

    @TearDown(Level.Trial)
    public void close() {
        traffic.close();
    }
}
