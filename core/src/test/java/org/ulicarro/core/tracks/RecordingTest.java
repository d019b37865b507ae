package org.ulicarro.core.tracks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.run.Digest;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.Snapshot;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.FleetView;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.state.Restraint;

/** What is read back from a recording is what happened. */
class RecordingTest {

    /** Half a unit of position, and what a vehicle that counts as standing may still creep until it is told of again (m). */
    private static final double HALF_UNIT = TrackHeader.UNIT / 2 + 0.005;

    /** Where one vehicle truly was after one step. */
    private record Truth(int lane, double position, double speed, int changedFrom, boolean queued, double delay) {}

    /** Everything after every step. */
    private static final class Witness implements Observer {

        final Map<Integer, Map<Integer, Truth>> at = new TreeMap<>(); // tick -> vehicle -> truth
        final Map<Integer, int[]> aspects = new TreeMap<>();
        final Map<Integer, int[]> outside = new TreeMap<>();
        final int[] passed;

        Witness(int movements) {
            passed = new int[movements];
        }

        @Override
        public void afterStep(TrafficView view, TrafficEvents events) {
            Map<Integer, Truth> now = new LinkedHashMap<>();
            FleetView rows = view.rows();
            for (int row = 0; row < rows.count(); row++) {
                if (rows.vehicle(row) >= 0) {
                    now.put(
                            rows.vehicle(row),
                            new Truth(
                                    rows.lane(row),
                                    rows.position(row),
                                    rows.speed(row),
                                    rows.changedFrom(row),
                                    rows.queued(row),
                                    rows.delay(row)));
                }
            }
            at.put(view.tick(), now);
            int groups = view.table().signals().groups().size();
            int[] shown = new int[groups];
            for (int g = 0; g < groups; g++) {
                shown[g] = view.aspects().of(g).ordinal();
            }
            aspects.put(view.tick(), shown);
            int[] waiting = new int[view.table().network().lanes().size()];
            for (int lane = 0; lane < waiting.length; lane++) {
                waiting[lane] = view.outside(lane);
            }
            outside.put(view.tick(), waiting);
            for (int i = 0; i < events.lineCount(); i++) {
                passed[events.lineMovement(i)]++;
            }
        }

        @Override
        public void afterRun(TrafficView view, TrafficEvents events) {
            // all is known
        }

        @Override
        public void save(java.io.DataOutput out) {
            // has no state of the run
        }

        @Override
        public void restore(java.io.DataInput in) {
            // has no state of the run
        }
    }

    private static Crossroads scene(double step) {
        Crossroads scene = new Crossroads();
        scene.step = step;
        scene.lanes = 2;
        scene.bays = true;
        scene.hours = 0.1;
        scene.mix = Map.of(VehicleType.CAR, 0.8, VehicleType.ARTICULATED, 0.2);
        scene.volumes(1500, 700, 900, 500);
        return scene;
    }

    private static double[] laneEnds(Model model) {
        return model.network().lanes().stream().mapToDouble(Lane::end).toArray();
    }

    private static List<TrackBlock> read(byte[] bytes, Model model) throws IOException {
        TrackFile file = TrackFile.read(new ByteArrayInputStream(bytes));
        List<TrackBlock> blocks = new ArrayList<>();
        for (int i = 0; i < file.blocks(); i++) {
            blocks.add(file.block(i, laneEnds(model)));
        }
        return blocks;
    }

    @ParameterizedTest
    @CsvSource({"0.1, 1", "0.2, 1", "0.5, 5", "0.3, 1", "1.0, 1"})
    void everyVehicleIsWhereItWas(double step, double every) throws IOException {
        Model model = scene(step).model();
        Replication replication = new Replication(model, 1);
        Witness witness = new Witness(model.network().movements().size());
        replication.observe(witness);
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        double start = model.demand().window().start();
        TrackSettings settings =
                TrackSettings.of(1, start, model.demand().window().end(), every, step, start);
        replication.observe(new TrackRecorder(settings, (b, n) -> bytes.write(b, 0, n)));
        replication.result();
        List<TrackBlock> blocks = read(bytes.toByteArray(), model);
        int checked = 0;
        int keys = 0;
        double worst = 0;
        for (TrackBlock block : blocks) {
            for (Leg leg : block.legs()) {
                for (int k = 0; k < leg.keys(); k++) {
                    checkKey(witness, leg, k, Math.max(1.2, every));
                    keys++;
                }
                for (int tick = leg.start(); tick <= leg.end(); tick++) {
                    Map<Integer, Truth> then = witness.at.get(tick);
                    if (then != null && then.containsKey(leg.vehicle())) {
                        worst = Math.max(worst, distance(leg, tick, then.get(leg.vehicle()), model));
                        checked++;
                    }
                }
            }
        }
        assertThat(checked).isGreaterThan(20_000 * 2 / (int) (step * 20));
        assertThat(keys).isGreaterThan(2000);
        // between keys a vehicle may brake and pick up as it likes: half of 8 m/s² over half an interval
        assertThat(worst).isLessThan(0.5 * 8 * every * every / 4 * Math.max(1, step / every) + 0.1);
        checkRest(witness, blocks);
    }

