package org.ulicarro.core.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.analysis.SignalDelay;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.traffic.TrafficView;

class ReplicationTest {

    private static final Progress SILENT = Progress.SILENT;

    private static Crossroads scene() {
        return new Crossroads().volumes(700, 600, 400, 300);
    }

    @Test
    void threadsChangeNothing() throws InterruptedException {
        Model model = scene().model();
        String one = Digest.of(Trials.run(model, Replications.of(4), 1, SILENT));
        assertThat(Digest.of(Trials.run(model, Replications.of(4), 2, SILENT))).isEqualTo(one);
        assertThat(Digest.of(Trials.run(scene().model(), Replications.of(4), 3, SILENT)))
                .isEqualTo(one);
    }

    @Test
    void anotherSeedIsAnotherRun() throws InterruptedException {
        Crossroads other = scene();
        other.seed = 2;
        assertThat(Digest.of(Trials.run(other.model(), Replications.of(1), 1, SILENT)))
                .isNotEqualTo(Digest.of(Trials.run(scene().model(), Replications.of(1), 1, SILENT)));
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.1, 0.4, 0.8})
    void goesOnFromASavedStateToTheBit(double share) throws IOException {
        Model model = scene().model();
        Replication whole = new Replication(model, 1);
        double cut = model.demand().window().start() + share * 5400;
        whole.advanceTo(cut);
        Snapshot saved = whole.save();
        Replication second = new Replication(model, 1);
        second.restore(saved);
        assertThat(second.now()).isEqualTo(whole.now());
        assertThat(Digest.of(List.of(second.result()))).isEqualTo(Digest.of(List.of(whole.result())));
    }

    /** Digits of this scene on every machine and Java; a change of the model changes them knowingly. */
    @Test
    void theDigestIsTheSameEverywhere() throws InterruptedException {
        assertThat(Digest.of(Trials.run(scene().model(), Replications.of(1), 1, SILENT)))
                .isEqualTo("9c2cc0ac1e46ba4b90e17f0a4e41441b9b496ca23bd801852bb83d247263034e");
    }

    private static MovementRow whole(ReplicationResult result, String name) {
        return result.rows(MovementRow.class).stream()
                .filter(r -> r.name().equals(name) && r.toS() - r.fromS() > 1000)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void oneVehicleThatMeetsGreenLosesNoTime() {
        Crossroads scene = Crossroads.oneThroughLane(600);
        scene.cycle = 600;
        scene.eastWest = "0-585";
        scene.northSouth = "590-595";
        // one vehicle every few minutes: nobody meets anybody
        scene.count("EBT", 12).count("WBT", 0).count("NBT", 0).count("SBT", 0);
        Model model = scene.model();
        MovementRow row = whole(new Replication(model, 1).result(), "EBT");
        assertThat(row.vehicles()).isBetween(2.0, 30.0);
        assertThat(row.controlDelayS()).isCloseTo(0, within(1e-6));
        assertThat(row.stops()).isZero();
        assertThat(row.queueMaxM()).isZero();
    }

    /** Poisson arrivals at one lane with 40 s of 90 s green; saturation 1885 veh/h and 40.0 s effective, as measured. */
    @ParameterizedTest
    @CsvSource({"0.5, 0.05", "0.8, 0.05"})
    void delayMeetsWebster(double saturation, double tolerance) throws InterruptedException {
        double lambda = 40.0 / 90;
        double flow = saturation * 1885 * lambda;
        Crossroads scene = Crossroads.oneThroughLane(600);
        scene.hours = 2;
        scene.count("EBT", flow).count("WBT", 100).count("NBT", 100).count("SBT", 100);
        double[] delays = Trials.run(scene.model(), Replications.of(10), 2, SILENT).replications().stream()
                .mapToDouble(r -> whole(r, "EBT").controlDelayS())
                .toArray();
        double expected = SignalDelay.webster(90, lambda, saturation, flow / 3600);
        assertThat(Statistic.of(delays).mean()).isCloseTo(expected, within(tolerance * expected));
    }

    @Test
    void unservedDemandIsCountedAndNobodyIsLost() {
        Crossroads scene = Crossroads.oneThroughLane(600);
        scene.legLength = 200;
        scene.eastWest = "0-10";
        scene.northSouth = "15-85";
        scene.count("EBT", 900).count("WBT", 50).count("NBT", 50).count("SBT", 50);
        ReplicationResult result = new Replication(scene.model(), 1).result();
        MovementRow row = whole(result, "EBT");
        assertThat(result.unservedAtEnd()).isGreaterThan(300);
        assertThat(result.unservedPeak()).isGreaterThanOrEqualTo(result.unservedAtEnd());
        assertThat(row.demand()).isCloseTo(900, within(120.0));
        assertThat(row.vehicles()).isLessThan(300);
        assertThat(row.unfinished()).isGreaterThan(300);
        assertThat(row.entryDelayS()).isGreaterThan(600);
        assertThat(row.queueMaxM()).as("the queue goes on outside").isGreaterThan(2000);
    }

    @Test
    void aFullBayHoldsUpTheThroughLane() throws InterruptedException {
        Crossroads few = new Crossroads();
        few.lanes = 1;
        few.arrows = List.of("L", "TR");
        few.count("EBL", 20)
                .count("EBT", 450)
                .count("EBR", 0)
                .count("WBL", 0)
                .count("WBT", 700)
                .count("WBR", 0);
        few.count("NBL", 0)
                .count("NBT", 50)
                .count("NBR", 0)
                .count("SBL", 0)
                .count("SBT", 50)
                .count("SBR", 0);
        double free = meanDelay(few, "EBT");
        few.count("EBL", 300);
        assertThat(meanDelay(few, "EBT")).isGreaterThan(2 * free);
    }

    private static double meanDelay(Crossroads scene, String name) throws InterruptedException {
        return Trials.run(scene.model(), Replications.of(3), 2, SILENT).replications().stream()
                .mapToDouble(
                        r -> whole(r, name).controlDelayS() + whole(r, name).entryDelayS())
                .average()
                .orElseThrow();
    }

    @Test
    void measuresAgreeWithEachOther() {
        ReplicationResult result = new Replication(scene().model(), 3).result();
        double slices = result.rows(MovementRow.class).stream()
                .filter(r -> r.name().equals("EBT") && r.toS() - r.fromS() == 900)
                .mapToDouble(MovementRow::vehicles)
                .sum();
        assertThat(whole(result, "EBT").vehicles()).isEqualTo(slices);
        MovementRow approach = whole(result, "EB");
        double ofMovements = 0;
        for (String name : List.of("EBL", "EBT", "EBR")) {
            ofMovements +=
                    whole(result, name).controlDelayS() * whole(result, name).demand();
        }
        assertThat(approach.controlDelayS()).isCloseTo(ofMovements / approach.demand(), within(1e-9));
        for (MovementRow row : result.rows(MovementRow.class)) {
            assertThat(row.queueMeanM()).isLessThanOrEqualTo(row.queueMaxM());
            assertThat(row.stoppedDelayS()).as("stopped within control delay").isLessThan(row.controlDelayS() + 3);
        }
    }

    @Test
    void progressEndsWhole() {
        Replication replication = new Replication(scene().model(), 1);
        assertThat(replication.progress()).isZero();
        replication.advanceTo(Double.MAX_VALUE);
        assertThat(replication.progress()).isEqualTo(1);
        TrafficView view = replication.view();
        assertThat(view.entered()).isLessThanOrEqualTo(view.wanted());
    }

    @Test
    void interruptedTrialsEndsAtOnceWithoutAResult() throws InterruptedException {
        Model model = scene().model();
        Throwable[] thrown = new Throwable[1];
        java.util.concurrent.CountDownLatch under = new java.util.concurrent.CountDownLatch(1);
        Thread thread = new Thread(() -> {
            try {
                Trials.run(model, Replications.of(500), 1, (replication, share, outside) -> under.countDown());
            } catch (InterruptedException e) {
                thrown[0] = e;
            }
        });
        thread.start();
        under.await();
        thread.interrupt();
        thread.join(300_000);
        assertThat(thread.isAlive()).isFalse();
        assertThat(thrown[0]).isInstanceOf(InterruptedException.class);
    }

    /** The same share of green in a cycle half as long: less delay while there is room in it. */
    @Test
    void aShorterCycleDelaysLess() throws InterruptedException {
        Crossroads once = Crossroads.oneThroughLane(600);
        once.count("EBT", 300).count("WBT", 50).count("NBT", 50).count("SBT", 50);
        once.cycle = 120;
        once.eastWest = "0-40";
        once.northSouth = "45-115";
        Crossroads half = Crossroads.oneThroughLane(600);
        half.count("EBT", 300).count("WBT", 50).count("NBT", 50).count("SBT", 50);
        half.cycle = 60;
        half.eastWest = "0-20";
        half.northSouth = "25-55";
        assertThat(meanDelay(half, "EBT")).isLessThan(0.75 * meanDelay(once, "EBT"));
    }
}
