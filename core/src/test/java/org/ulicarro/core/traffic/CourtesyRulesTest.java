package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.Star;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.traffic.lanes.LaneTable;

/** How drivers give way to each other beyond one gap at a time. */
class CourtesyRulesTest {

    private static double delay(Star star, String name) {
        double sum = 0;
        for (int n = 1; n <= 4; n++) {
            List<MovementRow> rows = new Replication(star.model(), n).result().rows(MovementRow.class);
            sum += rows.stream()
                    .filter(r -> r.name().equals(name))
                    .reduce((a, b) -> b)
                    .orElseThrow()
                    .controlDelayS();
        }
        return sum / 4;
    }

    private static Star street(double median) {
        Star star = Star.cross(Control.STOP);
        star.minor = List.of("s", "n");
        star.perApproach = 420;
        star.median = median;
        return star;
    }

    /** A median in which a car stands clear lets the minor road cross one direction after the other. */
    @Test
    void aWideMedianIsCrossedInHalves() {
        Star wide = street(12);
        LaneTable table = wide.model().table();
        int path = wide.compiled()
                .movement("middle", "NBT")
                .movement()
                .paths()
                .get(0)
                .lane();
        assertThat(table.gaps.storage[path]).isGreaterThan(4.8);
        assertThat(table.gaps.waitAgain[path]).isGreaterThan(table.waitAt[path]);
        assertThat(delay(wide, "NBT")).isLessThan(0.7 * delay(street(0), "NBT"));
    }

    @Test
    void withoutAMedianThereIsNoPlaceToWait() {
        Star narrow = street(0);
        LaneTable table = narrow.model().table();
        for (int lane = 0; lane < table.lanes; lane++) {
            assertThat(table.gaps.waitAgain[lane]).isNaN();
        }
    }

    /** Nobody who is first at a line follows the one before sooner than the follow-up time of its driver allows. */
    @Test
    void entriesOfARoundaboutDischargeAtTheFollowUpTime() {
        Star star = Star.cross(Control.ROUNDABOUT);
        star.perApproach = 4000; // far beyond capacity: a queue on each leg
        var rows = new Replication(star.model(), 1).result().rows(MovementRow.class);
        double most = rows.stream()
                .filter(r ->
                        r.movement().equals(MovementRow.ALL) && !r.approach().equals(MovementRow.ALL))
                .mapToDouble(r -> r.vehicles() / (r.toS() - r.fromS()) * 3600)
                .max()
                .orElseThrow();
        assertThat(most).isBetween(300.0, 1400.0);
    }
}