    private static void checkKey(Witness witness, Leg leg, int k, double every) {
        Truth truth = witness.at.get(leg.tick(k)).get(leg.vehicle());
        if (truth == null) {
            assertThat(k + 1 == leg.keys() && leg.leavesNetwork()).isTrue();
            return;
        }
        int p = leg.pieceAt(k, leg.along(k));
        boolean twoHandOvers = k + 1 < leg.keys() && leg.tick(k + 1) == leg.tick(k);
        if (!twoHandOvers) {
            assertThat(leg.along(k) - leg.begins(p)).isCloseTo(truth.position(), within(HALF_UNIT));
            assertThat(leg.lane(p)).isEqualTo(truth.lane());
            assertThat(leg.movingOverFrom(p, leg.tick(k))).isEqualTo(truth.changedFrom());
            assertThat(leg.stands(k)).isEqualTo(truth.speed() < 0.01);
        }
        assertThat(leg.delay(k)).isBetween(truth.delay() - 2 * every, truth.delay() + every);
    }

    /** Along the lanes, from where the leg says that the front is to where it was (m). */
    private static double distance(Leg leg, int tick, Truth truth, Model model) {
        double along = leg.alongAt(tick);
        int p = leg.pieceAt(leg.keyAt(tick), along);
        double here = along - leg.begins(p);
        if (leg.lane(p) == truth.lane()) {
            return Math.abs(here - truth.position());
        }
        Lane lane = model.network().lanes().get(leg.lane(p));
        double toEnd = lane.end() - here; // then it is on the next lane already, or not yet
        return Math.min(
                Math.abs(toEnd) + truth.position(),
                Math.abs(here)
                        + Math.abs(model.network().lanes().get(truth.lane()).end() - truth.position()));
    }

    private static void checkRest(Witness witness, List<TrackBlock> blocks) {
        int changes = 0;
        for (TrackBlock block : blocks) {
            for (int tick : witness.aspects.keySet()) {
                if (tick >= block.start() && tick <= block.end()) {
                    int[] shown = witness.aspects.get(tick);
                    for (int g = 0; g < shown.length; g++) {
                        // within a step that is longer than a tick, what shows at its end is shown since some tick
                        // before
                        assertThat(block.aspect(g, tick - 1e-6)).isEqualTo(shown[g]);
                    }
                }
            }
            changes += block.changes().size();
        }
        assertThat(changes).isGreaterThan(20);
        int[] passed = new int[witness.passed.length];
        blocks.forEach(block -> block.sums().forEach(sum -> passed[sum.movement()] += sum.passed()));
        assertThat(passed).isEqualTo(witness.passed);
    }

    @Test
    void queuesOutsideAreTold() throws IOException {
        Crossroads scene = scene(0.2);
        scene.volumes(3000, 700, 900, 500);
        scene.legLength = 150;
        Model model = scene.model();
        Replication replication = new Replication(model, 1);
        Witness witness = new Witness(model.network().movements().size());
        replication.observe(witness);
        List<TrackBlock> blocks = read(record(replication, 1), model);
        int most = 0;
        for (TrackBlock block : blocks) {
            for (TrackBlock.Outside told : block.outside()) {
                assertThat(block.outside(told.lane(), told.tick()))
                        .isEqualTo(witness.outside.get(told.tick())[told.lane()]);
                most = Math.max(most, told.vehicles());
            }
        }
        assertThat(most).isGreaterThan(10);
    }

