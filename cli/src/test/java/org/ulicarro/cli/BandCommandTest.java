package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;

/** Corridors through the command: what is printed, written, drawn, refused. */
class BandCommandTest extends InProcess {

    @TempDir
    private static Path temp;

    private static Path demo;

    @BeforeAll
    static void writeDemo() throws IOException {
        demo = temp.resolve("quayside");
        Samples.write(Samples.QUAYSIDE, demo);
    }

    private void replace(Path study, String file, String old, String other) throws IOException {
        String text = Files.readString(study.resolve(file));
        assertThat(text).contains(old);
        Files.writeString(study.resolve(file), text.replace(old, other));
    }

    private Path copy(String name) throws IOException {
        Path study = temp.resolve(name);
        Samples.write(Samples.QUAYSIDE, study);
        return study;
    }

    @Test
    void aCorridorIsToldWithItsBandsAndWhatTheyInvite() {
        assertThat(run("band", demo)).as(err).isZero();
        assertThat(out)
                .contains("corridor quayside, period pm, cycle 80 s; outbound is west to east")
                .containsPattern("customs +343 +80 +40 +44 +44 +360")
                .contains("outbound  2.3 s wide, 3 % of the cycle")
                .contains("inbound   no band: 'customs' leaves nothing of it")
                .contains("from 'market' to 'gate' the greens invite to drive 61 km/h where 50 are allowed");
        assertThat(out.lines()).allSatisfy(line -> assertThat(line.length()).isLessThanOrEqualTo(100));
    }

    @Test
    void bestOffsetsAreWrittenAsAnAlternative() throws IOException {
        Path study = copy("best");
        assertThat(run("band", study, "--best", "larger-smaller", "--write", "waves"))
                .as(err)
                .isZero();
        assertThat(out)
                .contains("outbound  before 2.3 s wide")
                .contains("after  16.9 s wide, 21 % of the cycle")
                .contains("next: ");
        assertThat(Files.readString(study.resolve("alternatives/waves.yaml")))
                .contains("market: {plans: {pm: {offset: 42 s}}}");
        assertThat(Files.readString(study.resolve("signals.yaml")))
                .as("the base is left alone")
                .contains("offset: 12 s");
        assertThat(run("band", study, "-a", "waves")).as(err).isZero();
        assertThat(out).contains("outbound  16.9 s wide").contains("inbound   17.3 s wide");
        assertThat(run("band", study, "--best", "sum", "--write", "waves")).isEqualTo(Exit.INPUT);
        assertThat(err).contains("exists already");
    }

