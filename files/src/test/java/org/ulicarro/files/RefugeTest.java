package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.people.Walkers;

/** People on the refuges of a roundabout, in long steps. */
class RefugeTest {

    /** Where people stay about the middle of a crossing. */
    private static final class Standing implements Observer {
        private final Map<Long, Integer> looks = new TreeMap<>(); // cm from one of the kerbs
        private final Map<Integer, Double> before = new TreeMap<>(); // walker -> where it was

        @Override
        public void afterStep(TrafficView view, TrafficEvents events) {
            Walkers people = view.walkers();
            for (int i = 0; i < people.present(0); i++) {
                int w = people.present(0, i);
                double from = people.position(w);
                double at = people.walks().there()[w] ? from : people.length(0) - from;
                Double was = before.put(w, from);
                if (people.state[w] == Walkers.STANDS
                        && was != null
                        && was == from
                        && Math.abs(at - people.length(0) / 2) < 1.5) {
                    looks.merge(Math.round(at * 100), 1, Integer::sum);
                }
            }
        }

        @Override
        public void afterRun(TrafficView view, TrafficEvents events) {}

        @Override
        public void save(DataOutput out) {}

        @Override
        public void restore(DataInput in) {}
    }

    /** Who turns back stops for a step before it looks again, wherever that is clear of vehicles. */
    private static final int TURNS_ROUND = 2;

    @TempDir
    private Path temp;

    /**
     * A lorry on its way out of the ring gave way to somebody who waited a step before the refuge, for a lorry that stood on the other half
     * of the zebra and waited to get into the ring. With steps of half a second nobody got through any more.
     */
    @Test
    void whoWaitsThereStandsOnItAndInNobodysWay() throws IOException, StudyProblem {
        Files.writeString(temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: five ways round
                drive-on: left
                step: 0.5 s
                periods: {pm: {from: "16:00", to: "16:25", warm-up: {length: 10 min}, drain: 5 min}}
                network:
                  places:
                    ring: {at: [0, 0], control: roundabout, lanes: 2, outer-diameter: 56 m,
                           crossings: {r-n: {refuge: true}, r-e: {refuge: true}, r-w: {refuge: true}}}
                    n: {at: [20, 420]}
                    e: {at: [600, 40]}
                    se: {at: [250, -330]}
                    sw: {at: [-240, -330]}
                    w: {at: [-560, 60]}
                  roads:
                    r-n: {between: [n, ring], speed: 50 km/h, ahead: {lanes: 2}, back: {lanes: 2}}
                    r-e: {between: [e, ring], speed: 50 km/h, ahead: {lanes: 2}, back: {lanes: 2}}
                    r-se: {between: [se, ring], speed: 60 km/h, ahead: {lanes: 2}, back: {lanes: 2}}
                    r-sw: {between: [sw, ring], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    r-w: {between: [w, ring], speed: 60 km/h, ahead: {lanes: 2}, back: {lanes: 2}}
                demand:
                  mix: {car: 86 %, van: 4 %, truck: 5 %, articulated: 5 %}
                  entries:
                    n: {vehicles: 560 veh/h, routes: {e: {via: [e], share: 30}, se: {via: [se], share: 25}, sw: {via: [sw], share: 25}, w: {via: [w], share: 20}}}
                    e: {vehicles: 780 veh/h, routes: {n: {via: [n], share: 20}, se: {via: [se], share: 10}, sw: {via: [sw], share: 20}, w: {via: [w], share: 40}}}
                    se: {vehicles: 620 veh/h, routes: {n: {via: [n], share: 40}, e: {via: [e], share: 10}, sw: {via: [sw], share: 10}, w: {via: [w], share: 40}}}
                    sw: {vehicles: 260 veh/h, routes: {n: {via: [n], share: 35}, e: {via: [e], share: 35}, se: {via: [se], share: 10}, w: {via: [w], share: 20}}}
                    w: {vehicles: 740 veh/h, routes: {n: {via: [n], share: 20}, e: {via: [e], share: 45}, se: {via: [se], share: 25}, sw: {via: [sw], share: 10}}}
                  walkers: {ring.r-n: 240 /h, ring.r-e: 120 /h, ring.r-w: 180 /h}
                """);
        Model model = StudyFolder.read(temp, List.of()).compile("pm").model();
        int looks = 0;
        int onIt = 0;
        for (int number = 1; number <= 6; number++) {
            Replication replication = new Replication(model, number);
            Standing standing = new Standing();
            replication.observe(standing);
            assertThat(replication.result().standstills())
                    .as("replication %d", number)
                    .isEmpty();
            looks += standing.looks.values().stream().mapToInt(n -> n).sum();
            onIt += standing.looks.values().stream().mapToInt(n -> n).max().orElse(0);
            standing.looks.values().removeIf(few -> few <= TURNS_ROUND);
            assertThat(standing.looks)
                    .as("the refuge, and the borders of the lanes on either side of it for cars and for lorries")
                    .hasSizeLessThanOrEqualTo(5);
        }
        assertThat(onIt)
                .as("of %d looks in all replications those at the refuge", looks)
                .isGreaterThan(9 * looks / 10);
    }
}
