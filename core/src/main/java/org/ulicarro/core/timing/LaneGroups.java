package org.ulicarro.core.timing;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.KeptLanes;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.study.Turn;

/**
 * Lane groups of a place and their saturation flows: s = s₀ · N · f(heavy) · f(turns), Highway Capacity Manual 2000, equation 16-4 and
 * exhibit 16-7. What turns in gaps and people take of it depends on the greens ({@link TurnsInGaps}, {@link PeopleInTheWay}). A shared lane that turns fill alone is a group of its own, since those straight on leave it to them (de facto turning lane, chapter 16).
 */
final class LaneGroups {

    /** Heavy vehicles count as two. */
    private static final double HEAVY = 2.0;

    /** So many straight on count as a turn across by right. */
    private static final double ACROSS = 1.05;

    /** Saturation flow of turns to the kerb by right, as a share of that straight on. */
    private static final double OF_KERB_TURNS = 0.85;

    /** A lane that is fuller than the rest by rounding alone is no lane of its own. */
    private static final double CLEARLY = 1.001;

    private static final double SECONDS_PER_HOUR = 3600;

    private final Network network;
    private final SignalSystem signals;
    private final KeptLanes kept;
    private final Flows flows;
    private final double base; // veh/h and lane
    private final double heavyShare;

    LaneGroups(Network network, SignalSystem signals, KeptLanes kept, Flows flows, double base, double heavyShare) {
        this.network = network;
        this.signals = signals;
        this.kept = kept;
        this.flows = flows;
        this.base = base;
        this.heavyShare = heavyShare;
    }

    List<LaneGroup> of(Junction junction) {
        Map<Integer, List<Movement>> approaches = new LinkedHashMap<>();
        for (int m : junction.movements()) {
            Movement movement = network.movements().get(m);
            if (!movement.bypass() && signals.groupOf(m) != SignalSystem.NO_GROUP) {
                approaches
                        .computeIfAbsent(movement.fromLink(), first -> new ArrayList<>())
                        .add(movement);
            }
        }
        List<LaneGroup> groups = new ArrayList<>();
        approaches.values().forEach(approach -> addGroups(junction, approach, groups));
        return groups;
    }

    private void addGroups(Junction junction, List<Movement> approach, List<LaneGroup> groups) {
        List<Movement> left = new ArrayList<>(approach);
        while (!left.isEmpty()) {
            List<Movement> joined = new ArrayList<>(List.of(left.remove(0)));
            Set<Integer> lanes = lanes(joined.get(0));
            for (boolean grew = true; grew; ) {
                grew = false;
                for (Movement other : List.copyOf(left)) {
                    Set<Integer> own = lanes(other);
                    if (own.stream().anyMatch(lanes::contains)) {
                        joined.add(other);
                        left.remove(other);
                        lanes.addAll(own);
                        grew = true;
                    }
                }
            }
            addParts(junction, joined, new TreeSet<>(lanes), groups);
        }
    }

    /** Adds a group of lanes as one, or those of its lanes apart that would be fuller than the rest however everybody chose theirs. */
    private void addParts(
            Junction junction, List<Movement> movements, NavigableSet<Integer> lanes, List<LaneGroup> groups) {
        double fullest = load(junction, movements, lanes) * CLEARLY;
        NavigableSet<Integer> apart = lanes;
        for (int from : lanes) {
            for (int to : lanes.tailSet(from)) {
                NavigableSet<Integer> some = lanes.subSet(from, true, to, true);
                double load = load(junction, confined(movements, lanes, some), some);
                if (load > fullest) {
                    fullest = load;
                    apart = some;
                }
            }
        }
        List<Movement> theirs = confined(movements, lanes, apart);
        groups.add(group(junction, theirs, apart));
        if (theirs.size() < movements.size()) {
            List<Movement> others = new ArrayList<>(movements);
            others.removeAll(theirs);
            NavigableSet<Integer> rest = new TreeSet<>(lanes);
            rest.removeAll(apart);
            addParts(junction, others, rest, groups);
        }
    }

    /** Those of a group who can use no other of its lanes than some. */
    private List<Movement> confined(List<Movement> movements, Set<Integer> lanes, Set<Integer> some) {
        return movements.stream()
                .filter(m -> lanes(m).stream().allMatch(l -> some.contains(l) || !lanes.contains(l)))
                .toList();
    }

