package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.LinkedHashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.VehicleInput;
import org.ulicarro.core.study.VehicleType;

/** Why and how drivers change lanes. */
class LaneChangeTest {

    private static Map<Motive, Integer> motives(Model model, int[] missed) {
        Map<Motive, Integer> counted = new LinkedHashMap<>();
        Replication replication = new Replication(model, 1);
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                for (int i = 0; i < events.moveCount(); i++) {
                    if (events.moveKind(i) == TrafficEvents.STARTED_OVER) {
                        counted.merge(events.moveMotive(i), 1, Integer::sum);
                    }
                }
                missed[0] += events.missedCount();
            }
        });
        missed[1] = replication.result().missedTurns();
        return counted;
    }

    @Test
    void nobodyOvertakesWhereAllAreEquallyFast() {
        Street street = new Street();
        street.perHour = 300;
        street.vehicles =
                Map.of(VehicleType.CAR, new VehicleInput(null, null, null, null, new Quantity(1, 0), null, null, null));
        assertThat(motives(street.model(), new int[2]).getOrDefault(Motive.GAIN, 0))
                .isLessThan(5);
    }

    @Test
    void fastDriversOvertakeSlowOnesAndKeepTheirSpeed() {
        Street street = new Street();
        street.length = 3000;
        street.perHour = 400;
        street.speed = 100 / 3.6;
        street.roadClass = RoadClass.MOTORWAY;
        street.mix = Map.of(VehicleType.CAR, 0.8, VehicleType.ARTICULATED, 0.2);
        Model model = street.model();
        assertThat(motives(model, new int[2]).getOrDefault(Motive.GAIN, 0)).isGreaterThan(20);
        double[] sum = new double[2];
        Replication replication = new Replication(model, 1);
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                FleetView rows = view.rows();
                for (int row = 0; row < rows.count(); row++) {
                    if (rows.vehicle(row) >= 0
                            && rows.length(row) < 6
                            && rows.lane(row) < 2
                            && rows.position(row) > 1000) {
                        sum[0] += rows.speed(row);
                        sum[1] += rows.speedFactor(row) * 100 / 3.6;
                    }
                }
            }
        });
        replication.result();
        assertThat(sum[0] / sum[1]).isGreaterThan(0.94);
    }

    /** A lane that ends: all leave it, nobody is lost, and both lanes are used up to there. */
    @Test
    void aLaneThatEndsIsLeft() {
        Street street = new Street();
        street.first =
                Direction.of(1).withEnds(new Direction.Bays(null, java.util.List.of(new Direction.Bay(300, 60))));
        street.perHour = 1300;
        Map<Motive, Integer> motives = motives(street.model(), new int[2]);
        assertThat(motives.get(Motive.LANE_END)).isGreaterThan(100);
    }

    /** Left turners who find no room for long drive on, are counted, and come out somewhere. */
    @Test
    void whoMissesATurnIsCounted() {
        Crossroads scene = new Crossroads();
        scene.eastWest = "0-20";
        scene.northSouth = "25-85";
        scene.count("EBL", 260);
        scene.count("EBT", 700);
        scene.count("WBT", 500);
        scene.count("NBT", 200);
        scene.count("SBT", 200);
        int[] missed = new int[2];
        Model model = scene.model();
        motives(model, missed);
        assertThat(missed[0]).isPositive().isEqualTo(missed[1]);
    }
}
