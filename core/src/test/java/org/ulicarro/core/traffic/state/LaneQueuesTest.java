package org.ulicarro.core.traffic.state;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.demand.Walks;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.traffic.Street;
import org.ulicarro.core.traffic.setup.Parts;

/** Slabs of lanes against plain lists: whatever comes, goes and moves over, everybody is found where it stands. */
class LaneQueuesTest {

    private static final int LANES = 6;

    private final List<List<Integer>> plain = new ArrayList<>(); // lane -> slots, furthest downstream first
    private Parts parts;
    private Fleet f;
    private LaneQueues queues;

    @BeforeEach
    void empty() {
        Model model = new Street().model();
        parts = new Parts(model.behaviour(), model.table(), model.demand().departures(1), Walks.nobody());
        f = parts.fleet;
        queues = parts.queues;
        for (int lane = 0; lane < LANES; lane++) {
            plain.add(new ArrayList<>());
        }
    }

    private void comes(int lane, int k) {
        int door = f.take();
        parts.ledger.reserve(f.slots());
        int slot = f.slot(door);
        f.rare(door, 0);
        f.id(door, 1000 + slot);
        f.length(door, 4 + slot % 12);
        f.pos(door, -slot);
        f.caution(door, slot);
        f.lane(door, lane);
        queues.insert(lane, k, door);
        plain.get(lane).add(k, slot);
    }

    private void movesOver(int from, int to, Random random) {
        int k = random.nextInt(plain.get(from).size());
        int there = random.nextInt(plain.get(to).size() + 1);
        int row = queues.at(from, k);
        int now = queues.insert(to, there, row);
        f.lane(now, to);
        queues.remove(from, row);
        plain.get(to).add(there, plain.get(from).remove(k));
    }

    private void goes(int lane) {
        int row = queues.at(lane, 0);
        queues.removeFirst(lane);
        f.release(row);
        plain.get(lane).remove(0);
    }

    private void check(String when) {
        int all = 0;
        for (int lane = 0; lane < LANES; lane++) {
            List<Integer> expected = plain.get(lane);
            all += expected.size();
            assertThat(queues.count(lane)).as(when).isEqualTo(expected.size());
            assertThat((queues.inUse(0) >> lane & 1) == 1).as(when).isEqualTo(!expected.isEmpty());
            for (int k = 0; k < expected.size(); k++) {
                int row = queues.at(lane, k);
                int slot = expected.get(k);
                assertThat(f.slot(row)).as(when).isEqualTo(slot);
                assertThat(f.rowAt(slot)).as(when).isEqualTo(row);
                assertThat(f.id(row)).isEqualTo(1000 + slot);
                assertThat(f.length(row)).isEqualTo(4 + slot % 12);
                assertThat(f.caution(row)).isEqualTo(slot);
                assertThat(f.lane(row)).isEqualTo(lane);
            }
        }
        assertThat(f.count()).as(when).isEqualTo(all);
    }

    @Test
    void everybodyIsFoundWhateverHappens() throws IOException {
        Random random = new Random(20261129);
        for (int i = 0; i < 4000; i++) {
            int lane = random.nextInt(LANES);
            int what = random.nextInt(100);
            if (what < 45 && f.count() < 300) {
                comes(
                        lane,
                        random.nextBoolean()
                                ? plain.get(lane).size()
                                : random.nextInt(plain.get(lane).size() + 1));
            } else if (what < 70 && !plain.get(lane).isEmpty()) {
                movesOver(lane, (lane + 1 + random.nextInt(LANES - 1)) % LANES, random);
            } else if (what < 97 && !plain.get(lane).isEmpty()) {
                goes(lane);
            } else if (what == 98) {
                queues.order();
            } else if (what == 99) {
                saveAndRestore();
            }
            if (i % 7 == 0) {
                check("after " + i);
            }
        }
    }

    private void saveAndRestore() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        f.save(new DataOutputStream(bytes));
        queues.save(new DataOutputStream(bytes));
        DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes.toByteArray()));
        f.restore(in);
        queues.restore(in);
    }

    /** Found from a guess, it is the place that counting one by one gives, in queues, in free traffic and in between. */
    @Test
    void aPlaceInALaneIsTheOneThatCountingGives() {
        Random random = new Random(7);
        for (int round = 0; round < 300; round++) {
            while (queues.count(0) > 0) {
                goes(0);
            }
            double pos = parts.table.end[0] * (0.2 + 0.8 * random.nextDouble());
            double spread = random.nextBoolean() ? 7 : 60 * random.nextDouble() + 5;
            int vehicles = random.nextInt(40);
            for (int k = 0; k < vehicles; k++) {
                comes(0, k);
                f.pos(queues.at(0, k), pos);
                pos -= random.nextInt(4) == 0 ? spread * 5 : spread;
            }
            for (int i = 0; i < 20; i++) {
                double asked = i == 0 && vehicles > 0
                        ? f.pos(queues.at(0, vehicles / 2))
                        : (1.2 * random.nextDouble() - 0.1) * parts.table.end[0];
                int counted = 0;
                while (counted < vehicles && f.pos(queues.at(0, counted)) >= asked) {
                    counted++;
                }
                assertThat(parts.occupancy.place(0, asked)).isEqualTo(counted);
            }
        }
    }
}
