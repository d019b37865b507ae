package org.ulicarro.core.signal;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.EntryRule;
import org.ulicarro.core.network.Intergreens;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.Crossing;
import org.ulicarro.core.study.Turn;

/**
 * A fixed plan to begin with, for a junction whose signal nobody has described: approaches that face each other go together, with turns
 * across in gaps; every other one goes alone; green by lanes. People walk in the first stage whose vehicles do not start over their
 * crossing, and give way where they turn over it; in one of their own where there is none. It is safe, and no more than a start:
 * {@code time} finds better ones.
 *
 * @param place id of the junction
 * @param groups one for each approach, by its name
 * @param people crossings by the group that lets people over them
 * @param greens from and to in the cycle (s), by group; of people, walk
 * @param cycle its length (s)
 */
public record TrialPlan(
        String place, Map<String, Group> groups, Map<String, String> people, Map<String, int[]> greens, int cycle) {

    /** Seconds of yellow and of all-red that groups have where a study does not say otherwise. */
    private static final int YELLOW = 3;

    private static final int RED = 2;
    private static final int PER_STAGE = 30; // s of cycle
    private static final int LEAST_GREEN = 8; // s
    private static final int WALK = 7; // s, the shortest

    /** In front of the road whose crossing a group of people has. */
    private static final String OVER = "over-";

    /**
     * What a group lets go.
     *
     * @param serves names of its movements, or ids where several have the same name
     * @param yields those of them that go in gaps
     */
    public record Group(List<String> serves, List<String> yields) {}

    /** Plans for all junctions of a network that have a signal. */
    public static List<TrialPlan> of(Network network) {
        List<TrialPlan> plans = new ArrayList<>();
        for (Junction junction : network.junctions().values()) {
            if (junction.signalised()) {
                plans.add(new Maker(network, junction).plan());
            }
        }
        return plans;
    }

    private static final class Maker {
        private final Network network;
        private final Junction junction;
        private final Map<String, List<Movement>> approaches = new LinkedHashMap<>();
        private final List<MarkedCrossing> crossings;

        Maker(Network network, Junction junction) {
            this.network = network;
            this.junction = junction;
            crossings = network.crossings().stream()
                    .filter(c -> junction.id().equals(c.place()) && c.kind() == Crossing.Kind.SIGNAL)
                    .toList();
            for (int m : junction.movements()) {
                Movement movement = network.movements().get(m);
                if (!movement.isInner() && movement.rule() == EntryRule.SIGNAL) {
                    approaches
                            .computeIfAbsent(movement.approach(), none -> new ArrayList<>())
                            .add(movement);
                }
            }
        }

        TrialPlan plan() {
            List<List<String>> stages = stages();
            Map<MarkedCrossing, Integer> walks = new LinkedHashMap<>();
            crossings.forEach(c -> walks.put(c, stageOf(c, stages)));
            Map<String, Group> groups = new LinkedHashMap<>();
            for (List<String> stage : stages) {
                for (String approach : stage) {
                    groups.put(approach, group(approach, stage));
                }
            }
            int[] gaps = new int[stages.size()];
            int lost = 0;
            int lanes = 0;
            for (int s = 0; s < gaps.length; s++) {
                gaps[s] = clearance(stages.get(s), stages.get((s + 1) % gaps.length));
                lost += gaps[s];
                lanes += lanes(stages.get(s));
            }
            int[] least = new int[gaps.length];
            int shortest = 0;
            for (int s = 0; s < gaps.length; s++) {
                least[s] = stages.get(s).isEmpty() ? 0 : LEAST_GREEN;
                for (Map.Entry<MarkedCrossing, Integer> walk : walks.entrySet()) {
                    least[s] =
                            walk.getValue() == s ? Math.max(least[s], WALK + clear(walk.getKey()) - gaps[s]) : least[s];
                }
                shortest += least[s];
            }
            int cycle = Math.max(PER_STAGE * Math.max(2, gaps.length), lost + shortest);
            int spare = cycle - lost - shortest;
            Map<String, int[]> greens = new LinkedHashMap<>();
            int at = 0;
            int given = 0;
            int seen = 0;
            for (int s = 0; s < gaps.length; s++) {
                seen += lanes(stages.get(s));
                int extra = spare * seen / lanes - given;
                given += extra;
                int green = least[s] + extra;
                for (String approach : stages.get(s)) {
                    greens.put(approach, new int[] {at, at + green});
                }
                for (MarkedCrossing c : crossings) {
                    if (walks.get(c) == s) {
                        greens.put(OVER + c.road(), new int[] {at, at + Math.min(green, green + gaps[s] - clear(c))});
                    }
                }
                at += green + gaps[s];
            }
            Map<String, String> people = new LinkedHashMap<>();
            crossings.forEach(c -> people.put(OVER + c.road(), c.road()));
            return new TrialPlan(junction.id(), groups, people, greens, cycle);
        }

        /** The stage in which people can walk over a crossing; one of their own, at the end, where there is none. */
        private int stageOf(MarkedCrossing crossing, List<List<String>> stages) {
            for (int s = 0; s < stages.size(); s++) {
                List<String> stage = stages.get(s);
                boolean free = stage.stream()
                        .allMatch(a -> approaches.get(a).stream().allMatch(m -> mayWalkBeside(crossing, m, a, stage)));
                if (free) {
                    return s;
                }
            }
            stages.add(new ArrayList<>());
            return stages.size() - 1;
        }

        /** Nobody starts over the crossing, and who turns over it gives way. */
        private boolean mayWalkBeside(MarkedCrossing crossing, Movement m, String approach, List<String> stage) {
            if (network.links().get(m.fromLink()).road().equals(crossing.road())) {
                return false;
            }
            boolean over =
                    m.paths().stream().anyMatch(p -> crossing.crossed().stream().anyMatch(c -> c.lane() == p.lane()));
            boolean gives = isToTheKerb(m) || group(approach, stage).yields().contains(label(m));
            return !over || gives;
        }

        private boolean isToTheKerb(Movement m) {
            return m.turn() == (network.keepsRight() ? Turn.RIGHT : Turn.LEFT);
        }

        /** How long people have to finish (s). */
        private static int clear(MarkedCrossing crossing) {
            return (int) StrictMath.ceil(crossing.length() / FootGroups.CLEARING_SPEED);
        }

        private int lanes(List<String> stage) {
            return stage.stream().mapToInt(a -> link(a).lanes()).max().orElse(0);
        }

        private Link link(String approach) {
            return network.links().get(approaches.get(approach).get(0).fromLink());
        }

        private List<List<String>> stages() {
            List<List<String>> stages = new ArrayList<>();
            Set<String> left = new LinkedHashSet<>(approaches.keySet());
            while (!left.isEmpty()) {
                String one = left.iterator().next();
                left.remove(one);
                List<String> stage = new ArrayList<>(List.of(one));
                left.stream()
                        .filter(other -> mayGoTogether(one, other))
                        .findFirst()
                        .ifPresent(stage::add);
                left.removeAll(stage);
                stages.add(stage);
            }
            return stages;
        }

        /** Whether two approaches face each other, and only turns across are in the way. */
        private boolean mayGoTogether(String a, String b) {
            return (leadsTo(a, b) || leadsTo(b, a))
                    && approaches.get(a).stream()
                            .allMatch(m -> approaches.get(b).stream()
                                    .allMatch(n -> !meet(m, n) || isAcross(m) || isAcross(n)));
        }

        private boolean leadsTo(String a, String b) {
            String road = link(b).road();
            return approaches.get(a).stream()
                    .anyMatch(m -> m.turn() == Turn.THROUGH
                            && network.links().get(m.toLink()).road().equals(road));
        }

        private boolean isAcross(Movement m) {
            return m.turn() == Turn.UTURN || m.turn() == (network.keepsRight() ? Turn.LEFT : Turn.RIGHT);
        }

        private boolean meet(Movement m, Movement n) {
            for (Conflict c : junction.conflicts()) {
                int a = network.movementOfPath(c.pathA());
                int b = network.movementOfPath(c.pathB());
                if (a == m.index() && b == n.index() || a == n.index() && b == m.index()) {
                    return true;
                }
            }
            return false;
        }

        private Group group(String approach, List<String> stage) {
            List<String> serves = new ArrayList<>();
            List<String> yields = new ArrayList<>();
            for (Movement m : approaches.get(approach)) {
                serves.add(label(m));
                boolean meets = stage.stream()
                        .filter(other -> !other.equals(approach))
                        .flatMap(other -> approaches.get(other).stream())
                        .anyMatch(n -> meet(m, n));
                if (isAcross(m) && meets) {
                    yields.add(label(m));
                }
            }
            return new Group(serves, yields);
        }

        /** The short name where only one movement has it. */
        private String label(Movement m) {
            return network.movement(junction.id(), m.name()).movement() == m ? m.name() : m.id();
        }

        private int clearance(List<String> ends, List<String> begins) {
            double longest = YELLOW + RED;
            for (String a : ends) {
                for (String b : begins) {
                    for (Movement m : approaches.get(a)) {
                        for (Movement n : approaches.get(b)) {
                            double between = Intergreens.between(network, m, n);
                            longest = between > longest ? between : longest; // NaN where they do not meet
                        }
                    }
                }
            }
            return (int) StrictMath.ceil(longest - 1e-9);
        }
    }
}
