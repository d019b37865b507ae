package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.PriorityQueue;
import java.util.function.Predicate;

/**
 * Cheapest ways over the links of a network. E. W. Dijkstra, <i>A note on two problems in connexion with graphs</i>, Numerische
 * Mathematik 1, 1959. Of two ways of equal cost the one over links with the lower number is taken.
 */
public final class Router {

    private record Reached(int link, double cost) {}

    private final Network network;
    private final LinkCost cost;

    public Router(Network network, LinkCost cost) {
        this.network = network;
        this.cost = cost;
    }

    /**
     * The movements of the cheapest way from one link to the first that is wanted; movements on a ring are among them.
     *
     * @param from index of the link to start on, whose own cost does not count
     * @return movements in order, empty when the first link is wanted itself, null when there is no way
     */
    public List<Integer> way(int from, Predicate<Link> wanted) {
        return new Search(from).until(wanted);
    }

    /** All cheapest ways from one link, found once: for who asks for many. */
    public Search from(int link) {
        return new Search(link);
    }

    /** Links in the order of what it costs to come to them, found as far as anybody has asked. */
    public final class Search {

        private final int from;
        private final double[] best = new double[network.links().size()];
        private final int[] by = new int[best.length]; // link -> the movement by which it is come to
        private final int[] settled = new int[best.length]; // links, the cheapest first
        private int count;
        private final PriorityQueue<Reached> open = new PriorityQueue<>(
                (a, b) -> a.cost != b.cost ? Double.compare(a.cost, b.cost) : Integer.compare(a.link, b.link));

        private Search(int from) {
            this.from = from;
            Arrays.fill(best, Double.POSITIVE_INFINITY);
            Arrays.fill(by, -1);
            best[from] = 0;
            open.add(new Reached(from, 0));
        }

        /** The cheapest way to the first link that is wanted, as {@link Router#way} has it. */
        public List<Integer> until(Predicate<Link> wanted) {
            for (int i = 0; i < count; i++) {
                if (wanted.test(network.links().get(settled[i]))) {
                    return movements(from, settled[i], by);
                }
            }
            while (settle()) {
                if (wanted.test(network.links().get(settled[count - 1]))) {
                    return movements(from, settled[count - 1], by);
                }
            }
            return null;
        }

        /** Settles one link more; false where there is none. */
        private boolean settle() {
            while (!open.isEmpty()) {
                Reached at = open.poll();
                if (at.cost > best[at.link]) {
                    continue;
                }
                for (Movement m : network.movementsFrom(at.link)) {
                    double there = at.cost + cost.of(network.links().get(m.toLink()));
                    if (there < best[m.toLink()] && m.toLink() != from) {
                        best[m.toLink()] = there;
                        by[m.toLink()] = m.index();
                        open.add(new Reached(m.toLink(), there));
                    }
                }
                settled[count++] = at.link;
                return true;
            }
            return false;
        }
    }

    private List<Integer> movements(int from, int to, int[] by) {
        List<Integer> way = new ArrayList<>();
        for (int link = to; link != from; ) {
            Movement m = network.movements().get(by[link]);
            List<Integer> whole = new ArrayList<>(m.onward());
            whole.add(0, m.index());
            way.addAll(0, whole);
            link = m.fromLink();
        }
        return way;
    }
}
