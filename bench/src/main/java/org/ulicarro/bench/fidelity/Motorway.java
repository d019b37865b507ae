package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;

/** Two lanes of a motorway, 110 km/h: an on-ramp under rising demand until flow breaks down, and a jam behind a closed road. */
final class Motorway {

    private static final int REPLICATIONS = 10;
    private static final double LENGTH = 6000; // before the ramp, m
    private static final double FREE = 110 / 3.6;
    private static final double EVERY = 250; // m between gauges upstream
    private static final double START = 8 * 3600;
    private static final int BINS = 36; // of five minutes

    private Motorway() {}

    private static final String ROADS = """
            format: ulicarro/1
            title: a motorway
            periods: {p: {from: "08:00", to: "11:00", warm-up: {length: 15 min}, drain: 1 min}}
            network:
              places:
                west: {at: [-6000, 0]}
                merge: {at: [0, 0]}
                east: {at: [3000, 0]}
                slip: {at: [-600, -60]}
              roads:
                main: {class: motorway, between: [west, merge], speed: 110 km/h, ahead: {lanes: 2}}
                onward: {class: motorway, between: [merge, east], speed: 110 km/h, ahead: {lanes: 2}}
                ramp: {class: motorway, between: [slip, merge], speed: 80 km/h, ahead: {lanes: 1, joins: {side: right, parallel: 250 m, taper: 60 m}}}
            demand: {mix: {car: 100 %}, volumes: {p: counts.csv}}
            """;

    /** A ramp onto a road of so many lanes, with mainline demand rising by steps of ten minutes. */
    static Model ramp(int lanes, String mix) {
        StringBuilder counts = new StringBuilder("place,from,to,main>onward,ramp>onward\n");
        for (int slice = 0; slice < 18; slice++) {
            int minute = slice * 10;
            double main = Math.min(4100, 2700 + slice * 120) / 6.0 * lanes / 2;
            counts.append(Scene.text(
                    "merge,%02d:%02d,%02d:%02d,%.1f,%.1f%n",
                    8 + minute / 60, minute % 60, 8 + (minute + 10) / 60, (minute + 10) % 60, main, 700 / 6.0));
        }
        return Scene.read(ROADS.replace("lanes: 2", "lanes: " + lanes).replace("car: 100 %", mix), counts.toString());
    }

    /** Gauges along the main road, upstream of the ramp, and one after it. */
    record Gauges(List<Gauge> upstream, Gauge after) {

        static Gauges on(Replication replication) {
            Model model = replication.model();
            List<Gauge> upstream = new ArrayList<>();
            for (double x = EVERY; x < LENGTH - 100; x += EVERY) {
                upstream.add(new Gauge(model, "main ahead", x));
            }
            String onward = model.network().links().stream()
                    .filter(l -> l.road().startsWith("onward") && l.to().equals("east"))
                    .findFirst()
                    .orElseThrow()
                    .id();
            Gauge after = new Gauge(model, onward, 900);
            upstream.forEach(replication::observe);
            replication.observe(after);
            replication.result();
            return new Gauges(upstream, after);
        }

        /**
         * The first of three intervals of five minutes, counted from the full hour, all of which are slower than 75 % of free just before
         * the ramp; -1 if there are none.
         */
        int breakdown() {
            Gauge last = upstream.get(upstream.size() - 1);
            int slow = 0;
            for (int bin = 0; bin < BINS; bin++) {
                slow = last.speed(time(bin), time(bin + 1)) < 0.75 * FREE ? slow + 1 : 0;
                if (slow == 3) {
                    return bin - 2;
                }
            }
            return -1;
        }

        private static double time(int bin) {
            return START + bin * 300;
        }
    }

    static List<Row> breakdown() {
        List<Row> rows = new ArrayList<>();
        breakdown(rows, "two lanes", 2, "car: 100 %", 1);
        breakdown(rows, "three lanes", 3, "car: 100 %", 1);
        breakdown(rows, "two lanes, 10 % trucks", 2, "car: 90 %, truck: 5 %, articulated: 5 %", 1.1);
        return rows;
    }

    private static void breakdown(List<Row> rows, String what, int lanes, String mix, double pcu) {
        double[][] found = Scene.each(REPLICATIONS, ramp(lanes, mix), r -> {
            Gauges gauges = Gauges.on(r);
            int at = gauges.breakdown();
            if (at < 1) {
                return new double[] {Double.NaN, Double.NaN, 0};
            }
            double before = gauges.after.flow(Gauges.time(at - 1), Gauges.time(at), lanes);
            double discharge = gauges.after.flow(Gauges.time(at + 1), Gauges.time(Math.min(at + 7, BINS)), lanes);
            return new double[] {before * pcu, 100 * (1 - discharge / before), 1, discharge * pcu};
        });
        double[] flows = present(Scene.figure(found, 0));
        double[] sorted = flows.clone();
        Arrays.sort(sorted);
        rows.add(Row.of(what + ": share of runs that break down (%)", 90, 100, scaled(Scene.figure(found, 2))));
        rows.add(Row.of("  last 5 min before it (pcu/h/lane): mean", 1900, 2400, flows));
        rows.add(Row.of("  lowest", 1900, 2400, sorted[0]));
        rows.add(Row.of("  highest", 1900, 2400, sorted[sorted.length - 1]));
        rows.add(Row.of("  discharge lower after it by (%)", 3, 18, present(Scene.figure(found, 1))));
    }

