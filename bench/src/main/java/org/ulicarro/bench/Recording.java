package org.ulicarro.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.openjdk.jmh.runner.RunnerException;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.tracks.TrackRecorder;
import org.ulicarro.core.tracks.TrackSettings;
import org.ulicarro.core.tracks.TrackSink;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** Prints what recording at 1 Hz costs: bytes per vehicle and second, and the share of time that it adds to the step. */
public final class Recording {

    private Recording() {}

    /** A recorder of a whole replication at 1 Hz. */
    static TrackRecorder of(Model model, TrackSink sink) {
        var window = model.demand().window();
        double step = model.study().step();
        return new TrackRecorder(TrackSettings.of(1, window.start(), window.end(), 1, step, window.start()), sink);
    }

    public static void main(String[] args) throws RunnerException, IOException, StudyProblem {
        int rounds = args.length > 0 ? Integer.parseInt(args[0]) : 5;
        System.out.println(
                "scene   vehicle-seconds      bytes   bytes each   without        recording      cost    allocated/step");
        for (String scene : new String[] {"demo", "busy"}) {
            Path folder = Files.createTempDirectory("ulicarro-bench");
            Samples.write(Samples.MARKET, folder);
            if (scene.equals("busy")) {
                Scenes.makeBusy(folder);
            }
            Model model = StudyFolder.read(folder, List.of()).compile(null).model();
            Replication replication = new Replication(model, 1);
            TrackRecorder recorder = of(model, (bytes, length) -> {});
            replication.observe(recorder);
            double seconds = replication.result().vehicleSteps()
                    * Clock.seconds(Clock.ticks(model.study().step()));
            print(scene, rounds, seconds, recorder.bytes());
        }
    }

    private static void print(String scene, int rounds, double seconds, long bytes) throws RunnerException {
        double[] plain = new double[rounds];
        double[] recorded = new double[rounds];
        double[] cost = new double[rounds];
        double allocated = 0;
        for (int i = 0; i < rounds; i++) {
            plain[i] = SpeedTable.run(SimulationStep.class, "scene", scene, "recording", "false")[0];
            double[] with = SpeedTable.run(SimulationStep.class, "scene", scene, "recording", "true");
            recorded[i] = with[0];
            allocated = with[1];
            cost[i] = plain[i] / recorded[i] - 1;
        }
        System.out.printf(
                Locale.ROOT,
                "%-6s  %15.0f  %9d   %10.2f   %6.2f million %6.2f million  %4.1f %%   %.1f bytes%n",
                scene,
                seconds,
                bytes,
                bytes / seconds,
                SpeedTable.median(plain) / 1e6,
                SpeedTable.median(recorded) / 1e6,
                SpeedTable.median(cost) * 100,
                allocated);
    }
}
