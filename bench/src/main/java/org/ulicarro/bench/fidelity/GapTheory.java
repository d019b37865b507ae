package org.ulicarro.bench.fidelity;

import java.util.List;

/** Capacity of a stream that looks for gaps, by the formulas of the literature, and the critical gap from what drivers took and turned down. */
final class GapTheory {

    /** Headways from this on belong to vehicles that drive freely (s). */
    private static final double FREE = 4;

    private GapTheory() {}

    /**
     * Cowan's third model of headways, fitted to measured ones: R. J. Cowan, <i>Useful headway models</i>, Transportation Research 9, 1975.
     *
     * @param q flow (veh/s)
     * @param alpha share of free vehicles
     * @param lambda decay of their headways (1/s)
     * @param delta least headway (s)
     */
    record M3(double q, double alpha, double lambda, double delta) {

        /** Fits the tail beyond the headways of followers, and the flow. */
        static M3 of(List<Double> passages, double delta) {
            List<Double> headways = new java.util.ArrayList<>();
            for (int i = 0; i + 1 < passages.size(); i++) {
                headways.add(passages.get(i + 1) - passages.get(i));
            }
            return ofHeadways(headways, delta);
        }

        static M3 ofHeadways(List<Double> headways, double delta) {
            double sum = 0;
            double excess = 0;
            int beyond = 0;
            int n = headways.size();
            for (double headway : headways) {
                sum += headway;
                if (headway > FREE) {
                    excess += headway - FREE;
                    beyond++;
                }
            }
            double q = n / sum;
            double lambda = beyond / excess;
            double alpha = (double) beyond / n * Math.exp(lambda * (FREE - delta));
            return new M3(q, alpha, lambda, delta);
        }

        /** veh/h; R. J. Troutbeck, W. Brilon, <i>Unsignalized intersection theory</i>, in Traffic Flow Theory, TRB, 2001. */
        double capacity(double critical, double followUp) {
            return 3600 * q * alpha * Math.exp(-lambda * (critical - delta)) / (1 - Math.exp(-lambda * followUp));
        }
    }

    /** What goes in the gaps between these passages, where each gap lets one go from the critical one on and one more for each follow-up (veh/h). */
    static double capacity(List<Double> passages, double critical, double followUp) {
        double gone = 0;
        for (int i = 0; i + 1 < passages.size(); i++) {
            double headway = passages.get(i + 1) - passages.get(i);
            gone += headway < critical ? 0 : Math.floor((headway - critical) / followUp) + 1;
        }
        return passages.size() < 2 ? Double.NaN : 3600 * gone / (passages.get(passages.size() - 1) - passages.get(0));
    }

    /** The Manual's potential capacity: random headways (veh/h). */
    static double manual(double flow, double critical, double followUp) {
        double v = flow / 3600;
        return flow * Math.exp(-v * critical) / (1 - Math.exp(-v * followUp));
    }

    /**
     * Mean critical gap of drivers whose gaps are log-normal, the most likely one to have turned down and taken these: R. J. Troutbeck,
     * <i>Estimating the critical acceptance gap from traffic movements</i>, Queensland University of Technology, 1992. Solved by a search on a
     * grid that is refined.
     *
     * @param choices of each driver the largest gap turned down and the one taken (s); those that took a smaller one than they had turned
     *     down are left out
     */
    static double criticalGap(List<double[]> choices) {
        double mu = Math.log(5);
        double sigma = 0.3;
        double stepMu = 0.5;
        double stepSigma = 0.2;
        for (int round = 0; round < 12; round++) {
            double bestMu = mu;
            double bestSigma = sigma;
            double best = Double.NEGATIVE_INFINITY;
            for (int i = -4; i <= 4; i++) {
                for (int j = -4; j <= 4; j++) {
                    double m = mu + i * stepMu / 4;
                    double s = Math.max(0.02, sigma + j * stepSigma / 4);
                    double l = likelihood(choices, m, s);
                    if (l > best) {
                        best = l;
                        bestMu = m;
                        bestSigma = s;
                    }
                }
            }
            mu = bestMu;
            sigma = bestSigma;
            stepMu /= 1.7;
            stepSigma /= 1.7;
        }
        return Math.exp(mu + sigma * sigma / 2);
    }

    private static double likelihood(List<double[]> choices, double mu, double sigma) {
        double sum = 0;
        for (double[] one : choices) {
            if (one[0] < one[1]) {
                double p = normal((Math.log(one[1]) - mu) / sigma) - normal((Math.log(one[0]) - mu) / sigma);
                sum += Math.log(Math.max(1e-12, p));
            }
        }
        return sum;
    }

    /** Distribution function of the standard normal; C. Hastings, Approximations for digital computers, 1955, within 1e-7. */
    private static double normal(double z) {
        double t = 1 / (1 + 0.2316419 * Math.abs(z));
        double tail = Math.exp(-z * z / 2)
                * 0.3989422804
                * t
                * (0.319381530 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
        return z > 0 ? 1 - tail : tail;
    }
}