    private static byte[] record(Replication replication, double every) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        var window = replication.model().demand().window();
        double step = replication.model().study().step();
        TrackSettings settings = TrackSettings.of(1, window.start(), window.end(), every, step, window.start());
        replication.observe(new TrackRecorder(settings, (b, n) -> bytes.write(b, 0, n)));
        replication.result();
        return bytes.toByteArray();
    }

    @Test
    void whoStandsSaysForWhom() throws IOException {
        Model model = scene(0.2).model();
        List<TrackBlock> blocks = read(record(new Replication(model, 1), 1), model);
        int[] reasons = new int[Restraint.values().length];
        for (TrackBlock block : blocks) {
            List<Integer> here = block.legs().stream().map(Leg::vehicle).toList();
            for (Leg leg : block.legs()) {
                for (int k = 0; k < leg.keys(); k++) {
                    if (leg.stands(k) && leg.tick(k) % 10 == 0) {
                        reasons[leg.waits(k)]++;
                        boolean named = leg.waits(k) == Restraint.VEHICLE.ordinal();
                        assertThat(named ? here.contains(leg.waitsFor(k)) : leg.waitsFor(k) != leg.vehicle())
                                .isTrue();
                    }
                }
            }
        }
        assertThat(reasons[Restraint.SIGNAL.ordinal()]).isGreaterThan(200);
        assertThat(reasons[Restraint.VEHICLE.ordinal()]).isGreaterThan(200);
        assertThat(reasons[Restraint.GAP.ordinal()]).isPositive();
    }

    @Test
    void recordingChangesNothingAndAWindowHoldsOnlyItself() throws IOException {
        Model model = scene(0.2).model();
        Replication plain = new Replication(model, 1);
        Replication watched = new Replication(model, 1);
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        double from = model.period().from() + 61;
        TrackSettings settings = TrackSettings.of(
                1, from, from + 90, 1, 0.2, model.demand().window().start());
        watched.observe(new TrackRecorder(settings, (b, n) -> bytes.write(b, 0, n)));
        assertThat(Digest.of(List.of(watched.result()))).isEqualTo(Digest.of(List.of(plain.result())));
        TrackFile file = TrackFile.read(new ByteArrayInputStream(bytes.toByteArray()));
        assertThat(file.start()).isEqualTo(Clock.ticks(from));
        assertThat(file.end()).isEqualTo(Clock.ticks(from + 90));
    }

    /** A replication that is put back goes on recording: its later blocks tell all that a reader needs. */
    @Test
    void aRestoredReplicationGoesOn() throws IOException {
        Model model = scene(0.2).model();
        double cut = model.period().from() + 100;
        Replication first = new Replication(model, 1);
        first.observe(new TrackRecorder(settings(model), (b, n) -> {}));
        first.advanceTo(cut);
        Snapshot state = first.save();
        Replication second = new Replication(model, 1);
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        second.observe(new TrackRecorder(settings(model), (b, n) -> bytes.write(b, 0, n)));
        second.restore(state);
        second.result();
        List<TrackBlock> blocks = read(bytes.toByteArray(), model);
        TrackBlock start = blocks.get(0);
        assertThat(start.start()).isEqualTo(Clock.ticks(cut + 1));
        assertThat(start.newcomers().stream().map(TrackBlock.Newcomer::id).toList())
                .containsAll(start.legs().stream().map(Leg::vehicle).toList());
    }

    private static TrackSettings settings(Model model) {
        var window = model.demand().window();
        return TrackSettings.of(
                1, window.start(), window.end(), 1, model.study().step(), window.start());
    }

    @Test
    void whatIsDamagedIsSaidToBe() throws IOException {
        Model model = scene(0.5).model();
        byte[] good = record(new Replication(model, 1), 1);
        byte[] cut = java.util.Arrays.copyOf(good, good.length / 2);
        assertThatThrownBy(() -> TrackFile.read(new ByteArrayInputStream(cut))).hasMessage("it ends too early");
        byte[] other = good.clone();
        other[0] = 'X';
        assertThatThrownBy(() -> TrackFile.read(new ByteArrayInputStream(other)))
                .hasMessage("it is no recording");
        byte[] newer = good.clone();
        newer[7] = 9;
        assertThatThrownBy(() -> TrackFile.read(new ByteArrayInputStream(newer)))
                .hasMessageContaining("version 9");
        int failures = 0;
        for (int at = TrackHeader.SIZE + 16; at < good.length - 4; at += 997) {
            byte[] bad = good.clone();
            bad[at] ^= 0x55;
            try {
                read(bad, model);
            } catch (IOException e) {
                failures++; // said so; anything but this exception would fail the test
            }
        }
        assertThat(failures).isPositive();
    }
}
