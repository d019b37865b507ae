package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.ulicarro.core.Star;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.network.EntryRule;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Places without a signal: nobody touches anybody, nobody is lost, and the rules of the place are kept. */
class UnsignalisedTest {

    @ParameterizedTest
    @CsvSource({
        "STOP, 1",
        "STOP, 2",
        "STOP, 3",
        "YIELD, 4",
        "YIELD, 5",
        "YIELD, 6",
        "ALL_STOP, 7",
        "ALL_STOP, 8",
        "ALL_STOP, 9",
        "ROUNDABOUT, 10",
        "ROUNDABOUT, 11",
        "ROUNDABOUT, 12",
        "ROUNDABOUT, 13"
    })
    void nobodyTouchesAnybody(Control control, int seed) {
        Star star = Star.random(control, seed);
        star.minor = control == Control.STOP || control == Control.YIELD
                ? List.of(star.legs.get(0).road())
                : List.of();
        Model model = star.model();
        Replication replication = new Replication(model, 1);
        while (!replication.isDone()) {
            replication.step();
            checkLanes(replication.view(), model);
            List<Bodies.Body> bodies = Bodies.of(replication.view(), model.network());
            for (int i = 0; i < bodies.size(); i++) {
                for (int j = i + 1; j < bodies.size(); j++) {
                    boolean inMiddle = inMiddle(bodies.get(i)) && inMiddle(bodies.get(j));
                    if (inMiddle && Bodies.touch(bodies.get(i), bodies.get(j))) {
                        throw new AssertionError(
                                bodies.get(i) + " touches " + bodies.get(j) + " at " + replication.now());
                    }
                }
            }
        }
        replication.result(); // checks that vehicles are conserved
        assertThat(replication.view().entered()).isGreaterThan(50);
    }

    private static boolean inMiddle(Bodies.Body body) {
        return Math.hypot(body.front().x(), body.front().y()) < 45;
    }

    private static void checkLanes(TrafficView view, Model model) {
        for (int lane = 0; lane < model.network().lanes().size(); lane++) {
            double aheadRear = Double.POSITIVE_INFINITY;
            for (int k = 0; k < view.vehiclesOn(lane); k++) {
                double pos = view.position(lane, k);
                if (!(view.speed(lane, k) >= 0) || !(pos < aheadRear)) {
                    throw new AssertionError("lane " + lane + " vehicle " + view.vehicle(lane, k) + " at " + pos
                            + " m behind a rear at " + aheadRear + " m, time " + view.now());
                }
                aheadRear = pos - view.length(lane, k);
            }
        }
    }

