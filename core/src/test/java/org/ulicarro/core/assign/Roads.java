package org.ulicarro.core.assign;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.run.Inputs;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Ban;
import org.ulicarro.core.study.ChoiceInput;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.InformedInput;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Period;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.Toll;
import org.ulicarro.core.study.TripTable;
import org.ulicarro.core.study.Trips;

/** A scene: one-way roads between places, and trips from end to end in one hour from eight. */
final class Roads {

    static final int START = 8 * 3600;
    private static final double SPEED = 50 / 3.6;

    private final Map<String, Place> places = new LinkedHashMap<>();
    private final Map<String, Road> roads = new LinkedHashMap<>();
    private final List<Trips> trips = new ArrayList<>();
    final Map<String, Ban> bans = new LinkedHashMap<>();
    final Map<String, Toll> tolls = new LinkedHashMap<>();
    final Map<String, Double> mix = new LinkedHashMap<>(Map.of("car", 1.0));
    double spread = 0.05;
    double slice = 3600;
    double warmUp;
    InformedInput informed;
    double drain;

    Roads place(String id, double x, double y) {
        places.put(id, Place.of(new Point(x, y), Place.Control.ALL_STOP));
        return this;
    }

    Roads end(String id, double x, double y) {
        places.put(id, Place.of(new Point(x, y), Place.Control.NONE));
        return this;
    }

    Roads road(String from, String to) {
        roads.put(from + "-" + to, Road.of(from, to, SPEED, Direction.of(1), null));
        return this;
    }

    Roads trips(String from, String to, double vehicles) {
        trips.add(new Trips(from, to, START, START + 3600, vehicles, null, "od.csv", trips.size() + 2));
        return this;
    }

    Roads trip(Trips row) {
        trips.add(row);
        return this;
    }

    Model model() {
        NetworkInput plain = NetworkInput.of(places, roads);
        NetworkInput network = new NetworkInput(
                null, null, null, plain.places(), plain.roads(), null, null, null, null, null, bans, tolls, null, null);
        DemandInput demand = new DemandInput(
                mix,
                null,
                DemandInput.Arrivals.EXACT,
                0,
                null,
                null,
                null,
                null,
                null,
                Map.of("od.csv", new TripTable(null, null, null, null, false)),
                null,
                new ChoiceInput(0, 360, spread, null, null, slice, 8, null),
                informed,
                null,
                null,
                null,
                null,
                null);
        Study study = new Study(
                Study.Format.ULICARRO_1,
                "roads",
                Study.Units.METRIC,
                Study.DriveOn.RIGHT,
                Map.of(
                        "p",
                        new Period(
                                START,
                                START + 3600,
                                new Period.WarmUp(warmUp, Period.WarmUp.Source.FIRST_SLICE),
                                drain,
                                null)),
                0.2,
                1,
                7,
                null,
                null,
                null,
                network,
                demand,
                null,
                null,
                null,
                null);
        return Model.compile(new Inputs(study, List.of(), trips, List.of()), "p")
                .get();
    }

    /** The network of Braess: two ways round from west to east, each with a steep and a flat road; with or without a link across. */
    static Roads braess(boolean across) {
        Roads scene = new Roads()
                .end("west", -700, 0)
                .place("a", 0, 0)
                .place("b", 400, 300)
                .place("c", 400, -300)
                .place("d", 800, 0)
                .end("east", 1500, 0)
                .road("west", "a")
                .road("a", "b")
                .road("a", "c")
                .road("b", "d")
                .road("c", "d")
                .road("d", "east");
        return across ? scene.road("b", "c") : scene;
    }
}
