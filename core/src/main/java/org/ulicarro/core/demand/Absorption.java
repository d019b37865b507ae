package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.Count;

/**
 * Lets driveways take up what neighbouring counts differ by. A driveway is a road to an end that meets the way between two counted
 * places at a place without counts. Of those who come towards it as many turn off as the next place counts fewer, and as many come
 * out of it as that place counts more; each direction and each slice of time on its own. What goes in and out unnoticed by the counts
 * cannot be told from them.
 */
final class Absorption {

    private final Network network;
    private final TurningCounts counts;
    private final Window window;
    private final List<Imbalance> taken = new ArrayList<>();
    private final Set<String> places = new LinkedHashSet<>();

    Absorption(Network network, TurningCounts counts, Window window) {
        this.network = network;
        this.counts = counts;
        this.window = window;
    }

    /** Writes counts for the movements of all places with a driveway. */
    void apply() {
        for (Junction place : network.junctions().values()) {
            Links links = driveway(place);
            if (links != null) {
                places.add(place.id());
                for (Direction direction : links.directions) {
                    absorb(place.id(), direction, links);
                }
            }
        }
    }

    /** What was absorbed, in the order of the network. */
    List<Imbalance> taken() {
        return taken;
    }

    /** Places whose counts were made up from those of their neighbours. */
    Set<String> places() {
        return places;
    }

    /** Whether a place without counts could take up differences. */
    static boolean hasDriveway(Network network, TurningCounts counts, String place) {
        return new Absorption(network, counts, null)
                        .driveway(network.junctions().get(place))
                != null;
    }

    /**
     * One direction of the way past a driveway.
     *
     * @param origin link from a counted place
     * @param arrives the link on which those of it come here; the same one, where no place without a choice lies between
     * @param onward link that goes on from here
     * @param counted the first link on the way that has counts
     */
    private record Direction(Link origin, Link arrives, Link onward, Link counted) {}

    /**
     * The links of a place with a driveway.
     *
     * @param into out of the network, or null
     * @param outOf into it, or null
     */
    private record Links(List<Direction> directions, Link into, Link outOf) {}

    /** Null where a place has counts, no driveway or more than one, or lies between places without counts. */
    private Links driveway(Junction place) {
        Set<Link> in = new LinkedHashSet<>();
        Set<Link> out = new LinkedHashSet<>();
        for (int m : place.movements()) {
            Movement movement = network.movements().get(m);
            if (counts.counted(m) || movement.isInner()) {
                return null;
            }
            in.add(network.links().get(movement.fromLink()));
            out.add(network.links().get(movement.toLink()));
        }
        List<Link> ends = out.stream()
                .filter(link -> CountedDemand.leadsOut(network, counts, link))
                .toList();
        List<Link> entries = in.stream()
                .filter(link -> network.entries().contains(CountedDemand.origin(network, counts, link)))
                .toList();
        boolean one = ends.size() <= 1 && entries.size() <= 1 && ends.size() + entries.size() > 0;
        if (!one || in.size() - entries.size() < 1) {
            return null;
        }
        List<Direction> directions = new ArrayList<>();
        for (Link sent : in) {
            if (entries.contains(sent)) {
                continue;
            }
            Direction direction = direction(sent, out);
            if (direction == null) {
                return null;
            }
            directions.add(direction);
        }
        return new Links(directions, ends.isEmpty() ? null : ends.get(0), entries.isEmpty() ? null : entries.get(0));
    }

    private Direction direction(Link sent, Set<Link> out) {
        Link origin = CountedDemand.origin(network, counts, sent);
        boolean known = Balancing.into(network, origin).stream().anyMatch(m -> counts.counted(m.index()));
        for (Link onward : known ? out : Set.<Link>of()) {
            Link counted = onward.road().equals(sent.road()) // straight back
                    ? null
                    : CountedDemand.firstCounted(network, counts, onward);
            if (counted != null) {
                return new Direction(origin, sent, onward, counted);
            }
        }
        return null;
    }

    private void absorb(String place, Direction way, Links links) {
        List<Movement> into = Balancing.into(network, way.origin);
        TreeSet<Double> times = new TreeSet<>();
        for (Movement m : into) {
            for (double t : counts.changes(network.links().get(m.fromLink()), window.from(), window.to())) {
                times.add(t);
            }
        }
        for (double t : counts.changes(way.counted, window.from(), window.to())) {
            times.add(t);
        }
        Movement through = movement(way.arrives, way.onward);
        Movement off = links.into == null ? null : movement(way.arrives, links.into);
        Movement on = links.outOf == null ? null : movement(links.outOf, way.onward);
        double leaves = 0;
        double arrives = 0;
        double absorbed = 0;
        List<Double> borders = List.copyOf(times);
        for (int i = 0; i + 1 < borders.size(); i++) {
            double from = borders.get(i);
            double to = borders.get(i + 1);
            double sent = into.stream()
                    .mapToDouble(m -> counts.vehicles(m.index(), from, to))
                    .sum();
            double next = network.movementsFrom(way.counted.index()).stream()
                    .mapToDouble(m -> counts.vehicles(m.index(), from, to))
                    .sum();
            double less = off == null ? 0 : Math.max(0, sent - next);
            double more = on == null ? 0 : Math.max(0, next - sent);
            put(place, through, from, to, sent - less);
            put(place, off, from, to, less);
            put(place, on, from, to, more);
            leaves += sent;
            arrives += next;
            absorbed += more - less;
        }
        double hours = (window.to() - window.from()) / 3600;
        taken.add(new Imbalance(
                way.origin.from(), way.counted.to(), way.origin.id(), leaves, arrives, hours, place, absorbed));
    }

    private Movement movement(Link from, Link to) {
        return network.movementsFrom(from.index()).stream()
                .filter(m -> m.toLink() == to.index())
                .findFirst()
                .orElse(null);
    }

    private void put(String place, Movement movement, double from, double to, double vehicles) {
        if (movement != null) {
            counts.put(movement.index(), new Count(place, movement.id(), from, to, vehicles, "/demand/balance"));
        }
    }
}
