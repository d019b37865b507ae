package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.network.LongBodies;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;

/** Long vehicles that go straight on beside others who turn: only who turns swings out. */
class BesideTurnersTest {

    @TempDir
    private Path temp;

    /**
     * A lane straight on, and beside it one that turns to the right on a green of its own, later.
     *
     * @param corner its radius (m)
     * @param trips who goes straight on or turns, how many in half an hour, and of which type
     */
    private Model model(double corner, String... trips) throws IOException, StudyProblem {
        StringBuilder table = new StringBuilder("from,to,depart_from,depart_to,vehicles,type\n");
        for (String trip : trips) {
            table.append("west,")
                    .append(trip.replaceFirst(" ", ",07:00,07:30,").replace(' ', ','))
                    .append('\n');
        }
        Files.writeString(temp.resolve("od.csv"), table.toString());
        Files.writeString(temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: beside turners
                periods: {am: {from: "07:00", to: "07:30", warm-up: {length: 5 min}, drain: 0 min}}
                network:
                  places:
                    west: {at: [-400, 0]}
                    m: {at: [0, 0], control: signal, corner-radius: %s m}
                    east: {at: [400, 0]}
                    south: {at: [0, -300]}
                  roads:
                    w: {between: [west, m], speed: 50 km/h, ahead: {lanes: 2, turns: [T, R]}}
                    e: {between: [m, east], speed: 50 km/h, ahead: {lanes: 1}}
                    s: {between: [m, south], speed: 50 km/h, ahead: {lanes: 1}}
                demand:
                  trips: {od.csv: {}}
                signals:
                  m: {kind: fixed, groups: {EBT: {serves: [EBT]}, EBR: {serves: [EBR]}}, plans: {p: {cycle: 60 s, greens: {EBT: [0-30], EBR: [37-54]}}}}
                """.formatted(corner));
        return StudyFolder.read(temp, List.of()).compile(null).model();
    }

    private static double passed(Model model, String movement) {
        return Arrays.stream(new long[] {1, 2, 3})
                .mapToDouble(seed -> new Replication(model, (int) seed)
                        .result().rows(MovementRow.class).stream()
                                .filter(r -> r.name().equals(movement)
                                        && r.fromS() == model.period().from()
                                        && r.toS() == model.period().to())
                                .mapToDouble(r -> r.vehicles())
                                .sum())
                .sum();
    }

    /** Cars that stand at red for their turn, beside whom nobody has to swing out, hold up no lorry that goes straight on. */
    @ParameterizedTest
    @CsvSource({"articulated", "bus", "van"})
    void whoGoesStraightOnDoesNotWaitForCarsThatTurn(String type) throws IOException, StudyProblem {
        double alone = passed(model(4, "east 360 car", "east 240 " + type), "EBT");
        double beside = passed(model(4, "east 360 car", "east 240 " + type, "south 120 car"), "EBT");
        assertThat(alone).isGreaterThan(800);
        assertThat(beside / alone).isCloseTo(1, within(0.03));
    }

    /** The other way round they do: a lorry that turns right swings out to the lane beside it. */
    @Test
    void onlyTheBodyOfWhoTurnsReachesIntoTheLaneBeside() throws IOException, StudyProblem {
        Network network = model(4, "east 100 car").network();
        int straight = path(network, "EBT");
        int right = path(network, "EBR");
        List<LongBodies> pairs = network.junctions().get("m").longBodies().stream()
                .filter(p -> p.pathA() == straight && p.pathB() == right || p.pathA() == right && p.pathB() == straight)
                .toList();
        assertThat(pairs)
                .extracting(p -> switch (p.whose()) {
                    case BOTH -> "both";
                    case EITHER -> "either";
                    case A -> p.pathA() == right ? "who turns" : "who goes straight on";
                    case B -> p.pathB() == right ? "who turns" : "who goes straight on";
                    case A_BESIDE_BICYCLES, B_BESIDE_BICYCLES -> "bicycles";
                })
                .containsExactly("both", "who turns");
    }

    /** On corners that a bus can turn on, one does not wait for cars that stand in the lane beside it. */
    @ParameterizedTest
    @CsvSource({"6, bus", "6, articulated", "10, bus"})
    void whoTurnsDoesNotWaitForCarsThatStandBeside(double corner, String type) throws IOException, StudyProblem {
        double alone = passed(model(corner, "south 180 car", "south 120 " + type), "EBR");
        double beside = passed(model(corner, "south 180 car", "south 120 " + type, "east 450 car"), "EBR");
        assertThat(alone).isGreaterThan(400);
        assertThat(beside / alone).isCloseTo(1, within(0.03));
    }

    /** Where no bus or lorry can turn, one is told before, whatever part of the demand says that there are any. */
    @Test
    void tightTurnsAreToldOfTypesInTablesOfTrips() throws IOException, StudyProblem {
        model(4, "south 20 bus");
        assertThat(StudyFolder.read(temp, List.of()).compile(null).warnings())
                .extracting(Message::text)
                .anyMatch(t ->
                        t.startsWith("w>s at 'm' turns on a radius of 6.") && t.contains("but a bus needs 11.5 m"));
        model(4, "south 20 car");
        assertThat(StudyFolder.read(temp, List.of()).compile(null).warnings()).isEmpty();
    }

    private static int path(Network network, String movement) {
        Movement found = network.movements().stream()
                .filter(m -> m.name().equals(movement))
                .findFirst()
                .orElseThrow();
        return found.paths().get(0).lane();
    }
}
