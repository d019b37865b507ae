package org.ulicarro.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.NetworkCompiler;
import org.ulicarro.core.signal.SignalDraft;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.signal.compile.SignalCompiler;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Period;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.Turn;
import org.ulicarro.core.study.VehicleKind;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.Traffic;
import org.ulicarro.core.traffic.lanes.LaneTable;

/** Networks of any size with traffic on them, made without files: what the speed of the step is measured on. */
final class Town {

    private static final double STEP = 0.2;

    private final Map<String, Place> places = new LinkedHashMap<>();
    private final Map<String, Road> roads = new LinkedHashMap<>();
    private final Map<String, SignalController> signals = new LinkedHashMap<>();
    private boolean actuated;
    private Study study;
    private LaneTable table;
    private Departures departures;

    private Town() {}

    /** Traffic at the start, with nobody on the road yet. */
    Traffic traffic(int threads) {
        return new Traffic(study, table, departures, org.ulicarro.core.demand.Walks.nobody(), 0, threads);
    }

    int lanes() {
        return table.network().lanes().size();
    }

    /** A square grid of signalised crossroads 250 m apart, one lane each way, with ten vehicles for each of them at once. */
    static Town grid(int side) {
        return grid(side, false);
    }

    /** The same with phases in two rings at each place, called and extended by detectors at the stop lines, and traffic for hours. */
    static Town actuatedGrid(int side) {
        return grid(side, true);
    }

    private static Town grid(int side, boolean actuated) {
        Town town = new Town();
        town.actuated = actuated;
        for (int x = 0; x < side; x++) {
            for (int y = 0; y < side; y++) {
                boolean inner = x > 0 && y > 0 && x < side - 1 && y < side - 1;
                // a hand's breadth off the grid, so that no two junctions are exactly alike
                double dx = 4 * Draws.uniform(1, x * 1000L + y);
                double dy = 4 * Draws.uniform(2, x * 1000L + y);
                town.place(x + "-" + y, 250 * x + dx, 250 * y + dy, inner);
            }
        }
        for (int x = 0; x < side; x++) {
            for (int y = 0; y < side; y++) {
                if (x + 1 < side && y > 0 && y < side - 1) {
                    town.road(x + "-" + y, x + 1 + "-" + y, 50 / 3.6, 1);
                }
                if (y + 1 < side && x > 0 && x < side - 1) {
                    town.road(x + "-" + y, x + "-" + (y + 1), 50 / 3.6, 1);
                }
            }
        }
        town.compile();
        if (actuated) {
            town.departFromOutside(link -> 380, 3 * 3600);
        } else {
            town.departAnywhere(10 * side * side, 60);
        }
        return town;
    }

    /** A main road with twenty signals 400 m apart, two lanes each way with left bays, and side streets: about 500 vehicles at once. */
    static Town corridor() {
        Town town = new Town();
        for (int i = 0; i <= 21; i++) {
            town.place("m" + i, 400 * i, 3 * (i % 3), i > 0 && i < 21);
            if (i > 0) {
                town.road("m" + (i - 1), "m" + i, 50 / 3.6, 2);
            }
            if (i > 0 && i < 21) {
                town.place("n" + i, 400 * i + 5, 350, false);
                town.place("s" + i, 400 * i - 5, -350, false);
                town.road("s" + i, "m" + i, 50 / 3.6, 1);
                town.road("m" + i, "n" + i, 50 / 3.6, 1);
            }
        }
        town.compile();
        town.departFromOutside(link -> link.lanes() > 1 ? 900 : 260, 3 * 3600);
        return town;
    }

    /** A motorway of three lanes and 145 km with a ramp off and a ramp on every 5 km: about 5 000 vehicles at once. */
    static Town motorway() {
        Town town = new Town();
        town.place("m0", 0, 0, false);
        for (int i = 1; i <= 29; i++) {
            town.place("off" + i, 5000 * i - 1500, 0, false);
            town.place("on" + i, 5000 * i - 700, 0, false);
            town.place("m" + i, 5000 * i, 0, false);
            town.place("away" + i, 5000 * i - 900, -90, false);
            town.place("near" + i, 5000 * i - 1300, -90, false);
            town.motorway("m" + (i - 1), "off" + i);
            town.motorway("off" + i, "on" + i);
            town.motorway("on" + i, "m" + i);
            Direction.Ramp ramp = new Direction.Ramp(Direction.Side.RIGHT, 250, 60);
            town.ramp("off" + i, "away" + i, null, ramp);
            town.ramp("near" + i, "on" + i, ramp, null);
        }
        town.compile();
        town.departFromOutside(link -> link.lanes() > 1 ? 4600 : 420, 3 * 3600);
        return town;
    }

    private void place(String id, double x, double y, boolean signal) {
        places.put(id, Place.of(new Point(x, y), signal ? Place.Control.SIGNAL : Place.Control.NONE));
        if (signal && actuated) {
            signals.put(id, Phases.twoRings());
        } else if (signal) {
            Map<String, SignalController.Group> groups = new LinkedHashMap<>();
            groups.put("EW", group("EB", "WB"));
            groups.put("NS", group("NB", "SB"));
            Map<String, List<CycleRange>> greens = new LinkedHashMap<>();
            greens.put("EW", List.of(CycleRange.parse("0-35")));
            greens.put("NS", List.of(CycleRange.parse("40-75")));
            signals.put(
                    id,
                    FixedControl.of(
                            groups, Map.of("p", FixedControl.Plan.of(80.0, (double) ((int) (x + y) % 80), greens))));
        }
    }

