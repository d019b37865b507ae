package org.ulicarro.core.assign;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.demand.MovementCounts;
import org.ulicarro.core.measure.Geh;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;

/**
 * Scales demand between ends, within bounds, until drivers on their ways meet counts as well as they can: the simultaneous multiplicative
 * iteration of C. L. Byrne, <i>Iterative image reconstruction algorithms based on cross-entropy minimization</i>, IEEE Transactions on Image
 * Processing 2, 1993, as for flows that are estimated from counts alone. It begins with demand as it is, so that what no count speaks of
 * stays.
 */
final class CountFit {

    private static final int ROUNDS = 2000;
    private static final double SETTLED = 1e-6;
    private static final double HOUR = 3600;

    private final Network network;
    private final double from;
    private final double to;
    private final double bound;
    private final List<Movement> counted = new ArrayList<>();
    private final int[] countOf; // movement -> its place among the counted, or -1
    private final double[] wanted;
    private final double[] given; // of vehicles whose way is not chosen
    private double[] before = {};
    private double[] after = {};

    /**
     * Prepares it.
     *
     * @param counts what was counted
     * @param drivers who travel
     * @param bound the most by which demand is multiplied or divided, above 1
     */
    CountFit(Network network, MovementCounts counts, Drivers drivers, double bound) {
        this.network = network;
        this.bound = bound;
        from = counts.window().from();
        to = counts.window().to();
        countOf = new int[network.movements().size()];
        java.util.Arrays.fill(countOf, -1);
        for (Movement turn : network.movements()) {
            if (!turn.isInner() && counts.isCounted(turn)) {
                countOf[turn.index()] = counted.size();
                counted.add(turn);
            }
        }
        wanted = new double[counted.size()];
        given = new double[wanted.length];
        for (int c = 0; c < wanted.length; c++) {
            wanted[c] = counts.vehicles(counted.get(c));
        }
        for (Drivers.Given one : drivers.given) {
            for (int m : one.way()) {
                if (countOf[m] >= 0 && one.time() >= from && one.time() < to) {
                    given[countOf[m]] += 1.0 / drivers.replications;
                }
            }
        }
    }

    /** Fits demand to the counts, with shares and times as they are now. */
    void fit(WayShares shares, Times times) {
        List<double[]> uses = new ArrayList<>(); // of each pair: count -> vehicles with demand as it is
        double[] plain = given.clone();
        double most = 1;
        for (PairState pair : shares.pairs()) {
            double[] use = uses(pair, times);
            uses.add(use);
            double vehicles = 0;
            for (double[] group : pair.vehicles) {
                for (double n : group) {
                    vehicles += n / pair.factor;
                }
            }
            double sum = 0;
            for (int c = 0; c < use.length; c++) {
                plain[c] += use[c];
                sum += use[c] / Math.max(vehicles, 1e-9);
            }
            most = Math.max(most, sum);
        }
        double[] factors = new double[uses.size()];
        java.util.Arrays.fill(factors, 1);
        double[] met = plain.clone();
        double change = 1;
        for (int round = 0; round < ROUNDS && change > SETTLED; round++) {
            change = 0;
            double[] next = given.clone();
            for (int p = 0; p < factors.length; p++) {
                double[] use = uses.get(p);
                double vehicles = Math.max(total(shares.pairs().get(p)), 1e-9);
                double exponent = 0;
                for (int c = 0; c < use.length; c++) {
                    if (use[c] > 0 && met[c] > 0) {
                        exponent += use[c] / vehicles * StrictMath.log(Math.max(wanted[c], 0.5) / met[c]) / most;
                    }
                }
                double factor = Math.max(1 / bound, Math.min(bound, factors[p] * StrictMath.exp(exponent)));
                change = Math.max(change, Math.abs(factor / factors[p] - 1));
                factors[p] = factor;
                for (int c = 0; c < use.length; c++) {
                    next[c] += factor * use[c];
                }
            }
            met = next;
        }
        for (int p = 0; p < factors.length; p++) {
            shares.pairs().get(p).scale(factors[p]);
        }
        before = plain;
        after = met;
    }

    private static double total(PairState pair) {
        double vehicles = 0;
        for (double[] group : pair.vehicles) {
            for (double n : group) {
                vehicles += n / pair.factor;
            }
        }
        return vehicles;
    }

    /** Vehicles of a pair that pass each count in the period, with demand as it is. */
    private double[] uses(PairState pair, Times times) {
        double[] use = new double[counted.size()];
        for (int g = 0; g < pair.vehicles.length; g++) {
            for (int s = 0; s < times.slices.count(); s++) {
                for (int p = 0; p < pair.paths.size() && pair.vehicles[g][s] > 0; p++) {
                    double vehicles = pair.vehicles[g][s] / pair.factor * pair.shares[g][s][p];
                    if (vehicles > 0) {
                        add(use, pair.paths.get(p), times.slices.middle(s), vehicles, times);
                    }
                }
            }
        }
        return use;
    }

    private void add(double[] use, Path path, double departure, double vehicles, Times times) {
        double half = times.slices.length() / 2;
        double at = departure + times.enter(path.entry(), departure);
        for (int turn : path.turns()) {
            at += times.turn(turn, at);
            if (countOf[turn] >= 0) { // those of a slice pass over as long a time
                double inside = Math.min(to, at + half) - Math.max(from, at - half);
                use[countOf[turn]] += vehicles * Math.max(0, inside) / (2 * half);
            }
        }
    }

    List<CountRow> counts() {
        double hours = (to - from) / HOUR;
        List<CountRow> rows = new ArrayList<>();
        for (int c = 0; c < after.length; c++) {
            Movement turn = counted.get(c);
            rows.add(new CountRow(
                    turn.place(),
                    turn.name(),
                    wanted[c],
                    before[c],
                    after[c],
                    Geh.of(before[c] / hours, wanted[c] / hours),
                    Geh.of(after[c] / hours, wanted[c] / hours)));
        }
        return rows;
    }

    static List<ScaleRow> scales(WayShares shares) {
        List<ScaleRow> rows = new ArrayList<>();
        for (PairState pair : shares.pairs()) {
            double vehicles = total(pair);
            rows.add(new ScaleRow(
                    shares.ends(pair).from(), shares.ends(pair).to(), vehicles, vehicles * pair.factor, pair.factor));
        }
        return rows;
    }
}
