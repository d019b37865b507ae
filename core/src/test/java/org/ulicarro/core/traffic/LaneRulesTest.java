package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.run.Itinerary;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.study.Closure;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Drivers;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.Service;
import org.ulicarro.core.study.Stop;
import org.ulicarro.core.study.VehicleInput;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.setup.Witness;

/** What holds along a lane: closures, stops, grades, speed zones, lanes kept for some; and that drivers heed it. */
class LaneRulesTest {

    /** Looks at every vehicle on the road after every step. */
    private interface Look {
        void at(double now, FleetView rows, int row);
    }

    private static Replication run(Model model, Look look) {
        Replication replication = new Replication(model, 1);
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                FleetView rows = view.rows();
                for (int row = 0; row < rows.count(); row++) {
                    if (rows.vehicle(row) >= 0) {
                        look.at(view.now(), rows, row);
                    }
                }
            }
        });
        replication.result();
        return replication;
    }

    private static Direction with(Map<String, Direction.LaneUse> use, List<Direction.SpeedZone> zones, int lanes) {
        return new Direction(lanes, 3.25, null, null, null, null, null, null, use, null, zones);
    }

    @Test
    void nobodyDrivesIntoAClosedStretchAndAllGetPast() {
        Street street = new Street();
        street.perHour = 1000;
        street.closures = Map.of("works", new Closure(Street.firstRoad(), List.of(2), 600, 100, null, null, true));
        int[] inside = {0};
        Replication done = run(street.model(), (now, rows, row) -> {
            boolean closed = rows.lane(row) == 1 && rows.changedFrom(row) < 0;
            inside[0] += closed && rows.position(row) > 601 && rows.position(row) < 699 ? 1 : 0;
        });
        assertThat(inside[0]).isZero();
        assertThat(done.view().entered()).isGreaterThan(300);
        assertThat(done.view().onRoad()).isLessThan(40);
    }

    @Test
    void anIncidentHoldsEverybodyForItsTimeOnly() {
        Street street = new Street();
        street.closures = Map.of(
                "crash",
                new Closure(Street.firstRoad(), List.of(), 500, 20, Street.START + 300, Street.START + 480, true));
        int[] passedDuring = {0};
        double[] standing = {0};
        Replication done = run(street.model(), (now, rows, row) -> {
            boolean during = now > Street.START + 312 && now < Street.START + 480;
            passedDuring[0] +=
                    during && rows.lane(row) < 2 && rows.position(row) > 497 && rows.position(row) < 503 ? 1 : 0;
            standing[0] = Math.max(standing[0], during && rows.stands(row) ? now : 0);
        });
        assertThat(passedDuring[0]).isZero();
        assertThat(standing[0]).isGreaterThan(Street.START + 470);
        assertThat(done.view().onRoad()).isLessThan(30);
    }

    @ParameterizedTest
    @EnumSource(Stop.Kind.class)
    void aBusStandsAtItsStopForItsTime(Stop.Kind kind) {
        Street street = new Street();
        street.perHour = 400;
        street.stops = Map.of("hall", new Stop(Street.firstRoad(), 400, 25, kind, null));
        street.services = Map.of(
                "line-7",
                Service.every(
                        300,
                        VehicleType.BUS,
                        List.of("west", "middle", "east"),
                        Street.START,
                        Map.of("hall", new Quantity(30, 0))));
        Model model = street.model();
        int layby = model.network().stops().get(0).layby();
        assertThat(layby >= 0).isEqualTo(kind == Stop.Kind.LAYBY);
        int bus = VehicleType.BUS.ordinal();
        Map<Integer, Double> stood = new LinkedHashMap<>();
        List<Integer> lanes = new ArrayList<>();
        run(model, (now, rows, row) -> {
            boolean isBus = Math.abs(
                            rows.length(row) - VehicleType.values()[bus].usual().length())
                    < 0.01;
            if (isBus && rows.stands(row) && rows.position(row) > 410 && rows.position(row) < 426) {
                stood.merge(rows.vehicle(row), 0.2, Double::sum);
                lanes.add(rows.lane(row));
            }
        });
        assertThat(stood).hasSizeGreaterThan(4);
        stood.remove(new ArrayList<>(stood.keySet()).get(stood.size() - 1)); // the run may have ended before it left
        // it takes a moment to come to rest and to react, and from a lay-by to find a gap
        assertThat(stood.values()).allSatisfy(t -> assertThat(t).isBetween(29.8, kind == Stop.Kind.KERB ? 33.0 : 60.0));
        int place = kind == Stop.Kind.KERB ? 1 : layby;
        // who comes out of the lay-by stands for an instant more while its driver reacts
        assertThat(lanes.stream().filter(lane -> lane == place).count()).isGreaterThan(lanes.size() * 19L / 20);
    }

    @Test
    void carsGetPastABusThatStandsInTheirLane() {
        Street street = new Street();
        street.perHour = 500;
        street.stops = Map.of("hall", new Stop(Street.firstRoad(), 400, 25, Stop.Kind.KERB, null));
        street.services = Map.of(
                "line-7",
                Service.every(
                        600,
                        VehicleType.BUS,
                        List.of("west", "east"),
                        Street.START + 60,
                        Map.of("hall", new Quantity(120, 0))));
        int[] past = {0};
        run(street.model(), (now, rows, row) -> {
            boolean while7Stands = now > Street.START + 130 && now < Street.START + 200;
            past[0] +=
                    while7Stands && rows.position(row) > 430 && rows.position(row) < 436 && rows.lane(row) == 0 ? 1 : 0;
        });
        assertThat(past[0]).isPositive();
    }

    /** P/(m v) = c v² + g (roll + grade) at the speed that a lorry can just hold. */
    @Test
    void lorriesCrawlUphillAtWhatTheirEngineHolds() {
        Street street = new Street();
        street.length = 3000;
        street.speed = 80 / 3.6;
        street.grade = 0.06;
        street.perHour = 60;
        street.mix = Map.of(VehicleType.ARTICULATED, 1.0);
        street.vehicles = Map.of(
                VehicleType.ARTICULATED,
                new VehicleInput(null, null, null, null, null, null, null, new Quantity(8.5, 0), null));
        double v = 10;
        for (int i = 0; i < 100; i++) {
            v = 8.5 / (0.00013 * v * v + 9.81 * (0.008 + 0.06));
        }
        double expected = v;
        int[] seen = {0};
        run(street.model(), (now, rows, row) -> {
            if (rows.position(row) > 1500 && rows.position(row) < 1520 && rows.lane(row) < 2) {
                assertThat(rows.speed(row)).isCloseTo(expected, within(0.3));
                seen[0]++;
            }
        });
        assertThat(seen[0]).isGreaterThan(5);
    }

    @Test
    void driversAreSlowEnoughWhereASlowerStretchBegins() {
        Street street = new Street();
        street.first = with(null, List.of(new Direction.SpeedZone(500, 200, 30 / 3.6)), 2);
        street.vehicles = Map.of(
                VehicleType.CAR, new VehicleInput(null, null, null, null, new Quantity(1, 0), null, null, null, null));
        double[] fastest = {0, 0};
        run(street.model(), (now, rows, row) -> {
            double at = rows.position(row);
            if (rows.lane(row) < 2) {
                fastest[0] = at > 502 && at < 699 ? Math.max(fastest[0], rows.speed(row)) : fastest[0];
                fastest[1] = at > 800 ? Math.max(fastest[1], rows.speed(row)) : fastest[1];
            }
        });
        assertThat(fastest[0]).isBetween(29 / 3.6, 32 / 3.6);
        assertThat(fastest[1]).isGreaterThan(48 / 3.6);
    }

    @Test
    void onlyBusesUseTheBusLane() {
        Street street = new Street();
        Direction.LaneUse only = new Direction.LaneUse(List.of(VehicleType.BUS), null, null, null);
        street.first = with(Map.of("2", only), null, 2);
        street.mix = Map.of(VehicleType.CAR, 0.9, VehicleType.BUS, 0.1);
        int[] cars = {0};
        int[] buses = {0};
        run(street.model(), (now, rows, row) -> {
            if (rows.lane(row) == 1 && rows.position(row) > 50 && rows.position(row) < 950) {
                (rows.length(row) > 10 ? buses : cars)[0]++;
            }
        });
        assertThat(cars[0]).isZero();
        assertThat(buses[0]).isPositive();
    }

    @Test
    void driversKeepToTheOuterLaneOnlyWhereTheStudySaysSo() {
        double[] share = new double[2];
        for (int i = 0; i < 2; i++) {
            Street street = new Street();
            street.length = 3000;
            street.perHour = 500;
            street.drivers =
                    Map.of(RoadClass.URBAN, new Drivers(null, null, null, null, i == 1, null, null, null, null));
            int[] on = new int[2];
            run(street.model(), (now, rows, row) -> {
                if (rows.lane(row) < 2 && rows.position(row) > 1500) {
                    on[rows.lane(row)]++;
                }
            });
            share[i] = (double) on[1] / (on[0] + on[1]);
        }
        assertThat(share[0]).isBetween(0.3, 0.7);
        assertThat(share[1]).isGreaterThan(0.75);
    }

    @Test
    void anItineraryTellsTheJourney() {
        Street street = new Street();
        Replication replication = new Replication(street.model(), 1);
        Itinerary itinerary = new Itinerary(10);
        replication.observe(itinerary);
        replication.result();
        List<Itinerary.Event> events = itinerary.events();
        assertThat(events.get(0).what()).isEqualTo(Itinerary.What.CAME_IN);
        assertThat(events.get(events.size() - 1).what()).isEqualTo(Itinerary.What.LEFT);
        assertThat(events).extracting(Itinerary.Event::what).contains(Itinerary.What.PASSED_LINE);
        assertThat(events).extracting(Itinerary.Event::time).isSorted();
    }

    /** The strictest of what a driver heeded is what the vehicle did, but for the reaction before moving off. */
    @Test
    void theWitnessNamesWhatBoundTheAcceleration() {
        Street street = new Street();
        street.perHour = 1400;
        Replication replication = new Replication(street.model(), 1);
        replication.advanceTo(Street.START + 300);
        int checked = 0;
        FleetView rows = replication.view().rows();
        for (int row = 0; row < 60; row++) {
            int vehicle = rows.vehicle(row);
            if (vehicle < 0) {
                continue;
            }
            replication.witness().watch(vehicle);
            replication.step();
            if (rows.vehicle(row) == vehicle && rows.speed(row) > 1) {
                Witness.Bound strictest = replication.witness().bounds().get(0);
                assertThat(strictest.acceleration()).isCloseTo(rows.acceleration(row), within(1e-9));
                assertThat(strictest.restraint().ordinal()).isEqualTo(rows.restraint(row));
                checked++;
            }
        }
        assertThat(checked).isGreaterThan(10);
    }
}