    /** The same motorway fed by 200 m of a street of the town and by one of its own kind: drivers drive as one does on the road they are on. */
    static List<Row> fed() {
        double[][] found = new double[2][];
        for (int i = 0; i < 2; i++) {
            Model model = Scene.read(
                    Scene.text("""
                    format: ulicarro/1
                    title: fed
                    periods: {p: {from: "08:00", to: "09:00", warm-up: {length: 15 min}, drain: 1 min}}
                    network:
                      places:
                        west: {at: [-200, 0]}
                        middle: {at: [0, 0]}
                        drop: {at: [2500, 0]}
                        east: {at: [4000, 0]}
                      roads:
                        a: {class: %s, between: [west, middle], speed: 110 km/h, ahead: {lanes: 2}}
                        b: {class: motorway, between: [middle, drop], speed: 110 km/h, ahead: {lanes: 2}}
                        c: {class: motorway, between: [drop, east], speed: 110 km/h, ahead: {lanes: 1}}
                    demand: {mix: {car: 100 %%}, volumes: {p: counts.csv}}
                    """, i == 0 ? "motorway" : "urban"), "place,from,to,a>b\nmiddle,08:00,09:00,2600\n");
            found[i] = Scene.figure(
                    Scene.each(REPLICATIONS, model, r -> {
                        Gauge gauge = new Gauge(r.model(), "c ahead", 700);
                        r.observe(gauge);
                        r.result();
                        return new double[] {gauge.flow(START + 900, START + 3600, 1)};
                    }),
                    0);
        }
        double own = Arrays.stream(found[0]).average().orElseThrow();
        return List.of(
                Row.of("two lanes become one at 110 km/h: discharge (veh/h)", 1400, 2000, found[0]),
                Row.of("  fed by 200 m of an urban road: the same", 0.97 * own, 1.03 * own, found[1]));
    }

    private static double[] present(double[] values) {
        return Arrays.stream(values).filter(v -> !Double.isNaN(v)).toArray();
    }

    private static double[] scaled(double[] values) {
        return Arrays.stream(values).map(v -> v * 100).toArray();
    }

    private static final double CLOSED_AT = 5000; // m along the main road

    /** The road closed for five minutes, a little before the ramp; nobody comes from that. */
    static Model closed() {
        String study = ROADS.replace(
                        "  roads:",
                        "  closures: {crash: {road: main ahead, at: 5000 m, length: 20 m, from: \"08:30\", to: \"08:36\"}}\n  roads:")
                .replace("\"11:00\"", "\"09:00\"");
        return Scene.read(study, "place,from,to,main>onward,ramp>onward\nmerge,08:00,09:00,2400,1\n");
    }

    static List<Row> jam() {
        double[][] found = Scene.each(REPLICATIONS, closed(), r -> {
            Gauges gauges = Gauges.on(r);
            double closes = 8.5 * 3600;
            double opens = closes + 360;
            List<double[]> tail = new ArrayList<>();
            List<double[]> front = new ArrayList<>();
            for (int i = 0; i < gauges.upstream.size(); i++) {
                double x = (i + 1) * EVERY;
                if (x < CLOSED_AT - 200 && x > CLOSED_AT - 1600) {
                    tail.add(new double[] {lastFast(gauges.upstream.get(i), closes, opens + 600), x});
                    front.add(new double[] {firstAgain(gauges.upstream.get(i), opens), x});
                }
            }
            tail.removeIf(p -> Double.isNaN(p[0]) || p[0] > opens);
            front.removeIf(p -> Double.isNaN(p[0]) || p[1] < CLOSED_AT - 1300);
            Gauge in = gauges.upstream.get(3);
            double flow = in.count(closes - 600, closes) / 600.0 / 2;
            double density = flow / in.speed(closes - 600, closes);
            double jam = 1 / 7.3;
            double theory = flow / (density - jam);
            return new double[] {slope(front) * 3.6, slope(tail) / theory};
        });
        return List.of(
                Row.of("downstream front of a jam (km/h)", -20, -14, Scene.figure(found, 0)),
                Row.of("tail of the queue: speed over (q - 0)/(k - kjam)", 0.9, 1.1, Scene.figure(found, 1)));
    }

    /** When the last vehicle passed that was not in the queue yet. */
    private static double lastFast(Gauge gauge, double from, double to) {
        double last = Double.NaN;
        for (Gauge.Passing p : gauge.passings) {
            if (p.time() > from && p.time() < to && p.speed() > 5) {
                if (!Double.isNaN(last) && p.time() - last > 60) {
                    return last;
                }
                last = p.time();
            }
        }
        return last;
    }

    /** When the first vehicle passed again after the road was opened. */
    private static double firstAgain(Gauge gauge, double from) {
        double before = Double.NaN;
        for (Gauge.Passing p : gauge.passings) {
            if (p.time() > from && p.time() - before > 60) {
                return p.time();
            }
            before = p.time();
        }
        return Double.NaN;
    }

    /** Of the least-squares line through points (time, place): place over time. */
    private static double slope(List<double[]> points) {
        double mt = points.stream().mapToDouble(p -> p[0]).average().orElse(Double.NaN);
        double mx = points.stream().mapToDouble(p -> p[1]).average().orElse(Double.NaN);
        double tx = 0;
        double xx = 0;
        for (double[] p : points) {
            tx += (p[0] - mt) * (p[1] - mx);
            xx += (p[1] - mx) * (p[1] - mx);
        }
        return xx / tx; // of place over time, fitted the steep way round, since time is what scatters
    }
}
