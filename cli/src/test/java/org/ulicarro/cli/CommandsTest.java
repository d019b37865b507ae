package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.files.Samples;

/** Commands through the door of the program, in this process. */
class CommandsTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void writeStudy() throws IOException {
        study = temp.resolve("quayside");
        Samples.write(Samples.MARKET, study);
        // short, so that a test need not wait: a quarter of an hour, no drain
        edit("study.yaml", "to: \"17:30\"", "to: \"16:45\"");
        edit("study.yaml", "length: 15 min", "length: 4 min");
        edit("study.yaml", "drain: 15 min", "drain: 2 min");
    }

    private void edit(String file, String from, String to) throws IOException {
        String text = Files.readString(study.resolve(file));
        assertThat(text).contains(from);
        Files.writeString(study.resolve(file), text.replace(from, to));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "demo", "new", "check", "show", "set", "schema", "draw", "run", "results", "replay", "cut", "locate"
            })
    void everyCommandExplainsItselfWithAnExample(String command) {
        assertThat(run(command, "--help")).isZero();
        assertThat(out).contains("Usage:").contains("Example:  ulicarro " + command);
        assertThat(out.lines()).allMatch(line -> line.length() <= 120);
        assertThat(err).isEmpty();
    }

    @Test
    void wrongUsageIsExitTwoWithAHint() {
        assertThat(run("chek", study)).isEqualTo(Exit.USAGE);
        assertThat(err).contains("there is no command 'chek'. Did you mean 'check'?");
        assertThat(run("d")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("It may mean demo or draw.");
        assertThat(run()).isEqualTo(Exit.USAGE);
        assertThat(run("check")).isEqualTo(Exit.USAGE);
        assertThat(run("run", study, "-n", "0")).isEqualTo(Exit.USAGE);
        assertThat(run("run", study, "-n", "many")).isEqualTo(Exit.USAGE);
        assertThat(run("draw", study, "-o", temp.resolve("plan.gif"))).isEqualTo(Exit.USAGE);
        assertThat(run("draw", study, "--place", "markt", "-o", temp.resolve("p.svg")))
                .isEqualTo(Exit.USAGE);
        assertThat(err).contains("Did you mean 'market'?");
    }

    @Test
    void commandsMayBeShortened() {
        assertThat(run("ch", study)).isZero();
        assertThat(out).contains("can run");
    }

    @Test
    void checkTellsWhatThereIs() {
        assertThat(run("check", study)).isZero();
        assertThat(out)
                .contains(
                        "quayside (base, period pm) can run: 5 places, 4 roads, 16 lanes, 12 movements, 6 signal groups");
    }

    @Test
    void checkWithErrorsIsExitOneAndOthersRefuse() throws IOException {
        edit("network.yaml", "between: [gate, market]", "between: [gate, markt]");
        assertThat(run("check", study)).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out)
                .contains("network.yaml:13:23: road 'quay-1' ends at 'markt'")
                .contains("1 error; the study cannot run");
        assertThat(run("check", study, "--json")).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out).contains("\"file\":\"network.yaml\",\"line\":13,\"column\":23");
        assertThat(run("run", study)).isEqualTo(Exit.INPUT);
        assertThat(err).contains("network.yaml:13:23");
        assertThat(out).isEmpty();
        assertThat(study.resolve("runs")).doesNotExist();
        assertThat(run("draw", study, "-o", temp.resolve("plan.svg"))).isEqualTo(Exit.INPUT);
        assertThat(temp.resolve("plan.svg")).doesNotExist();
    }

    @Test
    void aMissingStudyIsExitThree() {
        for (String command : List.of("check", "run")) {
            assertThat(run(command, temp.resolve("nowhere"))).isEqualTo(Exit.INPUT);
            assertThat(err).contains("there is no such study folder");
        }
        assertThat(run("results", temp.resolve("nowhere"))).isEqualTo(Exit.INPUT);
        assertThat(err).contains("there is no run");
        assertThat(run("results", study)).isEqualTo(Exit.INPUT);
        assertThat(err).contains("this study has no runs yet");
        assertThat(run("run", study, "-p", "am")).isEqualTo(Exit.INPUT);
        assertThat(err).contains("there is no period 'am'");
    }

    @Test
    void runKeepsWhatItPrintsAndNeverOverwrites() throws IOException {
        assertThat(run("run", study, "-n", "2", "-a", "base", "-a", "pier-green"))
                .isZero();
        assertThat(out).contains("run 0001-base", "run 0002-pier-green", "  EBL", "next: ulicarro results");
        assertThat(out.lines().filter(l -> l.startsWith("  EBL"))).hasSize(2);
        Path first = study.resolve("runs/0001-base");
        assertThat(first.resolve("run.json")).exists();
        assertThat(first.resolve("results.sqlite")).exists();
        assertThat(first.resolve("log.txt")).exists();
        byte[] before = Files.readAllBytes(first.resolve("results.sqlite"));
        assertThat(run("run", study, "-n", "2", "-j", "1")).isZero();
        assertThat(study.resolve("runs/0003-base")).exists();
        assertThat(Files.readAllBytes(first.resolve("results.sqlite"))).isEqualTo(before);
        assertThat(digest("0003-base")).as("one thread or two").isEqualTo(digest("0001-base"));
        assertThat(digest("0002-pier-green")).isNotEqualTo(digest("0001-base"));
        checkResults();
    }

    private String digest(String run) throws IOException {
        return Files.readString(study.resolve("runs/" + run + "/run.json"))
                .lines()
                .filter(l -> l.contains("\"digest\""))
                .findFirst()
                .orElseThrow();
    }

    /** People over each crossing, and what each bay did to the lane beside it. */
    private void checkCourtesyTables() {
        assertThat(run("results", study, "crossings")).isZero();
        assertThat(out).contains("market.pier-road", "market.quay-2", "on walk %");
        assertThat(out.lines()).allMatch(l -> l.length() <= 100);
        assertThat(run("results", study, "bays", "--csv", "--each")).isZero();
        List<String> bays = out.lines().toList();
        assertThat(bays.get(0)).startsWith("replication,place,link,lane,movements,blocked_lane,spilled_s");
        assertThat(bays)
                .as("four bays, two replications, and what they add up to")
                .hasSizeGreaterThanOrEqualTo(1 + 8);
        assertThat(bays).anyMatch(l -> l.startsWith("1,market,quay-2 back,1,WBL,2,"));
    }

    private void checkResults() {
        checkCourtesyTables();
        assertThat(run("results", study)).isZero();
        assertThat(out).contains("run 0003-base").contains("2 replications, seed 20240");
        assertThat(out.lines()).as("fits 100 columns").allMatch(l -> l.length() <= 100);
        assertThat(run("results", study.resolve("2"))).isZero();
        assertThat(out).contains("run 0002-pier-green");
        assertThat(run("results", study.resolve("9"))).isEqualTo(Exit.INPUT);
        assertThat(err).contains("This study has: 0001-base, 0002-pier-green, 0003-base");
        assertThat(run("results", study, "--json")).isZero();
        assertThat(out).contains("\"movement\":\"quay-1>mill-street\",\"name\":\"EBL\"", "\"control_delay_s_lo\":");
        assertThat(run("results", study, "--csv")).isZero();
        assertThat(out.lines().findFirst().orElseThrow())
                .startsWith("place,approach,movement,name,from_s,to_s,vehicles,");
        assertThat(out.lines()).hasSize(1 + 17);
        assertThat(run("results", study, "--each", "--csv")).isZero();
        assertThat(out.lines()).hasSize(1 + 2 * 17);
        assertThat(run("results", study, "--each")).isZero();
        assertThat(out.lines()).as("fits 100 columns").allMatch(l -> l.length() <= 100);
        assertThat(run("results", study, "--json", "--csv")).isEqualTo(Exit.USAGE);
        assertThat(run("results", study, "--by", "7min")).isEqualTo(Exit.USAGE);
    }

    @Test
    void whatDidNotGetThroughIsSaidBesideTheFigures() throws IOException {
        edit(
                "signals.yaml",
                "EB: [0-40], WB: [0-40], NB: [45-75], SB: [45-75], WP: [0-28]",
                "EB: [0-16], WB: [0-16], NB: [21-75], SB: [21-75], WP: [0-7]");
        assertThat(run("run", study, "-n", "1")).isZero();
        assertThat(out)
                .contains("warning: one replication has no interval")
                .containsPattern("[0-9]+ of the vehicles that arrived had not got through when the run ended");
    }

    @Test
    void drawWritesBothKindsFromOneDrawing() throws IOException {
        Path svg = temp.resolve("plan.svg");
        assertThat(run("draw", study, "-o", svg)).isZero();
        assertThat(Files.readString(svg)).startsWith("<?xml").contains("Quayside Road", "plan of the network", "100 m");
        byte[] once = Files.readAllBytes(svg);
        assertThat(run("draw", study, "-o", svg)).isZero();
        assertThat(Files.readAllBytes(svg))
                .as("the same drawing, the same file")
                .isEqualTo(once);
        Path png = temp.resolve("market.png");
        assertThat(run("draw", study, "--place", "market", "-o", png)).isZero();
        var image = javax.imageio.ImageIO.read(png.toFile());
        assertThat(image.getWidth()).isEqualTo(1280);
        assertThat(image.getHeight()).isEqualTo(800);
        assertThat(run("draw", study, "-o", temp.resolve("no/such/plan.svg"))).isEqualTo(Exit.INPUT);
    }

    @Test
    void newWritesAStudyThatRunsAndRefusesToOverwrite() {
        Path fresh = temp.resolve("mine");
        assertThat(run("new", fresh)).isZero();
        assertThat(out).contains("next: ulicarro check");
        assertThat(run("check", fresh)).isZero();
        assertThat(run("new", fresh)).isEqualTo(Exit.INPUT);
        assertThat(err).contains("there is something already");
        assertThat(run("new", temp.resolve("x"), "--like", "crossroad")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("Did you mean 'crossroads'?");
    }
}
