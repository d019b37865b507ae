package org.ulicarro.core.demand;

import java.util.List;
import org.ulicarro.core.study.VehicleKind;

/**
 * Everybody who wants to travel in one replication, in order of time. The number of a vehicle is its place in this order.
 *
 * @param time when it wants to enter (s since midnight)
 * @param entry index of the link on which it enters
 * @param route number of its route
 * @param kind what it is
 * @param key where its own draws come from: how it drives
 * @param routes route number to the movements on its way, in order
 * @param line place of its service in {@code lines}, or -1
 * @param lines the services that run
 * @param bans what is forbidden to whom, for who looks for another way on the road
 * @param detoured vehicles that take another way round closed roads
 * @param ends number of the ends between which its way is free to be chosen, or -1 where its way is given
 * @param lane number of the lane in which it comes in, from the left; 0 where it chooses that
 * @param speed at which it comes in (m/s); NaN where as fast as it likes and the one ahead lets it
 * @param pairs those ends
 * @param noWay vehicles that have none: they drive on roads closed to them, or wait before a closure
 */
public record Departures(
        double[] time,
        int[] entry,
        int[] route,
        VehicleKind[] kind,
        long[] key,
        int[][] routes,
        int[] line,
        List<ServiceLine> lines,
        int[] ends,
        int[] lane,
        double[] speed,
        List<Ends> pairs,
        List<Ban> bans,
        int detoured,
        int noWay) {

    public int size() {
        return time.length;
    }

    /** The movements on a vehicle's way. */
    public int[] way(int vehicle) {
        return routes[route[vehicle]];
    }
}
