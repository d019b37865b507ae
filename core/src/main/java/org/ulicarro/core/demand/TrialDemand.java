package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;

/**
 * Demand for a quick trial: shared among entries by their lanes, from each to all ends that it leads to alike.
 *
 * @param place where they enter
 * @param vehicles how many (veh/s)
 * @param ends where they go
 */
public record TrialDemand(String place, double vehicles, List<String> ends) {

    public TrialDemand {
        ends = List.copyOf(ends);
    }

    /** That many vehicles per second over all entries of a network, in its order. */
    public static List<TrialDemand> of(Network network, double vehicles) {
        Ways ways = new Ways(network);
        List<TrialDemand> raw = new ArrayList<>();
        double lanes = 0;
        for (String place : ways.entries()) {
            List<String> ends = ways.exits().stream()
                    .filter(end -> !end.equals(place) && ways.over(List.of(place, end)) != null)
                    .toList();
            double own = network.entries().stream()
                    .filter(link -> link.from().equals(place))
                    .mapToInt(Link::lanes)
                    .sum();
            if (!ends.isEmpty()) {
                raw.add(new TrialDemand(place, own, ends));
                lanes += own;
            }
        }
        double perLane = lanes == 0 ? 0 : vehicles / lanes;
        return raw.stream()
                .map(one -> new TrialDemand(one.place, one.vehicles * perLane, one.ends))
                .toList();
    }
}
