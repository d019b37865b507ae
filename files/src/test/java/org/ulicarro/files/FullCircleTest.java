package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;

/** A ring of ordinary roads with a signal at each leg and room for four between them: where all of it is full, everybody waits for the next one. */
class FullCircleTest {

    private static final String[] AROUND = {"e", "n", "w", "s"};

    @TempDir
    private Path temp;

    private Replication replication(double radius, int perHour, int number) throws IOException, StudyProblem {
        StringBuilder places = new StringBuilder();
        StringBuilder roads = new StringBuilder();
        StringBuilder entries = new StringBuilder();
        StringBuilder signals = new StringBuilder();
        for (int i = 0; i < 4; i++) {
            String here = AROUND[i];
            String next = AROUND[(i + 1) % 4];
            String opposite = AROUND[(i + 2) % 4];
            String last = AROUND[(i + 3) % 4];
            double x = Math.rint(Math.cos(Math.PI / 2 * i)) * radius;
            double y = Math.rint(Math.sin(Math.PI / 2 * i)) * radius;
            places.append("    %s: {at: [%s, %s], control: signal}%n".formatted(here, x, y));
            places.append("    %so: {at: [%s, %s]}%n".formatted(here, 6 * x, 6 * y));
            roads.append(
                    "    %s-arm: {between: [%so, %s], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}, median: 8 m}%n"
                            .formatted(here, here, here));
            StringBuilder via = new StringBuilder();
            for (double degrees = 22.5; degrees < 90; degrees += 22.5) {
                double angle = Math.PI / 2 * i + Math.toRadians(degrees);
                via.append(via.isEmpty() ? "" : ", ")
                        .append("[%.2f, %.2f]".formatted(radius * Math.cos(angle), radius * Math.sin(angle)));
            }
            roads.append("    %s%s: {between: [%s, %s], via: [%s], speed: 50 km/h, ahead: {lanes: 1}}%n"
                    .formatted(here, next, here, next, via));
            entries.append(
                    "    %so: {vehicles: %d veh/h, routes: {r: {via: [%so], share: 25}, s: {via: [%so], share: 50}, l: {via: [%so], share: 25}}}%n"
                            .formatted(here, perHour, next, opposite, last));
            signals.append(
                    "  %s: {kind: fixed, groups: {in: {serves: [%s-arm>%s%s]}, ring: {serves: [%s%s>%s%s, %s%s>%s-arm]}}, plans: {pm: {cycle: 60 s, greens: {in: [0-25], ring: [30-55]}}}}%n"
                            .formatted(here, here, here, next, last, here, here, next, last, here, here));
        }
        Files.writeString(
                temp.resolve("study.yaml"),
                "format: ulicarro/1\ntitle: a circle of signals\n"
                        + "periods: {pm: {from: \"16:00\", to: \"16:40\", warm-up: {length: 10 min}, drain: 0 min}}\n"
                        + "network:\n  places:\n" + places + "  roads:\n" + roads
                        + "demand:\n  mix: {car: 95 %, truck: 5 %}\n  entries:\n" + entries + "signals:\n" + signals);
        return new Replication(StudyFolder.read(temp, List.of()).compile(null).model(), number);
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3})
    void aFullCircleTurnsOn(int number) throws IOException, StudyProblem {
        Replication replication = replication(45, 400, number);
        double start = replication.now();
        int left = 0;
        for (int tenMinutes = 2; tenMinutes <= 5; tenMinutes++) {
            replication.advanceTo(start + tenMinutes * 600);
            int now = replication.view().entered() - replication.view().onRoad();
            assertThat(now - left)
                    .as("got through in ten minutes before %d", tenMinutes * 10)
                    .isGreaterThan(30);
            left = now;
        }
        ReplicationResult result = replication.result();
        assertThat(result.movedUp()).as("the circle was full").isPositive();
        assertThat(result.standstills()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2})
    void whereThereIsRoomNobodyMovesUpIntoAJunction(int number) throws IOException, StudyProblem {
        ReplicationResult result = replication(100, 250, number).result();
        assertThat(result.movedUp()).isZero();
        assertThat(result.unservedPeak()).isLessThan(10);
    }
}
