package org.ulicarro.core.traffic;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.run.Inputs;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Closure;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Drivers;
import org.ulicarro.core.study.DriversInput;
import org.ulicarro.core.study.LinkName;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Period;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.Service;
import org.ulicarro.core.study.Stop;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.VehicleInput;
import org.ulicarro.core.study.VehicleType;

/** A street from west over a middle place to east, one way, for tests of single rules. Fields may be set before {@link #model}. */
public final class Street {

    static final double START = 8 * 3600;

    /** A study with more vehicles than this an hour for a lane is refused (4 000), whatever the draws of a scene say. */
    static final double MOST_ONTO_ONE_LANE = 3900;

    double perHour = 600;
    double rampPerHour; // of a ramp that joins on the right at the middle place
    double length = 1000; // of the first road, m
    double speed = 50 / 3.6;
    double step = 0.2;
    double grade;
    double seconds = 1200;
    RoadClass roadClass = RoadClass.URBAN;
    RoadClass firstClass; // of the first road where it is another one
    Direction first = Direction.of(2);
    Direction second = Direction.of(2);
    Map<VehicleType, Double> mix = Map.of(VehicleType.CAR, 1.0);
    Map<String, Closure> closures = Map.of();
    Map<String, Stop> stops = Map.of();
    Map<String, Service> services = Map.of();
    Map<VehicleType, VehicleInput> vehicles = Map.of();
    DriversInput.Following following = DriversInput.Following.INTELLIGENT_DRIVER;
    Map<RoadClass, Drivers> drivers = Map.of();

    static LinkName firstRoad() {
        return LinkName.parse("w ahead");
    }

    public Model model() {
        Map<String, Place> places = new LinkedHashMap<>();
        places.put("west", Place.of(new Point(-length, 0), Place.Control.NONE));
        places.put("middle", Place.of(new Point(0, 0), Place.Control.NONE));
        places.put("east", Place.of(new Point(500, 0), Place.Control.NONE));
        Map<String, Road> roads = new LinkedHashMap<>();
        RoadClass before = firstClass == null ? roadClass : firstClass;
        roads.put(
                "w",
                new Road(
                        null,
                        before,
                        List.of("west", "middle"),
                        null,
                        null,
                        speed,
                        grade,
                        0,
                        0,
                        null,
                        null,
                        first,
                        null));
        roads.put("e", road("middle", "east", second));
        if (rampPerHour > 0) {
            Direction.Ramp joins = new Direction.Ramp(Direction.Side.RIGHT, 200, 60);
            places.put("slip", Place.of(new Point(-400, -60), Place.Control.NONE));
            roads.put(
                    "ramp",
                    road(
                            "slip",
                            "middle",
                            new Direction(1, 3.25, null, null, null, null, joins, null, null, null, null)));
        }
        NetworkInput plain = NetworkInput.of(places, roads);
        NetworkInput network = new NetworkInput(
                plain.origin(),
                plain.backdrop(),
                plain.tables(),
                places,
                roads,
                plain.corridors(),
                plain.detectors(),
                stops,
                plain.gates(),
                closures,
                plain.bans(),
                plain.tolls(),
                plain.crossings(),
                plain.parking());
        Study study = new Study(
                Study.Format.ULICARRO_1,
                "street",
                Study.Units.METRIC,
                Study.DriveOn.RIGHT,
                Map.of("p", new Period(START, START + seconds, null, 60, null)),
                step,
                1,
                7,
                null,
                new DriversInput(following, drivers.get(RoadClass.URBAN), drivers.get(RoadClass.MOTORWAY), null),
                vehicles,
                network,
                DemandInput.of(mix, services, null, null),
                Map.of(),
                null,
                null,
                null);
        Count count = new Count("middle", "w>e", START, START + seconds, perHour * seconds / 3600, "/counts");
        List<Count> counts = new ArrayList<>(List.of(count));
        if (rampPerHour > 0) {
            counts.add(new Count("middle", "ramp>e", START, START + seconds, rampPerHour * seconds / 3600, "/counts"));
        }
        return Model.compile(new Inputs(study, counts, List.of(), List.of()), "p")
                .get();
    }

    private Road road(String from, String to, Direction ahead) {
        return new Road(null, roadClass, List.of(from, to), null, null, speed, grade, 0, 0, null, null, ahead, null);
    }
}
