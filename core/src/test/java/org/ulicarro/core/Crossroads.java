package org.ulicarro.core;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.run.Inputs;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Period;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.VehicleType;

/** A scene for tests: four legs of equal length that cross at a signal, each value changeable by one line. */
public final class Crossroads {

    public double legLength = 400;
    public double speed = 50 / 3.6;
    public double step = 0.2;
    public long seed = 1;
    public double skew; // degrees that the north-south road is turned
    public double from = 8 * 3600;
    public double hours = 1;
    public double cycle = 90;
    public String eastWest = "0-40";
    public String northSouth = "45-85";
    public boolean bays = true;
    public int lanes = 2;
    public List<String> arrows = List.of(); // of all approaches; empty for the usual ones
    public Map<VehicleType, Double> mix = Map.of(VehicleType.CAR, 1.0);
    public Map<String, Double> saturation = Map.of(); // measured by movement, veh/h
    public final Map<String, Double> perHour = new LinkedHashMap<>();

    /** One through lane on each approach and nothing else. */
    public static Crossroads oneThroughLane(double legLength) {
        Crossroads scene = new Crossroads();
        scene.lanes = 1;
        scene.bays = false;
        scene.arrows = List.of("T");
        scene.legLength = legLength;
        return scene;
    }

    public Crossroads count(String movement, double vehiclesPerHour) {
        perHour.put(movement, vehiclesPerHour);
        return this;
    }

    /** All twelve movements with shares 15:70:15 of each approach's volume. */
    public Crossroads volumes(double eb, double wb, double nb, double sb) {
        Map.of("EB", eb, "WB", wb, "NB", nb, "SB", sb).entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .forEach(e -> count(e.getKey() + "L", 0.15 * e.getValue())
                        .count(e.getKey() + "T", 0.70 * e.getValue())
                        .count(e.getKey() + "R", 0.15 * e.getValue()));
        return this;
    }

    public Study study() {
        Map<String, Place> places = new LinkedHashMap<>();
        double turn = StrictMath.toRadians(skew);
        double sin = legLength * StrictMath.sin(turn);
        double cos = legLength * StrictMath.cos(turn);
        places.put("west", end(-legLength, 0));
        places.put("east", end(legLength, 0));
        places.put("south", end(sin, -cos));
        places.put("north", end(-sin, cos));
        Map<String, Double> measured = new LinkedHashMap<>();
        saturation.forEach((movement, flow) -> measured.put(movement, flow / 3600));
        places.put("market", Place.of(new Point(0, 0), Place.Control.SIGNAL).withSaturation(measured));
        Map<String, Road> roads = new LinkedHashMap<>();
        for (String side : List.of("west", "east", "south", "north")) {
            roads.put(side, road(side));
        }
        return new Study(
                Study.Format.ULICARRO_1,
                "test",
                Study.Units.METRIC,
                Study.DriveOn.RIGHT,
                Map.of("p", new Period(from, from + hours * 3600, null, 900, null)),
                step,
                2,
                seed,
                null,
                null,
                null,
                NetworkInput.of(places, roads),
                DemandInput.of(mix),
                Map.of("market", controller()),
                null,
                null,
                null);
    }

    private static Place end(double x, double y) {
        return Place.of(new Point(x, y), Place.Control.NONE);
    }

    private Road road(String side) {
        List<Direction.Bay> left = bays ? List.of(new Direction.Bay(60, 20)) : List.of();
        Direction out = Direction.of(lanes);
        Direction in = out.withBays(new Direction.Bays(left, null))
                .withTurns(arrows.stream().map(Arrows::parse).toList());
        return Road.of(side, "market", speed, in, out);
    }

    private SignalController controller() {
        Map<String, SignalController.Group> groups = new LinkedHashMap<>();
        groups.put("EW", group("EB", "WB"));
        groups.put("NS", group("NB", "SB"));
        Map<String, List<CycleRange>> greens = new LinkedHashMap<>();
        greens.put("EW", List.of(CycleRange.parse(eastWest)));
        greens.put("NS", List.of(CycleRange.parse(northSouth)));
        return FixedControl.of(groups, Map.of("p", FixedControl.Plan.of(cycle, 0.0, greens)));
    }

    private SignalController.Group group(String a, String b) {
        List<String> serves = new ArrayList<>();
        List<String> yields = new ArrayList<>();
        for (String approach : List.of(a, b)) {
            for (String turn : List.of("L", "T", "R")) {
                if (arrows.isEmpty() || String.join("", arrows).contains(turn)) {
                    serves.add(approach + turn);
                }
            }
            if (serves.contains(approach + "L")) {
                yields.add(approach + "L");
            }
        }
        return SignalController.Group.of(serves, yields, 3, 2, 5);
    }

    public List<Count> counts() {
        List<Count> counts = new ArrayList<>();
        perHour.forEach((movement, rate) -> counts.add(
                new Count("market", movement, from, from + hours * 3600, rate * hours, "/counts/" + movement)));
        return counts;
    }

    /** The compiled scene; fails the test when it has errors. */
    public Model model() {
        return Model.compile(new Inputs(study(), counts(), List.of(), List.of()), "p")
                .get();
    }
}
