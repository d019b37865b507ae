package org.ulicarro.core.assign;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;

/** The ways between two ends that are known, and who takes them: shares by group of drivers and slice. */
final class PairState {

    final int number;
    final List<Path> paths = new ArrayList<>();
    /** Logarithm of the path size of each way, at most 0. */
    double[] size = {};

    double[][][] shares; // (group, slice, path)
    final double[][] vehicles; // (group, slice), mean over replications
    /** So many times as many travel as the demand says. */
    double factor = 1;

    /** Fastest time without traffic (s): what spreads are shares of. */
    double free;

    PairState(int number, int groups, int slices) {
        this.number = number;
        shares = new double[groups][slices][0];
        vehicles = new double[groups][slices];
    }

    /** Scales how many travel. */
    void scale(double to) {
        for (double[] group : vehicles) {
            for (int s = 0; s < group.length; s++) {
                group[s] *= to / factor;
            }
        }
        factor = to;
    }

    boolean knows(Path path) {
        return paths.stream().anyMatch(path::isSame);
    }

    /** Adds a way that nobody takes yet; the first one is everybody's. */
    void add(Path path, Network network) {
        paths.add(path);
        for (double[][] group : shares) {
            for (int s = 0; s < group.length; s++) {
                group[s] = Arrays.copyOf(group[s], paths.size());
                group[s][paths.size() - 1] = paths.size() == 1 ? 1 : 0;
            }
        }
        sizes(network);
    }

    /** Lets go of a way; those who took it take the others as these are taken. */
    void remove(int path, Network network) {
        paths.remove(path);
        for (double[][] group : shares) {
            for (int s = 0; s < group.length; s++) {
                double[] left = new double[paths.size()];
                double sum = 0;
                for (int p = 0; p < left.length; p++) {
                    left[p] = group[s][p < path ? p : p + 1];
                    sum += left[p];
                }
                for (int p = 0; p < left.length; p++) {
                    left[p] = sum > 0 ? left[p] / sum : 1.0 / left.length;
                }
                group[s] = left;
            }
        }
        sizes(network);
    }

    /** The largest share of all drivers of any slice that a way has, those slices alone in which somebody travels. */
    double most(int path) {
        double most = 0;
        for (int g = 0; g < shares.length; g++) {
            for (int s = 0; s < shares[g].length; s++) {
                most = vehicles[g][s] > 0 ? Math.max(most, shares[g][s][path]) : most;
            }
        }
        return most;
    }

    /**
     * Path sizes: the sum over the links of a way of the link's part of its length over how many ways use it. Ways that are nearly one count as
     * nearly one. M. Ben-Akiva, M. Bierlaire, <i>Discrete choice methods and their applications to short term travel decisions</i>, Handbook of
     * Transportation Science, 1999.
     */
    private void sizes(Network network) {
        size = new double[paths.size()];
        for (int p = 0; p < size.length; p++) {
            Path path = paths.get(p);
            double sum = 0;
            for (int link : path.links()) {
                int users = 0;
                for (Path other : paths) {
                    for (int one : other.links()) {
                        users += one == link ? 1 : 0;
                    }
                }
                Link at = network.links().get(link);
                sum += at.length() / path.length() / users;
            }
            size[p] = StrictMath.log(Math.min(1, sum));
        }
    }
}
