package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.measure.CrossingRow;
import org.ulicarro.core.run.Model;

/** People at signals: what they cost those who turn into their way, and what waiting costs them. */
final class FootCases {

    private static final int REPLICATIONS = 10;
    private static final double CYCLE = 90;
    private static final double GREEN = 40;

    private FootCases() {}

    /** A right turn with a queue that never ends into a street whose crossing has walk beside it; so many people an hour, both ways. */
    private static Model turning(double people, double walk) {
        String study = Scene.text("""
                format: ulicarro/1
                title: right turn and people
                periods: {p: {from: "08:00", to: "09:00", warm-up: {length: 15 min}, drain: 5 min}}
                network:
                  places:
                    middle: {at: [0, 0], control: signal, crossings: {s: {}}}
                    west: {at: [-700, 0]}
                    east: {at: [700, 0]}
                    south: {at: [0, -700]}
                    north: {at: [0, 700]}
                  roads:
                    w: {between: [west, middle], speed: 50 km/h, ahead: {lanes: 1, turns: [R]}, back: {lanes: 1}}
                    e: {between: [middle, east], speed: 50 km/h, ahead: {lanes: 1}}
                    s: {between: [south, middle], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}, back: {lanes: 1}}
                    n: {between: [middle, north], speed: 50 km/h, ahead: {lanes: 1}}
                demand:
                  mix: {car: 100 %%}
                  volumes: {p: counts.csv}
                  walkers: {middle.s: %.1f /h}
                  walking: {compliance: 100 %%}
                signals:
                  middle:
                    kind: fixed
                    groups: {EW: {serves: [EBR]}, NS: {serves: [NBT]}, W: {crosses: [s], clear: 10 s}}
                    plans: {p: {cycle: 90 s, greens: {EW: [0-%.0f], NS: [50-80], W: [0-%.0f]}}}
                """, people, GREEN, walk);
        return Scene.read(study, "place,from,to,EBR,NBT\nmiddle,08:00,09:00,1700,50\n");
    }

    static List<Row> rows() {
        List<Row> rows = new ArrayList<>();
        double none = SignCases.mean(flow(turning(0, 30)), 0);
        for (double people : new double[] {100, 200, 400}) {
            double[][] found = flow(turning(people, 30));
            double inGreen = people * CYCLE / GREEN; // walk and clearance last as long as the green
            double occupancy = inGreen <= 1000 ? inGreen / 2000 : Math.min(0.9, 0.4 + inGreen / 10_000);
            double factor = 1 - occupancy;
            double[] ratios = Scene.figure(found, 0);
            for (int i = 0; i < ratios.length; i++) {
                ratios[i] /= none;
            }
            rows.add(Row.of(
                    Scene.text("right turn, %.0f people/h: factor of the Manual", people),
                    0.9 * factor,
                    1.1 * factor,
                    ratios));
        }
        for (double walk : new double[] {10, 20, 30}) {
            double[][] found = Scene.each(REPLICATIONS, turning(600, walk), r -> {
                List<CrossingRow> all = r.result().rows(CrossingRow.class);
                return new double[] {all.get(all.size() - 1).delayS()};
            });
            double theory = (CYCLE - walk) * (CYCLE - walk) / (2 * CYCLE);
            rows.add(Row.of(
                    Scene.text("people at a signal, walk %.0f s of 90 s: delay (s)", walk),
                    0.97 * theory,
                    1.03 * theory,
                    Scene.figure(found, 0)));
        }
        return rows;
    }

    private static double[][] flow(Model model) {
        return Scene.each(
                REPLICATIONS, model, r -> new double[] {LineCount.of(r).flow("EBR")});
    }
}
