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

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3})
    void aFullCircleTurnsOn(int number) throws IOException, StudyProblem {
        Replication replication = new Replication(model(45, 400), number);
        double start = replication.now();
        int left = 0;
        for (int tenMinutes = 2; tenMinutes <= 5; tenMinutes++) {
            replication.advanceTo(start + tenMinutes * 600);
            int now = replication.view().entered() - replication.view().onRoad();
            assertThat(now - left)
                    .as("got through in ten minutes before %d", tenMinutes * 10)
                    .isGreaterThan(25);
            left = now;
        }
        ReplicationResult result = replication.result();
        assertThat(result.movedUp()).as("the circle was full").isPositive();
        assertThat(result.standstills()).isEmpty();
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
