package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A motorway of one's own, driven on the left, that loses lanes and takes in a ramp: what is said where nothing has a control. */
class MotorwayStudyTest extends InProcess {

    @TempDir
    private Path study;

    private void write(String behindTheRamp) throws IOException {
        Files.writeString(study.resolve("study.yaml"), """
                format: ulicarro/1
                title: Ring motorway
                drive-on: left
                periods: {am: {from: "07:00", to: "07:10", warm-up: {length: 2 min}}}
                replications: 2
                network:
                  places:
                    start: {at: [0, 0]}
                    entry: {at: [900, 0]}
                    narrows: {at: [1500, 0]}
                    end: {at: [2200, 0]}
                    town: {at: [400, 120]}
                  roads:
                    three: {class: motorway, between: [start, entry], speed: 100 km/h, ahead: {lanes: 3}}
                """ + behindTheRamp + """
                    ramp: {class: motorway, between: [town, entry], via: [[700, 20]], speed: 60 km/h, ahead: {lanes: 1, joins: {side: left, parallel: 200 m, taper: 60 m}}}
                demand:
                  mix: {car: 100 %}
                  volumes: {am: am.csv}
                """);
        Files.writeString(study.resolve("am.csv"), """
                place,movement,from,to,vehicles
                entry,three>on,07:00,07:10,400
                entry,ramp>on,07:00,07:10,50
                narrows,on>two,07:00,07:10,450
                """);
    }

    @Test
    void aRampWhereLanesEndIsToldWhatItNeeds() throws IOException {
        write("""
                    on: {class: motorway, between: [entry, narrows], speed: 100 km/h, ahead: {lanes: 2}}
                    two: {class: motorway, between: [narrows, end], speed: 100 km/h, ahead: {lanes: 2}}
                """);
        assertThat(run("check", study)).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out)
                .contains("three>on and ramp>on cross at 'entry'")
                .contains("Ramp 'ramp' needs all lanes of the motorway to go on beside its own")
                .doesNotContain("joins: {");
    }

    @Test
    void whereNothingHasAControlLinksAreWhatThereIsToSee() throws IOException {
        write("""
                    on: {class: motorway, between: [entry, narrows], speed: 100 km/h, ahead: {lanes: 3}}
                    two: {class: motorway, between: [narrows, end], speed: 100 km/h, ahead: {lanes: 2}}
                """);
        assertThat(run("check", study)).as(out).isZero();
        assertThat(out)
                .contains("; 2700 veh/h counted where they come in."); // once each, however many places they pass
        assertThat(run("run", study)).as(err).isZero();
        assertThat(out)
                .contains("No place here has a control")
                .containsPattern("next: \\S*ulicarro\\S* results \\S+ links ");
        assertThat(run("results", study, "links")).isZero();
        assertThat(out.lines().filter(l -> l.startsWith("three ")).findFirst().orElseThrow())
                .endsWith(" -"); // no control, so no queue of one
        assertThat(run("results", study, "links", "--csv")).isZero();
        assertThat(out.lines().filter(l -> l.startsWith("two ")).findFirst().orElseThrow())
                .contains("narrows,end");
    }
}
