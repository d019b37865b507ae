package org.ulicarro.core.assign;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.ulicarro.core.demand.ChosenWays;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.WayTree;

/** Looks for ways that are better than all that are known. */
final class PathSearch {

    /** Where times are measured, a way is worth knowing when it saves so much (share). */
    static final double WORTH = 0.005;

    /** A way that nobody takes with more than this share gives its place to a better one. */
    private static final double RARELY = 0.02;

    private record Origin(String place, List<PairState> pairs) {}

    private record Found(PairState pair, Path path) {}

    private final Network network;
    private final Tastes tastes;
    private final Slices slices;
    private final WayShares shares;
    private final int most;
    private final double worth;
    private final List<Origin> origins = new ArrayList<>();
    private final Map<String, List<Link>> entries = new LinkedHashMap<>();
    private final Map<String, List<Link>> exits = new LinkedHashMap<>();

    /**
     * Prepares it.
     *
     * @param most ways that are known between two ends
     * @param worth share by which a way must be better than those that are known
     */
    PathSearch(Network network, Tastes tastes, Slices slices, WayShares shares, int most, double worth) {
        this.network = network;
        this.tastes = tastes;
        this.slices = slices;
        this.shares = shares;
        this.most = most;
        this.worth = worth;
        Map<String, Origin> byPlace = new LinkedHashMap<>();
        for (PairState pair : shares.pairs()) {
            String from = shares.ends(pair).from();
            byPlace.computeIfAbsent(from, place -> new Origin(place, new ArrayList<>()))
                    .pairs()
                    .add(pair);
        }
        origins.addAll(byPlace.values());
        network.entries()
                .forEach(l -> entries.computeIfAbsent(l.from(), none -> new ArrayList<>())
                        .add(l));
        network.links().stream()
                .filter(l -> !l.ring() && network.movementsFrom(l.index()).isEmpty())
                .forEach(l ->
                        exits.computeIfAbsent(l.to(), none -> new ArrayList<>()).add(l));
    }

    /**
     * Adds the best way of each pair, group and slice where it is worth it.
     *
     * @return how many were added
     */
    int add(Times times) {
        // origins are looked at side by side; what is found is added in their order
        List<List<Found>> found = IntStream.range(0, origins.size())
                .parallel()
                .mapToObj(o -> from(origins.get(o), times))
                .toList();
        int added = 0;
        for (List<Found> some : found) {
            for (Found one : some) {
                if (!one.pair.knows(one.path) && makeRoom(one.pair)) {
                    one.pair.add(one.path, network);
                    added++;
                }
            }
        }
        return added;
    }

    private boolean makeRoom(PairState pair) {
        if (pair.paths.size() < most) {
            return true;
        }
        int least = 0;
        for (int p = 1; p < pair.paths.size(); p++) {
            least = pair.most(p) < pair.most(least) ? p : least;
        }
        if (pair.most(least) > RARELY) {
            return false;
        }
        pair.remove(least, network);
        return true;
    }

    private List<Found> from(Origin origin, Times times) {
        List<Found> found = new ArrayList<>();
        for (int g = 0; g < tastes.count(); g++) {
            for (int s = 0; s < slices.count(); s++) {
                int group = g;
                int slice = s;
                List<PairState> travelling = origin.pairs().stream()
                        .filter(pair -> pair.vehicles[group][slice] > 0)
                        .toList();
                if (!travelling.isEmpty()) {
                    found.addAll(best(origin.place(), travelling, tastes.get(group), slice, times));
                }
            }
        }
        return found;
    }

    private List<Found> best(String place, List<PairState> pairs, Tastes.Taste taste, int slice, Times times) {
        List<Found> found = new ArrayList<>();
        double departure = slices.middle(slice);
        TasteCost cost = new TasteCost(network, times, taste);
        List<Link> begins = entries.getOrDefault(place, List.of());
        List<WayTree> trees = new ArrayList<>();
        for (Link entry : begins) {
            double wait = times.enter(entry.index(), departure);
            trees.add(
                    taste.mayUse(entry.index(), departure + wait)
                            ? WayTree.from(network, entry.index(), departure + wait, cost)
                            : null);
        }
        for (PairState pair : pairs) {
            double known = Double.POSITIVE_INFINITY;
            for (Path path : pair.paths) {
                known = Math.min(known, cost.of(path, departure));
            }
            double least = known == Double.POSITIVE_INFINITY ? known : known * (1 - worth);
            WayTree tree = null;
            Link goal = null;
            Link entry = null;
            for (int i = 0; i < trees.size(); i++) {
                for (Link exit : trees.get(i) == null
                        ? List.<Link>of()
                        : exits.getOrDefault(shares.ends(pair).to(), List.of())) {
                    double there = times.enter(begins.get(i).index(), departure)
                            + trees.get(i).cost(exit.index());
                    if (there < least) {
                        least = there;
                        tree = trees.get(i);
                        goal = exit;
                        entry = begins.get(i);
                    }
                }
            }
            if (tree != null) {
                found.add(new Found(pair, path(pair.number, entry, tree.way(goal.index()))));
            }
        }
        return found;
    }

    private Path path(int pair, Link entry, List<Integer> movements) {
        List<Link> links = new ArrayList<>(List.of(entry));
        List<Integer> turns = new ArrayList<>();
        for (int m : movements) {
            Movement turn = network.movements().get(m);
            if (!turn.isInner()) {
                turns.add(m);
                links.add(network.links().get(turn.toLink()));
            }
        }
        List<String> names = links.stream().map(Link::id).toList();
        return new Path(
                pair,
                entry.index(),
                turns.stream().mapToInt(Integer::intValue).toArray(),
                links.stream().mapToInt(Link::index).toArray(),
                names,
                ChosenWays.name(names),
                links.stream().mapToDouble(Link::length).sum());
    }

    /** The fastest way of each pair where nobody is on the road; over what is forbidden where there is no other. */
    void begin(Times free) {
        add(free);
        addOverForbidden(free);
        for (PairState pair : shares.pairs()) {
            pair.free = Double.POSITIVE_INFINITY;
            for (Path path : pair.paths) {
                pair.free = Math.min(pair.free, TasteCost.seconds(path, slices.begin(0), free));
            }
        }
    }

    private void addOverForbidden(Times times) {
        Tastes.Taste any = Tastes.Taste.ofNobody(network);
        for (PairState pair : shares.pairs()) {
            if (pair.paths.isEmpty()) {
                best(shares.ends(pair).from(), List.of(pair), any, 0, times)
                        .forEach(found -> pair.add(found.path, network));
            }
        }
    }

    /** A way by its links, as a table has it; null where this network has it no more. */
    Path known(int pair, List<String> names, Map<String, Link> links) {
        Link at = null;
        Link entry = links.get(names.get(0));
        List<Integer> movements = new ArrayList<>();
        for (String name : names) {
            Link next = links.get(name);
            if (next == null) {
                return null;
            }
            if (at != null) {
                Movement turn = network.movementsFrom(at.index()).stream()
                        .filter(m -> m.toLink() == next.index())
                        .findFirst()
                        .orElse(null);
                if (turn == null) {
                    return null;
                }
                movements.add(turn.index());
            }
            at = next;
        }
        boolean ends = entry.from().equals(shares.ends(shares.pairs().get(pair)).from())
                && at.to().equals(shares.ends(shares.pairs().get(pair)).to());
        return ends ? path(pair, entry, movements) : null;
    }
}
