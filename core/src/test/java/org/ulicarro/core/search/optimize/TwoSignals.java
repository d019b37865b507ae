package org.ulicarro.core.search.optimize;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.demand.Volumes;
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

/** A scene: two signals one behind the other on a street with one lane each way, and side streets across. */
final class TwoSignals {

    private static final double SPEED = 50 / 3.6;
    private static final int START = 8 * 3600;

    int distance = 400;
    int seconds = 900;
    double cycle = 60;
    String street = "0-30";
    String side = "35-55";
    double secondOffset;
    double leastAtSecond = 5; // shortest greens there, s
    final Map<String, Double> perHour = new LinkedHashMap<>();

    /** So many vehicles from west to east, and a few across. */
    static TwoSignals eastward(double street, double across) {
        TwoSignals scene = new TwoSignals();
        scene.perHour.put("first EBT", street);
        scene.perHour.put("second EBT", street);
        for (String place : List.of("first", "second")) {
            scene.perHour.put(place + " NBT", across);
            scene.perHour.put(place + " SBT", across);
        }
        return scene;
    }

    Model model() {
        Map<String, Place> places = new LinkedHashMap<>();
        Map<String, Road> roads = new LinkedHashMap<>();
        places.put("west", end(-300, 0));
        places.put("first", Place.of(new Point(0, 0), Place.Control.SIGNAL));
        places.put("second", Place.of(new Point(distance, 0), Place.Control.SIGNAL));
        places.put("east", end(distance + 300, 0));
        road(roads, "west", "first");
        road(roads, "first", "second");
        road(roads, "second", "east");
        for (String place : List.of("first", "second")) {
            int x = place.equals("first") ? 0 : distance;
            places.put(place + "-south", end(x, -250));
            places.put(place + "-north", end(x, 250));
            road(roads, place + "-south", place);
            road(roads, place + "-north", place);
        }
        Map<String, SignalController> signals = new LinkedHashMap<>();
        signals.put("first", controller(0, 5));
        signals.put("second", controller(secondOffset, leastAtSecond));
        Study study = new Study(
                Study.Format.ULICARRO_1,
                "two signals",
                Study.Units.METRIC,
                Study.DriveOn.RIGHT,
                Map.of(
                        "p",
                        new Period(
                                START,
                                START + seconds,
                                new Period.WarmUp(180, Period.WarmUp.Source.FIRST_SLICE),
                                300,
                                null)),
                0.2,
                2,
                4,
                null,
                null,
                null,
                NetworkInput.of(places, roads),
                DemandInput.of(Map.of(VehicleType.CAR, 1.0)),
                signals,
                null,
                null,
                null);
        List<Count> counts = perHour.entrySet().stream()
                .map(e -> {
                    String[] words = e.getKey().split(" ");
                    double vehicles = e.getValue() * seconds / 3600;
                    return new Count(words[0], words[1], START, START + seconds, vehicles, "/counts/" + e.getKey());
                })
                .toList();
        return Model.compile(new Inputs(study, counts, List.of(), List.of()), "p")
                .get();
    }

    static Volumes volumes(Model model) {
        return Volumes.counted(model.network(), model.demand(), model.study().seed(), 4);
    }

    static PlanSpace space(Model model, String... keep) throws NotTimed {
        Volumes volumes = volumes(model);
        List<Keep> all = java.util.Arrays.stream(keep)
                .map(k -> Keep.parse(k).orElseThrow())
                .toList();
        return new PlanSpace(
                model,
                PlanSpace.timeable(model),
                m -> volumes.movement(m.index()),
                new PlanSpace.Freedom(false, true, all),
                Map.of());
    }

    private static Place end(double x, double y) {
        return Place.of(new Point(x, y), Place.Control.NONE);
    }

    private static void road(Map<String, Road> roads, String from, String to) {
        Direction plain = Direction.of(1);
        Direction straight = plain.withTurns(List.of(Arrows.parse("T")));
        boolean ends = to.equals("east");
        boolean begins = from.equals("first") || from.equals("second");
        roads.put(from + "-" + to, Road.of(from, to, SPEED, ends ? plain : straight, begins ? straight : plain));
    }

    private SignalController controller(double offset, double least) {
        Map<String, SignalController.Group> groups = new LinkedHashMap<>();
        groups.put("EW", SignalController.Group.of(List.of("EBT", "WBT"), List.of(), 3, 2, least));
        groups.put("NS", SignalController.Group.of(List.of("NBT", "SBT"), List.of(), 3, 2, least));
        Map<String, List<CycleRange>> greens = new LinkedHashMap<>();
        greens.put("EW", List.of(CycleRange.parse(street)));
        greens.put("NS", List.of(CycleRange.parse(side)));
        return FixedControl.of(groups, Map.of("p", FixedControl.Plan.of(cycle, offset, greens)));
    }
}