    private static SignalController.Group group(String a, String b) {
        List<String> serves = List.of(a + "L", a + "T", a + "R", b + "L", b + "T", b + "R");
        return SignalController.Group.of(serves, List.of(a + "L", b + "L"), 3, 2, 5);
    }

    private void road(String from, String to, double speed, int lanes) {
        Direction plain = Direction.of(lanes);
        List<Direction.Bay> left = lanes > 1 ? List.of(new Direction.Bay(60, 20)) : List.of();
        Direction bays = plain.withBays(new Direction.Bays(left, null));
        boolean atSignal = places.get(to).control() == Place.Control.SIGNAL;
        boolean fromSignal = places.get(from).control() == Place.Control.SIGNAL;
        roads.put(from + "_" + to, Road.of(from, to, speed, atSignal ? bays : plain, fromSignal ? bays : plain));
    }

    private void motorway(String from, String to) {
        one(from, to, 110 / 3.6, Direction.of(3));
    }

    private void ramp(String from, String to, Direction.Ramp joins, Direction.Ramp leaves) {
        Direction lane = Direction.of(1);
        one(
                from,
                to,
                80 / 3.6,
                new Direction(1, lane.width(), null, null, null, null, joins, leaves, null, null, null));
    }

    private void one(String from, String to, double speed, Direction ahead) {
        roads.put(
                from + "_" + to,
                new Road(
                        null,
                        RoadClass.MOTORWAY,
                        List.of(from, to),
                        null,
                        null,
                        speed,
                        0,
                        0,
                        0,
                        null,
                        null,
                        ahead,
                        null));
    }

    private void compile() {
        study = new Study(
                Study.Format.ULICARRO_1,
                "a town",
                Study.Units.METRIC,
                Study.DriveOn.RIGHT,
                Map.of("p", new Period(0.0, 3600.0, null, 900, null)),
                STEP,
                1,
                1,
                null,
                null,
                null,
                NetworkInput.of(places, roads),
                DemandInput.of(Map.of(VehicleType.CAR, 1.0)),
                signals,
                null,
                null,
                null);
        List<Fault> faults = new ArrayList<>();
        Network network = NetworkCompiler.compile(study.network(), study.driveOn(), faults);
        SignalSystem system = SignalCompiler.compile(network, signals, new SignalDraft.When("p", 0, null), faults);
        List<Fault> errors = faults.stream()
                .filter(f -> f.severity() == Fault.Severity.ERROR)
                .toList();
        if (!errors.isEmpty()) {
            throw new IllegalStateException(errors.get(0).toString());
        }
        table = new LaneTable(network, system);
    }

    /** Everybody comes in within a time, on any link, and drives about. */
    private void departAnywhere(int vehicles, double within) {
        List<Link> links = table.network().links();
        int[] entry = new int[vehicles];
        double[] time = new double[vehicles];
        for (int i = 0; i < vehicles; i++) {
            entry[i] = links.get((int) (Draws.uniform(5, i) * links.size())).index();
            time[i] = within * i / vehicles;
        }
        depart(time, entry);
    }

    /** Vehicles come from outside, evenly, so many an hour on each entry. */
    private void departFromOutside(java.util.function.ToDoubleFunction<Link> perHour, double until) {
        record One(double time, int entry) {}
        List<One> all = new ArrayList<>();
        for (Link link : table.network().entries()) {
            double headway = 3600 / perHour.applyAsDouble(link);
            for (double t = headway * Draws.uniform(6, link.index()); t < until; t += headway) {
                all.add(new One(t, link.index()));
            }
        }
        all.sort((a, b) -> a.time != b.time ? Double.compare(a.time, b.time) : Integer.compare(a.entry, b.entry));
        depart(
                all.stream().mapToDouble(One::time).toArray(),
                all.stream().mapToInt(One::entry).toArray());
    }

    private void depart(double[] time, int[] entry) {
        int n = time.length;
        int[] route = new int[n];
        int[][] routes = new int[n][];
        VehicleKind[] kind = new VehicleKind[n];
        VehicleKind car = VehicleKind.of(VehicleType.CAR);
        VehicleKind truck = VehicleKind.of(VehicleType.TRUCK);
        long[] key = new long[n];
        int[] line = new int[n];
        Arrays.fill(line, -1);
        for (int i = 0; i < n; i++) {
            route[i] = i;
            key[i] = 1000 + i;
            kind[i] = Draws.uniform(7, i) < 0.92 ? car : truck;
            routes[i] = wander(entry[i], key[i]);
        }
        departures = new Departures(
                time,
                entry,
                route,
                kind,
                key,
                routes,
                line,
                List.of(),
                new int[0],
                new int[time.length],
                chosen(time.length),
                List.of(),
                List.of(),
                0,
                0);
    }

    private static double[] chosen(int vehicles) {
        double[] speed = new double[vehicles];
        Arrays.fill(speed, Double.NaN);
        return speed;
    }

    /** Straight on as a rule, else a turn; never back. */
    private int[] wander(int entry, long key) {
        int[] way = new int[80];
        int link = entry;
        int length = 0;
        while (length < way.length) {
            List<Movement> onward = table.network().movementsFrom(link).stream()
                    .filter(m -> m.turn() != Turn.UTURN)
                    .toList();
            if (onward.isEmpty()) {
                break;
            }
            double u = Draws.uniform(key, 5000 + length);
            Movement chosen = onward.get((int) (Draws.uniform(key, 9000 + length) * onward.size()));
            for (Movement m : onward) {
                chosen = u < 0.7 && m.turn() == Turn.THROUGH ? m : chosen;
            }
            way[length++] = chosen.index();
            link = chosen.toLink();
        }
        return Arrays.copyOf(way, length);
    }
}
