package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;

/**
 * Demand for a quick trial: shared among entries by what their roads carry, from each to all ends that it leads to in the shares of those, or
 * to a dozen of them where there are many.
 *
 * @param place where they enter
 * @param vehicles how many (veh/s)
 * @param ends where they go, with their shares relative to each other
 */
public record TrialDemand(String place, double vehicles, Map<String, Double> ends) {

    /** In a network of more ends than this, not everybody goes everywhere: the ways would be too many to write down. */
    private static final int MANY = 40;

    /** So many ends an entry leads to then: the half of them those that carry most, the others spread over all. */
    private static final int SOME = 12;

    public TrialDemand {
        ends = Collections.unmodifiableMap(new LinkedHashMap<>(ends));
    }

    /** That many vehicles per second over all entries of a network, in its order, all lanes alike. */
    public static List<TrialDemand> of(Network network, double vehicles) {
        return of(network, vehicles, link -> 1);
    }

    /**
     * The same.
     *
     * @param perLane what a lane of a road carries beside those of others, whatever the unit
     */
    public static List<TrialDemand> of(Network network, double vehicles, ToDoubleFunction<Link> perLane) {
        Ways ways = new Ways(network);
        Map<String, Double> exits = new LinkedHashMap<>();
        for (Link link : network.links()) {
            if (ways.exits().contains(link.to()) && !link.ring()) {
                exits.merge(link.to(), link.lanes() * perLane.applyAsDouble(link), Double::sum);
            }
        }
        List<TrialDemand> raw = new ArrayList<>();
        double all = 0;
        int number = 0;
        for (String place : ways.entries()) {
            Map<String, Double> ends = new LinkedHashMap<>();
            some(exits, number++).forEach((end, share) -> {
                if (!end.equals(place) && ways.over(List.of(place, end)) != null) {
                    ends.put(end, share);
                }
            });
            double own = network.entries().stream()
                    .filter(link -> link.from().equals(place))
                    .mapToDouble(link -> link.lanes() * perLane.applyAsDouble(link))
                    .sum();
            if (!ends.isEmpty()) {
                raw.add(new TrialDemand(place, own, ends));
                all += own;
            }
        }
        double each = all == 0 ? 0 : vehicles / all;
        return raw.stream()
                .map(one -> new TrialDemand(one.place, one.vehicles * each, one.ends))
                .toList();
    }

    private static Map<String, Double> some(Map<String, Double> all, int entry) {
        if (all.size() <= MANY) {
            return all;
        }
        List<String> names = List.copyOf(all.keySet());
        List<String> most = names.stream()
                .sorted(Comparator.comparingDouble((String end) -> -all.get(end)))
                .limit(SOME / 2)
                .toList();
        Set<String> some = new LinkedHashSet<>(most);
        for (int k = 0; k < SOME - SOME / 2; k++) {
            some.add(names.get((entry * 7 + k * names.size() / (SOME - SOME / 2)) % names.size()));
        }
        Map<String, Double> shares = new LinkedHashMap<>();
        some.forEach(end -> shares.put(end, all.get(end)));
        return shares;
    }
}
