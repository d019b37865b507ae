package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/**
 * How platoons spread after a signal: D. I. Robertson, <i>TRANSYT: a traffic network study tool</i>, Road Research Laboratory report
 * LR 253, 1969: q'(t + 0.8 T) = F q(t) + (1 - F) q'(t - 1) by seconds. F is fitted to what passes, and held against 1 / (1 + 0.8 k T) with
 * k = 0.25, the value for streets without parking, bends and side traffic, as this one is; 0.35 is usual with some of that and 0.5 with
 * much.
 */
final class Dispersion {

    private static final double FRICTION = 0.25;
    private static final int CYCLE = 90;
    private static final double[] DISTANCES = {150, 300, 600};

    private Dispersion() {}

    static List<Row> rows() {
        Approach approach = new Approach();
        approach.lanes = 2;
        approach.veh = 1300;
        approach.after = 900;
        approach.hours = 2;
        double[][] found = Scene.each(6, approach.model(), r -> {
            Model model = r.model();
            double[] departures = new double[CYCLE];
            int movement = model.network().movement("middle", "EBT").movement().index();
            r.observe(new Watcher() {
                @Override
                public void afterStep(TrafficView view, TrafficEvents events) {
                    for (int i = 0; i < events.lineCount(); i++) {
                        if (events.lineMovement(i) == movement && view.now() > 8.25 * 3600) {
                            departures[(int) (events.lineAt(i) % CYCLE)]++;
                        }
                    }
                }
            });
            List<Gauge> gauges = new ArrayList<>();
            for (double x : DISTANCES) {
                gauges.add(new Gauge(model, "e ahead", x - 20));
            }
            gauges.forEach(r::observe);
            r.result();
            double[] fitted = new double[2 * DISTANCES.length];
            for (int i = 0; i < DISTANCES.length; i++) {
                double[] arrivals = new double[CYCLE];
                for (Gauge.Passing p : gauges.get(i).passings) {
                    if (p.time() > 8.25 * 3600) {
                        arrivals[(int) (p.time() % CYCLE)]++;
                    }
                }
                double travel = meanShift(departures, arrivals);
                fitted[2 * i] = fit(departures, arrivals, travel);
                fitted[2 * i + 1] = travel;
            }
            return fitted;
        });
        List<Row> rows = new ArrayList<>();
        for (int i = 0; i < DISTANCES.length; i++) {
            double travel = 0;
            for (double[] one : found) {
                travel += one[2 * i + 1] / found.length;
            }
            double expected = 1 / (1 + 0.8 * FRICTION * travel);
            rows.add(Row.of(
                    Scene.text("platoon dispersion, %.0f m after the line (%.1f s): F", DISTANCES[i], travel),
                    expected - 0.05,
                    expected + 0.05,
                    Scene.figure(found, 2 * i)));
        }
        return rows;
    }

    /** Mean travel time (s): by how much the one profile has to be shifted to lie best on the other. */
    private static double meanShift(double[] departures, double[] arrivals) {
        double best = -1;
        int found = 0;
        for (int shift = 5; shift < CYCLE; shift++) {
            double product = 0;
            for (int t = 0; t < CYCLE; t++) {
                product += departures[t] * arrivals[(t + shift) % CYCLE];
            }
            if (product > best) {
                best = product;
                found = shift;
            }
        }
        return found;
    }

    private static double fit(double[] departures, double[] arrivals, double travel) {
        double best = Double.POSITIVE_INFINITY;
        double found = Double.NaN;
        int shift = (int) Math.rint(0.8 * travel);
        for (double factor = 0.02; factor <= 1; factor += 0.005) {
            double[] predicted = new double[CYCLE];
            double q = 0;
            for (int round = 0; round < 12; round++) { // until the cycle repeats itself
                for (int t = 0; t < CYCLE; t++) {
                    q = factor * departures[t] + (1 - factor) * q;
                    predicted[(t + shift) % CYCLE] = q;
                }
            }
            double error = 0;
            for (int t = 0; t < CYCLE; t++) {
                error += (predicted[t] - arrivals[t]) * (predicted[t] - arrivals[t]);
            }
            if (error < best) {
                best = error;
                found = factor;
            }
        }
        return found;
    }
}
