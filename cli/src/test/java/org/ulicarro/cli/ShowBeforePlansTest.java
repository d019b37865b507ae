package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;

/** Movements and crossings are looked at to write a plan: they are shown before there is a legal one. */
class ShowBeforePlansTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void write() throws IOException {
        study = temp.resolve("market");
        Samples.write(Samples.MARKET, study);
    }

    private void replace(String file, String what, String with) throws IOException {
        String text = Files.readString(study.resolve(file));
        assertThat(text).contains(what);
        Files.writeString(study.resolve(file), text.replace(what, with));
    }

    @Test
    void greensThatConflictHideNoCrossing() throws IOException {
        replace("signals.yaml", "EB: [0-40]", "EB: [0-60]");
        for (String what : new String[] {"crossings", "movements", "conflicts", "intergreens", "lanes", "volumes"}) {
            assertThat(run("show", study, what)).as(what).isEqualTo(Exit.INPUT);
            assertThat(out).as(what).isNotEmpty();
            assertThat(err)
                    .startsWith("signal control is not legal yet")
                    .contains("groups 'EB' and 'NB' have green together for 15 s");
        }
        assertThat(run("show", study, "plans")).isEqualTo(Exit.INPUT);
        assertThat(out).as("there is none").isEmpty();
    }

    @Test
    void aPlaceWithoutControlHasItsMovements() throws IOException {
        Files.delete(study.resolve("signals.yaml"));
        replace("study.yaml", ", signals.yaml", "");
        assertThat(run("show", study, "movements")).isEqualTo(Exit.INPUT);
        assertThat(out).contains("quay-1>mill-street").contains("EBL");
        assertThat(err).contains("place 'market' has a signal, but 'signals' has no controller for it");
        replace("network.yaml", "lanes", "lans");
        assertThat(run("show", study, "movements")).isEqualTo(Exit.INPUT);
        assertThat(out).as("nothing to look at").isEmpty();
    }

    @Test
    void aPlanIsDrawnWhateverIsMissing() throws IOException {
        Path plan = temp.resolve("plan.svg");
        replace("signals.yaml", "EB: [0-40]", "EB: [0-60]");
        assertThat(run("draw", study, "--place", "market", "-o", plan)).isEqualTo(Exit.INPUT);
        assertThat(err).startsWith("signal control is not legal yet").contains("have green together for 15 s");
        assertThat(plan).content().contains("<svg");
        replace("signals.yaml", "EB: [0-60]", "EB: [0-40]");

        Files.delete(plan);
        Files.delete(study.resolve("counts/pm.csv"));
        assertThat(run("draw", study, "-o", plan)).isEqualTo(Exit.INPUT);
        assertThat(plan).as("a table that is not there is none to lay out").doesNotExist();
    }

    @Test
    void whatCrossesWithoutControlIsShown() throws IOException {
        Path plan = temp.resolve("plan.svg");
        replace("network.yaml", "control: signal", "control: none");
        assertThat(run("draw", study, "--place", "market", "-o", plan)).isEqualTo(Exit.INPUT);
        assertThat(err)
                .startsWith("roads and places are not right yet")
                .contains("it has no control, so nothing says who goes first");
        assertThat(plan).exists();
        assertThat(run("show", study, "conflicts")).isEqualTo(Exit.INPUT);
        assertThat(out).contains("crossing");
        Files.delete(plan);
        assertThat(run("draw", study, "--volumes", "-o", plan)).isEqualTo(Exit.INPUT);
        assertThat(plan).as("volumes need a network that holds").doesNotExist();
    }
}
