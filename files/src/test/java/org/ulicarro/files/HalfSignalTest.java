package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.measure.CrossingRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.network.EntryRule;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;

/** Signals that people ask for: at a junction whose side street only has a stop sign, and away from junctions. */
class HalfSignalTest {

    @TempDir
    private Path temp;

    @BeforeEach
    void write() throws IOException {
        Samples.write("schoolway", temp);
    }

    private void change(String file, String from, String to) throws IOException {
        String text = Files.readString(temp.resolve(file));
        assertThat(text).contains(from);
        Files.writeString(temp.resolve(file), text.replace(from, to));
    }

    private Model model() throws StudyProblem {
        return StudyFolder.read(temp, List.of()).compile(null).model();
    }

    private static MovementRow whole(ReplicationResult result, String place, String movement) {
        return result.rows(MovementRow.class).stream()
                .filter(r -> r.place().equals(place) && r.name().equals(movement) && r.toS() - r.fromS() > 3599)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void theSideStreetStopsAndTheMainStreetHasTheSignal() throws StudyProblem {
        Network network = model().network();
        assertThat(network.movements().stream()
                        .filter(m -> m.place().equals("elm"))
                        .filter(m -> m.rule() == EntryRule.STOP)
                        .map(m -> m.name()))
                .containsExactlyInAnyOrder("NBL", "NBR");
        assertThat(network.movements().stream()
                        .filter(m -> m.place().equals("elm"))
                        .filter(m -> m.rule() == EntryRule.SIGNAL)
                        .map(m -> m.name()))
                .containsExactlyInAnyOrder("EBT", "EBR", "WBT", "WBL");
    }

    @Test
    void withoutPeopleNobodyOnTheMainStreetStops() throws IOException, StudyProblem {
        change("demand.yaml", "    school.larch-3: 120 /h; 07:45-08:05 400 /h in groups of 3\n", "");
        change("demand.yaml", "  walkers:\n    elm.larch-2: 60 /h\n", "");
        ReplicationResult result = new Replication(model(), 1).result();
        assertThat(whole(result, "school", "EBT").stops()).isLessThan(0.02);
        assertThat(whole(result, "elm", "WBT").stops()).isLessThan(0.05); // behind one who turns left from the bay
        assertThat(whole(result, "elm", "NB").stops())
                .as("everybody at the sign")
                .isBetween(0.99, 1.6);
    }

    @Test
    void peopleWaitNoLongerThanTheLongestGreenAndItsClearance() throws StudyProblem {
        ReplicationResult result = new Replication(model(), 1).result();
        for (CrossingRow row : result.rows(CrossingRow.class)) {
            // 30 s at most after the button, 3 s of yellow, 2 s of red; who comes during the clearance of others waits
            // through
            // it, 12 s, and the shortest green
            assertThat(row.delayMaxS()).as(row.crossing()).isLessThan(30 + 5 + 12 + 2 + 6);
            assertThat(row.startedOnWalk()).isGreaterThan(0.85);
        }
        assertThat(whole(result, "school", "EBT").controlDelayS()).isBetween(3.0, 20.0);
    }

    @Test
    void redOfTheMainStreetHelpsTheSideStreetOut() throws IOException, StudyProblem {
        change("counts/am.csv", "EBT,07:30,08:30,520", "EBT,07:30,08:30,800");
        change("counts/am.csv", "WBT,07:30,08:30,560", "WBT,07:30,08:30,800");
        double often = whole(new Replication(model(), 1).result(), "elm", "NB").controlDelayS();
        change("demand.yaml", "elm.larch-2: 60 /h", "elm.larch-2: 6 /h");
        double seldom = whole(new Replication(model(), 1).result(), "elm", "NB").controlDelayS();
        assertThat(often).isLessThan(0.7 * seldom);
    }

    @Test
    void aGroupForTheLegThatStopsIsRefused() throws IOException {
        change("signals.yaml", "serves: [EBT, EBR, WBT, WBL]", "serves: [EBT, EBR, WBT, WBL, NBR]");
        try {
            model();
            assertThat(true).as("nothing was said").isFalse();
        } catch (StudyProblem problem) {
            assertThat(problem.messages())
                    .anySatisfy(m -> assertThat(m.toString())
                            .contains("NBR comes from a leg that stops ('minor' at the place), so it has no signal"));
        }
    }
}
