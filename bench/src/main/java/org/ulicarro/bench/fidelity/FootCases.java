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

    /** A right turn with a queue that never ends into a street of so many lanes each way, whose crossing has walk beside it; so many people an hour, both ways. */
    private static Model turning(int lanes, double people, double walk) {
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
                    s: {between: [south, middle], speed: 50 km/h, ahead: {lanes: %1$d, turns: [%2$s]}, back: {lanes: %1$d}}
                    n: {between: [middle, north], speed: 50 km/h, ahead: {lanes: %1$d}}
                demand:
                  mix: {car: 100 %%}
                  volumes: {p: counts.csv}
                  walkers: {middle.s: %3$.1f /h}
                  walking: {compliance: 100 %%}
                signals:
                  middle:
                    kind: fixed
                    groups: {EW: {serves: [EBR]}, NS: {serves: [NBT]}, W: {crosses: [s], clear: 10 s}}
                    plans: {p: {cycle: 90 s, greens: {EW: [0-%4$.0f], NS: [50-80], W: [0-%5$.0f]}}}
                """, lanes, lanes == 1 ? "T" : "T, T", people, GREEN, walk);
        return Scene.read(study, "place,from,to,EBR,NBT\nmiddle,08:00,09:00,1700,50\n");
    }

    static List<Row> rows() {
        List<Row> rows = new ArrayList<>();
        turns(rows, 1);
        turns(rows, 2);
        for (double walk : new double[] {10, 20, 30}) {
            double[][] found = Scene.each(REPLICATIONS, turning(1, 600, walk), r -> {
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
        zebra(rows, 400, 50);
        zebra(rows, 250, 40);
        return rows;
    }

    /** People of both sides come by at once where a street is narrow, one side after the other where it is wide; the Manual does not tell them apart. */
    private static void turns(List<Row> rows, int lanes) {
        double none = SignCases.mean(flow(turning(lanes, 0, 30)), 0);
        for (double people : new double[] {100, 200, 400, 800}) {
            double[][] found = flow(turning(lanes, people, 30));
            double inGreen = people * CYCLE / GREEN; // walk and clearance last as long as the green
            double occupancy = inGreen <= 1000 ? inGreen / 2000 : Math.min(0.9, 0.4 + inGreen / 10_000);
            double factor = 1 - occupancy;
            double[] ratios = Scene.figure(found, 0);
            for (int i = 0; i < ratios.length; i++) {
                ratios[i] /= none;
            }
            rows.add(Row.of(
                    Scene.text("right turn into %d + %d lanes, %.0f people/h: factor", lanes, lanes, people),
                    0.9 * factor,
                    1.1 * factor,
                    ratios));
        }
    }

    /** Nobody gives way at a zebra: the Manual's mean wait for a gap (chapter 20), start-up and clearance 3 s, 1.2 m/s. */
    private static void zebra(List<Row> rows, double veh, int speed) {
        String study = Scene.text("""
                format: ulicarro/1
                title: zebra
                periods: {p: {from: "08:00", to: "10:00", warm-up: {length: 15 min}, drain: 5 min}}
                network:
                  places:
                    west: {at: [-700, 0]}
                    middle: {at: [700, 0]}
                    east: {at: [1400, 0]}
                  roads:
                    w: {between: [west, middle], speed: %1$d km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    x: {between: [middle, east], speed: %1$d km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                  crossings: {z: {road: w, at: 700 m, kind: zebra, yielding: 0 %%}}
                demand: {mix: {car: 100 %%}, volumes: {p: counts.csv}, walkers: {z: 120 /h}}
                """, speed);
        Model model =
                Scene.read(study, Scene.text("place,from,to,w>x,x>w%nmiddle,08:00,10:00,%1$.0f,%1$.0f%n", 2 * veh));
        double way = model.network().crossings().get(0).length();
        double v = 2 * veh / 3600;
        double critical = way / 1.2 + 3;
        double theory = (Math.exp(v * critical) - v * critical - 1) / v;
        double[][] found = Scene.each(2 * REPLICATIONS, model, r -> {
            List<CrossingRow> all = r.result().rows(CrossingRow.class);
            return new double[] {all.get(all.size() - 1).delayS()};
        });
        rows.add(Row.of(
                Scene.text("zebra, nobody yields, 2 x %.0f veh/h, %d km/h: wait (s)", veh, speed),
                0.75 * theory,
                1.25 * theory,
                Scene.figure(found, 0)));
    }

    private static double[][] flow(Model model) {
        return Scene.each(
                REPLICATIONS, model, r -> new double[] {LineCount.of(r).flow("EBR")});
    }
}
