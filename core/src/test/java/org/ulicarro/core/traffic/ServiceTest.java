package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.measure.LineRow;
import org.ulicarro.core.measure.TotalRow;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.study.Service;
import org.ulicarro.core.study.Stop;
import org.ulicarro.core.study.TimeOfDay;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Buses by timetable, with passengers, held at their stops: on an empty street, so that times are known. */
class ServiceTest {

    private static final List<String> ROUTE = List.of("west", "middle", "east");

    private static Street street(Service service) {
        Street street = new Street();
        street.perHour = 10;
        street.stops = Map.of("hall", new Stop(Street.firstRoad(), 400, 25, Stop.Kind.KERB, null));
        street.services = Map.of("line-7", service);
        return street;
    }

    private static Service with(Double every, List<Double> timetable, Map<String, Double> boardings, Double leaves) {
        return new Service(
                "bus",
                ROUTE,
                every,
                timetable.stream().map(TimeOfDay::new).toList(),
                every == null ? null : Street.START,
                null,
                Map.of("hall", new Quantity(10, 0)),
                boardings,
                3,
                leaves == null ? null : Map.of("hall", leaves));
    }

    /** Vehicle to the last moment at which it stood at the stop, and to how long it did. */
    private static Map<Integer, double[]> stands(Street street) {
        Map<Integer, double[]> stands = new LinkedHashMap<>();
        Replication replication = new Replication(street.model(), 1);
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                FleetView rows = view.rows();
                for (int row = 0; row < rows.count(); row++) {
                    boolean here = rows.vehicle(row) >= 0 && rows.position(row) > 405 && rows.position(row) < 426;
                    if (here && rows.stands(row)) {
                        double[] one = stands.computeIfAbsent(rows.vehicle(row), none -> new double[2]);
                        one[0] = view.now() - view.departures().time(rows.vehicle(row));
                        one[1] += 0.2;
                    }
                }
            }
        });
        replication.result();
        return stands;
    }

    @Test
    void aBusLeavesItsStopNoSoonerThanItsTimetableSays() {
        Map<Integer, double[]> stands =
                stands(street(with(null, List.of(Street.START + 60, Street.START + 400), null, 120.0)));
        assertThat(stands).hasSize(2);
        assertThat(stands.values()).allSatisfy(one -> assertThat(one[0]).isBetween(119.8, 123.0));
    }

    /** Among so many cars both lanes are as good to come in on; a tram could not come over from the wrong one. */
    @Test
    void aTramComesInOnTheTrackOfItsFirstStop() {
        Service bus = with(120.0, List.of(), null, null);
        Street street = street(new Service(
                "tram",
                ROUTE,
                bus.every(),
                bus.timetable(),
                bus.from(),
                bus.to(),
                bus.stops(),
                bus.boardings(),
                bus.boardingTime(),
                bus.leaves()));
        street.perHour = 1200;
        Replication replication = new Replication(street.model(), 1);
        List<Integer> lanes = new ArrayList<>();
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                for (int lane = 0; lane < 2; lane++) {
                    for (int k = 0; k < view.vehiclesOn(lane); k++) {
                        if (view.length(lane, k) > 30) {
                            lanes.add(lane);
                        }
                    }
                }
            }
        });
        replication.result();
        assertThat(lanes).isNotEmpty().containsOnly(1);
    }

    /** 150 an hour at a headway of 2 min are 5 people in the mean, of 3 s each, beside 10 s for doors. */
    @Test
    void whoBoardsTakesTime() {
        Map<Integer, double[]> stands = stands(street(with(120.0, List.of(), Map.of("hall", 150 / 3600.0), null)));
        double[] times = stands.values().stream().mapToDouble(one -> one[1]).toArray();
        assertThat(times.length).isGreaterThan(5);
        double mean = java.util.Arrays.stream(times).average().orElseThrow();
        double threeSigma = 3 * 3 * Math.sqrt(5.0 / times.length);
        assertThat(mean).as("25 s and a moment to come to rest and to go").isCloseTo(26.5, within(threeSigma + 1.5));
        assertThat(java.util.Arrays.stream(times).distinct().count())
                .as("people come at random")
                .isGreaterThan(2);
    }

    @Test
    void aLineIsMeasuredFromEndToEnd() {
        ReplicationResult result =
                new Replication(street(with(120.0, List.of(), null, null)).model(), 1).result();
        LineRow row = result.rows(LineRow.class).get(0);
        assertThat(row.line()).isEqualTo("line-7");
        assertThat(row.runs()).isGreaterThan(4);
        assertThat(row.headwayS()).isCloseTo(120, within(3.0));
        assertThat(row.headwayVariation())
                .as("only by how fast each driver goes")
                .isLessThan(0.2);
        assertThat(row.travelTimeS()).isBetween(60.0, 250.0);
        assertThat(row.travelTimeMaxS()).isGreaterThanOrEqualTo(row.travelTimeS());
    }

    /** A minute and a half at the stop is what the bus came for; only slowing down and picking up speed again cost it time. */
    @Test
    void standingAtAStopIsNoDelay() {
        Street street = street(with(120.0, List.of(), null, 180.0));
        ReplicationResult result = new Replication(street.model(), 1).result();
        TotalRow buses = result.rows(TotalRow.class).stream()
                .filter(r -> r.type().equals("bus"))
                .findFirst()
                .orElseThrow();
        double mean = buses.travelTimeS() / buses.vehicles();
        assertThat(mean).as("held until three minutes after it set out").isGreaterThan(180);
        assertThat(buses.delayS() / buses.vehicles()).isBetween(10.0, 30.0);
        assertThat(buses.peopleDelayS()).isCloseTo(20 * buses.delayS(), within(1e-6));
    }
}
