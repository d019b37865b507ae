package org.ulicarro.core.traffic.junctions;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.demand.Walks;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.traffic.lanes.LongTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;

/** Who goes first of two trucks whose bodies would touch on a crossroads. */
class BesideLongTest {

    private static final double TRUCK = 9.5; // m

    private final Model model = scene().model();
    private final Parts parts =
            new Parts(model.behaviour(), model.table(), model.demand().departures(1), Walks.nobody());
    private final LongTable longs = model.table().longs;

    private static Crossroads scene() {
        Crossroads scene = new Crossroads().volumes(400, 400, 300, 300);
        scene.lanes = 1;
        scene.skew = 15;
        return scene;
    }

    private int truck(int lane, double pos, int next) {
        Fleet f = parts.fleet;
        int row = f.take();
        f.rare(row, 0);
        f.id(row, f.slot(row));
        f.lane(row, lane);
        f.pos(row, pos);
        f.speed(row, 2);
        f.length(row, TRUCK);
        f.next(row, next);
        f.stoodSince(row, -1);
        int slot = f.slot(row);
        parts.queues.append(lane, row);
        return slot;
    }

    /**
     * A truck that is still turning out of the junction has further to go to the stretch than one that stands at its line right before it. Let
     * in, the second one would stand in the way of the first while it waits for a gap: three locked each other so.
     */
    @Test
    void whoIsInsideGoesBeforeWhoStandsAtTheLine() {
        int found = 0;
        for (int path = 0; path < longs.meets.length; path++) {
            for (int n = 0; n < longs.meets[path].length; n++) {
                int other = longs.meets[path][n];
                boolean atLine = longs.from[path][n] < 0.5;
                boolean both = longs.otherFrom[path][n] > 6;
                if (atLine && both && model.table().from[path] != model.table().from[other]) {
                    check(path, n, other);
                    found++;
                }
            }
        }
        assertThat(found).as("pairs in the scene").isPositive();
    }

    private void check(int path, int n, int other) {
        BesideLongTest scene = new BesideLongTest();
        int lane = scene.model.table().from[path];
        for (int group = 0; group < scene.model.signals().groups().size(); group++) {
            scene.parts.aspects.show(group, Aspect.GREEN, 0);
        }
        int inside = scene.truck(other, scene.longs.otherFrom[path][n] - 5, -1);
        int atLine = scene.truck(lane, scene.model.table().end[lane] + scene.longs.from[path][n] - 0.5, path);
        BesideLong beside = new BesideLong(scene.parts);
        Fleet f = scene.parts.fleet;
        assertThat(beside.first(f.rowAt(atLine), path, n, 0.5)).isEqualTo(f.rowAt(inside));
        for (int back = 0; back < scene.longs.meets[other].length; back++) {
            if (scene.longs.meets[other][back] == path) {
                double distance = scene.longs.from[other][back] - f.pos(f.rowAt(inside));
                assertThat(distance <= 0 || beside.first(f.rowAt(inside), other, back, distance) < 0)
                        .isTrue();
            }
        }
    }
}
