package org.ulicarro.core.demand;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.Balance;

/** Holds the counts of neighbouring places against each other. */
final class Balancing {

    /** Differences of fewer vehicles than this in the period are not worth a warning. */
    private static final double FEW = 10;

    private final Network network;
    private final TurningCounts counts;
    private final Window window;

    Balancing(Network network, TurningCounts counts, Window window) {
        this.network = network;
        this.counts = counts;
        this.window = window;
    }

    /** Every road between two counted places, in the order of the network. */
    List<Imbalance> all() {
        List<Imbalance> found = new ArrayList<>();
        for (Link link : network.links()) {
            Link counted = link.ring() || !isSent(link) ? null : CountedDemand.firstCounted(network, counts, link);
            if (counted != null) {
                double hours = (window.to() - window.from()) / 3600;
                found.add(new Imbalance(
                        link.from(), counted.to(), link.id(), sent(link), taken(counted), hours, null, 0));
            }
        }
        return found;
    }

    /** Whether the place that a link leaves counts all who come onto it. */
    private boolean isSent(Link link) {
        List<Movement> into = into(network, link);
        return !into.isEmpty() && into.stream().anyMatch(m -> counts.counted(m.index()));
    }

    /** Movements that lead onto a link. */
    static List<Movement> into(Network network, Link link) {
        return network.junctions().get(link.from()).movements().stream()
                .map(m -> network.movements().get(m))
                .filter(m -> m.toLink() == link.index())
                .toList();
    }

    private double sent(Link link) {
        return into(network, link).stream()
                .mapToDouble(m -> counts.vehicles(m.index(), window.from(), window.to()))
                .sum();
    }

    private double taken(Link link) {
        return network.movementsFrom(link.index()).stream()
                .mapToDouble(m -> counts.vehicles(m.index(), window.from(), window.to()))
                .sum();
    }

    void warn(Balance balance, List<Imbalance> all, List<Fault> faults) {
        String advice = balance.differences() == Balance.Differences.ABSORBED
                ? "no place with a driveway and without counts lies between them that could absorb it"
                : "'show STUDY balance' lists all roads, and what can be done about it";
        for (Imbalance one : all) {
            double left = one.difference() - one.absorbed();
            boolean large = Math.abs(left) > balance.tolerance() * Math.max(one.leaves(), one.arrives());
            if (large && Math.abs(left) >= FEW) {
                faults.add(DemandFault.COUNTS_DIFFER.at(
                        "/demand/volumes",
                        one.leaves(),
                        one.from(),
                        one.to(),
                        one.arrives(),
                        one.difference(),
                        one.geh(),
                        advice));
            }
        }
    }

    /**
     * Scales what is counted at other places so that they send to trusted ones what these count; from there on outwards. What comes
     * to a place from a scaled one only uses its shares.
     */
    void scale(Balance balance, List<Fault> faults) {
        Deque<String> open = new ArrayDeque<>();
        Set<String> done = new LinkedHashSet<>();
        for (int i = 0; i < balance.trusted().size(); i++) {
            String place = balance.trusted().get(i);
            if (!network.junctions().containsKey(place)) {
                faults.add(DemandFault.NO_PLACE.at(
                        "/demand/balance/trusted/" + i,
                        place,
                        Names.suggestion(place, network.junctions().keySet())));
            } else if (done.add(place)) {
                open.add(place);
            }
        }
        while (!open.isEmpty()) {
            String place = open.poll();
            for (Link link : network.links()) {
                Link counted = link.ring() || done.contains(link.from()) || !isSent(link)
                        ? null
                        : CountedDemand.firstCounted(network, counts, link);
                if (counted != null && counted.to().equals(place) && sent(link) > 0) {
                    double factor = taken(counted) / sent(link);
                    into(network, link).forEach(m -> counts.scale(m.index(), factor));
                    open.add(link.from());
                }
            }
            done.addAll(open);
        }
    }
}
