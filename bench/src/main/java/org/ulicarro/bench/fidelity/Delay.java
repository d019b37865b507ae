package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.analysis.SignalDelay;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.run.Replication;

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

    /**
     * Near and beyond capacity against a queue without length, fed with the same arrivals and served at what the line lets through when its
     * queue never ends: flow goes on rising a little behind the 16th vehicle, up to which saturation flow is measured.
     */
    private static void pointQueue(List<Row> rows, double saturation, double share) {
        Approach full = new Approach();
        full.veh = 1.4 * saturation * share;
        double served = mean(Scene.figure(
                Scene.each(10, full.model(), r -> new double[] {LineCount.of(r).flow("EBT")}), 0));
        for (double x : new double[] {0.9, 0.95, 1.0, 1.1}) {
            Approach approach = new Approach();
            approach.veh = x * served;
            double[][] found = Scene.each(20, approach.model(), r -> {
                double reference = pointQueueDelay(r, served / share / 3600, share * Approach.CYCLE);
                var row = r.result().rows(MovementRow.class).stream()
                        .filter(one -> one.name().equals("EBT") && one.toS() - one.fromS() > 3000)
                        .findFirst()
                        .orElseThrow();
                return new double[] {row.controlDelayS() + row.entryDelayS(), reference};
            });
            double reference = mean(Scene.figure(found, 1));
            rows.add(Row.of(
                    Scene.text("delay at v/c %.2f against a point queue (s)", x),
                    0.95 * reference,
                    1.05 * reference,
                    Scene.figure(found, 0)));
        }
    }

    /** Mean wait of those who arrive at the line in the measured hour (s). */
    private static double pointQueueDelay(Replication r, double saturation, double green) {
        var departures = r.model().demand().departures(r.number());
        int movement = r.model().network().movement("middle", "EBT").movement().index();
        double travel = 700 / (50 / 3.6);
        double taken = 0; // seconds of green that those before have taken, of all greens one behind the other
        double sum = 0;
        int n = 0;
        for (int d = 0; d < departures.size(); d++) {
            if (departures.way(d)[0] != movement) {
                continue;
            }
            double arrives = departures.time()[d] + travel;
            double cycle = Math.floor(arrives / Approach.CYCLE);
            double offered = cycle * green + Math.min(arrives - cycle * Approach.CYCLE, green);
            double start = Math.max(offered, taken);
            taken = start + 1 / saturation;
            double served = Math.floor(start / green + 1e-12);
            double at = Math.max(arrives, served * Approach.CYCLE + start - served * green);
            if (arrives >= r.model().period().from()
                    && arrives < r.model().period().to()) {
                sum += at - arrives;
                n++;
            }
        }
        return sum / n;
    }

    private static double mean(double[] values) {
        double sum = 0;
        for (double value : values) {
            sum += value / values.length;
        }
        return sum;
    }
}
