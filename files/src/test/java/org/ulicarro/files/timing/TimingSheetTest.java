package org.ulicarro.files.timing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.PhaseInput;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** Timing sheets out and in under the standard's names and scales. */
class TimingSheetTest {

    @TempDir
    private Path temp;

    private Path folder;
    private Study study;

    @BeforeEach
    void actuatedMarket() throws IOException, StudyProblem {
        folder = temp.resolve("quayside");
        Samples.write(Samples.QUAYSIDE, folder);
        study = StudyFolder.read(folder, List.of("actuated")).study();
    }

    private TimingSheet sheet() {
        try {
            return TimingSheet.of(
                    study,
                    StudyFolder.read(folder, List.of("actuated"))
                            .compile(null)
                            .model()
                            .network());
        } catch (StudyProblem e) {
            throw new IllegalStateException(e);
        }
    }

    private String value(String object, String index) {
        return sheet().entries().stream()
                .filter(e -> e.object().equals(object) && e.index().equals(index))
                .map(TimingSheet.Entry::value)
                .collect(Collectors.joining("|"));
    }

    @Test
    void objectsHaveTheStandardsScales() {
        assertThat(value("phaseMinimumGreen", "2")).as("seconds").isEqualTo("10");
        assertThat(value("phaseYellowChange", "2")).as("tenths of a second").isEqualTo("30");
        assertThat(value("phaseRedClear", "1")).isEqualTo("10");
        assertThat(value("phaseOptions", "2"))
                .as("enabled, no lock, least recall, dual entry")
                .isEqualTo(String.valueOf(1 + 32 + 64 + 1024));
        assertThat(value("phaseConcurrency", "2")).isEqualTo("5 6");
        assertThat(value("sequenceData", "1.2")).isEqualTo("5 6 8");
        assertThat(value("patternCycleTime", "1")).as("free").isEqualTo("0");
        assertThat(sheet().leftOut())
                .anyMatch(o -> o.place().equals("gate") && o.what().contains("no actuated controller"));
        assertThat(value("phasePedestrianClear", "2"))
                .as("derived: 9.8 m at 1.2 m/s")
                .isEqualTo("9");
        assertThat(sheet().leftOut()).contains(new TimingSheet.LeftOut("market", "people's lead of phase 2: 4.0 s"));
    }

    private Path csv() throws IOException {
        Path file = temp.resolve("sheet.csv");
        Files.writeString(file, sheet().csv());
        return file;
    }

    /** A sheet read back changes nothing, and one number in it changes what it names. */
    @Test
    void aSheetComesBack() throws IOException, StudyProblem {
        Files.writeString(folder.resolve("alternatives/sheet.yaml"), TimingImport.read(csv(), study));
        Study back = StudyFolder.read(folder, List.of("actuated", "sheet")).study();
        actuated(study).phases().forEach((number, phase) -> {
            PhaseInput other = actuated(back).phases().get(number);
            assertThat(other)
                    .as(number)
                    .usingRecursiveComparison()
                    .ignoringFields("clear") // what was derived comes back in writing
                    .isEqualTo(phase);
        });
        assertThat(actuated(back).plans().get("pm").rings())
                .isEqualTo(actuated(study).plans().get("pm").rings());
        String changed = Files.readString(csv()).replace("market,phasePassage,4,20", "market,phasePassage,4,35");
        Files.writeString(temp.resolve("sheet.csv"), changed);
        assertThat(TimingImport.read(temp.resolve("sheet.csv"), study)).contains("passage: 3.5 s");
    }

    @Test
    void patternsWithSplitsBecomePlans() throws IOException, StudyProblem {
        Path file = temp.resolve("sheet.csv");
        Files.writeString(file, """
                place,object,index,value
                market,patternCycleTime,1,90
                market,patternOffsetTime,1,12
                market,patternSplitNumber,1,7
                market,patternSequenceNumber,1,1
                market,splitTime,7.2,40
                market,splitTime,7.4,35
                market,splitTime,7.1,15
                market,splitCoordPhase,7.2,1
                """);
        assertThat(TimingImport.read(file, study))
                .contains(
                        "pm: {free: false, cycle: 90 s, offset: 12 s, splits: {1: 15 s, 2: 40 s, 4: 35 s}, coordinated: [2]}");
    }

