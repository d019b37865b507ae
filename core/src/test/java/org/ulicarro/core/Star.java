package org.ulicarro.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.NetworkCompiler;
import org.ulicarro.core.run.Inputs;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Period;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.Study.DriveOn;
import org.ulicarro.core.study.VehicleType;

/** A scene for tests: one unsignalised place in the middle, with legs at any bearings. */
public final class Star {

    /** A leg; bearing in degrees counter-clockwise from east. */
    public record Leg(String road, double bearing, int in, int out) {}

    public final List<Leg> legs = new ArrayList<>();
    public Control control = Control.YIELD;
    public List<String> minor = List.of();
    public Map<String, MovementInput> movements = Map.of();
    public Double outerDiameter; // of a roundabout, m; null for the usual one
    public Integer ringLanes; // likewise; null for as many as the legs ask for
    public Map<VehicleType, Double> mix = Map.of(VehicleType.CAR, 1.0);
    public ToDoubleFunction<Movement> demand; // veh/h of each movement; null for the same of all but turning back
    public double legLength = 250;
    public double speed = 50 / 3.6;
    public double perApproach = 200; // veh/h
    public double median; // between the directions of each leg, m
    public long seed = 1;
    public DriveOn driveOn = DriveOn.RIGHT;

    public Star leg(String road, double bearing, int in, int out) {
        legs.add(new Leg(road, bearing, in, out));
        return this;
    }

    /** Four legs at right angles, one lane each way. */
    public static Star cross(Control control) {
        Star star = new Star();
        star.control = control;
        return star.leg("w", 180, 1, 1).leg("s", 270, 1, 1).leg("e", 0, 1, 1).leg("n", 90, 1, 1);
    }

    /** Three to six legs at drawn bearings with drawn lanes. */
    public static Star random(Control control, int seed) {
        long key = Draws.key(seed, 0, Purpose.VEHICLE, 815);
        Star star = new Star();
        star.control = control;
        star.seed = seed;
        int count = 3 + (int) (4 * Draws.uniform(key, 0));
        star.outerDiameter = 30 + 8.0 * count;
        double turn = 360 * Draws.uniform(key, 1);
        double free = 360 - count * 42.0; // every two legs are at least 42 degrees apart
        double[] share = new double[count];
        double sum = 0;
        for (int i = 0; i < count; i++) {
            share[i] = 0.1 + Draws.uniform(key, 2 + i);
            sum += share[i];
        }
        double at = turn;
        for (int i = 0; i < count; i++) {
            int in = 1 + (int) (2 * Draws.uniform(key, 20 + i));
            int out = 1 + (int) (2 * Draws.uniform(key, 30 + i));
            star.legs.add(new Leg("r" + i, at % 360, in, out));
            at += 42 + free * share[i] / sum;
        }
        return star;
    }

    public NetworkInput network() {
        Map<String, Place> places = new LinkedHashMap<>();
        Map<String, Road> roads = new LinkedHashMap<>();
        places.put(
                "middle",
                new Place(
                        new Point(0, 0),
                        control,
                        minor,
                        null,
                        null,
                        null,
                        movements,
                        null,
                        null,
                        control == Control.ROUNDABOUT ? outerDiameter : null,
                        control == Control.ROUNDABOUT ? ringLanes : null,
                        null,
                        null,
                        null));
        int side = driveOn == DriveOn.LEFT ? -1 : 1; // a plan for driving on the left is the mirror image
        for (Leg leg : legs) {
            double angle = StrictMath.toRadians(leg.bearing());
            String end = "end-" + leg.road();
            places.put(
                    end,
                    Place.of(
                            new Point(side * legLength * StrictMath.cos(angle), legLength * StrictMath.sin(angle)),
                            Control.NONE));
            Direction in = leg.in() == 0 ? null : Direction.of(leg.in());
            Direction out = leg.out() == 0 ? null : Direction.of(leg.out());
            roads.put(
                    leg.road(),
                    new Road(
                            null,
                            org.ulicarro.core.study.RoadClass.URBAN,
                            List.of(end, "middle"),
                            null,
                            null,
                            speed,
                            0,
                            median,
                            0,
                            null,
                            null,
                            in,
                            out));
        }
        return NetworkInput.of(places, roads);
    }

    /** Whether its network has no errors: not every plan can be built. */
    public boolean canBeBuilt() {
        List<Fault> faults = new ArrayList<>();
        NetworkCompiler.compile(network(), driveOn, faults);
        return faults.stream().noneMatch(f -> f.severity() == Fault.Severity.ERROR);
    }

    /** The compiled network; fails the test when it has errors. */
    public Network compiled() {
        List<Fault> faults = new ArrayList<>();
        Network network = NetworkCompiler.compile(network(), driveOn, faults);
        assertThat(faults).filteredOn(f -> f.severity() == Fault.Severity.ERROR).isEmpty();
        return network;
    }

    public Study study() {
        return new Study(
                Study.Format.ULICARRO_1,
                "star",
                Study.Units.METRIC,
                driveOn,
                Map.of(
                        "p",
                        new Period(
                                3600 * 8,
                                3600 * 8 + 900,
                                new Period.WarmUp(300, Period.WarmUp.Source.FIRST_SLICE),
                                300,
                                null)),
                0.2,
                1,
                seed,
                null,
                null,
                null,
                network(),
                DemandInput.of(mix),
                Map.of(),
                null,
                null,
                null);
    }

    /** The same number for each movement of an approach, no turning back. */
    public Model model() {
        Network network = compiled();
        List<Count> counts = new ArrayList<>();
        Map<Integer, Integer> ways = new LinkedHashMap<>();
        for (int m : network.junctions().get("middle").movements()) {
            Movement movement = network.movements().get(m);
            if (!movement.name().endsWith("U")) {
                ways.merge(movement.fromLink(), 1, Integer::sum);
            }
        }
        for (int m : network.junctions().get("middle").movements()) {
            Movement movement = network.movements().get(m);
            boolean back = movement.name().endsWith("U");
            double same = back ? 0 : perApproach / ways.get(movement.fromLink());
            double vehicles = (demand == null ? same : demand.applyAsDouble(movement)) / 4;
            counts.add(
                    new Count("middle", movement.id(), 3600 * 8, 3600 * 8 + 900, vehicles, "/counts/" + movement.id()));
        }
        return Model.compile(new Inputs(study(), counts, List.of(), List.of()), "p")
                .get();
    }
}