    /** Vehicles for each lane, turns as so many straight on as they count for (veh/h). */
    private double load(Junction junction, List<Movement> movements, Set<Integer> lanes) {
        double sum = 0;
        for (Movement m : movements) {
            double counts = !isAcross(m)
                    ? isToKerb(m) ? 1 / OF_KERB_TURNS : 1
                    : isInGaps(m) ? TurnsInGaps.countsAs(volume(opposing(junction, m))) : ACROSS;
            sum += vehicles(m) * counts / turning(junction, m, 1).alone();
        }
        return sum / lanes.size();
    }

    private boolean isToKerb(Movement m) {
        return m.turn() == (network.keepsRight() ? Turn.RIGHT : Turn.LEFT);
    }

    private boolean isAcross(Movement m) {
        return m.turn() == (network.keepsRight() ? Turn.LEFT : Turn.RIGHT);
    }

    private boolean isInGaps(Movement m) {
        return signals.yields(m.index()) && !signals.isProtectedPermissive(m.index());
    }

    private Set<Integer> lanes(Movement movement) {
        return kept.open(movement);
    }

    /** Those of its paths that cars take. */
    private Stream<TurningPath> paths(Movement movement) {
        Set<Integer> lanes = lanes(movement);
        return movement.paths().stream().filter(path -> lanes.contains(path.fromLane()));
    }

    private LaneGroup group(Junction junction, List<Movement> movements, Set<Integer> of) {
        int lanes = of.size();
        double sum = movements.stream().mapToDouble(this::vehicles).sum();
        Movement most = movements.get(0);
        for (Movement m : movements) {
            most = vehicles(m) > vehicles(most) ? m : most;
        }
        double heavy = 1 / (1 + heavyShare * (HEAVY - 1));
        double saturation = base * Math.min(lanes, lanesOn(movements, sum)) * turns(movements, sum);
        double measured = measured(junction, movements, of, saturation / lanes);
        return new LaneGroup(
                List.copyOf(movements),
                lanes,
                signals.groupOf(most.index()),
                sum,
                heavy * (Double.isNaN(measured) ? saturation : measured),
                Double.isNaN(measured) ? inGaps(junction, movements, lanes, sum) : Optional.empty(),
                Double.isNaN(measured) ? people(junction, movements, sum) : PeopleInTheWay.NONE);
    }

    private double vehicles(Movement m) {
        return flows.vehicles().applyAsDouble(m);
    }

    /** Turns of a group over crossings whose people may have green at the same time. */
    private PeopleInTheWay people(Junction junction, List<Movement> movements, double sum) {
        List<PeopleInTheWay.Turning> turns = movements.stream()
                .filter(m -> sum > 0 && vehicles(m) > 0)
                .map(m -> turning(junction, m, vehicles(m) / sum))
                .filter(turning -> turning.people() > 0)
                .toList();
        return turns.isEmpty() ? PeopleInTheWay.NONE : new PeopleInTheWay(turns);
    }

    private PeopleInTheWay.Turning turning(Junction junction, Movement m, double share) {
        double most = 0; // of people over one crossing
        for (int c = 0; c < network.crossings().size() && m.turn() != Turn.THROUGH; c++) {
            MarkedCrossing crossing = network.crossings().get(c);
            if (junction.id().equals(crossing.place()) && meets(m, crossing, c)) {
                most = Math.max(most, flows.people().applyAsDouble(crossing));
            }
        }
        long into = paths(m).map(TurningPath::toLane).distinct().count();
        boolean roomBeside = into > lanes(m).size();
        return new PeopleInTheWay.Turning(share, most, roomBeside, isAcross(m) && isInGaps(m));
    }

    /** Whether a movement turns over a crossing, or a half of it, whose people may have green with it. */
    private boolean meets(Movement m, MarkedCrossing crossing, int number) {
        return crossing.crossed().stream()
                .filter(on ->
                        m.paths().stream().anyMatch(path -> path.lane() == on.lane() || path.toLane() == on.lane()))
                .anyMatch(on -> signals.goesWithPeople(m.index(), number, on.at() < crossing.middle() ? 0 : 1));
    }

