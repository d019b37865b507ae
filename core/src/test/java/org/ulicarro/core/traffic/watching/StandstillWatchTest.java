package org.ulicarro.core.traffic.watching;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.traffic.Street;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.Restraint;

/** Rings of vehicles that wait for each other, made by hand: the rules of the road should not bring any about. */
class StandstillWatchTest {

    private static final int NOW = 500_000;

    private static Parts standing(int... waitsFor) {
        Model model = new Street().model();
        Parts parts = new Parts(
                model.behaviour(),
                model.table(),
                model.demand().departures(1),
                org.ulicarro.core.demand.Walks.nobody());
        for (int i = 0; i < waitsFor.length; i++) {
            Fleet f = parts.fleet;
            int door = f.take();
            f.id(door, i);
            f.lane(door, 0);
            f.stoodSince(door, NOW - 2000);
            f.restrainedBy(door, waitsFor[i]);
            f.restraint(door, Restraint.VEHICLE.ordinal());
            parts.queues.append(0, door);
        }
        return parts;
    }

    @Test
    void aRingIsFoundOnceWithAllWhoAreInIt() {
        // 0 and 1 wait for the ring of 2, 3 and 4 but are not in it
        StandstillWatch watch = new StandstillWatch(standing(1, 2, 3, 4, 2));
        watch.look(NOW - 2000);
        watch.look(NOW);
        watch.look(NOW + 100);
        assertThat(watch.found()).hasSize(1);
        assertThat(watch.found().get(0).vehicles()).containsExactly(2, 3, 4);
        assertThat(watch.found().get(0).since()).isEqualTo(NOW - 2000);
    }

    @Test
    void aQueueThatEndsAtALightIsNone() {
        Parts parts = standing(-1, 0, 1, 2);
        parts.fleet.restraint(parts.queues.at(0, 0), Restraint.SIGNAL.ordinal());
        StandstillWatch watch = new StandstillWatch(parts);
        watch.look(NOW - 2000);
        watch.look(NOW);
        assertThat(watch.found()).isEmpty();
    }

    @Test
    void whoHasJustMovedMayMoveAgain() {
        Parts parts = standing(1, 2, 0);
        StandstillWatch watch = new StandstillWatch(parts);
        watch.look(NOW - 2000);
        parts.fleet.pos(parts.queues.at(0, 1), parts.fleet.pos(parts.queues.at(0, 1)) + 1.2);
        watch.look(NOW - 100);
        watch.look(NOW);
        assertThat(watch.found()).isEmpty();
    }

    /** In a lock some creep by a hand's breadth: they have not got on. */
    @Test
    void whoCreepsHasNotGotOn() {
        Parts parts = standing(1, 2, 0);
        StandstillWatch watch = new StandstillWatch(parts);
        watch.look(NOW - 2000);
        parts.fleet.pos(parts.queues.at(0, 1), parts.fleet.pos(parts.queues.at(0, 1)) + 0.3);
        watch.look(NOW);
        assertThat(watch.found()).hasSize(1);
    }

    /** Each waits for a gap and nobody can be named, but nobody comes through the place either. */
    @Test
    void aPlaceThroughWhichNobodyGetsIsFound() {
        Parts parts = standing(-1, -1, -1);
        int path = parts.table.network.movements().get(0).paths().get(0).lane();
        for (int k = 0; k < 3; k++) {
            int row = parts.queues.at(0, k);
            parts.fleet.restraint(row, Restraint.GAP.ordinal());
            parts.fleet.lane(row, path);
        }
        StandstillWatch watch = new StandstillWatch(parts);
        watch.passes(path, NOW - 1000);
        watch.look(NOW - 2000);
        watch.look(NOW);
        assertThat(watch.found()).as("somebody came through").isEmpty();
        watch.look(NOW + 1000);
        watch.look(NOW + 1100);
        assertThat(watch.found()).hasSize(1);
        assertThat(watch.found().get(0).place()).isEqualTo("middle");
        assertThat(watch.found().get(0).vehicles()).containsExactly(0, 1, 2);
    }
}
