package org.ulicarro.core;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.NetworkCompiler;
import org.ulicarro.core.run.Inputs;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.Crossing;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.FlashInput;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Period;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalController.Group;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.TimeSpan;
import org.ulicarro.core.study.Turn;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.study.WalkerFlow;

/**
 * A junction drawn at random: three to six legs at any bearings, one to three lanes each way, any control, vehicles of all kinds, people over
 * its crossings, and counts from little to a third more than it can take.
 */
public final class RandomJunction {

    private static final double SPEED = 50 / 3.6;
    private static final double START = 8 * 3600;
    private static final String MIDDLE = "middle";

    /** What a lane of each control carries, very roughly (veh/h): only to draw counts in its range. */
    private static final Map<Control, Double> PER_LANE = Map.of(
            Control.SIGNAL, 450.0,
            Control.STOP, 350.0,
            Control.YIELD, 350.0,
            Control.ALL_STOP, 300.0,
            Control.ROUNDABOUT, 450.0);

    private static final Control[] CONTROLS = {
        Control.SIGNAL, Control.STOP, Control.YIELD, Control.ALL_STOP, Control.ROUNDABOUT
    };

    private final long key;
    private int draws;
    private final int legs;
    private final double[] bearing;
    private final int[] in;
    private final int[] out;
    public final Control control;
    public final double load; // demand over what it may take
    private final List<String> minor = new ArrayList<>();
    private final boolean[] crossed; // leg -> whether people cross it
    private final boolean[] refuge;
    private double step = 0.2; // s
    private final double seconds;
    private final long key2; // for what was added later, so that the rest stays as it was
    private int draws2;
    private final boolean[] bicycles; // leg -> whether lanes for bicycles lie at its kerbs

    /** Whether its signal fails a minute after the start, for two minutes: all flash red, or the first leg yellow. */
    public boolean flashes;

    /** Whether the first leg flashes yellow then. */
    public boolean firstGoes;

    /**
     * Draws a junction.
     *
     * @param number the same number is the same junction
     * @param seconds of its measured period
     */
    public RandomJunction(long number, double seconds) {
        this.seconds = seconds;
        key = Draws.key(number, 0, Purpose.VEHICLE, 4711);
        legs = 3 + (int) (4 * next());
        control = CONTROLS[(int) (CONTROLS.length * next())];
        load = 0.1 + 1.2 * next();
        bearing = new double[legs];
        in = new int[legs];
        out = new int[legs];
        crossed = new boolean[legs];
        bicycles = new boolean[legs];
        key2 = Draws.key(number, 0, Purpose.VEHICLE, 4712);
        refuge = new boolean[legs];
        int most = control == Control.ALL_STOP || control == Control.ROUNDABOUT ? 2 : 3;
        double[] share = new double[legs];
        double sum = 0;
        for (int i = 0; i < legs; i++) {
            share[i] = 0.1 + next();
            sum += share[i];
        }
        double at = 360 * next();
        boolean walked = next() < 0.7;
        for (int i = 0; i < legs; i++) {
            bearing[i] = at % 360;
            at += 45 + (360 - legs * 45.0) * share[i] / sum;
            in[i] = 1 + (int) (most * next());
            out[i] = 1 + (int) (most * next());
            crossed[i] = walked && next() < 0.6;
            refuge[i] = next() < 0.4;
        }
        if (control == Control.STOP || control == Control.YIELD) {
            int majorA = (int) (legs * next());
            int majorB = (majorA + 1 + (int) ((legs - 1) * next())) % legs;
            for (int i = 0; i < legs; i++) {
                if (i != majorA && i != majorB) {
                    minor.add("r" + i);
                }
            }
        }
    }

    private double next() {
        return Draws.uniform(key, draws++);
    }

    private NetworkInput network(boolean withCrossings) {
        Map<String, Crossing> crossings = new LinkedHashMap<>();
        Map<String, Place> places = new LinkedHashMap<>();
        Map<String, Road> roads = new LinkedHashMap<>();
        for (int i = 0; i < legs; i++) {
            String road = "r" + i;
            if (crossed[i] && withCrossings) {
                crossings.put(road, new Crossing(4, refuge[i], 0.8, null));
            }
            double angle = StrictMath.toRadians(bearing[i]);
            places.put(
                    "end" + i,
                    Place.of(new Point(280 * StrictMath.cos(angle), 280 * StrictMath.sin(angle)), Control.NONE));
            roads.put(road, Road.of("end" + i, MIDDLE, SPEED, lanes(in[i], bicycles[i]), lanes(out[i], bicycles[i])));
        }
        boolean ring = control == Control.ROUNDABOUT;
        places.put(
                MIDDLE,
                new Place(
                        new Point(0, 0),
                        control,
                        minor,
                        null,
                        crossings,
                        null,
                        null,
                        null,
                        null,
                        ring ? 34 + 8.0 * legs : null,
                        ring ? 2 : null,
                        null,
                        null,
                        null));
        return NetworkInput.of(places, roads);
    }

    private static Direction lanes(int lanes, boolean withBicycles) {
        if (!withBicycles) {
            return Direction.of(lanes);
        }
        String kerb = String.valueOf(lanes + 1);
        var use = Map.of(kerb, new Direction.LaneUse(List.of(VehicleType.BICYCLE), null, null, null));
        return new Direction(lanes + 1, 3.25, Map.of(kerb, 1.8), null, null, null, null, null, use, null, null);
    }

