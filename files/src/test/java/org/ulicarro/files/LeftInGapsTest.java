package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Left turns in gaps of oncoming traffic at a signal. */
class LeftInGapsTest {

    @TempDir
    private Path temp;

    /** Who turned left, and who of them stood on its way after it had left the place where it waited. */
    private static final class Turns implements Observer {
        private final int path;
        private final double waitsAt;
        private final Set<Integer> turned = new TreeSet<>();
        private final Set<Integer> stopped = new TreeSet<>();

        Turns(Model model) {
            path = model.network().movements().stream()
                    .filter(m -> m.name().equals("EBL"))
                    .flatMap(m -> m.paths().stream())
                    .mapToInt(TurningPath::lane)
                    .findFirst()
                    .orElseThrow();
            waitsAt = model.table().waitAt[path];
        }

        @Override
        public void afterStep(TrafficView view, TrafficEvents events) {
            for (int k = 0; k < view.vehiclesOn(path); k++) {
                if (view.position(path, k) > waitsAt + 0.1) {
                    turned.add(view.vehicle(path, k));
                    if (view.speed(path, k) == 0) {
                        stopped.add(view.vehicle(path, k));
                    }
                }
            }
        }

        @Override
        public void afterRun(TrafficView view, TrafficEvents events) {}

        @Override
        public void save(DataOutput out) throws IOException {}

        @Override
        public void restore(DataInput in) throws IOException {}
    }

    /**
     * A queue that turns left from the west, against one lane or two.
     *
     * @param west lanes back to the west
     * @param east lanes and arrows of the oncoming traffic
     * @param southBack the way out to the south, if there is one
     * @param entries who comes from west and east
     * @param signals groups and plans of the middle
     */
    private Model model(int west, String east, String southBack, String entries, String signals)
            throws IOException, StudyProblem {
        Files.writeString(temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: left turns
                periods: {p: {from: "08:00", to: "09:00", warm-up: {length: 5 min}, drain: 1 min}}
                network:
                  places:
                    middle: {at: [0, 0], control: signal}
                    west: {at: [-300, 0]}
                    east: {at: [400, 0]}
                    south: {at: [0, -300]}
                    north: {at: [0, 300]}
                  roads:
                    w: {between: [west, middle], speed: 50 km/h, ahead: {lanes: 1, turns: [L]}, back: {lanes: %d}}
                    e: {between: [middle, east], speed: 50 km/h, back: {%s}}
                    s: {between: [south, middle], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}%s}
                    n: {between: [middle, north], speed: 50 km/h, ahead: {lanes: 1}}
                demand:
                  mix: {car: 100 %%}
                  entries:
                    south: {vehicles: 100 veh/h, routes: {on: {via: [middle, north], share: 1}}}
                %s
                signals:
                  middle: {kind: fixed, %s}
                """.formatted(west, east, southBack, entries.indent(4), signals));
        return StudyFolder.read(temp, List.of()).compile(null).model();
    }

    /** Who has its gap sets off when the last one before it will be gone, and not so early that it has to stop behind that one. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2})
    void whoeverHasSetOffDoesNotStopAgain(int oncomingLanes) throws IOException, StudyProblem {
        Model model = model(
                oncomingLanes,
                "lanes: %d, turns: [%s]".formatted(oncomingLanes, oncomingLanes == 1 ? "T" : "T, T"),
                "",
                """
                west: {vehicles: 400 veh/h, routes: {left: {via: [middle, north], share: 1}}}
                east: {vehicles: %d veh/h, routes: {on: {via: [middle, west], share: 1}}}
                """.formatted(300 * oncomingLanes),
                "groups: {EW: {serves: [EBL, WBT], yields: [EBL]}, NS: {serves: [NBT]}}, plans: {p: {cycle: 60 s, greens: {EW: [0-30], NS: [35-55]}}}");
        Turns turns = turns(model, 1);
        assertThat(turns.turned).hasSizeGreaterThan(200);
        assertThat(turns.stopped.size()).isLessThan(turns.turned.size() / 20);
    }

    /** Who turns off ahead of an oncoming vehicle keeps it back: left turns use that, and without it 330 an hour went instead of 370. */
    @Test
    void anOncomingTurnLeavesAGapBehindIt() throws IOException, StudyProblem {
        Model model = model(
                1,
                "lanes: 1, turns: [LT]",
                ", back: {lanes: 1}",
                """
                west: {vehicles: 600 veh/h, routes: {left: {via: [middle, north], share: 1}}}
                east: {vehicles: 900 veh/h, routes: {on: {via: [middle, west], share: 70}, left: {via: [middle, south], share: 30}}}
                """,
                "groups: {EW: {serves: [EBL, WBT, WBL], yields: [EBL]}, NS: {serves: [NBT]}}, plans: {p: {cycle: 90 s, greens: {EW: [0-60], NS: [65-85]}}}");
        int turned = 0;
        int stopped = 0;
        for (int number = 1; number <= 3; number++) {
            Turns turns = turns(model, number);
            turned += turns.turned.size();
            stopped += turns.stopped.size();
        }
        assertThat(turned).as("in three hours and 18 minutes").isGreaterThan(1150);
        assertThat(stopped).isLessThan(turned / 20);
    }

    private static Turns turns(Model model, int number) {
        Replication replication = new Replication(model, number);
        Turns turns = new Turns(model);
        replication.observe(turns);
        replication.result();
        return turns;
    }
}
