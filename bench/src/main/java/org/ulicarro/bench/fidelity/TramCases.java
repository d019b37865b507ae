package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Trams that stop in the kerb lane of a street of two lanes, among cars. */
final class TramCases {

    private static final int REPLICATIONS = 10;
    private static final int STOPS = 3;
    private static final double DWELL = 20; // s
    private static final double ACCELERATION = 1.0; // m/s², of the built-in tram
    private static final double DECELERATION = 1.2;
    private static final double SPEED = 0.95 * 50 / 3.6;

    private TramCases() {}

    private static Model model(String dwell, double cars) {
        return Scene.read(Scene.text("""
                format: ulicarro/1
                title: trams
                periods: {p: {from: "08:00", to: "09:00", warm-up: {length: 15 min}, drain: 10 min}}
                network:
                  places:
                    west: {at: [-2500, 0]}
                    middle: {at: [0, 0]}
                    east: {at: [500, 0]}
                  roads:
                    w: {between: [west, middle], speed: 50 km/h, ahead: {lanes: 2}}
                    e: {between: [middle, east], speed: 50 km/h, ahead: {lanes: 2}}
                  stops:
                    s1: {road: w ahead, at: 600 m, length: 40 m}
                    s2: {road: w ahead, at: 1100 m, length: 40 m}
                    s3: {road: w ahead, at: 1700 m, length: 40 m}
                demand:
                  mix: {car: 100 %%}
                  volumes: {p: counts.csv}
                  services: {t: {type: tram, route: [west, middle, east], every: 6 min, from: "08:00", stops: {%s}}}
                """, dwell), Scene.text("place,from,to,w>e%nmiddle,08:00,09:00,%.0f%n", cars));
    }

    /** The trams on the street: how long each took over 2 200 m, and how often one changed lanes. */
    private static final class Trams extends Watcher {
        private final Link street;
        private final Map<Integer, Integer> laneOf = new TreeMap<>();
        private final Map<Integer, Double> since = new TreeMap<>();
        private final Map<Integer, Double> took = new TreeMap<>();
        private int changes;

        Trams(Replication replication) {
            street = replication.model().network().links().stream()
                    .filter(l -> l.id().equals("w ahead"))
                    .findFirst()
                    .orElseThrow();
        }

        @Override
        public void afterStep(TrafficView view, TrafficEvents events) {
            for (int lane = street.firstLane(); lane < street.firstLane() + street.lanes(); lane++) {
                for (int k = 0; k < view.vehiclesOn(lane); k++) {
                    if (view.length(lane, k) > 30) {
                        int tram = view.vehicle(lane, k);
                        Integer before = laneOf.put(tram, lane);
                        changes += before != null && before != lane ? 1 : 0;
                        if (view.position(lane, k) > 200) {
                            since.putIfAbsent(tram, view.now());
                        }
                        if (view.position(lane, k) > 2400) {
                            took.putIfAbsent(tram, view.now() - since.get(tram));
                        }
                    }
                }
            }
        }
    }

    /** Mean time over 2 200 m (s), changes of lane, and trams that got through. */
    private static double[][] found(Model model) {
        return Scene.each(REPLICATIONS, model, r -> {
            Trams trams = new Trams(r);
            r.observe(trams);
            r.result();
            return new double[] {Watcher.mean(trams.took.values()), trams.changes, trams.took.size()};
        });
    }

    static List<Row> rows() {
        String stops = "s1: 20 s ± 0 s, s2: 20 s ± 0 s, s3: 20 s ± 0 s";
        double[] stopping = Scene.figure(found(model(stops, 1)), 0);
        double[] passing = Scene.figure(found(model("", 1)), 0);
        double[] lost = new double[REPLICATIONS];
        for (int i = 0; i < lost.length; i++) {
            lost[i] = (stopping[i] - passing[i]) / STOPS - DWELL;
        }
        // speeding up by a (1 - (v/v0)^4) loses v0/a times the integral of 1 / ((1 + y) (1 + y^2)), which is pi/8 + ln
        // 2 / 4
        double theory = SPEED / ACCELERATION * (Math.PI / 8 + Math.log(2) / 4) + SPEED / DECELERATION / 2;
        double[][] busy = found(model(stops, 1200));
        List<Row> rows = new ArrayList<>();
        rows.add(Row.of(
                "tram on an empty street: lost at a stop beside the 20 s (s)", 0.95 * theory, 1.05 * theory, lost));
        rows.add(Row.of(
                "trams among 1 200 veh/h: time over 2 200 m (s)", Double.NaN, Double.NaN, Scene.figure(busy, 0)));
        rows.add(Row.of("  changes of lane", 0, 0, Scene.figure(busy, 1)));
        rows.add(Row.of("  trams that got through of eleven", 11, 11, Scene.figure(busy, 2)));
        return rows;
    }
}
