package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.run.Model;

/** Entries of roundabouts with a queue that never ends, one hour, ten replications, against what goes round in front of them. */
final class RingCases {

    private static final int REPLICATIONS = 10;

    /** Critical gap and follow-up from which the Manual's exponential form for one lane comes, 3600/1380 and 3600 * 0.00102 + 1.3 (s). */
    private static final double CRITICAL = 4.98;

    private static final double FOLLOW_UP = 2.61;

    private RingCases() {}

    static Model ring(int lanes, double diameter, double circulating, double entering) {
        String two = lanes == 1 ? "{lanes: 1}" : "{lanes: 2, turns: [T, T]}";
        String study = Scene.text("""
                format: ulicarro/1
                title: roundabout entry
                periods: {p: {from: "08:00", to: "09:00", warm-up: {length: 15 min}, drain: 1 min}}
                network:
                  places:
                    middle: {at: [0, 0], control: roundabout, outer-diameter: %.0f m, lanes: %d}
                    west: {at: [-700, 0]}
                    east: {at: [700, 0]}
                    south: {at: [0, -700]}
                    north: {at: [0, 700]}
                  roads:
                    w: {between: [west, middle], speed: 50 km/h, ahead: %s, back: {lanes: %d}}
                    s: {between: [south, middle], speed: 50 km/h, ahead: %s, back: {lanes: %d}}
                    e: {between: [middle, east], speed: 50 km/h, ahead: {lanes: %d}}
                    n: {between: [middle, north], speed: 50 km/h, ahead: {lanes: %d}}
                demand: {mix: {car: 100 %%}, volumes: {p: counts.csv}}
                """, diameter, lanes, two, lanes, two, lanes, lanes, lanes);
        String counts = Scene.text("place,from,to,EBT,NBT%nmiddle,08:00,09:00,%.1f,%.1f%n", circulating, entering);
        return Scene.read(study, counts);
    }

    static List<Row> rows() {
        List<Row> rows = new ArrayList<>();
        for (double flow : new double[] {0.1, 200, 400, 600, 800, 1000}) {
            double[][] found = found(flow);
            add(
                    rows,
                    flow < 1
                            ? "one lane"
                            : Scene.text(
                                    "one lane, tc %.2f, tf %.2f s, by the Manual's gaps %.0f",
                                    GapWatch.critical(found, 4), SignCases.mean(found, 2), SignCases.mean(found, 3)),
                    found,
                    1,
                    1380,
                    1.02e-3);
        }
        for (double flow : new double[] {0.1, 300, 600, 900, 1200}) {
            double[][] found = Scene.each(REPLICATIONS, ring(2, 50, flow, 3200), r -> {
                LineCount count = LineCount.of(r);
                return new double[] {count.flow("EBT"), count.flow("NBT", 0), count.flow("NBT", 1)};
            });
            add(rows, "two lanes, left entry", found, 1, 1350, 0.92e-3);
            add(rows, "two lanes, right entry", found, 2, 1420, 0.85e-3);
        }
        return rows;
    }

    /** What goes round, capacity of the entry, follow-up, and what would go by the Manual's gaps in these headways, by replication. */
    static double[][] found(double flow) {
        return Scene.each(REPLICATIONS, ring(1, 36, flow, 1700), r -> {
            GapWatch watch = new GapWatch(r.model(), "NBT", 0);
            r.observe(watch);
            LineCount count = LineCount.of(r);
            return watch.with(
                    count.flow("EBT"),
                    count.flow("NBT"),
                    watch.followUp(),
                    GapTheory.capacity(watch.passages, CRITICAL, FOLLOW_UP));
        });
    }

    private static void add(List<Row> rows, String what, double[][] found, int which, double a, double b) {
        double v = 0;
        for (double[] one : found) {
            v += one[0] / found.length;
        }
        double formula = a * Math.exp(-b * v);
        double tolerance = v <= 810 ? 0.1 * formula : 75;
        rows.add(Row.of(
                Scene.text("%s, circulating %.0f: veh/h", what, v),
                formula - tolerance,
                formula + tolerance,
                Scene.figure(found, which)));
    }
}
