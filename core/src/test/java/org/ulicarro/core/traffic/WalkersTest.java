package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.Foot;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.measure.CrossingRow;
import org.ulicarro.core.run.Digest;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.run.Snapshot;
import org.ulicarro.core.study.WalkerFlow;

/** People on crossings: when they go, what it costs them and the drivers, and what must always hold. */
class WalkersTest {

    private static CrossingRow whole(ReplicationResult result) {
        return result.rows(CrossingRow.class).get(result.rows(CrossingRow.class).size() - 1);
    }

    /** Who comes at random waits (C - g)²/2C at a signal, where g is the walk: nobody in their way. */
    @Test
    void theDelayAtASignalIsThatOfTheory() {
        Foot scene = new Foot().signal(60, 15);
        scene.walkers = 600 / 3600.0;
        scene.compliance = 1;
        double sum = 0;
        for (int n = 1; n <= 6; n++) {
            sum += whole(new Replication(scene.model(), n).result()).delayS();
        }
        assertThat(sum / 6).isCloseTo(45 * 45 / 120.0, within(0.05 * 45 * 45 / 120.0));
    }

    /** A refuge between halves of one group costs nothing more: who has set off goes on in the clearance, which is as long as the whole way. */
    @Test
    void nobodyWaitsOnARefugeInTheClearance() {
        Foot scene = new Foot().signal(60, 8);
        scene.walkers = 600 / 3600.0;
        scene.compliance = 1;
        scene.refuge = true;
        scene.median = 3;
        double sum = 0;
        for (int n = 1; n <= 6; n++) {
            sum += whole(new Replication(scene.model(), n).result()).delayS();
        }
        assertThat(sum / 6).isCloseTo(52 * 52 / 120.0, within(0.05 * 52 * 52 / 120.0));
    }

    @Test
    void whoCompliesStartsOnWalkOnly() {
        Foot scene = new Foot().signal(60, 15);
        scene.compliance = 1;
        assertThat(whole(new Replication(scene.model(), 1).result()).startedOnWalk())
                .isEqualTo(1);
        scene.compliance = 0.5;
        assertThat(whole(new Replication(scene.model(), 1).result()).startedOnWalk())
                .isBetween(0.4, 0.95);
    }

    /** At a zebra drivers give way: people lose next to nothing, drivers do. */
    @Test
    void driversGiveWayAtAZebra() {
        Foot empty = new Foot();
        empty.walkers = 0;
        empty.vehicles = 500;
        Foot busy = new Foot();
        busy.walkers = 500 / 3600.0;
        busy.vehicles = 500;
        ReplicationResult result = new Replication(busy.model(), 1).result();
        assertThat(whole(result).delayS()).isLessThan(3);
        assertThat(vehicleSeconds(result))
                .isGreaterThan(2 + vehicleSeconds(new Replication(empty.model(), 1).result()));
    }

    private static double vehicleSeconds(ReplicationResult result) {
        return result.vehicleSteps() * 0.2 / result.wanted();
    }

    /** Where nobody gives way, people wait for gaps: longer the more traffic there is, and less where a refuge makes two of one. */
    @Test
    void withoutPriorityPeopleWaitForGaps() {
        double[] delay = new double[3];
        for (int i = 0; i < 3; i++) {
            Foot scene = new Foot();
            scene.yielding = 0;
            scene.vehicles = i == 0 ? 200 : 900;
            scene.refuge = i == 2;
            scene.median = i == 2 ? 3 : 0;
            delay[i] = whole(new Replication(scene.model(), 1).result()).delayS();
        }
        assertThat(delay[1]).isGreaterThan(1.5 * delay[0]);
        assertThat(delay[2])
                .as("with a refuge %.1f s, without %.1f s", delay[2], delay[1])
                .isLessThan(0.8 * delay[1]);
    }

