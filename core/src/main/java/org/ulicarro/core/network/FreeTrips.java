package org.ulicarro.core.network;

import java.util.Arrays;
import java.util.Comparator;
import java.util.PriorityQueue;

/** Travel times on an empty network. */
public final class FreeTrips {

    private record Reached(int link, double seconds) {}

    private FreeTrips() {}

    /** The longest of all quickest trips from an entry to any link, at the speed limits (s); 0 without entries. */
    public static double longest(Network network) {
        double longest = 0;
        for (Link entry : network.entries()) {
            for (double seconds : quickest(network, entry)) {
                longest = Double.isInfinite(seconds) ? longest : Math.max(longest, seconds);
            }
        }
        return longest;
    }

    /** Seconds to the end of each link by the quickest way (E. W. Dijkstra 1959); infinite where none leads. */
    private static double[] quickest(Network network, Link entry) {
        double[] best = new double[network.links().size()];
        Arrays.fill(best, Double.POSITIVE_INFINITY);
        PriorityQueue<Reached> open =
                new PriorityQueue<>(Comparator.comparingDouble(Reached::seconds).thenComparingInt(Reached::link));
        best[entry.index()] = entry.freeTime();
        open.add(new Reached(entry.index(), best[entry.index()]));
        while (!open.isEmpty()) {
            Reached at = open.poll();
            if (at.seconds() > best[at.link()]) {
                continue;
            }
            for (Movement onward : network.movementsFrom(at.link())) {
                Link next = network.links().get(onward.toLink());
                double seconds = at.seconds() + next.freeTime();
                if (seconds < best[next.index()]) {
                    best[next.index()] = seconds;
                    open.add(new Reached(next.index(), seconds));
                }
            }
        }
        return best;
    }
}
