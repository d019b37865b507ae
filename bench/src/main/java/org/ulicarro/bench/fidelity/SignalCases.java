package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;

/** Queues at a signal: how they stand, how they discharge, what the end of green is like, and what slows them down. */
final class SignalCases {

    private static final int REPLICATIONS = 10;

    private SignalCases() {}

    private static double[] discharge(Replication r) {
        Discharge d = Discharge.of(r, "EBT", 40);
        return new double[] {
            d.saturation(),
            d.lost(),
            d.headway(9, 12) / d.headway(5, 8),
            Watcher.mean(d.waves),
            d.yellowUsed(),
            100 * d.late(),
            Watcher.mean(d.spacings),
            d.headway(13, Discharge.POSITIONS) / d.headway(5, 8)
        };
    }

    /** Mean headways by place in the queue, from 1. */
    static double[] headways() {
        double[][] found = Scene.each(REPLICATIONS, new Approach().model(), r -> {
            Discharge d = Discharge.of(r, "EBT", 40);
            double[] headways = new double[Discharge.POSITIONS];
            for (int p = 1; p <= Discharge.POSITIONS; p++) {
                headways[p - 1] = d.headway(p, p);
            }
            return headways;
        });
        double[] mean = new double[Discharge.POSITIONS];
        for (int p = 0; p < mean.length; p++) {
            for (double[] one : found) {
                mean[p] += one[p] / found.length;
            }
        }
        return mean;
    }

    static List<Row> queue() {
        double[][] found = Scene.each(REPLICATIONS, new Approach().model(), SignalCases::discharge);
        List<Row> rows = new ArrayList<>();
        rows.add(Row.of("standing queue, front to front (m)", 7.0, 7.6, Scene.figure(found, 6)));
        rows.add(Row.of("saturation flow, 5th vehicle on (veh/h)", 1805, 1995, Scene.figure(found, 0)));
        rows.add(Row.of("start-up lost time (s)", 1.5, 2.5, Scene.figure(found, 1)));
        rows.add(Row.of("headways of vehicles 9-12 over 5-8", 0.92, 1.08, Scene.figure(found, 2)));
        rows.add(Row.of("headways of vehicles 13-18 over 5-8", 0.92, 1.08, Scene.figure(found, 7)));
        rows.add(Row.of("start wave (s per vehicle)", 1.0, 1.3, Scene.figure(found, 3)));
        rows.add(Row.of("yellow used when saturated (s)", 1.5, 2.5, Scene.figure(found, 4)));
        rows.add(Row.of("passing later than 0.5 s into red (%)", 0, 1, Scene.figure(found, 5)));
        return rows;
    }

    /** Saturation flows against that of cars going straight on the level. */
    static List<Row> factors() {
        double[] plain = saturation(new Approach());
        List<Row> rows = new ArrayList<>();
        Approach trucks = new Approach();
        trucks.mix = "{car: 90 %, truck: 10 %}";
        rows.add(Row.of("10 % trucks: factor on saturation flow", 0.90, 0.94, ratio(saturation(trucks), plain)));
        Approach right = new Approach();
        right.turn = "R";
        right.place = ", corner-radius: 10 m";
        Model model = right.model();
        double radius = model.network().movement("middle", "EBR").movement().paths().stream()
                .mapToDouble(TurningPath::radius)
                .min()
                .orElseThrow();
        double kimber = 1 / (1 + 1.5 / radius);
        rows.add(Row.of(
                Scene.text("protected right turn, radius %.1f m: factor", radius),
                kimber - 0.02,
                kimber + 0.02,
                ratio(saturation(right), plain)));
        Approach uphill = new Approach();
        uphill.road = ", grade: 5 %";
        rows.add(Row.of("5 % upgrade: factor", 0.92 - 0.02, 0.975 + 0.02, ratio(saturation(uphill), plain)));
        Approach more = new Approach();
        more.mix = "{car: 80 %, truck: 20 %}";
        rows.add(Row.of("20 % trucks: factor on saturation flow", 0.824, 0.864, ratio(saturation(more), plain)));
        Approach mixed = new Approach();
        mixed.mix = "{car: 80 %, truck: 10 %, articulated: 10 %}";
        rows.add(Row.of("  half of them articulated: factor", Double.NaN, Double.NaN, ratio(saturation(mixed), plain)));
        for (double speed : new double[] {30, 70}) {
            Approach other = new Approach();
            other.speed = speed;
            rows.add(Row.of(Scene.text("saturation flow at %.0f km/h (veh/h)", speed), 1805, 1995, saturation(other)));
        }
        return rows;
    }

    /** What other step lengths change. */
    static List<Row> steps() {
        List<Row> rows = new ArrayList<>();
        for (double step : new double[] {0.1, 0.2, 0.5, 1.0}) {
            Approach approach = new Approach();
            approach.study = Scene.text("step: %.1f s", step);
            double[][] found = Scene.each(REPLICATIONS, approach.model(), SignalCases::discharge);
            rows.add(Row.of(
                    Scene.text("step %.1f s: saturation flow (veh/h)", step), 1805, 1995, Scene.figure(found, 0)));
            rows.add(Row.of("  start-up lost time (s)", 1.5, 2.5, Scene.figure(found, 1)));
            rows.add(Row.of("  start wave (s per vehicle)", 1.0, 1.3, Scene.figure(found, 3)));
            rows.add(Row.of("  standing queue, front to front (m)", 7.0, 7.6, Scene.figure(found, 6)));
            rows.add(Row.of("  passing later than 0.5 s into red (%)", 0, 1, Scene.figure(found, 5)));
        }
        return rows;
    }

    private static double[] saturation(Approach approach) {
        String name = "EB" + approach.turn;
        double[][] found = Scene.each(REPLICATIONS, approach.model(), r ->
                new double[] {Discharge.of(r, name, 40).saturationOfAll()});
        return Scene.figure(found, 0);
    }

    private static double[] ratio(double[] one, double[] other) {
        double base = 0;
        for (double value : other) {
            base += value / other.length;
        }
        double[] ratios = new double[one.length];
        for (int i = 0; i < one.length; i++) {
            ratios[i] = one[i] / base;
        }
        return ratios;
    }
}