    /**
     * The mean wait for a gap in which the whole way is free, (e^(q t) - q t - 1)/q with t = way / 1.2 m/s + 3 s (Highway Capacity Manual, chapter
     * 20; J. C. Adams 1936), for arrivals at random; those of a street are not quite at random.
     */
    @Test
    void theWaitForAGapIsThatOfTheory() {
        Foot scene = new Foot();
        scene.yielding = 0;
        scene.vehicles = 400;
        double sum = 0;
        for (int n = 1; n <= 12; n++) {
            sum += whole(new Replication(scene.model(), n).result()).delayS();
        }
        double q = 2 * 400 / 3600.0; // of both directions
        double t = scene.model().network().crossings().get(0).length() / 1.2 + 3;
        double theory = (Math.exp(q * t) - q * t - 1) / q;
        assertThat(sum / 12).isBetween(0.7 * theory, 1.3 * theory);
    }

    /** Nobody is on what a vehicle covers, at any step. */
    @Test
    void peopleAndVehiclesAreNeverOnTheSameSpot() {
        Foot scene = new Foot();
        scene.walkers = 900 / 3600.0;
        scene.vehicles = 700;
        scene.yielding = 0.6;
        Replication replication = new Replication(scene.model(), 1);
        int met = 0;
        while (!replication.isDone()) {
            replication.step();
            met += replication.view().walkers().present(0);
            assertThat(JunctionHours.contact(replication.view(), replication.model()))
                    .isNull();
        }
        assertThat(met).isGreaterThan(5000);
    }

    @Test
    void groupsComeTogether() {
        Foot alone = new Foot();
        Foot groups = new Foot();
        groups.group = 5;
        assertThat(spread(groups)).isGreaterThan(2 * spread(alone));
    }

    /** Variance of arrivals in ten seconds over their mean: 1 for people who come alone. */
    private static double spread(Foot scene) {
        var walks = scene.model().demand().walks(1);
        double[] counts = new double[180];
        for (double time : walks.time()) {
            int slot = (int) ((time - 8 * 3600) / 10);
            if (slot >= 0 && slot < counts.length) {
                counts[slot]++;
            }
        }
        double mean = java.util.Arrays.stream(counts).average().orElseThrow();
        double variance = java.util.Arrays.stream(counts)
                .map(c -> (c - mean) * (c - mean))
                .average()
                .orElseThrow();
        return variance / mean;
    }

    /** The same model and number give the same run, also when it is saved half way and goes on elsewhere. */
    @Test
    void aSavedRunGoesOnAsIfNothingHadBeen() throws IOException {
        Model model = new Foot().model();
        Replication whole = new Replication(model, 1);
        Replication first = new Replication(model, 1);
        first.advanceTo(8 * 3600 + 400);
        Snapshot out = first.save();
        Replication second = new Replication(model, 1);
        second.restore(out);
        assertThat(Digest.of(List.of(second.result()))).isEqualTo(Digest.of(List.of(whole.result())));
    }

    @Test
    void whatIsWrittenWrongIsSaid() {
        Foot scene = new Foot();
        scene.demand = Map.of("south.r", new WalkerFlow(0.1, 0.1, 1));
        List<Fault> faults = new ArrayList<>();
        assertThat(scene.model(faults)).isNull();
        assertThat(faults).anyMatch(f -> f.message().contains("there is no crossing 'south.r'"));
    }

    @Test
    void aSignalNeedsAGroupForPeople() {
        Foot scene = new Foot().signal(60, 15);
        scene.withoutGroup = true;
        List<Fault> faults = new ArrayList<>();
        assertThat(scene.model(faults)).isNull();
        assertThat(faults).anyMatch(f -> f.message().contains("no signal group lets people over this crossing"));
    }

    @Test
    void walkAgainstTrafficGoingStraightOnIsRefused() {
        Foot scene = new Foot().signal(60, 15);
        scene.walkFrom = 10; // while vehicles have green
        List<Fault> faults = new ArrayList<>();
        assertThat(scene.model(faults)).isNull();
        assertThat(faults).anyMatch(f -> f.message().contains("may never go together"));
    }
}
