package org.ulicarro.core.demand;

import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;

/** How many want over each link and movement: those who depart in the measured period, by the ways they choose. */
public final class Volumes {

    private final double[] byMovement; // movement -> veh/h
    private final double[] byLink; // link -> veh/h

    private Volumes(int movements, int links) {
        byMovement = new double[movements];
        byLink = new double[links];
    }

    /** The mean of that many drawn replications, 1 or more. */
    public static Volumes of(Network network, DemandPlan demand, long seed, int replications) {
        Volumes volumes =
                new Volumes(network.movements().size(), network.links().size());
        Window window = demand.window();
        double share = 3600 / (window.to() - window.from()) / replications;
        for (int k = 1; k <= replications; k++) {
            Departures all = demand.departures(k);
            for (int d = 0; d < all.size(); d++) {
                if (all.time()[d] >= window.from() && all.time()[d] < window.to()) {
                    volumes.add(network, all.entry()[d], all.way(d), share);
                }
            }
        }
        return volumes;
    }

    /**
     * What is counted where it is, with lines of buses and trams beside it; elsewhere, and where trips or entries travel beside those
     * counted, the mean of that many drawn replications.
     */
    public static Volumes counted(Network network, DemandPlan demand, long seed, int replications) {
        Volumes volumes = of(network, demand, seed, replications);
        if (demand.isOnlyCounted()) {
            double[] lines = demand.lineRates();
            for (Movement movement : network.movements()) {
                if (demand.isCounted(movement)) {
                    volumes.byMovement[movement.index()] = demand.hourlyRate(movement) + lines[movement.index()];
                }
            }
        }
        return volumes;
    }

    private void add(Network network, int entry, int[] way, double share) {
        byLink[entry] += share;
        for (int m : way) {
            Movement movement = network.movements().get(m);
            byMovement[m] += share;
            boolean onto = movement.isInner() || movement.onward().isEmpty();
            if (onto) { // who enters a ring comes to its exit's link by the last movement on the ring
                byLink[movement.toLink()] += share;
            }
        }
    }

    /** Of a movement (veh/h). */
    public double movement(int movement) {
        return byMovement[movement];
    }

    /** Of a link (veh/h). */
    public double link(int link) {
        return byLink[link];
    }
}
