package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.tracks.TrackSettings;
import org.ulicarro.files.JsonFile;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.report.replay.Scene;
import org.ulicarro.report.replay.SceneMaker;

/** What '--record' means, and the scene that goes with it. */
class RecordChoiceTest {

    @TempDir
    private Path temp;

    private Model model;

    @BeforeEach
    void compile() throws IOException, StudyProblem {
        Samples.write(Samples.MARKET, temp.resolve("quayside"));
        model = StudyFolder.read(temp.resolve("quayside"), List.of())
                .compile(null)
                .model();
    }

    @Test
    void nothingIsRecordedUnlessAsked() {
        RecordChoice none = RecordChoice.parse(null);
        assertThat(none.records()).isFalse();
        assertThat(none.includes(1, 1)).isFalse();
    }

    @Test
    void replicationsAreChosen() {
        assertThat(RecordChoice.parse("last").includes(10, 10)).isTrue();
        assertThat(RecordChoice.parse("last").includes(9, 10)).isFalse();
        assertThat(RecordChoice.parse("all").includes(3, 10)).isTrue();
        assertThat(RecordChoice.parse("3").includes(3, 10)).isTrue();
        assertThat(RecordChoice.parse("3").includes(10, 10)).isFalse();
        assertThat(RecordChoice.parse("5s").includes(10, 10))
                .as("a time alone means the last one")
                .isTrue();
    }

    @Test
    void theWholeRunIsFromWarmUpToDrain() {
        TrackSettings settings = RecordChoice.parse("last").settings(2, model);
        assertThat(settings.replication()).isEqualTo(2);
        assertThat(settings.from()).isEqualTo((16 * 60 + 15) * 600);
        assertThat(settings.to()).isEqualTo((17 * 60 + 45) * 600);
        assertThat(settings.sampleTicks()).isEqualTo(10);
    }

    @Test
    void aWindowIsCutToTheRunAndStepsFitTheSamples() {
        TrackSettings window = RecordChoice.parse("last,16:00-16:30:30,2s").settings(1, model);
        assertThat(window.from()).isEqualTo((16 * 60 + 15) * 600);
        assertThat(window.to()).isEqualTo((16 * 60 + 30) * 600 + 300);
        assertThat(window.sampleTicks()).isEqualTo(20);
        // a step of 0.3 s does not fit a second: samples are at every fourth step
        TrackSettings odd = TrackSettings.of(1, 100.4, 200, 1, 0.3, 99.9);
        assertThat(odd.sampleTicks()).isEqualTo(12);
        assertThat(odd.from()).isEqualTo(1005); // the first step at or after 100.4 s
    }

    @Test
    void theSceneComesBackFromItsFileAsItWas() throws IOException {
        Scene scene = SceneMaker.of(model, "base");
        Path file = temp.resolve("scene.json");
        JsonFile.write(file, scene);
        Scene read = JsonFile.read(file, Scene.class);
        assertThat(read.lanes()).usingRecursiveComparison().isEqualTo(scene.lanes());
        assertThat(read.near()).usingRecursiveComparison().isEqualTo(scene.near());
        assertThat(read.movements()).isEqualTo(scene.movements());
        assertThat(read.groups()).isEqualTo(scene.groups());
        assertThat(read.title()).isEqualTo("Ferry access on Quayside Road");
    }

    @Test
    void theSceneNumbersThingsAsTheModelDoes() {
        Scene scene = SceneMaker.of(model, "base");
        for (Lane lane : model.network().lanes()) {
            assertThat(scene.laneEnds()[lane.index()]).isEqualTo(lane.end());
            assertThat(scene.lanes().get(lane.index()).link()).isEqualTo(lane.link());
        }
        for (Movement movement : model.network().movements()) {
            Scene.SceneMovement told = scene.movements().get(movement.index());
            assertThat(told.name()).isEqualTo(movement.name());
            assertThat(told.group()).isEqualTo(model.signals().groupOf(movement.index()));
            movement.paths().forEach(path -> {
                assertThat(scene.lanes().get(path.lane()).movement()).isEqualTo(movement.index());
                assertThat(scene.lanes().get(path.lane()).fromLane()).isEqualTo(path.fromLane());
            });
        }
        assertThat(scene.near().size())
                .as("arrows only at large scales")
                .isGreaterThan(scene.far().size());
    }

    @Test
    void aDamagedSceneIsSaidToBe() throws IOException {
        Path file = temp.resolve("scene.json");
        java.nio.file.Files.writeString(file, "{\"title\": ");
        org.assertj.core.api.Assertions.assertThatThrownBy(() -> JsonFile.read(file, Scene.class))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("scene.json is damaged");
    }
}
