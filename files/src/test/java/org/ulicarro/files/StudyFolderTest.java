package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.Study;

class StudyFolderTest {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void writeDemo() throws IOException {
        study = temp.resolve("quayside");
        Samples.write(Samples.MARKET, study);
    }

    private void edit(String file, String from, String to) throws IOException {
        String text = Files.readString(study.resolve(file));
        assertThat(text).contains(from);
        Files.writeString(study.resolve(file), text.replace(from, to));
    }

    private List<String> problems(String... alternatives) {
        try {
            StudyFolder.read(study, List.of(alternatives)).compile(null);
            return List.of();
        } catch (StudyProblem problem) {
            return problem.messages().stream().map(Message::toString).toList();
        }
    }

    @Test
    void readsTheDemo() throws StudyProblem {
        Study read = StudyFolder.read(study, List.of()).study();
        assertThat(read.title()).isEqualTo("Ferry access on Quayside Road");
        assertThat(read.periods().get("pm").from()).isEqualTo(16.5 * 3600);
        assertThat(read.periods().get("pm").warmUp().length()).isEqualTo(900);
        assertThat(read.network().roads().get("mill-street").speed()).isEqualTo(40 / 3.6);
        assertThat(read.network().roads().get("quay-1").ahead().width())
                .as("the usual width")
                .isEqualTo(3.25);
        assertThat(read.demand().mix().get("van")).isEqualTo(0.04);
        assertThat(fixed(read).plans().get("pm").greens().get("EB")).containsExactly(new CycleRange(0, 40));
        assertThat(problems()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"quayside", "market", "crossroads"})
    void everySampleChecksClean(String sample) throws IOException, StudyProblem {
        Path folder = temp.resolve("sample");
        Samples.write(sample, folder);
        LoadedStudy read = StudyFolder.read(folder, List.of());
        for (String period : read.study().periods().keySet()) {
            assertThat(read.compile(period).warnings()).isEmpty();
        }
        for (String alternative : StudyFolder.alternatives(folder)) {
            StudyFolder.read(folder, List.of(alternative)).compile(null);
        }
    }

    @Test
    void theShippedSchemaIsThatOfTheRecords() {
        assertThat(StudySchema.text())
                .as("run StudySchemaGenerator to write it anew")
                .isEqualTo(StudySchemaGenerator.text());
    }

    @Test
    void anAlternativeChangesOnlyWhatItSays() throws StudyProblem {
        Study base = StudyFolder.read(study, List.of()).study();
        Study other = StudyFolder.read(study, List.of("pier-green")).study();
        assertThat(fixed(other).plans().get("pm").greens().get("NB")).containsExactly(new CycleRange(41, 75));
        assertThat(fixed(other).plans().get("pm").cycle()).isEqualTo(80);
        assertThat(other.network()).isEqualTo(base.network());
        assertThat(other.demand()).isEqualTo(base.demand());
    }

    @Test
    void alternativesStackAndANullRemoves() throws IOException, StudyProblem {
        Files.writeString(
                study.resolve("alternatives/short.yaml"),
                "signals: {market: {plans: {pm: {offset: null, cycle: 90 s}}}}\n");
        var plan = fixed(StudyFolder.read(study, List.of("pier-green", "short")).study())
                .plans()
                .get("pm");
        assertThat(plan.cycle()).isEqualTo(90);
        assertThat(plan.offset()).isNull();
        assertThat(plan.greens().get("NB")).containsExactly(new CycleRange(41, 75));
    }

    @Test
    void anEmptyValueInAnAlternativeIsNotARemoval() throws IOException {
        Files.writeString(
                study.resolve("alternatives/oops.yaml"),
                "signals:\n  market:\n    plans:\n      pm:\n        offset:\n");
        assertThat(problems("oops"))
                .containsExactly(
                        "alternatives/oops.yaml:5:9: 'offset' has no value; write 'null' if it is to be removed");
        assertThat(problems("../study")).singleElement().asString().contains("there is no alternative '../study'");
        assertThat(problems("pier-gren")).singleElement().asString().contains("Did you mean 'pier-green'?");
    }