    /** Lanes into which those who drive lead; where they are fewer than those from which they come, these become one on the way. */
    private int lanesOn(List<Movement> movements, double sum) {
        return (int) movements.stream()
                .filter(m -> sum <= 0 || vehicles(m) > 0)
                .flatMap(this::paths)
                .map(TurningPath::toLane)
                .distinct()
                .count();
    }

    /** Those of a group who turn in gaps, and what they meet. */
    private Optional<TurnsInGaps> inGaps(Junction junction, List<Movement> movements, int lanes, double sum) {
        List<Movement> turns =
                movements.stream().filter(m -> isAcross(m) && isInGaps(m)).toList();
        if (turns.isEmpty()) {
            return Optional.empty();
        }
        Set<Movement> met = new LinkedHashSet<>();
        turns.forEach(m -> met.addAll(opposing(junction, m)));
        Set<List<Integer>> theirLanes = new LinkedHashSet<>(); // link and lane
        met.forEach(m -> lanes(m).forEach(l -> theirLanes.add(List.of(m.fromLink(), l))));
        double besideThem = junction.movements().stream()
                .map(network.movements()::get)
                .filter(m -> isAcross(m) && isInGaps(m))
                .filter(m -> lanes(m).stream().anyMatch(l -> theirLanes.contains(List.of(m.fromLink(), l))))
                .mapToDouble(this::vehicles)
                .sum();
        double heavy = 1 / (1 + heavyShare * (HEAVY - 1));
        return Optional.of(new TurnsInGaps(
                lanes,
                turns.size() == movements.size(),
                volume(turns),
                sum,
                met.stream().map(m -> new TurnsInGaps.Met(m, vehicles(m))).toList(),
                base * heavy * Math.max(1, theirLanes.size()),
                theirLanes.size(),
                besideThem > 0 ? besideThem / (besideThem + volume(met)) : 0));
    }

    private double volume(Collection<Movement> some) {
        return some.stream().mapToDouble(this::vehicles).sum();
    }

    /**
     * Saturation flow as it was measured in the field (pcu/h), of all lanes together: each lane has that of the measured movement with
     * most volume on it, and those without any the formula's.
     */
    private double measured(Junction junction, List<Movement> movements, Set<Integer> of, double otherwise) {
        Map<Integer, Double> volumes = new LinkedHashMap<>(); // lane -> of the movement that it is measured for
        Map<Integer, Double> flows = new LinkedHashMap<>();
        for (Movement m : movements) {
            Map<String, Double> written = junction.place().saturation();
            Double flow = written.getOrDefault(m.id(), written.get(m.name()));
            Set<Integer> own = lanes(m);
            for (int lane : flow == null ? Set.<Integer>of() : own) {
                if (vehicles(m) >= volumes.getOrDefault(lane, 0.0)) {
                    volumes.put(lane, vehicles(m));
                    flows.put(lane, flow * SECONDS_PER_HOUR / own.size());
                }
            }
        }
        return flows.isEmpty()
                ? Double.NaN
                : of.stream().mapToDouble(l -> flows.getOrDefault(l, otherwise)).sum();
    }

    /** What turns by right leave of the saturation flow of all straight on. */
    private double turns(List<Movement> movements, double sum) {
        boolean alone = movements.stream().map(Movement::turn).distinct().count() == 1;
        double factor = 1;
        for (Movement m : movements) {
            double share = sum > 0 ? vehicles(m) / sum : 1.0 / movements.size();
            if (isAcross(m) && !isInGaps(m)) {
                factor *= alone ? 0.95 : 1 / (1 + (ACROSS - 1) * share);
            } else if (isToKerb(m)) {
                factor *= alone ? OF_KERB_TURNS : 1 - (1 - OF_KERB_TURNS) * share;
            }
        }
        return factor;
    }

    /** What goes by right at the same time and meets a turn in gaps. */
    private Set<Movement> opposing(Junction junction, Movement turn) {
        Set<Movement> met = new LinkedHashSet<>();
        for (Conflict c : junction.conflicts()) {
            int a = network.movementOfPath(c.pathA());
            int b = network.movementOfPath(c.pathB());
            int other = a == turn.index() ? b : b == turn.index() ? a : -1;
            if (other >= 0
                    && !signals.yields(other)
                    && signals.goTogether(turn.index(), other)
                    && network.movements().get(other).fromLink() != turn.fromLink()) {
                met.add(network.movements().get(other));
            }
        }
        return met;
    }
}
