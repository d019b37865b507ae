package org.ulicarro.core.assign;

import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;

/** What came of driving certain ways: vehicles and the sum of their times, as means over replications. Flat arrays as in {@link Times}. */
final class Loaded {

    final Slices slices;
    final double[] turnVehicles;
    final double[] turnSeconds;
    final double[] outVehicles;
    final double[] outSeconds;
    final double[] enterVehicles;
    final double[] enterSeconds;

    Loaded(Network network, Slices slices) {
        this.slices = slices;
        turnVehicles = new double[network.movements().size() * slices.count()];
        turnSeconds = new double[turnVehicles.length];
        outVehicles = new double[network.links().size() * slices.count()];
        outSeconds = new double[outVehicles.length];
        enterVehicles = new double[outVehicles.length];
        enterSeconds = new double[outVehicles.length];
    }

    void turned(int movement, double came, double seconds, double vehicles) {
        int at = movement * slices.count() + slices.of(came);
        turnVehicles[at] += vehicles;
        turnSeconds[at] += vehicles * seconds;
    }

    void left(int link, double came, double seconds, double vehicles) {
        int at = link * slices.count() + slices.of(came);
        outVehicles[at] += vehicles;
        outSeconds[at] += vehicles * seconds;
    }

    void entered(int link, double wanted, double seconds, double vehicles) {
        int at = link * slices.count() + slices.of(wanted);
        enterVehicles[at] += vehicles;
        enterSeconds[at] += vehicles * seconds;
    }

    /** Adds another replication's, as a share of all. */
    void add(Loaded other, double share) {
        add(turnVehicles, other.turnVehicles, share);
        add(turnSeconds, other.turnSeconds, share);
        add(outVehicles, other.outVehicles, share);
        add(outSeconds, other.outSeconds, share);
        add(enterVehicles, other.enterVehicles, share);
        add(enterSeconds, other.enterSeconds, share);
    }

    private static void add(double[] to, double[] from, double share) {
        for (int i = 0; i < to.length; i++) {
            to[i] += share * from[i];
        }
    }

    /** Vehicles that came onto each link in each slice. */
    double[] volumes(Network network) {
        double[] volumes = outVehicles.clone();
        for (Movement turn : network.movements()) {
            for (int s = 0; s < slices.count() && !turn.isInner(); s++) {
                volumes[turn.fromLink() * slices.count() + s] += turnVehicles[turn.index() * slices.count() + s];
            }
        }
        return volumes;
    }

    /** Mean time on each link in each slice (s); NaN where nobody came. */
    double[] linkTimes(Network network) {
        double[] seconds = outSeconds.clone();
        for (Movement turn : network.movements()) {
            for (int s = 0; s < slices.count() && !turn.isInner(); s++) {
                seconds[turn.fromLink() * slices.count() + s] += turnSeconds[turn.index() * slices.count() + s];
            }
        }
        double[] volumes = volumes(network);
        for (Link link : network.links()) {
            for (int s = 0; s < slices.count(); s++) {
                int at = link.index() * slices.count() + s;
                seconds[at] = volumes[at] > 0 ? seconds[at] / volumes[at] : Double.NaN;
            }
        }
        return seconds;
    }
}
