package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Cheapest ways from one link to all others, by turn and time of day, in one pass: E. W. Dijkstra, <i>A note on two problems in connexion with
 * graphs</i>, Numerische Mathematik 1, 1959; with times, S. E. Dreyfus, <i>An appraisal of some shortest-path algorithms</i>, Operations
 * Research 17, 1969. Exact while nobody who comes later onto a link is through earlier; where measured costs say otherwise, the way found is
 * one that nobody would leave by waiting. Of two ways of equal cost the one over links with the lower number is taken.
 */
public final class WayTree {

    private final Network network;
    private final TurnCost cost;
    private final int from;
    private final double[] costs; // link -> what it costs to come onto it (s); infinite where no way leads
    private final double[] comes; // link -> when it is come onto, s since midnight; infinite where no way leads
    private final int[] by; // link -> movement with which it is come onto, or -1

    private WayTree(Network network, TurnCost cost, int from) {
        this.network = network;
        this.cost = cost;
        this.from = from;
        costs = new double[network.links().size()];
        comes = new double[costs.length];
        by = new int[comes.length];
        Arrays.fill(costs, Double.POSITIVE_INFINITY);
        Arrays.fill(comes, Double.POSITIVE_INFINITY);
        Arrays.fill(by, -1);
    }

    /**
     * Finds them.
     *
     * @param from index of the link on which the ways begin
     * @param at when it is come onto (s since midnight)
     */
    public static WayTree from(Network network, int from, double at, TurnCost cost) {
        WayTree tree = new WayTree(network, cost, from);
        tree.grow(at);
        return tree;
    }

    private void grow(double at) {
        CheapestFirst open = new CheapestFirst();
        comes[from] = at;
        costs[from] = cost.beside(network.links().get(from), at);
        open.add(from, costs[from]);
        while (!open.isEmpty()) {
            double reached = open.cost();
            int here = open.poll();
            if (reached > costs[here]) {
                continue;
            }
            Link link = network.links().get(here);
            for (Movement turn : network.movementsFrom(here)) {
                double seconds = cost.along(link, turn, comes[here]);
                double then = comes[here] + seconds;
                Link next = network.links().get(turn.toLink());
                double there = reached + seconds + cost.beside(next, then);
                if (there < costs[next.index()] && next.index() != from) {
                    costs[next.index()] = there;
                    comes[next.index()] = then;
                    by[next.index()] = turn.index();
                    open.add(next.index(), there);
                }
            }
        }
    }

    /** When a link is come onto (s since midnight); infinite where no way leads. */
    public double comes(int link) {
        return comes[link];
    }

    /** What it costs to come to the end of a link and leave the plan there (s); infinite where no way leads. */
    public double cost(int link) {
        return costs[link] == Double.POSITIVE_INFINITY
                ? costs[link]
                : costs[link] + cost.out(network.links().get(link), comes[link]);
    }

    /** When the plan is left at the end of a link (s since midnight); infinite where no way leads. */
    public double leaves(int link) {
        return comes[link] == Double.POSITIVE_INFINITY
                ? comes[link]
                : comes[link] + cost.out(network.links().get(link), comes[link]);
    }

    /** The movements to a link in order, those on rings among them; empty for the first link, null where no way leads. */
    public List<Integer> way(int link) {
        if (comes[link] == Double.POSITIVE_INFINITY) {
            return null;
        }
        List<Integer> way = new ArrayList<>();
        for (int at = link; at != from; ) {
            Movement m = network.movements().get(by[at]);
            List<Integer> whole = new ArrayList<>(m.onward());
            whole.add(0, m.index());
            way.addAll(0, whole);
            at = m.fromLink();
        }
        return way;
    }
}
