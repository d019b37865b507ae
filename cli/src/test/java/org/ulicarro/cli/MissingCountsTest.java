package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A junction where only some approaches were counted can be used; what was assumed is said. */
class MissingCountsTest extends InProcess {

    @TempDir
    private Path temp;

    private Path without(String movements) throws IOException {
        Path study = temp.resolve("study");
        run("new", study);
        Path counts = study.resolve("counts/am.csv");
        Files.write(
                counts,
                Files.readAllLines(counts).stream()
                        .filter(row -> !row.matches(".*," + movements + ",.*"))
                        .toList());
        return study;
    }

    /** The crossroads counts 640 EBT, 80 NBR and 60 SBL: so 640 come back through, 80 turn left, 60 turn right. */
    @Test
    void anApproachIsWhatGoesTheOtherWay() throws IOException {
        Path study = without("WB.");
        assertThat(run("check", study)).as(err).isZero();
        assertThat(out + err)
                .contains(
                        "no counts for approach WB of 'middle' (east-road ahead): taken to be the 780 vehicles that are"
                                + " counted the other way (WBL 80, WBT 640, WBR 60)");
        run("show", study, "volumes");
        assertThat(out)
                .containsPattern("WBT +640 +640")
                .containsPattern("WBL +80 +80")
                .containsPattern("WBR +60 +60");
        assertThat(run("run", study, "-n", "1")).as(err).isZero();
    }

    /** Two approaches opposite each other: of the turns between them nothing is known, of the others the way back. */
    @Test
    void whatNeitherWayIsCountedForIsNobody() throws IOException {
        Path study = without("[EW]B.");
        assertThat(run("check", study)).as(err).isZero();
        assertThat(out + err).contains("approach WB of 'middle'", "(WBL 80, WBR 60)", "approach EB of 'middle'");
    }

    @Test
    void aPlaceWithoutAnyCountsIsAnErrorAsBefore() throws IOException {
        Path study = without("[ENSW]B.");
        assertThat(run("check", study)).as(out + err).isEqualTo(Exit.DONE);
        assertThat(out).contains("; 0 veh/h counted where they come in");
    }
}