    @Test
    void shiftsByHandSayBeforeAndAfter() {
        assertThat(run("band", demo, "--shift", "market=+30s, gate=27s"))
                .as(err)
                .isZero();
        assertThat(out).contains("12>42").contains("66>13").contains("before").contains("after");
        assertThat(run("band", demo, "--shift", "markt=+8s")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("'markt' is no signal of the corridor. Did you mean 'market'?");
        assertThat(run("band", demo, "--shift", "market=soon")).isEqualTo(Exit.USAGE);
    }

    @Test
    void oneWayGivesTheShortestGreenButForWholeSeconds() {
        assertThat(run("band", demo, "--one-way", "out")).as(err).isZero();
        assertThat(out).contains("after  39.8 s wide, 50 % of the cycle, 99 % of the shortest green (40 s)");
        assertThat(run("band", demo, "--one-way", "out", "--queue", "5 s"))
                .as(err)
                .isZero();
        assertThat(out).contains("after  34.8 s wide");
    }

    /** The actuated market with a cycle. */
    private static void coordinate(Path study) throws IOException {
        Files.writeString(study.resolve("alternatives/coord.yaml"), """
                signals:
                  market:
                    plans:
                      pm: {free: false, cycle: 80 s, offset: 12 s, coordinated: [2, 6], splits: {1: 14 s, 2: 33 s, 4: 33 s, 5: 14 s, 6: 33 s, 8: 33 s}}
                """);
    }

    /** A coordinated market with its left turns the other way round: wider bands, which its own alternative has, too. */
    @Test
    void sequencesOfRingsAreTried() throws IOException {
        Path study = copy("sequences");
        coordinate(study);
        assertThat(run("band", study, "-a", "actuated+coord", "--best", "larger-smaller"))
                .as(err)
                .isZero();
        assertThat(out).containsPattern("market \\* +1106 +80 +12>\\d+ +28 +28").contains("after  12.8 s wide");
        assertThat(run(
                        "band",
                        study,
                        "-a",
                        "actuated+coord",
                        "--best",
                        "larger-smaller",
                        "--sequences",
                        "--write",
                        "seq"))
                .as(err)
                .isZero();
        assertThat(out)
                .contains("'market' in another sequence: 2 1 | 4; 5 6 | 8")
                .contains("after  17.9 s wide");
        assertThat(Files.readString(study.resolve("alternatives/seq.yaml")))
                .contains("rings: [\"2 1 | 4\", \"5 6 | 8\"]");
        assertThat(run("band", study, "-a", "actuated+coord+seq")).as(err).isZero();
        assertThat(out).contains("outbound  17.9 s wide").contains("inbound   18.3 s wide");
        assertThat(run("band", study, "--sequences")).isEqualTo(Exit.USAGE);
    }

    @Test
    void cyclesAreTabled() {
        assertThat(run("band", demo, "--cycles", "70-80")).as(err).isZero();
        assertThat(out)
                .containsPattern("70 +14.3 +15.2")
                .containsPattern("75 .*best")
                .contains("clearances as they are");
        assertThat(run("band", demo, "--cycles", "80-70")).isEqualTo(Exit.USAGE);
        assertThat(run("band", demo, "--cycles", "45-45")).as(err).isZero();
        assertThat(out).containsPattern("45 .*does not hold").contains("its shortest walk is 7 s");
    }

    /** What the table promises is what the alternative has: cycle, greens, offsets. Any row can be taken. */
    @Test
    void aRowOfTheTableIsWritten() throws IOException {
        Path study = copy("cycled");
        assertThat(run("band", study, "--cycles", "90-100", "--write", "hundred"))
                .as(err)
                .isZero();
        assertThat(out).containsPattern("100 +33.5 +34.0.*best");
        assertThat(run("band", study, "-a", "hundred")).as(err).isZero();
        assertThat(out).contains("cycle 100 s", "outbound  33.5 s wide", "inbound   34.0 s wide");
        assertThat(run("band", study, "--cycles", "80-100", "--write", "eighty", "--take", "80"))
                .as(err)
                .isZero();
        assertThat(run("band", study, "-a", "eighty")).as(err).isZero();
        assertThat(out).contains("cycle 80 s", "outbound  16.9 s wide");
        assertThat(run("check", study, "-a", "eighty")).as(err).isZero();
        assertThat(run("band", study, "--cycles", "80-100", "--write", "x", "--take", "83"))
                .isEqualTo(Exit.USAGE);
        assertThat(run("band", study, "--cycles", "40-50", "--write", "y")).isEqualTo(Exit.INPUT);
        assertThat(err).contains("no cycle of these holds");
        assertThat(study.resolve("alternatives/y.yaml")).doesNotExist();
    }

    /** Rings keep their sides equal and their sum the cycle. */
    @Test
    void splitsOfRingsFollowTheCycle() throws IOException {
        Path study = copy("rings");
        coordinate(study);
        assertThat(run("band", study, "-a", "actuated+coord", "--cycles", "90-90", "--write", "ninety"))
                .as(err)
                .isZero();
        assertThat(Files.readString(study.resolve("alternatives/ninety.yaml"))).contains("cycle: 90 s", "splits: {");
        assertThat(run("check", study, "-a", "actuated+coord+ninety")).as(err).isZero();
        assertThat(run("band", study, "-a", "actuated+coord+ninety")).as(err).isZero();
        assertThat(out).contains("cycle 90 s");
    }

    @Test
    void picturesAreDrawnFromAPlanAndFromARun() throws IOException {
        Path study = copy("drawn");
        replace(study, "study.yaml", "to: \"17:30\"", "to: \"16:50\"");
        assertThat(run("run", study, "-n", "1")).as(err).isZero();
        Path svg = temp.resolve("plan.svg");
        assertThat(run("band", study, "-o", svg, "--tall", "3 km")).as(err).isZero();
        assertThat(Files.readString(svg))
                .contains("offset 40 s")
                .contains("seconds")
                .contains("50 km/h");
        Path driven = temp.resolve("driven.svg");
        assertThat(run("band", study, "--run", study.resolve("1"), "--from", "16:40", "-o", driven))
                .as(err)
                .isZero();
        assertThat(Files.readString(driven)).contains("time of day").contains("driven in");
        assertThat(Files.size(driven)).as("with its traces").isGreaterThan(4 * Files.size(svg));
        Path arrivals = temp.resolve("arrivals.svg");
        assertThat(run("band", study, "--run", study.resolve("1"), "--arrivals", arrivals))
                .as(err)
                .isZero();
        String drawn = Files.readString(arrivals);
        assertThat(drawn).contains("customs EBT");
        assertThat(run("results", study, "--place", "customs", "--movement", "EBT", "--each", "--json"))
                .as(err)
                .isZero();
        double share = tools.jackson.databind.json.JsonMapper.builder()
                .build()
                .readTree(out)
                .path("rows")
                .get(0)
                .path("arrivals_on_green")
                .doubleValue();
        assertThat(drawn)
                .as("the share that the table has")
                .contains(Math.round(100 * share) + " % on green, platoon ratio");
        assertThat(run("band", study, "--run", study.resolve("1"), "--from", "18:00", "-o", driven))
                .isEqualTo(Exit.USAGE);
        assertThat(err).contains("the run is of 16:30 to 16:50");
    }

    @Test
    void whatHasNoBandIsSaidInWords() throws IOException {
        Path study = copy("none");
        assertThat(run("band", study, "--corridor", "quaysid")).isEqualTo(Exit.INPUT);
        assertThat(err).contains("there is no corridor 'quaysid'. Did you mean 'quayside'?");
        assertThat(run("band", study, "--speed", "0 km/h")).isEqualTo(Exit.INPUT);
        assertThat(err).contains("nobody gets along a corridor at a speed of 0");
        assertThat(run("band", study, "--speed", "fast")).isEqualTo(Exit.USAGE);
        replace(study, "signals.yaml", "pm: {cycle: 80 s, offset: 66 s", "pm: {cycle: 90 s, offset: 66 s");
        assertThat(run("band", study)).isEqualTo(Exit.INPUT);
        assertThat(err).contains("cycles of 90 s at 'gate' and 80 s at 'customs' do not fit together");
    }

    @Test
    void placesWithoutACycleAreLeftOut() {
        assertThat(run("band", demo, "-a", "actuated")).as(err).isZero();
        assertThat(err).contains("'market' keeps no cycle, and is left out of the bands");
        assertThat(out).doesNotContainPattern("\nmarket ");
    }
}
