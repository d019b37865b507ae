package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.study.Closure;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.VehicleInput;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.events.Motive;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.lanes.LaneTable;

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
        street.vehicles = Map.of(
                VehicleType.CAR, new VehicleInput(null, null, null, null, new Quantity(1, 0), null, null, null, null));
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
                        sum[1] += rows.desiredSpeed(row) * 100 / 3.6;
                    }
                }
            }
        });
        replication.result();
        assertThat(sum[0] / sum[1]).isGreaterThan(0.94);
    }

    /** Two lanes become one between junctions: what gets through is that of a lane at saturation, whatever the limit. */
    @ParameterizedTest
    @ValueSource(ints = {50, 60, 80})
    void aStreetCarriesWhatALaneDoes(int limit) {
        Street street = new Street();
        street.speed = limit / 3.6;
        street.second = Direction.of(1);
        street.perHour = 2800;
        street.seconds = 2400;
        Replication replication = new Replication(street.model(), 1);
        int[] passed = {0};
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                passed[0] += view.now() > Street.START + 900 ? events.lineCount() : 0;
            }
        });
        replication.advanceTo(Street.START + street.seconds);
        assertThat(passed[0] * 3600 / (street.seconds - 900)).isBetween(1750.0, 2050.0);
    }

    /** Who comes from a ramp gets onto the main road; others make room and few have to wait at the end of the lane. */
    @Test
    void anAccelerationLaneIsLeftInTime() {
        Street street = new Street();
        street.roadClass = RoadClass.MOTORWAY;
        street.speed = 100 / 3.6;
        street.perHour = 2200;
        street.rampPerHour = 500;
        Model model = street.model();
        assertThat(motives(model, new int[2]).getOrDefault(Motive.LANE_END, 0)).isGreaterThan(120);
        int[] waited = {0};
        Replication replication = new Replication(model, 1);
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                FleetView rows = view.rows();
                for (int i = 0; i < events.standCount(); i++) {
                    int row = events.standRow(i);
                    boolean there = rows.vehicle(row) >= 0 && view.table().ends[rows.lane(row)];
                    waited[0] += there && rows.stands(row) ? 1 : 0;
                }
            }
        });
        replication.result();
        assertThat(waited[0]).isLessThan(15);
    }

    /** Nobody moves over from the ramp in the first two seconds of driving beside the others, and some do so soon after. */
    @Test
    void whoComesFromARampLooksForAGapFirst() {
        Street street = new Street();
        street.roadClass = RoadClass.MOTORWAY;
        street.speed = 100 / 3.6;
        street.perHour = 1500;
        street.rampPerHour = 500;
        double[] soonest = {Double.POSITIVE_INFINITY};
        Replication replication = new Replication(street.model(), 1);
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                FleetView rows = view.rows();
                for (int i = 0; i < events.moveCount(); i++) {
                    if (events.moveKind(i) == TrafficEvents.STARTED_OVER && events.moveMotive(i) == Motive.LANE_END) {
                        int row = events.moveRow(i);
                        double beside = rows.position(row) - view.table().start[rows.changedFrom(row)];
                        soonest[0] = Math.min(soonest[0], beside / rows.speed(row));
                    }
                }
            }
        });
        replication.result();
        assertThat(soonest[0]).as("seconds beside the others").isBetween(1.9, 3.0);
    }

    /** Trams keep to their track though cars are faster beside it, and lanes that lead on are used by all. */
    @Test
    void tramsDoNotChangeLanesToGetOnFaster() {
        Street street = new Street();
        street.length = 2000;
        street.perHour = 900;
        street.mix = Map.of(VehicleType.CAR, 0.7, VehicleType.TRAM, 0.15, VehicleType.TRUCK, 0.15);
        Model model = street.model();
        int[] changes = new int[2];
        Replication replication = new Replication(model, 1);
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                for (int i = 0; i < events.moveCount(); i++) {
                    if (events.moveKind(i) == TrafficEvents.STARTED_OVER && events.moveMotive(i) == Motive.GAIN) {
                        changes[isTram(model, view.rows().vehicle(events.moveRow(i))) ? 1 : 0]++;
                    }
                }
            }
        });
        replication.result();
        assertThat(changes[1]).isZero();
        assertThat(changes[0]).isGreaterThan(20);
    }

    private static boolean isTram(Model model, int vehicle) {
        return model.demand().departures(1).kind()[vehicle].base() == VehicleType.TRAM;
    }

    /** A road of two lanes that loses one after two kilometres: those who come in do not all choose the lane that goes on. */
    @Test
    void bothLanesAreUsedFarFromWhereOneEnds() {
        Street street = new Street();
        street.length = 2000;
        street.speed = 70 / 3.6;
        street.perHour = 1500;
        street.second = Direction.of(1);
        Model model = street.model();
        int[] entered = new int[2];
        Replication replication = new Replication(model, 1);
        Set<Integer> seen = new TreeSet<>();
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                for (int lane = 0; lane < 2; lane++) {
                    for (int k = 0; k < view.vehiclesOn(lane); k++) {
                        entered[lane] += seen.add(view.vehicle(lane, k)) ? 1 : 0;
                    }
                }
            }
        });
        assertThat(replication.result().missedTurns()).isZero();
        assertThat(entered[0]).isGreaterThan(100);
        assertThat(entered[1]).isGreaterThan(100);
    }

    /** Wheels have to roll for a body to move sideways: a change takes 5 m of road, but for what it slides in a long stand (3 s at a twentieth). */
    @Test
    void nobodyMovesSidewaysWithoutRolling() {
        Street street = new Street();
        street.perHour = 2600;
        street.closures = Map.of("works", new Closure(Street.firstRoad(), List.of(2), 900, 50, null, null, true));
        Map<Integer, double[]> begun = new TreeMap<>(); // vehicle -> position and time
        int[] slow = {0};
        Replication replication = new Replication(street.model(), 1);
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                FleetView rows = view.rows();
                for (int i = 0; i < events.moveCount(); i++) {
                    int row = events.moveRow(i);
                    int vehicle = rows.vehicle(row);
                    if (events.moveKind(i) == TrafficEvents.STARTED_OVER) {
                        begun.put(vehicle, new double[] {rows.position(row), view.now()});
                    } else if (events.moveKind(i) == TrafficEvents.MOVED_OVER && begun.containsKey(vehicle)) {
                        double[] from = begun.remove(vehicle);
                        double metres = rows.position(row) - from[0];
                        double seconds = view.now() - from[1];
                        assertThat(metres).isGreaterThan(5 * (1 - 0.05 * (seconds + 0.4) / 3) - 0.4);
                        slow[0] += seconds > 3.5 ? 1 : 0;
                    }
                }
            }
        });
        replication.result();
        assertThat(slow[0]).as("changes that took longer since the queue crept").isGreaterThan(20);
    }

    /** The rear of a long vehicle that waits in a bay, and is still in the taper, stands in the way of those beside it. */
    @Test
    void aRearInTheTaperBlocksTheLaneBesideIt() {
        Crossroads scene = new Crossroads();
        scene.lanes = 1;
        scene.mix = Map.of(VehicleType.CAR, 0.5, VehicleType.ARTICULATED, 0.5);
        for (String approach : List.of("EB", "WB", "NB", "SB")) {
            scene.perHour.put(approach + "L", 150.0);
            scene.perHour.put(approach + "T", 150.0);
        }
        int[] seen = {0};
        Replication replication = new Replication(scene.model(), 1);
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                LaneTable table = view.table();
                for (int lane = 0; lane < table.lanes; lane++) {
                    for (int k = 0; k < view.vehiclesOn(lane); k++) {
                        double rear = view.position(lane, k) - view.length(lane, k);
                        if (table.wideFrom[lane] > 0 && rear < table.wideFrom[lane] - 0.01) {
                            seen[0]++;
                            assertThat(isGuest(view, table.right[lane], view.vehicle(lane, k)))
                                    .isTrue();
                        }
                    }
                }
            }
        });
        replication.result();
        assertThat(seen[0]).isGreaterThan(100);
    }

    private static boolean isGuest(TrafficView view, int lane, int vehicle) {
        for (int g = 0; g < view.guestsOn(lane); g++) {
            if (view.guestVehicle(lane, g) == vehicle) {
                return true;
            }
        }
        return false;
    }

    /** Who comes out of a queue on a motorway keeps larger gaps than before it: one lane of two then takes 1 500 to 1 900 veh/h, not 2 250. */
    @Test
    void aQueueOnAMotorwayDischargesLessThanFlowedBeforeIt() {
        Street street = new Street();
        street.roadClass = RoadClass.MOTORWAY;
        street.speed = 110 / 3.6;
        street.length = 3000;
        street.seconds = 2400;
        street.perHour = 2700;
        street.second = Direction.of(1);
        int[] left = {0};
        Replication replication = new Replication(street.model(), 1);
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                left[0] += view.now() > Street.START + 900 ? events.leftCount() : 0;
            }
        });
        replication.advanceTo(Street.START + 2400);
        assertThat(left[0] * 3600 / 1500).isBetween(1500, 1900);
    }

    /** A driver's class is that of the road it is on: behind a road of a town the time gaps are those of motorways. */
    @Test
    void driversDriveByTheClassOfTheRoadTheyAreOn() {
        Street street = new Street();
        street.firstClass = RoadClass.URBAN;
        street.roadClass = RoadClass.MOTORWAY;
        Street all = new Street();
        all.roadClass = RoadClass.MOTORWAY;
        assertThat(desiredGaps(street.model(), 0)).isBetween(0.95, 1.05);
        assertThat(desiredGaps(street.model(), 1)).isBetween(1.15, 1.25);
        assertThat(desiredGaps(all.model(), 0)).isBetween(1.15, 1.25);
    }

    /** Mean of the time gaps that drivers want on the first or the second road (s). */
    private static double desiredGaps(Model model, int road) {
        double[] sum = new double[2];
        Replication replication = new Replication(model, 1);
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                FleetView rows = view.rows();
                for (int row = 0; row < rows.count(); row++) {
                    boolean there = rows.vehicle(row) >= 0 && !model.table().path[rows.lane(row)];
                    if (there && model.network().lanes().get(rows.lane(row)).link() == road) {
                        sum[0] += rows.timeGap(row);
                        sum[1]++;
                    }
                }
            }
        });
        replication.result();
        return sum[0] / sum[1];
    }
}
