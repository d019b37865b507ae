package org.ulicarro.core.demand;

import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.study.VehicleKind;

/**
 * A line of buses or trams, laid over the network.
 *
 * @param id as in the study
 * @param kind what runs on it
 * @param entry index of the link on which it enters
 * @param way movements on its way, in order
 * @param stop its stops in order, as places in the network's list of stops
 * @param leg of each stop: how many movements lie before it on the way
 * @param dwell how long it stands at each, without those who board (s)
 * @param boardings people who come to each for this line (1/s); 0 for none
 * @param boardingTime how long each of them takes (s)
 * @param leaves of each stop: how long after its departure it leaves at the earliest (s); 0 for as soon as it can
 * @param departs when each of its vehicles sets out (s since midnight), in order
 */
public record ServiceLine(
        String id,
        VehicleKind kind,
        int entry,
        int[] way,
        int[] stop,
        int[] leg,
        Quantity[] dwell,
        double[] boardings,
        double boardingTime,
        double[] leaves,
        double[] departs) {}