    @Test
    void allFaultsOfAllFilesComeAtOnce() throws IOException {
        edit("study.yaml", "seed: 20240", "sed: 20240");
        edit("study.yaml", "step: 0.2 s", "step: 0.2");
        edit("network.yaml", "between: [gate, market]", "between: [gate, markt]");
        edit("network.yaml", "speed: 40 km/h", "speed: 40 kmh");
        edit("network.yaml", "control: signal", "control: signl");
        edit("demand.yaml", "car: 91 %", "cars: 91 %");
        edit("signals.yaml", "EB: [0-40]", "EB: [0to40]");
        edit("counts/pm.csv", "WBR", "WB?");
        assertThat(problems())
                .containsExactlyInAnyOrder(
                        "study.yaml:15:1: 'sed' is not known in a study. Did you mean 'seed'?",
                        "study.yaml:13:7: '0.2' has no unit; write '0.2 s' or '0.2 min'",
                        "network.yaml:13:23: road 'quay-1' ends at 'markt', which is no place. Did you mean 'market'?",
                        "network.yaml:45:14: 'kmh' in '40 kmh' is no unit of a speed; use km/h, mph or m/s",
                        "network.yaml:6:35: 'signl' cannot stand for 'control'. Did you mean 'signal'?",
                        "demand.yaml:2:15: there is no type of vehicle 'cars'. Did you mean 'car'?",
                        "signals.yaml:17:23: '0to40' cannot stand for 'EB'; write for example '43-60'",
                        "counts/pm.csv:1:35: no column is called 'WB?'. Known here: place, from, to, type.");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            title: Ferry            | titel: Ferry            | study.yaml:4:1: 'titel' is not known in a study. Did you mean 'title'?
            title: Ferry            | titel: Ferry            | study.yaml:1:1: 'title' is missing in a study: What the study is about
            replications: 10        | replications: ten       | study.yaml:14:15: 'replications' must be a whole number, not 'ten'
            replications: 10        | replications: 1e308     | study.yaml:14:15: 'replications' must be a whole number, not '1e308'
            seed: 20240             | seed: -99999999999999999999 | study.yaml:15:7: 'seed' must be a whole number, not '-99999999999999999999'
            replications: 10        | replications: 0         | study.yaml:14:15: replications must be 1 to 10000
            step: 0.2 s             | step: 3 s               | study.yaml:13:7: the step must be 0.1 s to 1 s and a multiple of 0.1 s
            from: "16:30"           | from: "4 pm"            | study.yaml:9:11: '4 pm' is no time of day; write for example "16:30"
            to: "17:30"             | to: "00:30"             | ends at 00:30, not after its start at 16:30; past midnight the hours go on: 24:30
            to: "17:30"             | to: "15:30"             | study.yaml:10:9: period 'pm' ends at 15:30, not after its start at 16:30
            format: ulicarro/1      | format: ulicarro/9      | study.yaml:3:9: 'ulicarro/9' cannot stand for 'format'. Did you mean 'ulicarro/1'?
            units: metric           | units:                  | study.yaml:5:1: 'units' has no value
            files: [network.yaml, d | files: [../x.yaml, d    | is not inside the study's folder
            files: [network.yaml, d | files: [nets.yaml, d    | there is no file 'nets.yaml' in the study's folder
            """)
    void saysWhereAndWhat(String from, String to, String message) throws IOException {
        edit("study.yaml", from, to);
        assertThat(problems()).anyMatch(m -> m.contains(message));
    }

    @Test
    void aValueInTwoFilesNamesBoth() throws IOException {
        edit("demand.yaml", "demand:", "title: again\ndemand:");
        assertThat(problems())
                .containsExactly("demand.yaml:1:1: 'title' is given here and at study.yaml:4:1; keep one of them");
    }

    @Test
    void aKeyTwiceInOneMapNamesTheFirst() throws IOException {
        edit("study.yaml", "step: 0.2 s", "step: 0.2 s\nstep: 0.5 s");
        assertThat(problems())
                .containsExactly("study.yaml:14:1: 'step' stands here a second time; the first is in line 13");
    }

    @Test
    void idsThatLookLikeNumbersNeedNoQuotes() throws IOException {
        edit("network.yaml", "mill:   {at", "007:   {at");
        edit("network.yaml", "between: [mill, market]", "between: [007, market]");
        assertThat(problems()).isEmpty();
    }

    @Test
    void unusableFilesAreNamed() throws IOException {
        Files.write(study.resolve("demand.yaml"), new byte[] {(byte) 0xFF, (byte) 0xFE, 0, 1, 2, (byte) 0x80});
        assertThat(problems())
                .anyMatch(m -> m.equals("demand.yaml:1:1: this is no text in UTF-8; is it a study file?"));
        Files.writeString(study.resolve("demand.yaml"), "");
        assertThat(problems()).containsExactly("demand.yaml:1:1: this file is empty");
        Files.writeString(study.resolve("demand.yaml"), "demand: {mix: {car: 1 %\n  volumes: [");
        assertThat(problems()).anyMatch(m -> m.startsWith("demand.yaml:") && m.contains("this is not valid YAML"));
        Files.writeString(study.resolve("demand.yaml"), "- 1\n- 2\n");
        assertThat(problems()).anyMatch(m -> m.startsWith("demand.yaml:1:1: a study file is a list of 'key: value'"));
        Files.delete(study.resolve("counts/pm.csv"));
        writeBack();
        assertThat(problems())
                .containsExactly("demand.yaml:4:17: there is no file 'counts/pm.csv' in the study's folder");
    }

    private void writeBack() throws IOException {
        Files.writeString(
                study.resolve("demand.yaml"),
                "demand:\n  mix: {car: 100 %}\n  arrivals: random\n  volumes: {pm: counts/pm.csv}\n");
    }

    /** An alias bomb: ten levels of ten would be ten thousand million values. */
    @Test
    void aBombOfAliasesIsRefused() throws IOException {
        StringBuilder bomb = new StringBuilder("a0: &a0 [x, x, x, x, x, x, x, x, x, x]\n");
        for (int i = 1; i < 11; i++) {
            bomb.append("a")
                    .append(i)
                    .append(": &a")
                    .append(i)
                    .append(" [")
                    .append(("*a" + (i - 1) + ", ").repeat(9))
                    .append("*a")
                    .append(i - 1)
                    .append("]\n");
        }
        Files.writeString(study.resolve("demand.yaml"), bomb);
        assertThat(problems()).anyMatch(m -> m.startsWith("demand.yaml:1:1: this is not valid YAML"));
    }

    @Test
    void aFolderThatIsNoStudySaysSo() {
        study = temp.resolve("nowhere");
        assertThat(problems()).singleElement().asString().endsWith("nowhere:1:1: there is no such study folder");
        study = temp;
        assertThat(problems()).singleElement().asString().contains("it has no study.yaml");
    }

    @Test
    void faultsOfGeometryAndSignalsPointIntoTheFiles() throws IOException {
        edit("network.yaml", "full-width: 45 m", "full-width: 450 m");
        assertThat(problems())
                .singleElement()
                .asString()
                .startsWith("network.yaml:38:")
                .contains("this lane needs 465 m");
        edit("network.yaml", "full-width: 450 m", "full-width: 45 m");
        edit("signals.yaml", "NB: [45-75]", "NB: [38-75]");
        assertThat(problems())
                .hasSize(2)
                .anyMatch(m -> m.startsWith("signals.yaml:17:47: groups 'EB' and 'NB' have green together for 2 s"))
                .anyMatch(m -> m.startsWith("signals.yaml:17:47: groups 'WB' and 'NB' have green together for 2 s"));
        edit("signals.yaml", "yields: [WBL]", "yields: [WBX]");
        assertThat(problems())
                .as("what may only follow from the wrong name is not said")
                .singleElement()
                .asString()
                .startsWith("signals.yaml:8:46: place 'market' has no movement 'WBX'. It has: EBL");
    }

    private static FixedControl fixed(Study study) {
        return (FixedControl) study.signals().get("market");
    }
}
