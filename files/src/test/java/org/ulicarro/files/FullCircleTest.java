package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.run.Snapshot;

/** A ring of ordinary roads with a signal at each leg and room for four between them: where all of it is full, everybody waits for the next one. */
class FullCircleTest {

    @TempDir
    private Path temp;

    private Model model(double radius, int perHour) throws IOException, StudyProblem {
        SignalRing.write(temp, radius, perHour);
        return StudyFolder.read(temp, List.of()).compile(null).model();
    }

    /** 51 in ten minutes on average, 29 to 75 in single ones; nobody before a full circle turned on. */
    @Test
    void aFullCircleTurnsOn() throws IOException, StudyProblem {
        Model model = model(45, 400);
        int replications = 3;
        int all = 0;
        for (int number = 1; number <= replications; number++) {
            Replication replication = new Replication(model, number);
            double start = replication.now();
            replication.advanceTo(start + 1200);
            int left = gone(replication);
            for (int tenMinutes = 3; tenMinutes <= 5; tenMinutes++) {
                replication.advanceTo(start + tenMinutes * 600);
                int now = gone(replication);
                assertThat(now - left)
                        .as("got through in ten minutes before %d", tenMinutes * 10)
                        .isGreaterThan(20);
                all += now - left;
                left = now;
            }
            ReplicationResult result = replication.result();
            assertThat(result.movedUp()).as("the circle was full").isPositive();
            assertThat(result.standstills()).isEmpty();
        }
        assertThat(all / (3.0 * replications)).as("in ten minutes").isGreaterThan(42);
    }

    private static int gone(Replication replication) {
        return replication.view().entered() - replication.view().onRoad();
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2})
    void whereThereIsRoomNobodyMovesUpIntoAJunction(int number) throws IOException, StudyProblem {
        ReplicationResult result = new Replication(model(100, 250), number).result();
        assertThat(result.movedUp()).isZero();
        assertThat(result.unservedPeak()).isLessThan(10);
    }

    /** Who moves up is part of the state, and the same however many threads drive. */
    @Test
    void aFullCircleGoesOnFromASavedState() throws IOException, StudyProblem {
        Model model = model(45, 400);
        Replication whole = new Replication(model, 1, 2);
        double middle = whole.now() + 1500;
        whole.advanceTo(middle);
        Snapshot state = whole.save();
        ReplicationResult expected = whole.result();
        assertThat(expected.movedUp()).isGreaterThan(5);

        Replication other = new Replication(model, 1, 1);
        other.restore(state);
        assertThat(other.result()).as("every digit").isEqualTo(expected);
        assertThat(new Replication(model, 1, 1).result()).isEqualTo(expected);
    }
}
