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
import org.ulicarro.core.study.Point;

/** Every rule of a study, each broken once in the demo: what is said, and where. */
class StudyRulesTest {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void writeDemo() throws IOException {
        study = temp.resolve("quayside");
        Samples.write(Samples.MARKET, study);
    }

    @Test
    void aUsStudyIsToldInFeetAndMiles() throws IOException {
        Path file = study.resolve("study.yaml");
        Files.writeString(file, Files.readString(file).replace("units: metric", "units: us"));
        assertThat(problemsAfter("network.yaml", "speed: 40 km/h", "speed: 400 km/h"))
                .anyMatch(m -> m.contains("a speed limit must be between 2.5 mph and 155.3 mph"));
        assertThat(problemsAfter("network.yaml", "speed: 400 km/h", "speed: 40 mph"))
                .anyMatch(m -> m.contains("at 40 mph (ITE 2020, braking with 11.48 ft/s2)"));
    }

    private List<String> problemsAfter(String file, String from, String to) throws IOException {
        String text = Files.readString(study.resolve(file));
        assertThat(text).contains(from);
        Files.writeString(study.resolve(file), text.replace(from, to));
        try {
            return StudyFolder.read(study, List.of()).compile(null).warnings().stream()
                    .map(Message::toString)
                    .toList();
        } catch (StudyProblem problem) {
            return problem.messages().stream().map(Message::toString).toList();
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            at: [-46, 320] | at: [-46] | 'at' takes 2 values, but 1 stand here
            at: [-46, 320] | at: [-46, x] | 'x' is no coordinate; write metres, such as 120.5, or a length with its unit, such as 600 ft
            legs: {quay-1: EB | legs: {quay-9: EB | network.yaml:6:58: 'quay-9' is no road at place 'market'.
            between: [mill, market] | between: [mill, mill] | road 'mill-street' leads from 'mill' to itself
            between: [mill, market] | between: [mill] | 'between' takes 2 values, but 1 stand here
            between: [mill, market] | between: [nowhere, market] | road 'mill-street' starts at 'nowhere', which is no place.
            speed: 40 km/h | speed: 400 km/h | network.yaml:45:14: a speed limit must be between 4 km/h and 250 km/h
            ahead: {lanes: 2} | ahead: {lanes: 0} | network.yaml:26:22: lanes must be 1 to 8, bays included
            ahead: {lanes: 2} | ahead: {lanes: 2, width: 9 m} | network.yaml:26:32: this must be 2 m to 6 m
            ahead: {lanes: 2} | ahead: {lanes: 2, wdth: 3 m} | network.yaml:26:25: 'wdth' is not known in 'ahead'. Did you mean 'width'?
            ahead: {lanes: 2} | ahead: {lanes: 2, speed: 50 km/h} | 'speed' is not known in 'ahead'. It belongs one level higher, beside 'ahead'; or one level deeper, in each of 'speed-zones'.
            turns: [L, TR] | turns: [L, T, TR] | 3 arrows for 2 lanes (bays included); give one for each lane from the left
            turns: [L, TR] | turns: [L, TX] | 'TX' cannot stand for 'turns'; write for example 'TR'
            full-width: 45 m | full-width: 2 m | such a lane needs at least 5 m of full width and 1 m of taper
            control: signal, legs | legs | place 'market' has no signal; write control: signal at the place
            bays: {left: [{full-width: 45 m, taper: 15 m}]} | bays: {left: 45 m} | 'left' must be a list in [brackets], not '45 m'; write for example [{full-width: 60 m}]
            ahead: {lanes: 2} | ahead: 2 | 'ahead' must be a map of 'key: value', not '2'; write for example {lanes: 1}
            between: [mill, market] | between: mill | write for example [NAME, NAME]
            control: signal, legs | control: roundabout, diameter: 40 m, legs | Did you mean 'outer-diameter'?
            speed: 40 km/h | speed-limit: 40 km/h | 'speed-limit' is not known in 'mill-street'. Did you mean 'speed'?
            mill:   {at: | mill:   {position: | 'position' is not known in 'mill'. Did you mean 'at'?
            pier:   {at | a pier:   {at | the id 'a pier' may hold letters, digits, '-' and '_' only
            """)
    void ofTheNetwork(String from, String to, String message) throws IOException {
        assertThat(problemsAfter("network.yaml", from, to)).anyMatch(m -> m.contains(message));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            market: | markt: | signals.yaml:4:3: there is no place 'markt' for this controller. Did you mean 'market'?
            market: | markt: | place 'market' has a signal, but 'signals' has no controller for it
            kind: fixed | kind: fixd | signals.yaml:5:11: 'fixd' cannot stand for 'kind'. Did you mean 'fixed'?
            cycle: 80 s | cycle: 5 s | plan 'pm' needs a cycle of 10 s to 600 s
            cycle: 80 s | cycle: 80 | '80' has no unit; write '80 s' or '80 min'
            pm: | night: | warning-free
            EB: [0-40] | EB: 0-40 | 'EB' must be a list in [brackets], not '0-40'; write for example [43-60]
            kind: fixed | "kind: fixed\n    cycle: 80 s" | 'cycle' is not known in 'market'. It belongs one level deeper, in each of 'plans'.
            EB: [0-40] | EX: [0-40] | there is no group 'EX'. Did you mean 'EB'?
            EB: [0-40] | EB: [0-90] | green 0-90 lies outside the cycle of 80 s
            SB: {serves: [SBL, SBT, SBR] | SB: {serves: [SBL, SBT] | no group serves SBR (mill-street>quay-1)
            SB: {serves: [SBL, SBT, SBR] | SB: {serves: [SB] | 'SB' is a whole approach of 'market'; write its movements: SBL, SBT, SBR
            EB: [0-40] | "EB: [0, 40]" | 'EB' must be text such as '43-60', not '40'
            NB: {serves: [NBL, NBT, NBR], yields: [NBL] | NB: {serves: [NBL, NBT, NBR], yields: [SBL] | movement SBL is not served by group 'NB'
            """)
    void ofSignals(String from, String to, String message) throws IOException {
        List<String> problems = problemsAfter("signals.yaml", from, to);
        if (message.equals("warning-free")) {
            assertThat(problems).as("the only plan is used whatever its name").isEmpty();
        } else {
            assertThat(problems).anyMatch(m -> m.contains(message));
        }
    }

    @Test
    void pointsHaveAUnitIfOneIsWritten() throws IOException, StudyProblem {
        assertThat(problemsAfter("network.yaml", "mill:   {at: [-46, 320]}", "mill:   {at: [-150 ft, 0.3 km]}"))
                .isEmpty();
        assertThat(StudyFolder.read(study, List.of())
                        .study()
                        .network()
                        .places()
                        .get("mill")
                        .at())
                .isEqualTo(new Point(-150 * 0.3048, 300));
        assertThat(problemsAfter("network.yaml", "0.3 km]", "0.3 miles]"))
                .as("the places of roads that cannot be read make no other errors")
                .singleElement()
                .asString()
                .contains("'0.3 miles' is no coordinate");
    }

    @Test
    void aWholeApproachIsSaidOnce() throws IOException {
        List<String> problems = problemsAfter("signals.yaml", "SB: {serves: [SBL, SBT, SBR]", "SB: {serves: [SB]");
        assertThat(problems)
                .as("that its movements have no group follows from that")
                .hasSize(1);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            car: 91 % | car: -91 % | a share of the vehicle mix is negative
            volumes: {pm: counts/pm.csv} | volumes: pm.csv | 'volumes' must be a map of 'key: value', not 'pm.csv'; write for example {pm: counts/pm.csv}
            car: 91 % | car: 0.91 | '0.91' has no unit; write '91 %'
            random | evenly | 'evenly' cannot stand for 'arrivals'. Did you mean 'even'?
            counts/pm.csv | ../pm.csv | is not inside the study's folder
            counts/pm.csv | counts/am.csv | there is no file 'counts/am.csv' in the study's folder
            """)
    void ofDemand(String from, String to, String message) throws IOException {
        assertThat(problemsAfter("demand.yaml", from, to)).anyMatch(m -> m.contains(message));
    }

    @Test
    void aShortWarmUpAndALongStepAreWarnings() throws IOException {
        assertThat(problemsAfter("study.yaml", "length: 15 min", "length: 2 min"))
                .singleElement()
                .asString()
                .startsWith("study.yaml:11:14: warning: a warm-up of 120 s is short, 240 s would do");
        assertThat(problemsAfter("study.yaml", "step: 0.2 s", "step: 1 s"))
                .anyMatch(m -> m.startsWith("study.yaml:13:7: warning: a step above 0.5 s makes drivers react late"));
    }

    @Test
    void aSignalNeedsAController() throws IOException {
        String second = "    mole:   {at: [430, 24], control: signal}";
        List<String> problems = problemsAfter("network.yaml", "    mole:   {at: [430, 24]}", second);
        assertThat(problems).anyMatch(m -> m.contains("place 'mole' has a signal, but 'signals' has no controller"));
    }

    @Test
    void aPlaceWithoutRoadsIsAWarning() throws IOException {
        assertThat(problemsAfter("network.yaml", "    mole:   {at", "    islet:  {at: [900, 900]}\n    mole:   {at"))
                .containsExactly("network.yaml:7:13: warning: no road leads to place 'islet'; nothing happens there");
    }

    @Test
    void aControllerNeedsASignal() throws IOException {
        String control =
                "market: {at: [0, 0], control: signal, legs: {quay-1: EB, pier-road: NB, quay-2: WB, mill-street: SB}, "
                        + "crossings: {pier-road: {}, quay-2: {}}}";
        List<String> problems = problemsAfter("network.yaml", control, "market: {at: [0, 0]}");
        assertThat(problems)
                .anyMatch(m -> m.contains("place 'market' has no signal; write control: signal at the place"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            desired-speed: 0.8 | '0.8' has no unit; write '80 %'
            desired-speed: 95 | '95' has no unit; write '95 %'
            desired-speed: 0.8 % | warning: 0.8 % is more than unusual; on roads it is 50 to 160 %.
            desired-speed: 100 % ± 80 % | warning: 80 % is more than unusual
            acceleration: 14 m/s2 | warning: 14 m/s² is more than unusual
            speed-factor: 95 % | warning: 'speed-factor' is called 'desired-speed' now
            """)
    void whatNoDriverWishesIsSaid(String value, String message) throws IOException {
        assertThat(problemsAfter("study.yaml", "seed:", "vehicles: {car: {" + value + "}}\nseed:"))
                .anyMatch(m -> m.contains(message))
                .hasSize(1);
    }

    @Test
    void anOldNameMeansTheSame() throws IOException, StudyProblem {
        String text = Files.readString(study.resolve("study.yaml"));
        Files.writeString(study.resolve("study.yaml"), text + "vehicles: {car: {desired-speed: 95 % ± 2 %}}\n");
        String now = StudyFolder.read(study, List.of()).inputs().digest();
        Files.writeString(study.resolve("study.yaml"), text + "vehicles: {car: {speed-factor: 95 % ± 2 %}}\n");
        assertThat(StudyFolder.read(study, List.of()).inputs().digest()).isEqualTo(now);
    }
}
