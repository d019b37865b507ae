package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.LinkCost;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Router;

/** Fastest ways through a network between places, as people write them. */
final class Ways {

    private static final int MOST_SEARCHES = 8;

    private final Network network;
    private final Router router;
    private final Map<Integer, Router.Search> searches = new LinkedHashMap<>(); // of the last entries
    private final Set<String> entries = new LinkedHashSet<>();
    private final Set<String> exits = new LinkedHashSet<>();
    private final Map<String, Map<String, Way>> known = new LinkedHashMap<>(); // by first and last place

    /** From an entry by movements to where it ends. */
    record Way(int entry, int[] movements) {}

    Ways(Network network) {
        this.network = network;
        router = new Router(network, LinkCost.freeTime());
        network.entries().forEach(link -> entries.add(link.from()));
        for (Link link : network.links()) {
            if (!link.ring() && network.movementsFrom(link.index()).isEmpty()) {
                exits.add(link.to());
            }
        }
    }

    /**
     * The fastest way over all places in order; of the links on which vehicles can enter at the first place, from the best one.
     *
     * @return null when there is none
     */
    Way over(List<String> places) {
        if (places.size() != 2) {
            return find(places);
        }
        return between(places.get(0), places.get(1));
    }

    /** The fastest way between two ends, or null. */
    Way between(String from, String to) {
        Map<String, Way> fromHere = known.computeIfAbsent(from, none -> new LinkedHashMap<>());
        if (!fromHere.containsKey(to)) {
            fromHere.put(to, find(List.of(from, to))); // also that there is none
        }
        return fromHere.get(to);
    }

    private Way find(List<String> places) {
        List<Integer> best = null;
        Link entry = null;
        for (Link link : network.entries()) {
            List<Integer> found = link.from().equals(places.get(0)) ? from(link, places) : null;
            if (found != null && (best == null || length(link, found) < length(entry, best))) {
                best = found;
                entry = link;
            }
        }
        return best == null
                ? null
                : new Way(
                        entry.index(), best.stream().mapToInt(Integer::intValue).toArray());
    }

    /** Movements from an entry by all places to a link that ends at the last one; null when there is none. */
    private List<Integer> from(Link entry, List<String> places) {
        List<Integer> way = new ArrayList<>();
        Link at = entry;
        for (String place : places.subList(1, places.size())) {
            List<Integer> piece = (at == entry ? search(entry.index()) : router.from(at.index()))
                    .until(link -> link.to().equals(place));
            if (piece == null) {
                return null;
            }
            way.addAll(piece);
            at = last(entry, way);
        }
        return way;
    }

    /** Ways from one entry after the other are asked for: what was found of the last ones is kept. */
    private Router.Search search(int entry) {
        if (searches.size() > MOST_SEARCHES && !searches.containsKey(entry)) {
            searches.clear();
        }
        return searches.computeIfAbsent(entry, router::from);
    }

    private Link last(Link entry, List<Integer> way) {
        Link at = entry;
        for (int m : way) {
            Movement movement = network.movements().get(m);
            at = network.links()
                    .get(movement.isInner() || movement.onward().isEmpty() ? movement.toLink() : at.index());
        }
        return at;
    }

    private double length(Link entry, List<Integer> way) {
        double length = entry.length();
        for (int m : way) {
            length += network.links().get(network.movements().get(m).toLink()).length();
        }
        return length;
    }

    /** Whether vehicles can enter at a place. */
    boolean isEntry(String place) {
        return entries.contains(place);
    }

    /** Whether ways can end at a place: a link leads there from which none goes on. */
    boolean isExit(String place) {
        return exits.contains(place);
    }

    /** Whether a road that begins at an entry has a lane of a number there. */
    boolean hasLane(String entry, int number) {
        return network.entries().stream()
                .filter(link -> link.from().equals(entry))
                .flatMap(link -> network.lanesOf(link).stream())
                .anyMatch(lane -> lane.number() == number && !lane.isBay());
    }

    Set<String> entries() {
        return entries;
    }

    Set<String> exits() {
        return exits;
    }

    /**
     * A written way, or null with the reason among the faults.
     *
     * @param pointer of the list of places; its first one is at {@code /0}, or nowhere in the list where {@code from} says it
     * @param from the place where it begins, where that stands elsewhere; the list may begin with it as well. Else null
     */
    Way written(String pointer, String from, List<String> list, List<Fault> faults) {
        List<String> places = new ArrayList<>(list);
        int shift = from == null || !list.isEmpty() && list.get(0).equals(from) ? 0 : 1;
        if (shift == 1) {
            places.add(0, from);
        }
        for (int i = shift; i < places.size(); i++) {
            if (!network.junctions().containsKey(places.get(i))) {
                String near =
                        Names.suggestion(places.get(i), network.junctions().keySet());
                faults.add(DemandFault.NO_PLACE.at(pointer + "/" + (i - shift), places.get(i), near));
                return null;
            }
        }
        if (places.size() < 2) {
            faults.add(DemandFault.ROUTE_TOO_SHORT.at(pointer));
            return null;
        }
        Way way = over(places);
        if (way == null) {
            faults.add(DemandFault.NO_WAY.at(pointer, places.get(0), places.get(places.size() - 1)));
        }
        return way;
    }
}
