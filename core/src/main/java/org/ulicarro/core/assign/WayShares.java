package org.ulicarro.core.assign;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.demand.ChosenWays;
import org.ulicarro.core.demand.Ends;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.WayRow;

/** All pairs of ends with their ways and shares: the state of an assignment, which moves from iteration to iteration. */
final class WayShares {

    private final Network network;
    private final Tastes tastes;
    private final Slices slices;
    private final Drivers drivers;
    private final List<PairState> pairs = new ArrayList<>();

    WayShares(Network network, Tastes tastes, Slices slices, Drivers drivers) {
        this.network = network;
        this.tastes = tastes;
        this.slices = slices;
        this.drivers = drivers;
        for (int p = 0; p < drivers.pairs.size(); p++) {
            pairs.add(new PairState(p, tastes.count(), slices.count()));
        }
        for (int d = 0; d < drivers.count; d++) {
            PairState pair = pairs.get(drivers.ends[d]);
            pair.vehicles[tastes.of(drivers.type[d])][slices.of(drivers.time[d])] += 1.0 / drivers.replications;
        }
    }

    List<PairState> pairs() {
        return pairs;
    }

    Ends ends(PairState pair) {
        return drivers.pairs.get(pair.number);
    }

    /** Costs of the ways of a pair for a group and slice (s). */
    double[] costs(PairState pair, int group, int slice, Times times) {
        TasteCost cost = new TasteCost(network, times, tastes.get(group));
        double[] costs = new double[pair.paths.size()];
        for (int p = 0; p < costs.length; p++) {
            costs[p] = cost.of(pair.paths.get(p), slices.middle(slice));
        }
        return costs;
    }

    /** Scale of what drivers of a group differ by between two ends (s). */
    double scale(PairState pair, int group) {
        return tastes.get(group).spread * pair.free;
    }

    /** Shares that drivers would choose by these times. */
    double[] wanted(PairState pair, int group, int slice, Times times) {
        double[] costs = costs(pair, group, slice, times);
        double scale = scale(pair, group);
        return scale > 0 ? Choice.logit(costs, pair.size, scale) : Choice.swapped(pair.shares[group][slice], costs);
    }

    /**
     * Moves all shares towards those that drivers would choose.
     *
     * @param averaging says how far
     * @return share of drivers who would change over
     */
    double move(Times times, Averaging averaging) {
        double[][][][] wanted = new double[pairs.size()][tastes.count()][slices.count()][];
        double distance = 0;
        double changing = 0;
        double all = 0;
        for (PairState pair : pairs) {
            for (int g = 0; g < tastes.count(); g++) {
                for (int s = 0; s < slices.count(); s++) {
                    if (pair.vehicles[g][s] == 0 || pair.paths.size() < 2) {
                        all += pair.vehicles[g][s];
                        continue;
                    }
                    double[] to = wanted(pair, g, s, times);
                    wanted[pair.number][g][s] = to;
                    double moved = 0;
                    for (int p = 0; p < to.length; p++) {
                        double off = to[p] - pair.shares[g][s][p];
                        distance += pair.vehicles[g][s] * pair.vehicles[g][s] * off * off;
                        moved += Math.abs(off) / 2;
                    }
                    changing += pair.vehicles[g][s] * moved;
                    all += pair.vehicles[g][s];
                }
            }
        }
        double step = averaging.step(StrictMath.sqrt(distance));
        for (PairState pair : pairs) {
            for (int g = 0; g < tastes.count(); g++) {
                for (int s = 0; s < slices.count(); s++) {
                    double[] to = wanted[pair.number][g][s];
                    for (int p = 0; to != null && p < to.length; p++) {
                        pair.shares[g][s][p] += step * (to[p] - pair.shares[g][s][p]);
                    }
                }
            }
        }
        return all == 0 ? 0 : changing / all;
    }

    /**
     * Time that all drivers together could still save, each by the way that it thinks best, as a share of what they need: 0 where nobody gains
     * by changing over.
     */
    double gap(Times times) {
        double saved = 0;
        double needed = 0;
        double[][][][] costs = new double[pairs.size()][tastes.count()][slices.count()][];
        for (int d = 0; d < drivers.count; d++) {
            PairState pair = pairs.get(drivers.ends[d]);
            int g = tastes.of(drivers.type[d]);
            int s = slices.of(drivers.time[d]);
            double[] of = costs[pair.number][g][s];
            if (of == null) {
                of = costs(pair, g, s, times);
                costs[pair.number][g][s] = of;
            }
            double[] taste = tastes(pair, drivers.key[d]);
            int chosen = chosen(pair, g, s, taste);
            double scale = scale(pair, g);
            int best = Choice.best(of, pair.size, scale, taste);
            if (of[chosen] < Double.POSITIVE_INFINITY) {
                saved += Choice.felt(of, pair.size, scale, taste, chosen)
                        - Choice.felt(of, pair.size, scale, taste, best);
                needed += of[chosen];
            }
        }
        return needed == 0 ? 0 : saved / needed;
    }

    private double[] tastes(PairState pair, long key) {
        double[] taste = new double[pair.paths.size()];
        for (int p = 0; p < taste.length; p++) {
            taste[p] = ChosenWays.taste(key, pair.paths.get(p).taste());
        }
        return taste;
    }

    /** The way that a driver takes, as {@link ChosenWays} draws it. */
    private static int chosen(PairState pair, int group, int slice, double[] taste) {
        int best = 0;
        double most = Double.NEGATIVE_INFINITY;
        for (int p = 0; p < taste.length; p++) {
            double share = pair.shares[group][slice][p];
            double worth = share > 0 ? StrictMath.log(share) + taste[p] : Double.NEGATIVE_INFINITY;
            if (worth > most) {
                most = worth;
                best = p;
            }
        }
        return best;
    }

    /** Which way each driver takes, as number within its pair: to see who changes over. */
    int[] choices() {
        int[] choices = new int[drivers.count];
        for (int d = 0; d < choices.length; d++) {
            PairState pair = pairs.get(drivers.ends[d]);
            double[] taste = tastes(pair, drivers.key[d]);
            int chosen = chosen(pair, tastes.of(drivers.type[d]), slices.of(drivers.time[d]), taste);
            choices[d] = Long.hashCode(pair.paths.get(chosen).taste());
        }
        return choices;
    }

    /** How many ways are known. */
    int paths() {
        return pairs.stream().mapToInt(p -> p.paths.size()).sum();
    }

    /** As a table of ways. */
    List<WayRow> rows() {
        List<Double> starts = new ArrayList<>();
        for (int s = 0; s < slices.count(); s++) {
            starts.add(slices.begin(s));
        }
        List<WayRow> rows = new ArrayList<>();
        for (PairState pair : pairs) {
            Ends ends = ends(pair);
            for (int p = 0; p < pair.paths.size(); p++) {
                for (int g = 0; g < tastes.count(); g++) {
                    List<Double> shares = new ArrayList<>();
                    boolean any = false;
                    for (int s = 0; s < slices.count(); s++) {
                        shares.add(pair.shares[g][s][p]);
                        any |= pair.shares[g][s][p] > 0;
                    }
                    if (any) {
                        rows.add(new WayRow(
                                ends.from(),
                                ends.to(),
                                tastes.get(g).types,
                                pair.paths.get(p).names(),
                                starts,
                                shares,
                                pair.factor,
                                rows.size() + 2));
                    }
                }
            }
        }
        return rows;
    }
}
