package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.run.Model;

/** How lanes are used, and what happens where there is one less. */
final class LaneCases {

    private static final int REPLICATIONS = 10;

    private LaneCases() {}

    /** Two equal through lanes at a signal: flow over twice that of the fuller one, by quarter hours. */
    static List<Row> use() {
        Approach approach = new Approach();
        approach.lanes = 2;
        approach.veh = 1350;
        double[][] found = Scene.each(REPLICATIONS, approach.model(), r -> {
            Gauge gauge = new Gauge(r.model(), "w ahead", 650);
            r.observe(gauge);
            r.result();
            double sum = 0;
            for (int quarter = 0; quarter < 4; quarter++) {
                double from = 8 * 3600 + quarter * 900;
                int[] lane = new int[2];
                for (Gauge.Passing p : gauge.passings) {
                    if (p.time() >= from && p.time() < from + 900) {
                        lane[p.lane()]++;
                    }
                }
                sum += (lane[0] + lane[1]) / (2.0 * Math.max(lane[0], lane[1])) / 4;
            }
            return new double[] {sum};
        });
        return List.of(Row.of("lane use, two equal lanes", 0.922, 0.982, Scene.figure(found, 0)));
    }

    /** Two lanes of a street of 60 km/h, the right one closed, more traffic than the other can take. */
    private static Model works() {
        return Scene.read("""
                format: ulicarro/1
                title: road works
                periods: {p: {from: "08:00", to: "09:00", warm-up: {length: 15 min}, drain: 1 min}}
                network:
                  places:
                    west: {at: [-1500, 0]}
                    middle: {at: [0, 0]}
                    east: {at: [500, 0]}
                  roads:
                    w: {between: [west, middle], speed: 60 km/h, ahead: {lanes: 2}}
                    e: {between: [middle, east], speed: 60 km/h, ahead: {lanes: 2}}
                  closures: {works: {road: w ahead, lanes: [2], at: 1300 m, length: 150 m}}
                demand: {mix: {car: 100 %}, volumes: {p: counts.csv}}
                """, "place,from,to,w>e\nmiddle,08:00,09:00,2600\n");
    }

    static List<Row> drop() {
        double[][] found = Scene.each(REPLICATIONS, works(), r -> {
            Gauge after = new Gauge(r.model(), "w ahead", 1400);
            Gauge before = new Gauge(r.model(), "w ahead", 1200);
            r.observe(after);
            r.observe(before);
            r.result();
            double[] flows = new double[12];
            double mean = 0;
            for (int i = 0; i < flows.length; i++) {
                flows[i] = after.flow(8 * 3600 + i * 300, 8 * 3600 + i * 300 + 300, 1);
                mean += flows[i] / flows.length;
            }
            double variance = 0;
            for (double flow : flows) {
                variance += (flow - mean) * (flow - mean) / (flows.length - 1);
            }
            double longest = 0;
            int closing = 0;
            double last = 8 * 3600;
            for (Gauge.Passing p : after.passings) {
                if (p.time() > 8 * 3600) {
                    longest = Math.max(longest, p.time() - last);
                    last = p.time();
                }
            }
            for (Gauge.Passing p : before.passings) {
                closing += p.time() > 8 * 3600 && p.lane() == 1 ? 1 : 0;
            }
            double share = 100.0 * closing / before.count(8 * 3600, 10 * 3600);
            return new double[] {mean, 100 * Math.sqrt(variance) / mean, longest, share};
        });
        List<Row> rows = new ArrayList<>();
        rows.add(Row.of("lane drop 2 to 1: discharge (veh/h)", 1400, 1900, Scene.figure(found, 0)));
        rows.add(Row.of("  spread of its 5-min flows (%)", 0, 6, Scene.figure(found, 1)));
        rows.add(Row.of("  longest time that nobody passes (s)", 0, 12, Scene.figure(found, 2)));
        rows.add(Row.of("  share on the closing lane 100 m before it (%)", 25, 75, Scene.figure(found, 3)));
        return rows;
    }
}
