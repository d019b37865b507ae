package org.ulicarro.core.assign;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.TotalRow;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.run.Replications;
import org.ulicarro.core.run.Snapshot;
import org.ulicarro.core.run.Trials;
import org.ulicarro.core.study.Ban;
import org.ulicarro.core.study.InformedInput;
import org.ulicarro.core.study.LinkName;
import org.ulicarro.core.study.WayRow;
import org.ulicarro.core.traffic.TrafficView;

/** Drivers who change their way on what they hear: everybody is sent over one road, which cannot carry them; another one is empty. */
class InformedTest {

    private static final List<String> BY_B = List.of("west-a ahead", "a-b ahead", "b-d ahead", "d-east ahead");

    private static Model model(double share, boolean forbidden) {
        Roads scene = Roads.braess(false).end("a", 0, 0).trips("west", "east", 1000);
        scene.informed = share == 0 ? null : new InformedInput(share, 120, 0.1);
        scene.drain = 900;
        if (forbidden) {
            scene.bans.put("c", new Ban(LinkName.parse("a-c ahead"), null, null, List.of(), null, null));
        }
        WayRow row = new WayRow("west", "east", List.of(), BY_B, List.of(0.0), List.of(1.0), 2);
        return scene.model().with(inputs -> inputs.withWays(List.of(row))).get();
    }

    private static ReplicationResult run(Model model) throws InterruptedException {
        return Trials.run(model, Replications.of(1), Instruments.of(LinkRow.class, TotalRow.class))
                .replications()
                .get(0);
    }

    private static int onto(ReplicationResult result, String link) {
        return result.rows(LinkRow.class).stream()
                .filter(r -> r.link().equals(link))
                .mapToInt(LinkRow::vehicles)
                .max()
                .orElse(0);
    }

    private static double delay(ReplicationResult result) {
        return result.rows(TotalRow.class).stream()
                .filter(r -> r.type().equals(TotalRow.ALL))
                .mapToDouble(r -> r.delayS() / r.vehicles())
                .sum();
    }

    private static int wayChanges(ReplicationResult result) {
        return result.rows(TotalRow.class).get(0).wayChanges();
    }

    @Test
    void onlyWhoHearsDrivesRoundAJam() throws InterruptedException {
        ReplicationResult nobody = run(model(0, false));
        ReplicationResult some = run(model(0.5, false));
        assertThat(onto(nobody, "a-c ahead")).isZero();
        assertThat(onto(some, "a-c ahead")).isBetween(50, 600);
        assertThat(wayChanges(nobody)).isZero();
        assertThat(wayChanges(some))
                .as("everybody on the other road has changed over to it")
                .isBetween(onto(some, "a-c ahead"), 2 * onto(some, "a-c ahead"));
        assertThat(delay(some)).isLessThan(0.8 * delay(nobody));
    }

    @Test
    void nobodyHearsOfAWayThatIsForbidden() throws InterruptedException {
        assertThat(onto(run(model(1, true)), "a-c ahead")).isZero();
    }

    @Test
    void aReplicationThatWasSavedGoesOnTheSame() {
        Model model = model(0.5, false);
        Instruments instruments = Instruments.of(LinkRow.class, TotalRow.class);
        try (Replication whole = new Replication(model, 1, 1, instruments);
                Replication half = new Replication(model, 1, 1, instruments);
                Replication other = new Replication(model, 1, 2, instruments)) {
            whole.advanceTo(Roads.START + 5400.0);
            half.advanceTo(Roads.START + 1700.0);
            Snapshot state = half.save();
            other.restore(state);
            other.advanceTo(Roads.START + 5400.0);
            assertThat(other.result().tables()).isEqualTo(whole.result().tables());
        }
    }

    /** Changing the way in the middle of a queue moves nobody: bodies stay behind each other, and all of them arrive. */
    @Test
    void nobodyIsLostOrTouchedByIt() {
        Model model = model(1, false);
        try (Replication one = new Replication(model, 1, 1, Instruments.of(TotalRow.class))) {
            while (!one.isDone()) {
                one.advanceTo(one.now() + 5);
                TrafficView view = one.view();
                for (int lane = 0; lane < model.network().lanes().size(); lane++) {
                    for (int k = 1; k < view.vehiclesOn(lane); k++) {
                        double gap = view.position(lane, k - 1) - view.length(lane, k - 1) - view.position(lane, k);
                        assertThat(gap).as("lane %d at %.0f s", lane, one.now()).isPositive();
                    }
                }
            }
            TotalRow all = one.result().rows(TotalRow.class).stream()
                    .filter(r -> r.type().equals(TotalRow.ALL))
                    .findFirst()
                    .orElseThrow();
            long wanted = Arrays.stream(model.demand().departures(1).time())
                    .filter(t -> t < Roads.START + 3600)
                    .count();
            assertThat(all.vehicles()).isEqualTo((int) wanted);
            assertThat(all.unfinished()).isLessThan(40);
        }
    }
}
