package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.Kinds;
import org.ulicarro.core.study.Trips;
import org.ulicarro.core.study.VehicleKind;
import org.ulicarro.core.study.WayRow;

/**
 * Ways between ends with shares that drivers draw from. Each driver has a taste of its own for each way, which stays what it is whatever the
 * shares are: as shares move, only those change over whom the move concerns. Immutable.
 */
public final class ChosenWays {

    /**
     * A way that can be chosen.
     *
     * @param number among all
     * @param entry index of the link on which it begins
     * @param movements in order, those on rings among them
     * @param taste names what drivers think of it, the same in every table
     */
    record Way(int number, int entry, int[] movements, long taste) {}

    private record Option(Way way, List<String> types, double[] starts, double[] logShares) {

        private boolean isFor(VehicleKind kind) {
            return types.isEmpty()
                    || types.contains(kind.id())
                    || types.contains(org.ulicarro.core.study.Written.of(kind.base()));
        }

        private double logShare(double time) {
            int i = 0;
            while (i < starts.length - 1 && time >= starts[i + 1]) {
                i++;
            }
            return logShares[i];
        }
    }

    private static final long SCALE = Draws.idOf("scale of demand");

    private final Map<Ends, List<Option>> options = new LinkedHashMap<>();
    private final Map<Ends, Double> factors = new LinkedHashMap<>(); // of those that are not 1
    private int ways;

    private ChosenWays() {}

    /** Everybody takes the fastest way. */
    static ChosenWays none() {
        return new ChosenWays();
    }

    /**
     * Checks rows against the network. Ways over roads or turns that are gone are left out and told; where none is left between two ends,
     * those who travel there take the fastest way.
     */
    static ChosenWays of(Network network, List<WayRow> rows, Kinds kinds, List<Fault> faults) {
        ChosenWays made = new ChosenWays();
        Map<String, Link> links = new LinkedHashMap<>();
        network.links().stream().filter(l -> !l.ring()).forEach(l -> links.put(l.id(), l));
        int gone = 0;
        int firstGone = 0;
        String missing = "";
        for (WayRow row : rows) {
            String pointer = "/demand/" + WayRow.TABLE + Trips.LINE + row.line();
            for (String type : row.types()) {
                if (!kinds.has(type)) {
                    faults.add(kinds.unknown(pointer, type));
                }
            }
            String problem = made.add(network, links, row, pointer, faults);
            if (problem != null) {
                firstGone = gone == 0 ? row.line() : firstGone;
                missing = gone == 0 ? problem : missing;
                gone++;
            }
        }
        if (gone > 0) {
            faults.add(DemandFault.WAYS_GONE.at(
                    "/demand/" + WayRow.TABLE + Trips.LINE + firstGone, gone, rows.size(), missing));
        }
        return made;
    }

    /** @return what is missing of it in this network; null when it was taken, or told among the faults */
    private String add(Network network, Map<String, Link> links, WayRow row, String pointer, List<Fault> faults) {
        if (row.shares().stream().anyMatch(s -> !(s >= 0))) {
            faults.add(DemandFault.NEGATIVE_SHARE.at(pointer));
            return null;
        }
        List<Integer> movements = new ArrayList<>();
        Link at = null;
        for (String id : row.links()) {
            Link next = links.get(id);
            if (next == null) {
                return "there is no road '" + id + "'." + Names.suggestion(id, links.keySet());
            }
            if (at != null) {
                Movement turn = turn(network, at, next);
                if (turn == null) {
                    return "nobody can turn from '" + at.id() + "' into '" + id + "'";
                }
                movements.add(turn.index());
                movements.addAll(turn.onward());
            }
            at = next;
        }
        Link first = links.get(row.links().get(0));
        if (!first.from().equals(row.from()) || !at.to().equals(row.to())) {
            faults.add(DemandFault.WAY_OF_OTHER_ENDS.at(pointer, row.from(), row.to(), first.from(), at.to()));
            return null;
        }
        if (network.entries().stream().noneMatch(l -> l.index() == first.index())) {
            faults.add(DemandFault.NO_ENTRY.at(pointer, row.from(), ""));
            return null;
        }
        if (row.factor() != 1) {
            factors.put(new Ends(row.from(), row.to()), row.factor());
        }
        int[] way = movements.stream().mapToInt(Integer::intValue).toArray();
        options.computeIfAbsent(new Ends(row.from(), row.to()), none -> new ArrayList<>())
                .add(new Option(
                        new Way(ways++, first.index(), way, name(row.links())),
                        row.types(),
                        row.starts().stream().mapToDouble(Double::doubleValue).toArray(),
                        row.shares().stream().mapToDouble(StrictMath::log).toArray()));
        return null;
    }

    private static Movement turn(Network network, Link from, Link to) {
        return network.movementsFrom(from.index()).stream()
                .filter(m -> m.toLink() == to.index())
                .findFirst()
                .orElse(null);
    }

    /**
     * How many travel in place of one driver of the demand, 0 or more: so that on the mean there are as many times as many as the table says, and
     * the same drivers stay whatever others do.
     */
    int times(Ends ends, long key) {
        double factor = factors.getOrDefault(ends, 1.0);
        return factor == 1 ? 1 : (int) (factor + Draws.uniform(key, SCALE));
    }

    /** How many there are. */
    int size() {
        return ways;
    }

    /** Whether anything can be chosen between two ends. */
    boolean any(Ends ends) {
        return options.containsKey(ends);
    }

    /**
     * The way that a driver takes, or null where none is known for it. Of all ways the one with the greatest logarithm of its share plus the
     * driver's taste, which is a standard Gumbel variable: so that each is taken with the probability that its share says (E. J. Gumbel,
     * <i>Statistical theory of extreme values</i>, National Bureau of Standards, 1954).
     */
    Way pick(Ends ends, double time, VehicleKind kind, long key) {
        Way best = null;
        double most = Double.NEGATIVE_INFINITY;
        for (Option option : options.getOrDefault(ends, List.of())) {
            if (option.isFor(kind)) {
                double share = option.logShare(time);
                double worth = share == Double.NEGATIVE_INFINITY ? share : share + taste(key, option.way.taste);
                if (worth > most) {
                    most = worth;
                    best = option.way;
                }
            }
        }
        return best;
    }

    /** What names the draws of a way, by the ids of its links: the same in every table. */
    public static long name(List<String> links) {
        return Draws.idOf(String.join(">", links));
    }

    /** What a driver thinks of a way: a draw of its own, standard Gumbel. */
    public static double taste(long key, long way) {
        return -StrictMath.log(Draws.exponential(key, way));
    }
}
