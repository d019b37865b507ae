package org.ulicarro.core.study;

import java.util.Map;
import org.ulicarro.core.base.Dimension;

/**
 * How a table of trips is read.
 *
 * @param mix share of each vehicle type for rows without one; empty for that of all demand
 */
public record TripTable(
        @Unit(Dimension.SHARE)
        @About("Share of each vehicle type for rows without one, where it is not that of all demand.")
        Map<String, Double> mix) {

    public TripTable {
        mix = InOrder.map(mix);
    }
}
