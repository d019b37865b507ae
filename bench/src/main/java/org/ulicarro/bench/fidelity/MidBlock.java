package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.run.Model;

/**
 * Who turns right into a street of two lanes and left again at the next signal crosses its whole width on the way, against a full stream. No manual gives
 * a closed form; expected is what the street would do if nobody had to cross: that everybody finds its turn, and nothing is lost at the line.
 */
final class MidBlock {

    private static final int REPLICATIONS = 5;

    private MidBlock() {}

    /**
     * The street.
     *
     * @param length from the side road to the signal (m)
     * @param crossing vehicles an hour from the side road that turn left
     * @param through vehicles an hour along the street
     */
    private static Model model(double length, double crossing, double through) {
        String study = Scene.text("""
                format: ulicarro/1
                title: mid-block weave
                periods: {p: {from: "08:00", to: "09:00", warm-up: {length: 15 min}, drain: 1 min}}
                network:
                  places:
                    west: {at: [-900, 0]}
                    side: {at: [0, 0], control: signal}
                    middle: {at: [%1$.0f, 0], control: signal}
                    east: {at: [%2$.0f, 0]}
                    yard: {at: [0, -400]}
                    north: {at: [%1$.0f, 400]}
                    south: {at: [%1$.0f, -400]}
                  roads:
                    w: {between: [west, side], speed: 50 km/h, ahead: {lanes: 2, turns: [T, T]}}
                    y: {between: [yard, side], speed: 50 km/h, ahead: {lanes: 1, turns: [R]}}
                    m: {between: [side, middle], speed: 50 km/h, ahead: {lanes: 2, bays: {left: [{full-width: 50 m, taper: 20 m}]}, turns: [L, T, T]}}
                    e: {between: [middle, east], speed: 50 km/h, ahead: {lanes: 2}}
                    s: {between: [south, middle], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                    n: {between: [middle, north], speed: 50 km/h, ahead: {lanes: 1}}
                demand:
                  arrivals: exact
                  mix: {car: 100 %%}
                  entries:
                    west: {vehicles: %3$.0f veh/h, routes: {on: {via: [side, middle, east], share: 100}}}
                    yard: {vehicles: %4$.0f veh/h, routes: {left: {via: [side, middle, north], share: 100}}}
                    south: {vehicles: 100 veh/h, routes: {on: {via: [middle, north], share: 100}}}
                signals:
                  side:
                    kind: fixed
                    groups: {M: {serves: [EBT]}, S: {serves: [NBR]}}
                    plans: {p: {cycle: 90 s, greens: {M: [0-55], S: [60-85]}}}
                  middle:
                    kind: fixed
                    groups: {T: {serves: [EBT]}, L: {serves: [EBL]}, NS: {serves: [NBT]}}
                    plans: {p: {cycle: 90 s, greens: {T: [10-55], L: [10-55], NS: [60-85]}}}
                """, length, length + 600, through, crossing);
        return Scene.read(study, "place,from,to\n");
    }

    static List<Row> rows() {
        List<Row> rows = new ArrayList<>();
        for (double length : new double[] {120, 200, 350}) {
            double[][] found = found(model(length, 300, 1300));
            rows.add(Row.of(
                    Scene.text("%.0f m to cross two lanes, 300 of 1 600 veh/h: missed their turn", length),
                    0,
                    0,
                    Scene.figure(found, 0)));
            rows.add(Row.of("  left turns (veh/h)", 285, 315, Scene.figure(found, 1)));
        }
        double[] alone = Scene.figure(found(model(200, 10, 2400)), 2);
        double mean = Arrays.stream(alone).average().orElseThrow();
        rows.add(Row.of("  2 400 veh/h along, nobody crosses: veh/h that pass", Double.NaN, Double.NaN, alone));
        rows.add(Row.of(
                "  300 veh/h cross them: veh/h that pass in all",
                0.95 * mean,
                1.1 * mean,
                Scene.figure(found(model(200, 300, 2400)), 2)));
        return rows;
    }

    /** Missed turns, left turns an hour, and all vehicles an hour that pass the line. */
    private static double[][] found(Model model) {
        return Scene.each(REPLICATIONS, model, r -> {
            Gauge north = new Gauge(r.model(), "n ahead", 100);
            Gauge east = new Gauge(r.model(), "e ahead", 100);
            r.observe(north);
            r.observe(east);
            int missed = r.result().missedTurns();
            double from = r.model().period().from();
            double all = east.count(from, from + 3600) + north.count(from, from + 3600) - 100;
            return new double[] {missed, north.count(from, from + 3600) - 100, all};
        });
    }
}
