package org.ulicarro.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.run.Compiled;
import org.ulicarro.core.run.Inputs;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.Crossing;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Period;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalController.Group;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.study.WalkerFlow;
import org.ulicarro.core.study.Walking;

/** A scene for tests: a street with one crossing in the middle, a zebra or a signal, one lane each way. */
public final class Foot {

    private static final double START = 8 * 3600;
    private static final double SECONDS = 1800;

    public double walkers = 300 / 3600.0; // per second, both ways together
    public int group = 1;
    public double vehicles = 300; // per hour and direction
    public double yielding = 1;
    public boolean refuge;
    public double median;
    public double compliance = 0.95;
    public boolean withoutGroup;
    public double walkFrom = -1; // s of the cycle; where vehicles have red
    public Map<String, WalkerFlow> demand; // instead of the flow above
    private double cycle; // 0 at a zebra
    private double walk;

    /** With a signal: a cycle in which people have that much walk. */
    public Foot signal(double seconds, double walkSeconds) {
        cycle = seconds;
        walk = walkSeconds;
        return this;
    }

    private Road road(String from, String to) {
        return new Road(
                null,
                org.ulicarro.core.study.RoadClass.URBAN,
                List.of(from, to),
                null,
                null,
                50 / 3.6,
                0,
                median,
                0,
                null,
                null,
                Direction.of(1),
                Direction.of(1));
    }

    private Study study() {
        Map<String, Place> places = new LinkedHashMap<>();
        boolean signal = cycle > 0;
        places.put("west", Place.of(new Point(-400, 0), Control.NONE));
        places.put("east", Place.of(new Point(400, 0), Control.NONE));
        places.put(
                "middle",
                new Place(
                        new Point(0, 0),
                        signal ? Control.SIGNAL : Control.NONE,
                        null,
                        null,
                        Map.of("r", new Crossing(4, refuge, yielding, signal ? null : Crossing.Kind.ZEBRA)),
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null));
        NetworkInput network =
                NetworkInput.of(places, Map.of("r", road("middle", "east"), "l", road("west", "middle")));
        Map<String, WalkerFlow> flows = demand != null
                ? demand
                : walkers == 0 ? Map.of() : Map.of("middle.r", new WalkerFlow(walkers / 2, walkers / 2, group));
        Map<String, SignalController> signals = Map.of();
        if (signal) {
            Map<String, Group> groups = new LinkedHashMap<>();
            Map<String, List<CycleRange>> greens = new LinkedHashMap<>();
            groups.put("V", Group.of(List.of("l>r", "r>l"), null, 3, 2, 5));
            greens.put("V", List.of(new CycleRange(0, cycle - walk - 20)));
            if (!withoutGroup) {
                double from = walkFrom >= 0 ? walkFrom : cycle - walk - 14;
                groups.put("W", new Group(null, null, null, List.of("r"), 5, 12.0, 3, 0, 5));
                greens.put("W", List.of(new CycleRange(from, from + walk)));
            }
            signals = Map.of("middle", FixedControl.of(groups, Map.of("p", FixedControl.Plan.of(cycle, 0.0, greens))));
        }
        return new Study(
                Study.Format.ULICARRO_1,
                "people",
                Study.Units.METRIC,
                Study.DriveOn.RIGHT,
                Map.of(
                        "p",
                        new Period(
                                START,
                                START + SECONDS,
                                new Period.WarmUp(200, Period.WarmUp.Source.FIRST_SLICE),
                                200,
                                null)),
                0.2,
                1,
                1,
                null,
                null,
                null,
                network,
                DemandInput.of(
                        Map.of(VehicleType.CAR, 0.9, VehicleType.TRUCK, 0.1),
                        null,
                        flows,
                        new Walking(null, compliance, null, null)),
                signals,
                null,
                null,
                null);
    }

    /** The compiled scene; fails the test when it has errors. */
    public Model model() {
        List<Fault> faults = new ArrayList<>();
        Model model = model(faults);
        assertThat(faults).filteredOn(f -> f.severity() == Fault.Severity.ERROR).isEmpty();
        return model;
    }

    /** The compiled scene, or null with what is wrong. */
    public Model model(List<Fault> faults) {
        List<Count> counts = new ArrayList<>();
        for (String movement : List.of("l>r", "r>l")) {
            counts.add(new Count("middle", movement, START, START + SECONDS, vehicles * SECONDS / 3600, "/counts"));
        }
        Compiled<Model> compiled = Model.compile(new Inputs(study(), counts, List.of(), List.of()), "p");
        faults.addAll(compiled.faults());
        return compiled.result().orElse(null);
    }
}
