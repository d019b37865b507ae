package org.ulicarro.bench;

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
import org.ulicarro.core.run.Snapshot;
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
    private Snapshot loaded; // the state once the network has filled
    private Replication replication;

    @Setup(Level.Trial)
    public void compile() throws IOException, StudyProblem {
        Path folder = Files.createTempDirectory("ulicarro-bench");
        Samples.write(Samples.MARKET, folder);
        if (scene.equals("busy")) {
            Scenes.makeBusy(folder);
        }
        model = StudyFolder.read(folder, List.of()).compile(null).model();
        replication = new Replication(model, 1);
        if (recording) {
            replication.observe(Recording.of(model, (bytes, length) -> {}));
        }
        replication.advanceTo(model.period().from() + 900);
        loaded = replication.save();
    }

    @Setup(Level.Iteration)
    public void rewind() {
        replication.restore(loaded);
    }

    @Benchmark
    public double step(RawLoop.Moved moved) {
        if (replication.isDone()) {
            rewind();
        }
        replication.step();
        moved.vehicleSteps += replication.view().onRoad();
        return replication.now();
    }
}
