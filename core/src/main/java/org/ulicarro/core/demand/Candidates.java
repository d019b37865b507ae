package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.LinkCost;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Router;

/**
 * Ways that people may have taken past the counts: the fastest between every two ends, and where a counted movement lies on none of them, the
 * fastest ones over it.
 */
final class Candidates {

    /** A way over a movement that no fastest one takes is thought of when it is at most this much slower. */
    private static final double DETOUR = 1.6;

    /**
     * A way through the network.
     *
     * @param entry link on which it enters
     * @param to place where it ends
     * @param movements on it, those on rings included
     */
    record Path(int entry, String to, int[] movements) {}

    private final Network network;
    private final TurningCounts counts;
    private final Window window;
    private final Router router;
    private final List<Path> paths = new ArrayList<>();
    private final Set<List<Integer>> known = new LinkedHashSet<>();

    Candidates(Network network, TurningCounts counts, Window window) {
        this.network = network;
        this.counts = counts;
        this.window = window;
        router = new Router(network, LinkCost.freeTime());
    }

    List<Path> all() {
        List<Link> ends = network.links().stream()
                .filter(l -> !l.ring() && network.movementsFrom(l.index()).isEmpty())
                .toList();
        for (Link entry : network.entries()) {
            for (Link end : ends) {
                boolean back = end.to().equals(entry.from());
                List<Integer> way = back ? null : router.way(entry.index(), link -> link == end);
                if (way != null) {
                    add(entry, end, way);
                }
            }
        }
        addOverMissed(ends);
        return paths;
    }

    private void add(Link entry, Link end, List<Integer> way) {
        if (known.add(key(entry, way))) {
            paths.add(new Path(
                    entry.index(),
                    end.to(),
                    way.stream().mapToInt(Integer::intValue).toArray()));
        }
    }

    private static List<Integer> key(Link entry, List<Integer> way) {
        List<Integer> key = new ArrayList<>(way);
        key.add(0, entry.index());
        return key;
    }

    private void addOverMissed(List<Link> ends) {
        boolean[] covered = new boolean[network.movements().size()];
        paths.forEach(path -> Arrays.stream(path.movements()).forEach(m -> covered[m] = true));
        for (Movement movement : network.movements()) {
            boolean missed = !covered[movement.index()]
                    && counts.counted(movement.index())
                    && counts.vehicles(movement.index(), window.from(), window.to()) > 0;
            if (missed) {
                addOver(movement, ends);
            }
        }
    }

    private void addOver(Movement movement, List<Link> ends) {
        Link in = network.links().get(movement.fromLink());
        List<List<Integer>> ways = new ArrayList<>();
        List<Link[]> between = new ArrayList<>();
        double least = Double.POSITIVE_INFINITY;
        for (Link entry : network.entries()) {
            List<Integer> to = router.way(entry.index(), link -> link == in);
            for (Link end : ends) {
                List<Integer> from = to == null ? null : router.way(movement.toLink(), link -> link == end);
                if (from != null) {
                    List<Integer> way = new ArrayList<>(to);
                    way.add(movement.index());
                    way.addAll(movement.onward());
                    way.addAll(from);
                    ways.add(way);
                    between.add(new Link[] {entry, end});
                    List<Integer> direct = router.way(entry.index(), link -> link == end);
                    least = Math.min(least, direct == null ? 1 : seconds(way) / Math.max(1, seconds(direct)));
                }
            }
        }
        for (int i = 0; i < ways.size(); i++) {
            Link[] ends2 = between.get(i);
            List<Integer> direct = router.way(ends2[0].index(), link -> link == ends2[1]);
            double detour = direct == null ? 1 : seconds(ways.get(i)) / Math.max(1, seconds(direct));
            if (detour <= Math.max(DETOUR, least + 1e-9)) {
                add(ends2[0], ends2[1], ways.get(i));
            }
        }
    }

    private double seconds(List<Integer> way) {
        double seconds = 0;
        for (int m : way) {
            Link link = network.links().get(network.movements().get(m).toLink());
            seconds += link.freeTime();
        }
        return seconds;
    }
}
