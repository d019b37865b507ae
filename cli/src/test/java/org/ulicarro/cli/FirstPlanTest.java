package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.files.Samples;

/** Plans for signals that nobody has described: they hold every rule that check knows, people included. */
class FirstPlanTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void choosePlace() {
        study = temp.resolve("study");
    }

    private void without(String sample) throws IOException {
        run("new", study, "--like", sample);
        Files.writeString(study.resolve("signals.yaml"), "signals: {}\n");
        try (Stream<Path> files = Files.exists(study.resolve("alternatives"))
                ? Files.list(study.resolve("alternatives"))
                : Stream.empty()) {
            for (Path file : files.toList()) {
                Files.delete(file);
            }
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"crossroads", "market", "corridor", "fiveways"})
    void whatIsProposedHolds(String sample) throws IOException {
        without(sample);
        assertThat(run("check", study)).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out + err).contains("--first plan:first");
        assertThat(run("time", study, "--first", "plan:first")).as(err).isZero();
        assertThat(out).contains("next:", "-a first");
        assertThat(run("check", study, "-a", "first")).as(out + err).isZero();
        assertThat(out + err).doesNotContain("error");
        assertThat(run("time", study, "--first", "plan:first")).isNotZero();
        assertThat(err).contains("--force replaces it");
    }

    /** At the market people walk over the side street beside the main one, for as long as they have time to finish before it ends. */
    @Test
    void peopleWalkBesideWhoDoesNotStartOverTheirCrossing() throws IOException {
        without("market");
        run("time", study, "--first", "plan:first");
        String text = Files.readString(study.resolve("alternatives/first.yaml"));
        for (String people : List.of("over-pier-road", "over-quay-2")) {
            assertThat(text).contains(people + ": {crosses: [");
        }
        int[] main = green(text, "EB");
        int[] walk = green(text, "over-pier-road");
        assertThat(walk[0]).isEqualTo(main[0]);
        assertThat(walk[1] - walk[0]).isBetween(7, main[1] - main[0]);
        assertThat(run("run", study, "-a", "first", "-n", "1")).as(err).isZero();
    }

    /** People over the leg into which only a turn leads walk alone, after the vehicles of the turn have cleared, whatever the volumes are. */
    @ParameterizedTest
    @ValueSource(ints = {150, 350, 500, 650})
    void peopleWhoWalkAloneHaveAStageOfTheirOwn(int side) throws IOException {
        Files.createDirectories(study);
        Files.writeString(study.resolve("study.yaml"), """
                format: ulicarro/1
                title: Three legs
                periods: {p: {from: "08:00", to: "08:10", warm-up: {length: 5 min}}}
                network:
                  places:
                    m: {at: [0, 0], control: signal, crossings: {r-west: {}, r-east: {}, r-south: {}}}
                    west: {at: [-580, -155]}
                    east: {at: [552, 234]}
                    south: {at: [155, -580]}
                  roads:
                    r-west: {between: [west, m], speed: 60 km/h, ahead: {lanes: 2}, back: {lanes: 2}}
                    r-east: {between: [east, m], speed: 60 km/h, ahead: {lanes: 2}, back: {lanes: 2}}
                    r-south: {between: [south, m], speed: 50 km/h, ahead: {lanes: 2}, back: {lanes: 2}}
                demand:
                  mix: {car: 92 %, truck: 8 %}
                  entries:
                    west: {vehicles: 347 veh/h, routes: {east: {via: [m, east], share: 2}, south: {via: [m, south], share: 1}}}
                    east: {vehicles: 638 veh/h, routes: {west: {via: [m, west], share: 5}, south: {via: [m, south], share: 1}}}
                    south: {vehicles: SIDE veh/h, routes: {west: {via: [m, west], share: 1}, east: {via: [m, east], share: 2}}}
                  walkers: {m.r-west: 200 /h, m.r-east: 200 /h, m.r-south: 80 /h}
                """.replace("SIDE", String.valueOf(side)));
        assertThat(run("time", study, "--first", "plan:first")).as(err).isZero();
        assertThat(run("check", study, "-a", "first")).as(out + err).isZero();
        String text = Files.readString(study.resolve("alternatives/first.yaml"));
        assertThat(green(text, "over-r-west")[0])
                .as("5 s after the turn's green: yellow of 3 s and red of 2 s")
                .isEqualTo(green(text, "NB")[1] + 5);
        assertThat(run("run", study, "-a", "first", "-n", "1")).as(err).isZero();
    }

    /**
     * The crossroads has bays for its left turns. Arrows by the rule of HCM 2000, chapter 10, appendix A: 240 veh/h, or 90 000 (veh/h)²
     * against two lanes, of which 150 · 710 is more and 100 · 650 is not.
     */
    @ParameterizedTest
    @CsvSource({"100, 90, false, false", "100, 150, false, true", "300, 90, true, false", "300, 150, true, true"})
    void leftTurnsThatAreTooManyForGapsHaveAnArrow(int east, int west, boolean eastArrow, boolean westArrow)
            throws IOException {
        without("crossroads");
        Path counts = study.resolve("counts/am.csv");
        Files.writeString(
                counts,
                Files.readString(counts)
                        .replaceAll("(EBL,.*),\\d+", "$1," + east)
                        .replaceAll("(WBL,.*),\\d+", "$1," + west));
        assertThat(run("time", study, "--first", "plan:first")).as(err).isZero();
        String text = Files.readString(study.resolve("alternatives/first.yaml"));
        assertThat(text.contains("EB-left: {serves: [EBL]}")).isEqualTo(eastArrow);
        assertThat(text.contains("WB-left: {serves: [WBL]}")).isEqualTo(westArrow);
        assertThat(text.contains("yields: [EBL]")).isEqualTo(!eastArrow);
        assertThat(text.contains("yields: [WBL]")).isEqualTo(!westArrow);
        assertThat(run("check", study, "-a", "first")).as(out + err).isZero();
        assertThat(run("run", study, "-a", "first", "-n", "1")).as(err).isZero();
    }

    /** The crossroads with two lanes each way and nothing else on the main street, and so many left turns from the west (veh/h). */
    private void withoutBays(int lefts) throws IOException {
        Path network = study.resolve("network.yaml");
        Files.writeString(
                network, Files.readString(network).replace("lanes: 2, bays: {left: [{full-width: 50 m}]}", "lanes: 2"));
        Path counts = study.resolve("counts/am.csv");
        Files.writeString(counts, Files.readString(counts).replaceAll("(EBL,.*),\\d+", "$1," + lefts));
    }

    /** No arrow helps turns that stand in a lane with others: where they are too many for gaps, each side of the street goes alone. */
    @ParameterizedTest
    @CsvSource({"60, true", "260, false"})
    void leftTurnsThatFillASharedLaneDoNotGoInGaps(int lefts, boolean together) throws IOException {
        without("crossroads");
        withoutBays(lefts);
        assertThat(run("time", study, "--first", "plan:first")).as(err).isZero();
        String text = Files.readString(study.resolve("alternatives/first.yaml"));
        int[] east = green(text, "EB");
        int[] west = green(text, "WB");
        assertThat(east[0] == west[0] && east[1] == west[1]).isEqualTo(together);
        assertThat(text.contains("yields: [EBL]")).isEqualTo(together);
        assertThat(run("check", study, "-a", "first")).as(out + err).isZero();
        assertThat(run("run", study, "-a", "first", "-n", "1")).as(err).isZero();
    }

    /**
     * 650 veh/h come towards the left turns, so each counts as 2.65 straight on. 260 of them, with 640 straight on and 70 to the right, leave room in
     * their lane for others: 689 where the mean of both lanes is 706. 300 do not: 795 where it is 759.
     */
    @ParameterizedTest
    @CsvSource({"260, false", "300, true"})
    void turnsThatFillTheirLaneAreALaneGroupOfTheirOwn(int lefts, boolean apart) throws IOException {
        run("new", study, "--like", "crossroads");
        withoutBays(lefts);
        assertThat(run("time", study, "--table", "movements", "--csv")).as(err).isZero();
        assertThat(out.contains("EB,EBL,1," + lefts + ",")).isEqualTo(apart);
        assertThat(out.contains("EB,EBT+EBR,1,710,")).isEqualTo(apart);
        assertThat(out.contains("EB,EBL+EBT+EBR,2,")).isEqualTo(!apart);
    }

    /** What keeps a plan from being made is said, and with it nothing of plans: that is what one is asked for. */
    @Test
    void whatIsWrongWithTheRoadsIsSaidWithTheMissingPlans() throws IOException {
        without("crossroads");
        Path network = study.resolve("network.yaml");
        Files.writeString(
                network,
                Files.readString(network)
                                .replace(
                                        "north:  {at: [0, 250]}",
                                        "north:  {at: [0, 250], corner-radius: 0 m}\n    far:    {at: [300, 300]}\n    up:     {at: [0, 500]}")
                        + "    up-road: {between: [up, north], speed: 50 km/h, ahead: {lanes: 1}}\n"
                        + "    far-road: {between: [far, north], speed: 50 km/h, ahead: {lanes: 1}}\n");
        assertThat(run("check", study)).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out + err).contains("which no car can drive", "'middle' has a signal, but");
        assertThat(run("time", study, "--first", "plan:first")).isEqualTo(Exit.INPUT);
        assertThat(err).contains("which no car can drive").doesNotContain("has a signal, but");
    }

    /** At the canal a truck behind a left turn once stood in the way of those for whom that one waited, and nothing moved any more. */
    @Test
    void onTheDemoNobodyIsBlockedForGood() throws IOException {
        Samples.write(Samples.QUAYSIDE, study);
        Files.writeString(study.resolve("signals.yaml"), "signals: {}\n");
        Path given = study.resolve("alternatives");
        Files.move(given, temp.resolve("given"));
        Files.createDirectories(given);
        assertThat(run("time", study, "--first", "plan:first")).as(err).isZero();
        assertThat(run("run", study, "-a", "first", "-n", "3")).as(err).isZero();
        assertThat(out + err).doesNotContain("blocked each other for good");
    }

    private static int[] green(String text, String group) {
        Matcher m = Pattern.compile(group + ": \\[(\\d+)-(\\d+)\\]").matcher(text);
        assertThat(m.find()).as(group).isTrue();
        return new int[] {Integer.parseInt(m.group(1)), Integer.parseInt(m.group(2))};
    }

    /** Rows for machines are no reason to leave the file out. */
    @Test
    void itIsWrittenBesideRowsForMachines() throws IOException {
        without("crossroads");
        assertThat(run("time", study, "--first", "plan:first", "--csv")).as(err).isZero();
        assertThat(out).startsWith("place,").doesNotContain("next:");
        assertThat(study.resolve("alternatives/first.yaml")).isNotEmptyFile();
    }

    @Test
    void whereEverySignalHasAControllerThatIsSaid() {
        run("new", study);
        assertThat(run("time", study, "--first", "plan:first")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("every signal has a controller already");
        assertThat(run("time", study, "--plan", "noon")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("no place has a plan 'noon'");
        assertThat(run("time", study, "--plan", "am")).isZero();
    }
}
