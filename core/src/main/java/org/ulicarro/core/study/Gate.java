package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;

/**
 * A gate that holds every vehicle for a service time.
 *
 * @param lanes those it stands in, from the left; empty for all
 * @param at from the start of the link (m)
 * @param service time at the gate (s)
 * @param byType service time of types that differ (s)
 */
public record Gate(
        @Required @About("The road and direction it stands on: quay-2 ahead.")
        LinkName road,

        @About("The lanes it stands in, counted from the left; all where none is written.")
        List<Integer> lanes,

        @Required @Unit(Dimension.LENGTH) @About("From the start of the road to the gate.")
        double at,

        @Required @Unit(Dimension.TIME) @About("How long it holds a vehicle: 8 s ± 3 s.")
        Quantity service,

        @Key("by-type") @Unit(Dimension.TIME) @About("Types that take another time: {truck: 13 s ± 4 s}.")
        Map<VehicleType, Quantity> byType) {

    public Gate {
        lanes = lanes == null ? List.of() : List.copyOf(lanes);
        byType = InOrder.map(byType);
    }
}
