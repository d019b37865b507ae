package org.ulicarro.bench;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** The whole step of a replication with its meters on: signals, entries, changes, gaps, following, hand-over, measuring. */
@State(Scope.Thread)
public class SimulationStep {

    /** {@code demo}: the demo as it is. {@code busy}: the same crossroads with six lanes' worth of legs of 2 km, near 500 vehicles. */
    @Param({"demo", "busy"})
    private String scene;

    /** Whether everything is recorded at 1 Hz on the way, into nothing. */
    @Param({"false"})
    private boolean recording;

    private Model model;
    private byte[] loaded; // the state once the network has filled
    private Replication replication;

    @Setup(Level.Trial)
    public void compile() throws IOException, StudyProblem {
        Path folder = Files.createTempDirectory("ulicarro-bench");
        Samples.write(Samples.MARKET, folder);
        if (scene.equals("busy")) {
            Scenes.makeBusy(folder);
        }
        model = StudyFolder.read(folder, List.of()).compile(null).model();
        Replication first = new Replication(model, 1);
        first.advanceTo(model.period().from() + 900);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        first.save(new DataOutputStream(out));
        loaded = out.toByteArray();
        replication = new Replication(model, 1);
        if (recording) {
            replication.observe(Recording.of(model, (bytes, length) -> {}));
        }
    }

    @Setup(Level.Iteration)
    public void rewind() throws IOException {
        replication.restore(new DataInputStream(new ByteArrayInputStream(loaded)));
    }

    @Benchmark
    public double step(RawLoop.Moved moved) throws IOException {
        if (replication.isDone()) {
            rewind();
        }
        replication.step();
        moved.vehicleSteps += replication.view().onRoad();
        return replication.now();
    }
}