    /** The same with lanes for bicycles at the kerbs of about two legs of three, which others turn across; none at roundabouts. */
    public RandomJunction withBicycles() {
        for (int i = 0; i < legs; i++) {
            bicycles[i] = control != Control.ROUNDABOUT && nextOfBicycles() < 0.67;
        }
        return this;
    }

    private double nextOfBicycles() {
        return Draws.uniform(key2, draws2++);
    }

    /** One stage for each leg, and one for all people. */
    private Map<String, SignalController> signals(Network network) {
        if (control != Control.SIGNAL) {
            return Map.of();
        }
        Map<String, Group> groups = new LinkedHashMap<>();
        Map<String, List<CycleRange>> greens = new LinkedHashMap<>();
        double at = 0;
        for (int i = 0; i < legs; i++) {
            String road = "r" + i;
            List<String> serves = network.junctions().get(MIDDLE).movements().stream()
                    .map(m -> network.movements().get(m))
                    .filter(m -> m.id().startsWith(road + ">"))
                    .map(Movement::id)
                    .toList();
            if (!serves.isEmpty()) {
                groups.put(road, Group.of(serves, null, 3, 3, 5));
                greens.put(road, List.of(new CycleRange(at, at + 14)));
                at += 20;
            }
        }
        List<String> people = new ArrayList<>();
        double longest = 0;
        for (var crossing : network.crossings()) {
            people.add(crossing.road());
            longest = Math.max(longest, crossing.length());
        }
        if (!people.isEmpty()) {
            double clear = StrictMath.ceil(longest / 1.2);
            groups.put("people", new Group(null, null, null, people, 5, clear, 3, 0, 5));
            greens.put("people", List.of(new CycleRange(at, at + 8)));
            at += 8 + clear + 1;
        }
        var plan = FixedControl.Plan.of(at, 0.0, greens);
        FlashInput flash = new FlashInput(
                firstGoes ? List.of(groups.keySet().iterator().next()) : List.of(),
                null,
                List.of(new TimeSpan(START + 60, START + 180)),
                6);
        return Map.of(
                MIDDLE, new FixedControl(groups, null, null, null, null, flashes ? flash : null, Map.of("p", plan)));
    }

    private Study study(NetworkInput input, Map<String, SignalController> signals, Map<String, WalkerFlow> walkers) {
        Map<VehicleType, Double> mix = new LinkedHashMap<>();
        mix.put(VehicleType.CAR, 0.85);
        mix.put(VehicleType.VAN, 0.05);
        mix.put(VehicleType.TRUCK, 0.06);
        mix.put(VehicleType.BUS, 0.04);
        return new Study(
                Study.Format.ULICARRO_1,
                "random junction",
                Study.Units.METRIC,
                Study.DriveOn.RIGHT,
                Map.of(
                        "p",
                        new Period(
                                START,
                                START + seconds,
                                new Period.WarmUp(300, Period.WarmUp.Source.FIRST_SLICE),
                                60,
                                null)),
                step,
                1,
                1,
                null,
                null,
                null,
                input,
                DemandInput.of(mix, null, walkers, null),
                signals,
                null,
                null,
                null);
    }

    /** The same junction in steps of so many seconds. */
    public RandomJunction inStepsOf(double seconds) {
        step = seconds;
        return this;
    }

    /** The compiled junction; null where one cannot be built with these bearings and lanes, or is too steep for its control. */
    public Model model() {
        NetworkInput input = network(true);
        Network network = NetworkCompiler.compile(input, Study.DriveOn.RIGHT, new ArrayList<>());
        if (network == null) {
            return null;
        }
        Map<String, WalkerFlow> walkers = new LinkedHashMap<>();
        for (var crossing : network.crossings()) {
            double rate = (20 + 400 * next()) / 3600;
            walkers.put(crossing.id(), new WalkerFlow(rate, rate, next() < 0.3 ? 4 : 1));
        }
        List<Count> counts = new ArrayList<>();
        for (int m : network.junctions().get(MIDDLE).movements()) {
            Movement movement = network.movements().get(m);
            boolean turnsBack = movement.turn() == Turn.UTURN;
            int lanes = network.links().get(movement.fromLink()).lanes();
            double perHour = PER_LANE.get(control) * lanes * load * (0.3 + next()) / (legs - 1);
            int leg = Integer.parseInt(movement.id().substring(1, movement.id().indexOf('>')));
            if (bicycles[leg] && !turnsBack && movement.turn() != Turn.LEFT) {
                double many = (20 + 250 * nextOfBicycles()) * seconds / 3600;
                counts.add(new Count(
                        MIDDLE, movement.id(), START, START + seconds, many, 0, 0, "bicycle", "/counts/bicycles"));
            }
            counts.add(new Count(
                    MIDDLE,
                    movement.id(),
                    START,
                    START + seconds,
                    turnsBack ? 0 : perHour * seconds / 3600,
                    "/counts"));
        }
        return Model.compile(new Inputs(study(input, signals(network), walkers), counts, List.of(), List.of()), "p")
                .result()
                .orElse(null);
    }
}
