package org.ulicarro.core.demand;

import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.study.VehicleType;

/**
 * A line of buses or trams, laid over the network.
 *
 * @param id as in the study
 * @param type what runs on it
 * @param entry index of the link on which it enters
 * @param way movements on its way, in order
 * @param stop its stops in order, as places in the network's list of stops
 * @param leg of each stop: how many movements lie before it on the way
 * @param dwell how long it stands at each (s)
 * @param from first departure (s since midnight)
 * @param to no departure at or after it (s since midnight)
 * @param every headway (s)
 */
public record ServiceLine(
        String id,
        VehicleType type,
        int entry,
        int[] way,
        int[] stop,
        int[] leg,
        Quantity[] dwell,
        double from,
        double to,
        double every) {}
