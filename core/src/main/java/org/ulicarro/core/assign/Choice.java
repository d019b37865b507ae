package org.ulicarro.core.assign;

/** Which shares of drivers would take which way, by what ways cost. */
final class Choice {

    /** Where all take the best way, those on one that is worse by this share or more would all leave it at once. */
    private static final double CLEARLY_WORSE = 0.2;

    private Choice() {}

    /**
     * Shares of a logit model with path sizes: exp(-c/m) times path size, m being the scale (s). Source: see {@link PairState}.
     *
     * @param costs of the ways (s); infinite for one that may not be taken
     * @param size logarithms of path sizes
     * @param scale above 0 (s)
     */
    static double[] logit(double[] costs, double[] size, double scale) {
        double[] shares = new double[costs.length];
        double best = Double.NEGATIVE_INFINITY;
        for (int p = 0; p < costs.length; p++) {
            best = Math.max(best, size[p] - costs[p] / scale);
        }
        double sum = 0;
        for (int p = 0; p < costs.length; p++) {
            shares[p] = best == Double.NEGATIVE_INFINITY ? 1 : StrictMath.exp(size[p] - costs[p] / scale - best);
            sum += shares[p];
        }
        for (int p = 0; p < costs.length; p++) {
            shares[p] /= sum;
        }
        return shares;
    }

    /**
     * Where all want the best way: of each way, those leave it for the best who gain most, a share that grows with what they gain (M. J.
     * Smith, <i>The stability of a dynamic model of traffic assignment</i>, Transportation Science 18, 1984). Shares stay as they are once all
     * ways that are used cost the same.
     */
    static double[] swapped(double[] shares, double[] costs) {
        int best = 0;
        for (int p = 1; p < costs.length; p++) {
            best = costs[p] < costs[best] ? p : best;
        }
        double[] to = shares.clone();
        for (int p = 0; p < costs.length; p++) {
            double worse = (costs[p] - costs[best]) / costs[best];
            double leave = p == best ? 0 : shares[p] * (worse < CLEARLY_WORSE ? worse / CLEARLY_WORSE : 1);
            to[p] -= leave;
            to[best] += leave;
        }
        return to;
    }

    /** Index of the way that a driver thinks best: least cost, less the scale times path size and taste. */
    static int best(double[] costs, double[] size, double scale, double[] tastes) {
        int best = 0;
        for (int p = 1; p < costs.length; p++) {
            best = felt(costs, size, scale, tastes, p) < felt(costs, size, scale, tastes, best) ? p : best;
        }
        return best;
    }

    /** What a driver thinks that a way costs (s). */
    static double felt(double[] costs, double[] size, double scale, double[] tastes, int path) {
        return costs[path] - scale * (size[path] + tastes[path]);
    }
}
