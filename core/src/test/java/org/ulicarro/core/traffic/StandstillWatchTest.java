package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.ulicarro.core.run.Model;

/** Rings of vehicles that wait for each other, made by hand: the rules of the road should not bring any about. */
class StandstillWatchTest {

    private static final int NOW = 500_000;

    private static Parts standing(int... waitsFor) {
        Model model = new Street().model();
        Parts parts = new Parts(
                model.study(),
                model.table(),
                model.demand().draw(model.study().seed(), 1),
                org.ulicarro.core.demand.Walks.nobody());
        for (int i = 0; i < waitsFor.length; i++) {
            int row = parts.fleet.take();
            parts.fleet.id[row] = i;
            parts.fleet.stoodSince[row] = NOW - 2000;
            parts.fleet.restrainedBy[row] = waitsFor[i];
            parts.fleet.restraint[row] = (byte) Restraint.VEHICLE.ordinal();
        }
        return parts;
    }

    @Test
    void aRingIsFoundOnceWithAllWhoAreInIt() {
        // 0 and 1 wait for the ring of 2, 3 and 4 but are not in it
        StandstillWatch watch = new StandstillWatch(standing(1, 2, 3, 4, 2));
        watch.look(NOW);
        watch.look(NOW + 100);
        assertThat(watch.found()).hasSize(1);
        assertThat(watch.found().get(0).vehicles()).containsExactly(2, 3, 4);
        assertThat(watch.found().get(0).since()).isEqualTo(NOW - 2000);
    }

    @Test
    void aQueueThatEndsAtALightIsNone() {
        StandstillWatch watch = new StandstillWatch(standing(-1, 0, 1, 2));
        watch.look(NOW);
        assertThat(watch.found()).isEmpty();
    }

    @Test
    void whoHasJustMovedMayMoveAgain() {
        Parts parts = standing(1, 2, 0);
        parts.fleet.stoodSince[1] = NOW - 100;
        StandstillWatch watch = new StandstillWatch(parts);
        watch.look(NOW);
        assertThat(watch.found()).isEmpty();
    }
}
