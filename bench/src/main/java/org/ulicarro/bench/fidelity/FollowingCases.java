package org.ulicarro.bench.fidelity;

import java.util.List;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Single vehicles and platoons against the closed form of the model. Drivers without spread, one lane. */
final class FollowingCases {

    private static final double A = 2.4; // m/s²
    private static final double T = 1.0; // s
    private static final double GROWTH = 1 + 0.5 * (36 - 30) / 30; // of time gaps on streets, at 36 km/h
    private static final double SPACE = 7.3 - 4.8; // m
    private static final double LIMIT = 50 / 3.6;

    private static final String EXACT = """
            drivers: {urban: {time-gap: 1 s, reaction: 0 s}}
            vehicles:
              car: {acceleration: 2.4 m/s2, deceleration: 3 m/s2, desired-speed: 100 %, top-speed: 200 km/h}
              bus: {acceleration: 2.4 m/s2, deceleration: 3 m/s2, desired-speed: 100 %, top-speed: 36 km/h, power: 0 kW/t, length: 12 m}
            """;

    private FollowingCases() {}

    static List<Row> exact() {
        return List.of(
                Row.of("free acceleration: metres in 10 s over closed form", 0.99, 1.01, start()),
                Row.of("steady following at 36 km/h: gap over s0 + 1.1 v T", 0.99, 1.01, steady()));
    }

    /** From a stand at a red light: metres after ten seconds over those of dv/dt = a (1 - (v/v0)^4). */
    private static double start() {
        Approach approach = new Approach();
        approach.study = EXACT;
        approach.veh = 30;
        approach.after = 900;
        Model model = approach.model();
        double[] found = {Double.NaN};
        Replication replication = new Replication(model, 1);
        replication.observe(new Watcher() {
            private int vehicle = -1;
            private double since;
            private double metres;

            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                var rows = view.rows();
                for (int row = 0; row < rows.count() && Double.isNaN(found[0]); row++) {
                    int id = rows.vehicle(row);
                    boolean onApproach = id >= 0 && rows.lane(row) == 0;
                    if (vehicle < 0 && onApproach && view.vehicle(0, 0) == id && rows.speed(row) < 0.01) {
                        vehicle = id;
                    }
                    if (id != vehicle || id < 0) {
                        continue;
                    }
                    if (rows.speed(row) < 0.01) {
                        since = view.now();
                        metres = 0;
                        continue;
                    }
                    metres += (rows.speed(row) - rows.acceleration(row) * 0.1) * 0.2;
                    if (view.now() >= since + 10 - 1e-9) {
                        found[0] = metres / closedForm(view.now() - since);
                    }
                }
            }
        });
        replication.advanceTo(Double.MAX_VALUE);
        return found[0];
    }

    private static double closedForm(double seconds) {
        double v = 0;
        double x = 0;
        double dt = 1e-4;
        for (double t = 0; t < seconds - dt / 2; t += dt) {
            double share = v / LIMIT;
            v += A * (1 - share * share * share * share) * dt;
            x += v * dt;
        }
        return x;
    }

    /** Cars behind a bus that drives 36 km/h: mean gap over the equilibrium's. */
    private static double steady() {
        Model model = Scene.read("""
                format: ulicarro/1
                title: behind a bus
                periods: {p: {from: "08:00", to: "08:20", warm-up: {length: 1 min}, drain: 1 min}}
                %s
                network:
                  places: {west: {at: [0, 0]}, middle: {at: [7000, 0]}, east: {at: [7100, 0]}}
                  roads:
                    w: {between: [west, middle], speed: 50 km/h, ahead: {lanes: 1}}
                    e: {between: [middle, east], speed: 50 km/h, ahead: {lanes: 1}}
                demand:
                  volumes: {p: counts.csv}
                  services: {slow: {route: [west, middle, east], every: 1 h, from: "08:01"}}
                """.formatted(EXACT), "place,from,to,w>e\nmiddle,08:00,08:20,300\n");
        double[] found = {0, 0};
        Replication replication = new Replication(model, 1);
        replication.observe(new Watcher() {
            @Override
            public void afterStep(TrafficView view, TrafficEvents events) {
                if (Math.abs(view.now() - (8 * 3600 + 600)) > 0.05) {
                    return;
                }
                for (int k = 1; k < view.vehiclesOn(0); k++) {
                    boolean behindBus = Math.abs(view.speed(0, k) - 10) < 0.05 && view.position(0, k) > 2000;
                    if (behindBus && view.length(0, k) < 10) {
                        double gap = view.position(0, k - 1) - view.length(0, k - 1) - view.position(0, k);
                        found[0] += gap / (SPACE + view.speed(0, k) * T * GROWTH);
                        found[1]++;
                    }
                }
            }
        });
        replication.advanceTo(Double.MAX_VALUE);
        return found[1] < 10 ? Double.NaN : found[0] / found[1];
    }

    /** All types mixed, up to 100 and more behind one that brakes for a road closed at once: the least gap and speed ever seen. */
    static List<Row> platoon() {
        Model model = Scene.read("""
                format: ulicarro/1
                title: a platoon brakes
                periods: {p: {from: "08:00", to: "08:30", warm-up: {length: 1 min}, drain: 1 min}}
                network:
                  places: {west: {at: [0, 0]}, middle: {at: [4000, 0]}, east: {at: [4200, 0]}}
                  roads:
                    w: {between: [west, middle], speed: 80 km/h, ahead: {lanes: 1}}
                    e: {between: [middle, east], speed: 80 km/h, ahead: {lanes: 1}}
                  closures:
                    first: {road: w ahead, at: 3500 m, length: 5 m, from: "08:08", to: "08:11"}
                    second: {road: w ahead, at: 2500 m, length: 5 m, from: "08:16", to: "08:20"}
                demand:
                  mix: {car: 50 %, van: 10 %, truck: 10 %, articulated: 10 %, bus: 8 %, tram: 2 %, motorcycle: 10 %}
                  volumes: {p: counts.csv}
                """, "place,from,to,w>e\nmiddle,08:00,08:30,700\n");
        double[][] found = Scene.each(10, model, r -> {
            double[] least = {Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY, 0};
            r.observe(new Watcher() {
                @Override
                public void afterStep(TrafficView view, TrafficEvents events) {
                    least[2] = Math.max(least[2], view.vehiclesOn(0));
                    for (int k = 0; k < view.vehiclesOn(0); k++) {
                        least[1] = Math.min(least[1], view.speed(0, k));
                        if (k > 0) {
                            double rear = view.position(0, k - 1) - view.length(0, k - 1);
                            least[0] = Math.min(least[0], rear - view.position(0, k));
                        }
                    }
                }
            });
            r.result();
            return least;
        });
        return List.of(
                Row.of(
                        "braking platoon of all types: least gap ever (m)",
                        0,
                        Double.POSITIVE_INFINITY,
                        least(found, 0)),
                Row.of("  least speed ever (m/s)", 0, Double.POSITIVE_INFINITY, least(found, 1)),
                Row.of(
                        "  vehicles on the lane at once, at most",
                        100,
                        Double.POSITIVE_INFINITY,
                        Scene.figure(found, 2)));
    }

    private static double least(double[][] found, int which) {
        double least = Double.POSITIVE_INFINITY;
        for (double[] one : found) {
            least = Math.min(least, one[which]);
        }
        return least;
    }
}
