package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.analysis.SignalDelay;
import org.ulicarro.core.measure.MovementRow;

/** Control delay at a fixed-time signal under Poisson arrivals, against Webster 1958 with all three terms. */
final class Delay {

    private Delay() {}

    static List<Row> rows() {
        double[][] queue = Scene.each(10, new Approach().model(), r -> {
            Discharge d = Discharge.of(r, "EBT", 40);
            return new double[] {d.saturation(), 40 - d.lost() + d.yellowUsed()};
        });
        double saturation = mean(Scene.figure(queue, 0));
        double share = mean(Scene.figure(queue, 1)) / Approach.CYCLE;
        List<Row> rows = new ArrayList<>();
        for (double x : new double[] {0.5, 0.6, 0.7, 0.8, 0.9}) {
            Approach approach = new Approach();
            approach.veh = x * saturation * share;
            approach.hours = 2;
            double[][] found = Scene.each(20, approach.model(), r -> new double[] {
                r.result().rows(MovementRow.class).stream()
                        .filter(row -> row.name().equals("EBT") && row.toS() - row.fromS() > 3600)
                        .findFirst()
                        .orElseThrow()
                        .controlDelayS()
            });
            double webster = SignalDelay.webster(Approach.CYCLE, share, x, approach.veh / 3600);
            double manual =
                    SignalDelay.uniform(Approach.CYCLE, share, x) + SignalDelay.incremental(x, saturation * share, 2);
            rows.add(Row.of(
                    Scene.text("delay at v/c %.1f (s); the Manual's d1 + d2: %.1f s", x, manual),
                    0.95 * webster,
                    1.05 * webster,
                    Scene.figure(found, 0)));
        }
        pointQueue(rows, saturation, share);
        return rows;
    }

    /** Near and beyond capacity against a queue without length, fed with the same arrivals; replication by replication. */
    private static void pointQueue(List<Row> rows, double saturation, double share) {
        Approach full = new Approach();
        full.veh = 1.4 * saturation * share;
        PointQueue reference = PointQueue.of(full.model(), "EBT", 10);
        for (double x : new double[] {0.8, 0.9, 0.95, 1.0, 1.1}) {
            Approach approach = new Approach();
            approach.veh = x * reference.capacity();
            double[][] found = Scene.each(20, approach.model(), r -> {
                double expected = reference.delay(r, "EBT");
                var row = r.result().rows(MovementRow.class).stream()
                        .filter(one -> one.name().equals("EBT") && one.toS() - one.fromS() > 3000)
                        .findFirst()
                        .orElseThrow();
                return new double[] {row.controlDelayS() + row.entryDelayS(), expected};
            });
            double[] delays = Scene.figure(found, 0);
            double expected = mean(Scene.figure(found, 1));
            double ratio = mean(delays) / expected;
            // of each replication, what it lies from the common ratio: arrivals differ much more than the two queues do
            double[] ratios = new double[delays.length];
            for (int i = 0; i < ratios.length; i++) {
                ratios[i] = ratio + (delays[i] - ratio * found[i][1]) / expected;
            }
            rows.add(Row.of(
                    Scene.text("delay at v/c %.2f over that of a point queue, %.1f s", x, expected),
                    0.95,
                    1.05,
                    ratios));
        }
    }

    private static double mean(double[] values) {
        double sum = 0;
        for (double value : values) {
            sum += value / values.length;
        }
        return sum;
    }
}
