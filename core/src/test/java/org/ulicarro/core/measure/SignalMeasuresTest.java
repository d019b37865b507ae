package org.ulicarro.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;

/** What greens serve and when vehicles arrive, in scenes whose answers are known. */
class SignalMeasuresTest {

    /** One through lane from each side, 40 s of green of 90 s for east and west. */
    private static ReplicationResult run(double perHour) {
        Crossroads scene = Crossroads.oneThroughLane(600).count("EBT", perHour);
        return new Replication(scene.model(), 1).result();
    }

    private static LaneRow lane(ReplicationResult result, String approach) {
        return result.rows(LaneRow.class).stream()
                .filter(r -> r.approach().equals(approach))
                .findFirst()
                .orElseThrow();
    }

    private static MovementRow movement(ReplicationResult result, String name) {
        return result.rows(MovementRow.class).stream()
                .filter(r -> r.name().equals(name) && r.toS() - r.fromS() > 3000)
                .findFirst()
                .orElseThrow();
    }

    /** More than the green serves: what passes is saturation flow times effective green, by their definition. */
    @Test
    void anOversaturatedLaneServesItsCapacity() {
        ReplicationResult result = run(1100);
        LaneRow lane = lane(result, "EB");
        assertThat(lane.cycleS()).isCloseTo(90, within(1e-9));
        assertThat(lane.greenS()).isCloseTo(40, within(1e-9));
        assertThat(lane.saturationPcuh()).as("docs/fidelity.md").isBetween(1750.0, 2000.0);
        assertThat(lane.splitFailureShare()).isGreaterThan(0.9);
        double capacity = lane.saturationPcuh() * lane.effectiveGreenS() / lane.cycleS();
        assertThat(lane.vehicles()).as("passed in the hour").isCloseTo((int) capacity, within((int) (0.04 * capacity)));
        assertThat(lane.demandPcuh()).as("with the queue that grows").isCloseTo(1100, within(80.0));
        assertThat(lane.vc())
                .isCloseTo(lane.demandPcuh() / capacity, within(1e-9))
                .isGreaterThan(1.1);
        assertThat(movement(result, "EBT").vc()).isEqualTo(lane.vc());
    }

    @Test
    void aLightFlowFailsNoGreenAndHasNoSaturationFlow() {
        LaneRow lane = lane(run(120), "EB");
        assertThat(lane.splitFailureShare()).isZero();
        assertThat(lane.headways()).isLessThan(30);
        assertThat(lane.saturationPcuh()).isNaN();
        assertThat(lane.vc()).isNaN();
    }

    /** Random arrivals know nothing of the signal: the share on green is the share of green, queue or not. */
    @Test
    void randomArrivalsComeOnGreenAsOftenAsThereIsGreen() {
        double arrivals = 0;
        double onGreen = 0;
        for (double flow : new double[] {300, 500, 700}) {
            MovementRow row = movement(run(flow), "EBT");
            arrivals += row.demand();
            onGreen += row.arrivalsOnGreen() * row.demand();
            assertThat(row.platoonRatio()).isCloseTo(row.arrivalsOnGreen() / (40.0 / 90), within(1e-9));
        }
        double share = 40.0 / 90;
        double error = Math.sqrt(share * (1 - share) / arrivals);
        assertThat(onGreen / arrivals).isCloseTo(share, within(3.5 * error));
    }

    @Test
    void groupsAreWatched() {
        SignalRow row = run(300).rows(SignalRow.class).stream()
                .filter(r -> r.greenShare() > 0.4)
                .findFirst()
                .orElseThrow();
        assertThat(row.greens()).isEqualTo(40);
        assertThat(row.greenS()).isCloseTo(40, within(1e-9));
        assertThat(row.cycleS()).isCloseTo(90, within(1e-9));
        assertThat(row.gapOutShare()).as("a fixed plan gives no reasons").isNaN();
    }

    /** Who is counted at the line is who came in, less those still on the road: links and movements agree. */
    @Test
    void linksCountWhatMovementsCount() {
        ReplicationResult result = run(500);
        LinkRow link = result.rows(LinkRow.class).stream()
                .filter(r -> r.vehicles() > 0 && r.toS() - r.fromS() > 3000 && r.queuedShare() > 0)
                .findFirst()
                .orElseThrow();
        assertThat(link.vehicles()).isEqualTo((int) movement(result, "EBT").vehicles());
        assertThat(link.speedMs()).isCloseTo(link.distanceM() / link.timeS(), within(1e-9));
        assertThat(link.onMean()).isCloseTo(link.timeS() / 3600, within(1e-9));
        // by Little's law the mean number on it is the flow times the mean time on it
        double timeEach = link.timeS() / link.vehicles();
        assertThat(link.onMean()).isCloseTo(link.vehicles() / 3600.0 * timeEach, within(1e-9));
    }

    @Test
    void waitsHoldTheirMeanAndTheirOrder() {
        ReplicationResult result = run(700);
        WaitRow waits = result.rows(WaitRow.class).stream()
                .filter(r -> r.name().equals("EBT"))
                .findFirst()
                .orElseThrow();
        MovementRow row = movement(result, "EBT");
        assertThat(waits.vehicles()).isEqualTo((int) row.demand());
        assertThat(waits.waitS()).isCloseTo(row.controlDelayS() + row.entryDelayS(), within(1e-9));
        assertThat(List.of(waits.waitP50S(), waits.waitP95S(), waits.waitMaxS()))
                .isSorted();
    }

    /** 2 (70 - 50)² / 120 = 6.67, and 10 % of 1000 is met while the double of 50 is not. */
    @Test
    void gehForgivesWhatIsSmall() {
        assertThat(Geh.of(70, 50)).isCloseTo(Math.sqrt(2 * 400 / 120.0), within(1e-12));
        assertThat(Geh.of(1100, 1000)).isLessThan(Geh.MET);
        assertThat(Geh.of(100, 50)).isGreaterThan(Geh.MET);
        assertThat(Geh.of(0, 0)).isZero();
    }
}
