package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Signals that flash: what they show, and that traffic takes them for signs. */
class FlashTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void writeStudy() throws IOException {
        study = temp.resolve("crossroads");
        run("new", study);
        Path counts = study.resolve("counts/am.csv");
        String few = Files.readString(counts)
                .replace("NBT,07:30,08:30,210", "NBT,07:30,08:30,60")
                .replace("SBT,07:30,08:30,180", "SBT,07:30,08:30,50")
                .replace("EBT,07:30,08:30,640", "EBT,07:30,08:30,340")
                .replace("WBT,07:30,08:30,590", "WBT,07:30,08:30,290");
        Files.writeString(counts, few);
        Files.createDirectories(study.resolve("alternatives"));
    }

    private void alternative(String name, String text) throws IOException {
        Files.writeString(study.resolve("alternatives/" + name + ".yaml"), text);
    }

    /** Delay by movement, as the table has it; the last row is of all. */
    private double delay(String alternative, String movement) {
        assertThat(run("run", study, "-a", alternative, "-n", "3")).as(err).isZero();
        run("results", study, "movements", "--csv"); // of the newest run
        List<String> heads = List.of(out.lines().findFirst().orElseThrow().split(","));
        return out.lines()
                .map(l -> l.split(","))
                .filter(c -> c[heads.indexOf("name")].equals(movement))
                .mapToDouble(c -> Double.parseDouble(c[heads.indexOf("control_delay_s")]))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void redForAllIsAnAllWayStop() throws IOException {
        alternative("red", "signals: {middle: {flash: {times: [\"06:00-10:00\"]}}}\n");
        alternative("signs", "network: {places: {middle: {control: all-stop}}}\nsignals: {middle: null}\n");
        for (String movement : List.of("EBT", "EBL", "NBT")) {
            double signs = delay("signs", movement);
            assertThat(delay("red", movement)).as(movement).isCloseTo(signs, within(0.25 * signs));
        }
    }

    @Test
    void yellowGoesAndRedWaitsForGaps() throws IOException {
        alternative("flash", "signals: {middle: {flash: {yellow: [EB, WB], times: [\"06:00-10:00\"]}}}\n");
        assertThat(delay("flash", "EBT")).isLessThan(1);
        assertThat(delay("flash", "NBT")).isBetween(12.0, 60.0);
    }

    @Test
    void byTheClockGreensEndFirstAndAfterwardsAllIsRed() throws IOException {
        alternative("night", "signals: {middle: {flash: {yellow: [EB, WB], times: [\"22:00-22:10\"]}}}\n");
        assertThat(run(
                        "rehearse",
                        study,
                        "-a",
                        "night",
                        "--place",
                        "middle",
                        "--from",
                        "21:59",
                        "--to",
                        "22:12",
                        "--csv"))
                .isZero();
        // 22:00 is second 34 * 70 + 20 of the day: EB and WB have green
        assertThat(out)
                .contains(
                        "22:00:00.0,EB,yellow,flash",
                        "22:00:03.0,EB,red,flash",
                        "22:00:05.0,flash,begins,",
                        "22:00:05.0,EB,flashing yellow,flash",
                        "22:00:05.0,NB,flashing red,flash",
                        "22:10:00.0,NB,red,flash",
                        "22:10:06.0,flash,ends,");
        assertThat(out.lines().filter(l -> l.matches("22:10:0[0-5].*green.*"))).isEmpty();
    }

    @Test
    void aFaultFlashesAtOnceAndWhatCannotFlashIsSaid() throws IOException {
        alternative("fault", "signals: {middle: {flash: {yellow: [EB, WB], faults: [\"08:00-08:10\"]}}}\n");
        run("rehearse", study, "-a", "fault", "--place", "middle", "--from", "07:59", "--to", "08:01", "--csv");
        assertThat(out).contains("08:00:00.0,flash,begins,fault", "08:00:00.0,NB,flashing red,flash");
        alternative("wrong", "signals: {middle: {flash: {yellow: [EB, NB, XB], red: 90 s}}}\n");
        assertThat(run("check", study, "-a", "wrong")).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(err + out)
                .contains("'EB' and 'NB' cannot both flash yellow", "no group of vehicles 'XB'", "0 s to 60 s");
    }
}
