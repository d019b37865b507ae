package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;

/**
 * Demand for a quick trial: shared among entries by their lanes, from each to all ends that it leads to alike, or to a dozen of them
 * where there are many.
 *
 * @param place where they enter
 * @param vehicles how many (veh/s)
 * @param ends where they go
 */
public record TrialDemand(String place, double vehicles, List<String> ends) {

    /** In a network of more ends than this, not everybody goes everywhere: the ways would be too many to write down. */
    private static final int MANY = 40;

    /** So many ends an entry leads to then, spread over all. */
    private static final int SOME = 12;

    public TrialDemand {
        ends = List.copyOf(ends);
    }

    /** That many vehicles per second over all entries of a network, in its order. */
    public static List<TrialDemand> of(Network network, double vehicles) {
        Ways ways = new Ways(network);
        List<TrialDemand> raw = new ArrayList<>();
        double lanes = 0;
        int number = 0;
        for (String place : ways.entries()) {
            List<String> ends = some(List.copyOf(ways.exits()), number++).stream()
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

    private static List<String> some(List<String> all, int entry) {
        if (all.size() <= MANY) {
            return all;
        }
        List<String> some = new ArrayList<>();
        for (int k = 0; k < SOME; k++) {
            some.add(all.get((entry * 7 + k * all.size() / SOME) % all.size()));
        }
        return some.stream().distinct().toList();
    }
}
