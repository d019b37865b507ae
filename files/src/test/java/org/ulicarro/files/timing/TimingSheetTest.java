package org.ulicarro.files.timing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
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
        assertThat(sheet().unsaid()).anyMatch(s -> s.contains("'gate' is no actuated controller"));
        assertThat(value("phasePedestrianClear", "2"))
                .as("derived: 9.8 m at 1.2 m/s")
                .isEqualTo("9");
        assertThat(sheet().unsaid()).contains("people's lead of phase 2 at 'market': 4.0 s");
    }

    private Path csv() throws IOException {
        Path file = temp.resolve("sheet.csv");
        Files.writeString(
                file,
                "place,object,index,value\n"
                        + sheet().entries().stream()
                                .map(e -> String.join(",", e.place(), e.object(), e.index(), e.value()))
                                .collect(Collectors.joining("\n")));
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

    private static ActuatedControl actuated(Study study) {
        return (ActuatedControl) study.signals().get("market");
    }
}
