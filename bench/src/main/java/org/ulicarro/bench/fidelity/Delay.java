package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.analysis.SignalDelay;

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
                r.result().rows().stream()
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
        return rows;
    }

    private static double mean(double[] values) {
        double sum = 0;
        for (double value : values) {
            sum += value / values.length;
        }
        return sum;
    }
}