    /** Whoever has a stop sign before it stands at it first. */
    @ParameterizedTest
    @EnumSource(
            value = Control.class,
            names = {"STOP", "ALL_STOP"})
    void everybodyStopsAtAStopSign(Control control) {
        Star star = Star.cross(control);
        star.minor = control == Control.STOP ? List.of("s", "n") : List.of();
        Model model = star.model();
        Replication replication = new Replication(model, 1);
        Map<Integer, Double> slowest = new HashMap<>(); // vehicle -> its least speed within 5 m of a line
        int[] passed = new int[1];
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                for (int i = 0; i < events.lineCount(); i++) {
                    var movement = model.network().movements().get(events.lineMovement(i));
                    if (movement.rule() == EntryRule.STOP || movement.rule() == EntryRule.ALL_STOP) {
                        assertThat(slowest.get(events.lineVehicle(i))).isLessThan(0.31);
                        passed[0]++;
                    }
                }
                for (Lane lane : model.network().lanes()) {
                    for (int k = 0; !lane.isPath() && k < view.vehiclesOn(lane.index()); k++) {
                        if (lane.end() - view.position(lane.index(), k) < 5) {
                            slowest.merge(view.vehicle(lane.index(), k), view.speed(lane.index(), k), Math::min);
                        }
                    }
                }
            }
        });
        replication.advanceTo(Double.MAX_VALUE);
        assertThat(passed[0]).isGreaterThan(80);
    }

    /** Where all stop, nobody goes before somebody else whose way crosses and who has stood at the line for longer. */
    @Test
    void whereAllStopTheFirstToStopGoesFirst() {
        Star star = Star.cross(Control.ALL_STOP);
        star.perApproach = 320;
        Model model = star.model();
        Replication replication = new Replication(model, 1);
        Map<Integer, Double> stoppedAt = new HashMap<>(); // vehicle -> when it stood at its line first
        Map<Integer, Double> wentAt = new HashMap<>(); // vehicle -> when it passed its line
        int[] compared = new int[1];
        replication.observe(new StatelessObserver() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                for (int i = 0; i < events.lineCount(); i++) {
                    int vehicle = events.lineVehicle(i);
                    for (int other : atLines(view)) {
                        boolean longer = stoppedAt.getOrDefault(other, Double.MAX_VALUE) < stoppedAt.get(vehicle) - 0.4;
                        // who sets off together with somebody takes nothing from those who wait for that one anyway
                        boolean waitsAnyway = wentAt.entrySet().stream()
                                .filter(e -> view.now() - e.getValue() < 2.5)
                                .anyMatch(e -> crosses(model, wayOf(view, e.getKey()), wayOf(view, other))
                                        && !crosses(model, wayOf(view, e.getKey()), wayOf(view, vehicle)));
                        if (other != vehicle
                                && !waitsAnyway
                                && crosses(model, wayOf(view, vehicle), wayOf(view, other))) {
                            assertThat(longer)
                                    .as(other + " has waited longer than " + vehicle + " at " + view.now())
                                    .isFalse();
                            compared[0]++;
                        }
                    }
                    wentAt.put(vehicle, view.now());
                }
                for (int vehicle : atLines(view)) {
                    stoppedAt.putIfAbsent(vehicle, view.now());
                }
            }
        });
        replication.advanceTo(Double.MAX_VALUE);
        assertThat(compared[0]).isGreaterThan(50);
    }

    /** Vehicles that stand at the head of their lane. */
    private static List<Integer> atLines(TrafficView view) {
        List<Integer> found = new ArrayList<>();
        for (int lane = 0; lane < view.table().lanes; lane++) {
            boolean any = !view.table().path[lane] && view.vehiclesOn(lane) > 0;
            if (any && view.table().end(lane) - view.position(lane, 0) < 2.5 && view.speed(lane, 0) < 0.3) {
                found.add(view.vehicle(lane, 0));
            }
        }
        return found;
    }

    private static int wayOf(TrafficView view, int vehicle) {
        int[] way = view.departures().way(vehicle);
        return way.length == 0 ? -1 : way[0];
    }

    private static boolean crosses(Model model, int a, int b) {
        return model.network().junctions().get("middle").conflicts().stream().anyMatch(c -> {
            int one = model.network().movementOfPath(c.pathA());
            int two = model.network().movementOfPath(c.pathB());
            return one == a && two == b || one == b && two == a;
        });
    }

    /** The major road is not held up by the minor one, which waits. */
    @Test
    void onlyTheMinorRoadWaits() {
        Star star = Star.cross(Control.STOP);
        star.minor = List.of("s", "n");
        star.perApproach = 240;
        List<MovementRow> rows = new Replication(star.model(), 1).result().rows(MovementRow.class);
        assertThat(delay(rows, "EBT")).isLessThan(1.5);
        assertThat(delay(rows, "NBT")).isBetween(5.0, 40.0);
    }

    private static double delay(List<MovementRow> rows, String name) {
        return rows.stream()
                .filter(r -> r.name().equals(name))
                .reduce((a, b) -> b)
                .orElseThrow()
                .controlDelayS();
    }

    /** At light traffic from all sides a roundabout costs little and everybody gets through. */
    @Test
    void aRoundaboutLetsLightTrafficThrough() {
        Star star = Star.cross(Control.ROUNDABOUT);
        star.perApproach = 300;
        List<MovementRow> rows = new Replication(star.model(), 1).result().rows(MovementRow.class);
        MovementRow place = rows.get(rows.size() - 1);
        assertThat(place.unfinished()).isZero();
        assertThat(place.vehicles()).isCloseTo(300, within(60.0)); // of 15 minutes, all approaches
        assertThat(place.controlDelayS()).isBetween(0.5, 8.0);
    }

    /** The same plan in a mirror, driven on the left: the same figures, digit by digit. */
    @ParameterizedTest
    @EnumSource(
            value = Control.class,
            names = {"STOP", "ALL_STOP", "ROUNDABOUT"})
    void drivingOnTheLeftGivesTheSameFigures(Control control) {
        Star right = Star.cross(control);
        right.minor = control == Control.STOP ? List.of("s", "n") : List.of();
        Star left = Star.cross(control);
        left.minor = right.minor;
        left.driveOn = org.ulicarro.core.study.Study.DriveOn.LEFT;
        Map<String, MovementRow> mirrored = new HashMap<>();
        new Replication(left.model(), 1)
                .result()
                .rows(MovementRow.class)
                .forEach(r -> mirrored.put(r.movement() + r.fromS(), r));
        List<String> compared = new ArrayList<>();
        for (MovementRow row : new Replication(right.model(), 1).result().rows(MovementRow.class)) {
            if (!row.movement().equals(MovementRow.ALL) && row.demand() > 0) {
                MovementRow other = mirrored.get(row.movement() + row.fromS());
                assertThat(other.controlDelayS()).isEqualTo(row.controlDelayS());
                assertThat(other.vehicles()).isEqualTo(row.vehicles());
                compared.add(row.movement());
            }
        }
        assertThat(compared).hasSizeGreaterThanOrEqualTo(12);
    }
}
