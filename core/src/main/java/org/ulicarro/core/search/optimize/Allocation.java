package org.ulicarro.core.search.optimize;

import java.util.List;
import org.ulicarro.core.measure.Condition;

/**
 * Which cycle length the next runs go to: those that are near the best, or about which least is known, get more.
 *
 * <p>Source: C.-H. Chen, J. Lin, E. Yücesan, S. E. Chick, <i>Simulation Budget Allocation for Further Enhancing the Efficiency of Ordinal
 * Optimization</i>, Discrete Event Dynamic Systems 10, 2000: runs in proportion to (σ / δ)², δ being how much worse than the best, which itself
 * gets σ √Σ (runs / σ)² of the others.
 */
final class Allocation {

    /** Differences below this share of the best index count as this. */
    private static final double SMALLEST = 0.005;

    /** What a plan that misses its limits counts as worse, per share missed. */
    private static final double PENALTY = 10;

    private Allocation() {}

    /**
     * The one to go on with.
     *
     * @param leaders of each cycle length
     * @param spent runs that each cycle length had
     * @param done those that have nothing more to try
     * @return its number; -1 where all are done
     */
    static int next(List<Candidate> leaders, int[] spent, boolean[] done, List<Condition> limits) {
        int n = leaders.size();
        double[] index = new double[n];
        double[] spread = new double[n];
        int best = 0;
        int runs = leaders.stream().mapToInt(Candidate::runs).min().orElse(0); // the same traffic for all
        for (int i = 0; i < n; i++) {
            Candidate leader = leaders.get(i);
            index[i] = leader.mean(Index.INDEX, runs) * (1 + PENALTY * leader.excess(limits, runs));
            best = index[i] < index[best] ? i : best;
        }
        for (int i = 0; i < n; i++) {
            spread[i] = spread(leaders.get(i), leaders.get(i == best ? (best == 0 && n > 1 ? 1 : 0) : best));
        }
        double[] weight = new double[n];
        double squares = 0;
        for (int i = 0; i < n; i++) {
            double behind = Math.max(index[i] - index[best], SMALLEST * index[best]);
            weight[i] = spread[i] * spread[i] / (behind * behind);
            squares += i == best ? 0 : weight[i] * weight[i] / (spread[i] * spread[i]);
        }
        weight[best] = n == 1 ? 1 : spread[best] * StrictMath.sqrt(squares);
        double all = java.util.Arrays.stream(weight).sum();
        int next = -1;
        double hungriest = -1;
        for (int i = 0; i < n; i++) {
            double hunger = weight[i] / all / Math.max(1, spent[i]);
            if (!done[i] && hunger > hungriest) {
                hungriest = hunger;
                next = i;
            }
        }
        return next;
    }

    /** Standard deviation of the difference of two, over the runs that both have; never nothing. */
    private static double spread(Candidate a, Candidate b) {
        int n = Math.min(a.runs(), b.runs());
        double[] own = a.values(Index.INDEX, n);
        double[] other = b.values(Index.INDEX, n);
        double mean = 0;
        for (int k = 0; k < n; k++) {
            mean += (own[k] - other[k]) / n;
        }
        double sum = 0;
        for (int k = 0; k < n; k++) {
            sum += (own[k] - other[k] - mean) * (own[k] - other[k] - mean);
        }
        double sd = n > 1 ? StrictMath.sqrt(sum / (n - 1)) : 0;
        return Math.max(sd, 0.01 * Math.abs(a.mean(Index.INDEX, a.runs())));
    }
}
