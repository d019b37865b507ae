package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.run.Digest;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.Snapshot;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.DetectorPlace;
import org.ulicarro.core.signal.SignalSystem;

/** Actuated control in traffic: the demo's market, with detectors, people and a lead. The conflict monitor watches every tick. */
class ActuatedTest {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void writeStudy() throws IOException {
        study = temp.resolve("quayside");
        Samples.write(Samples.QUAYSIDE, study);
        Files.writeString(
                study.resolve("alternatives/short.yaml"),
                "periods: {pm: {to: \"16:40\", warm-up: {length: 5 min}, drain: 1 min}}\n");
    }

    private Model model(String... alternatives) throws StudyProblem {
        return StudyFolder.read(study, List.of(alternatives)).compile("pm").model();
    }

    @Test
    void aSavedReplicationGoesOnAlike() throws Exception {
        Model model = model("actuated", "short");
        Replication whole = new Replication(model, 1);
        whole.advanceTo(16 * 3600 + 31 * 60 + 7);
        Snapshot saved = whole.save();
        Replication second = new Replication(model, 1, 3);
        second.restore(saved);
        assertThat(Digest.of(List.of(second.result()))).isEqualTo(Digest.of(List.of(whole.result())));
    }

    /** Greens of phase 4 follow who comes: they differ, none is shorter than its minimum or longer than its maximum and what it had before. */
    @Test
    void greensFollowTheTraffic() throws Exception {
        Model model = model("actuated", "short");
        SignalSystem signals = model.signals();
        int group = 0;
        while (!signals.groups().get(group).id().equals("4")) {
            group++;
        }
        Replication replication = new Replication(model, 2);
        List<Double> greens = new ArrayList<>();
        double began = Double.NaN;
        while (!replication.isDone()) {
            replication.step();
            boolean green = replication.view().aspects().of(group) == Aspect.GREEN;
            if (green && Double.isNaN(began)) {
                began = replication.now();
            } else if (!green && !Double.isNaN(began)) {
                greens.add(replication.now() - began);
                began = Double.NaN;
            }
        }
        assertThat(greens).hasSizeGreaterThan(5).allMatch(g -> g >= 7 - 0.21 && g <= 80);
        assertThat(greens.stream().mapToLong(g -> Math.round(g * 5)).distinct().count())
                .isGreaterThan(4);
    }

    @Test
    void phasesWithoutInputsGetADetectorInEachLane() throws Exception {
        List<DetectorPlace> places = model("actuated").signals().detectors();
        assertThat(places)
                .hasSize(10)
                .allMatch(DetectorPlace::derived); // two through lanes each way, four bays, two side lanes
        assertThat(places).allMatch(p -> Math.abs(p.to() - p.from() - 12) < 1e-9);
        assertThat(places)
                .extracting(DetectorPlace::id)
                .contains("1 on quay-5 back lane 1", "2 on quay-4 ahead lane 3");
    }

    @Test
    void aCoordinatedPlanRunsToo() throws Exception {
        String text = Files.readString(study.resolve("alternatives/actuated.yaml"));
        Files.writeString(
                study.resolve("alternatives/coordinated.yaml"),
                text.replace(
                        "cycle: null, offset: null, greens: null, rings: [\"1 2 | 4\", \"5 6 | 8\"], free: true",
                        "cycle: 90 s, offset: 12 s, greens: null, rings: [\"1 2 | 4\", \"5 6 | 8\"], coordinated: [2, 6],"
                                + " splits: {1: 14 s, 2: 41 s, 4: 35 s, 5: 14 s, 6: 41 s, 8: 35 s}"));
        Model model = model("coordinated", "short");
        int group = 0;
        while (!model.signals().groups().get(group).id().equals("2")) {
            group++;
        }
        Replication replication = new Replication(model, 1);
        boolean before = false;
        int ends = 0;
        while (!replication.isDone()) {
            replication.step();
            boolean green = replication.view().aspects().of(group) == Aspect.GREEN;
            if (before && !green) {
                // the step that has just been done began 0.2 s ago; yield at 41 - 5 s after the first coordinated green
                double inCycle = (replication.now() - 0.2 - 12) % 90;
                assertThat(inCycle)
                        .as("ends at its yield point or, called later, within the window")
                        .isBetween(35.9, 36 + 30.0);
                ends++;
            }
            before = green;
        }
        assertThat(ends).isGreaterThan(6);
    }

    @Test
    void detectorsThatDoNotExistAreFound() throws IOException {
        String text = Files.readString(study.resolve("alternatives/actuated.yaml"));
        Files.writeString(
                study.resolve("alternatives/wired.yaml"),
                text.replace(
                        "    plans:\n",
                        "    inputs: {a: {detector: market.eb, calls: [2], extends: [22]}}\n    plans:\n"));
        try {
            model("wired");
            assertThat(false).as("it cannot compile").isTrue();
        } catch (StudyProblem problem) {
            assertThat(problem.messages())
                    .allMatch(m -> m.severity() == Fault.Severity.ERROR)
                    .anyMatch(m -> m.toString().contains("there is no detector 'market.eb'"));
        }
    }
}
