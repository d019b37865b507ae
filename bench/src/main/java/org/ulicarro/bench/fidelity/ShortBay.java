package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.run.Model;

/**
 * A through lane and a left bay that let go together, always with a queue: what passes depends on who stands in front of the bay, and cannot get in or past.
 * Held against {@link QueueTheory}, with a bay that counts from half of its taper on.
 */
final class ShortBay {

    private static final int REPLICATIONS = 5;
    private static final double TAPER = 15; // m
    private static final double ACROSS = 50; // veh/h

    private ShortBay() {}

    private static Model model(double bay, double left) {
        String study = Scene.text("""
                format: ulicarro/1
                title: short bay
                periods: {p: {from: "08:00", to: "10:00", warm-up: {length: 15 min}, drain: 1 min}}
                network:
                  places:
                    middle: {at: [0, 0], control: signal}
                    west: {at: [-700, 0]}
                    east: {at: [700, 0]}
                    south: {at: [0, -400]}
                    north: {at: [0, 400]}
                  roads:
                    w: {between: [west, middle], speed: 50 km/h,
                        ahead: {lanes: 1, bays: {left: [{full-width: %.0f m, taper: %.0f m}]}, turns: [L, T]}}
                    e: {between: [middle, east], speed: 50 km/h, ahead: {lanes: 1}}
                    s: {between: [south, middle], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                    n: {between: [middle, north], speed: 50 km/h, ahead: {lanes: 1}}
                demand: {mix: {car: 100 %%}, volumes: {p: counts.csv}}
                signals:
                  middle:
                    kind: fixed
                    groups: {W: {serves: [EBT, EBL]}, NS: {serves: [NBT]}}
                    plans: {p: {cycle: 90 s, greens: {W: [0-30], NS: [40-80]}}}
                """, bay, TAPER);
        return Scene.read(
                study,
                Scene.text(
                        "place,from,to,EBL,EBT,NBT%nmiddle,08:00,10:00,%.0f,%.0f,%.0f%n",
                        3200 * left, 3200 * (1 - left), 2 * ACROSS));
    }

    static List<Row> rows() {
        List<Row> rows = new ArrayList<>();
        for (double[] scene : new double[][] {{25, 0.5}, {25, 0.25}, {40, 0.4}, {60, 0.5}, {60, 0.25}}) {
            double theory = QueueTheory.flow(scene[0] + TAPER / 2, scene[1]);
            rows.add(Row.of(
                    Scene.text("bay of %.0f m, %.0f %% turn left: veh/h", scene[0], 100 * scene[1]),
                    0.95 * theory,
                    1.05 * theory,
                    flow(model(scene[0], scene[1]))));
        }
        return rows;
    }

    /** Vehicles an hour that pass the line. */
    private static double[] flow(Model model) {
        double[][] found = Scene.each(REPLICATIONS, model, r -> {
            Gauge east = new Gauge(r.model(), "e ahead", 50);
            Gauge north = new Gauge(r.model(), "n ahead", 50);
            r.observe(east);
            r.observe(north);
            r.advanceTo(r.model().period().to());
            double from = r.model().period().from();
            double to = r.model().period().to();
            return new double[] {(east.count(from, to) + north.count(from, to)) / 2.0 - ACROSS};
        });
        return Scene.figure(found, 0);
    }
}