    /** Overlaps, detectors and pre-emption by the rows that they have, each value in its scale; notes are for people. */
    @Test
    void whatStandsBesidePhasesComesBack() throws IOException, StudyProblem {
        Files.writeString(folder.resolve("alternatives/beside.yaml"), """
                signals:
                  market:
                    overlaps:
                      slip: {serves: [NBR], while: [4, 5], trail: 2 s, yellow: 3.5 s, red: 1.5 s, late-start: 1 s}
                    inputs:
                      north: {detector: market.nb, calls: [4], extends: [4], stretch: 1.5 s, lock: red}
                      south: {detector: market.sb, calls: [8, 4], extends: [8], queue: 12 s, channel: 1}
                    preemption:
                      engine: {detector: market.nb, phases: [4], delay: 2 s, least: 12 s, exit: [2, 6], rank: 2}
                """);
        study = StudyFolder.read(folder, List.of("actuated", "beside")).study();
        String all = sheet().csv();
        assertThat(all)
                .contains("market,overlapIncludedPhases,1,4 5\n", "market,overlapTrailYellow,1,35\n")
                .contains("market,preemptDwellPhase,1,4\n", "market,preemptExitPhase,1,2 6\n")
                .contains("market,note,,the late start of overlap slip: 1.0 s\n")
                .contains("market,vehicleDetectorExtend,2,15\n", "market,vehicleDetectorQueueLimit,1,12\n")
                .contains("market,note,,further phases that detector 1 calls: 4\n")
                .contains("market,note,,the rank of pre-emption 1: 2\n");
        ActuatedControl back = actuated(back(all));
        assertThat(back.overlaps()).isEqualTo(actuated(study).overlaps());
        assertThat(back.preemption()).isEqualTo(actuated(study).preemption());
        assertThat(back.inputs()).isEqualTo(actuated(study).inputs());

        ActuatedControl changed =
                actuated(back(all.replace("market,overlapTrailGreen,1,2", "market,overlapTrailGreen,1,4")
                        .replace("market,preemptDwellPhase,1,4", "market,preemptCyclingPhase,1,4 8")
                        .replace("market,vehicleDetectorDelay,2,0", "market,vehicleDetectorDelay,2,25")));
        assertThat(changed.overlaps().get("slip").trail()).isEqualTo(4);
        assertThat(changed.preemption().get("engine").turns()).isTrue();
        assertThat(changed.preemption().get("engine").phases()).containsExactly("4", "8");
        assertThat(changed.inputs().values().iterator().next().delay()).isEqualTo(2.5);
    }

    private Study back(String sheet) throws IOException, StudyProblem {
        Path file = temp.resolve("again.csv");
        Files.writeString(file, sheet);
        Files.writeString(folder.resolve("alternatives/again.yaml"), TimingImport.read(file, study));
        return StudyFolder.read(folder, List.of("actuated", "beside", "again")).study();
    }

    private String refused(String rows) throws IOException {
        Path file = temp.resolve("bad.csv");
        Files.writeString(file, rows);
        StudyProblem problem = catchThrowableOfType(StudyProblem.class, () -> TimingImport.read(file, study));
        assertThat(problem).isNotNull();
        return problem.messages().stream().map(Object::toString).collect(Collectors.joining("\n"));
    }

    @Test
    void faultsHaveTheirPlace() throws IOException {
        assertThat(refused("place,object,index\nmarket,phaseWalk,2\n"))
                .contains("bad.csv:1:1: the column 'value' is missing");
        assertThat(refused(
                        "place,object,index,value\nmarkt,phaseWalk,2,7\nmarket,phaseWalks,2,7\nmarket,phaseWalk,9,7\n"))
                .contains("bad.csv:2:1: 'markt' has no controller. Did you mean 'market'?")
                .contains("bad.csv:3:8: 'phaseWalks' is no object that a study can take. Did you mean 'phaseWalk'?");
        assertThat(
                        refused(
                                "place,object,index,value\nmarket,phaseWalk,9,7\nmarket,phasePassage,2,long\ngate,phaseWalk,2,7\n"))
                .contains("'gate' is not actuated");
        assertThat(refused("place,object,index,value\nmarket,phaseWalk,9,7\nmarket,phasePassage,2,long\n"))
                .contains("'market' has no phase 9; it has 1, 2, 4, 5, 6, 8")
                .contains("bad.csv:3:23: this must be a number from 0 on, not 'long'");
    }

    @Test
    void rowsOfNothingThatIsThereAreSaid() throws IOException, StudyProblem {
        Path file = temp.resolve("other.csv");
        Files.writeString(file, """
                place,object,index,value
                market,overlapTrailGreen,3,2
                market,preemptDwellPhase,1,4
                market,vehicleDetectorCallPhase,99,2
                market,phaseMinimumGreen,2,12
                """);
        List<String> said = new ArrayList<>();
        assertThat(TimingImport.read(file, study, m -> said.add(m.toString()))).contains("min-green: 12 s");
        assertThat(said)
                .containsExactlyInAnyOrder(
                        "other.csv:2:28: warning: not taken: there is no overlap 3 here; the study has 0",
                        "other.csv:3:28: warning: not taken: there is no pre-emption 1 here; the study has 0",
                        "other.csv:4:36: warning: not taken: no detector of 'vehicleDetectorCallPhase' has row 99; this"
                                + " place has no inputs");
    }

    private static ActuatedControl actuated(Study study) {
        return (ActuatedControl) study.signals().get("market");
    }
}
