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
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.Turn;

/**
 * A fixed plan to begin with, for a junction whose signal nobody has described: approaches that face each other go together, with turns
 * across in gaps; every other one goes alone; green by lanes. It is safe, and no more than a start: {@code time} finds better ones.
 *
 * @param place id of the junction
 * @param groups one for each approach, by its name
 * @param greens from and to in the cycle (s), by group
 * @param cycle its length (s)
 */
public record TrialPlan(String place, Map<String, Group> groups, Map<String, int[]> greens, int cycle) {

    /** Seconds of yellow and of all-red that groups have where a study does not say otherwise. */
    private static final int YELLOW = 3;

    private static final int RED = 2;
    private static final int PER_STAGE = 30; // s of cycle
    private static final int LEAST_GREEN = 8; // s

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

        Maker(Network network, Junction junction) {
            this.network = network;
            this.junction = junction;
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
            int cycle = Math.max(PER_STAGE * Math.max(2, gaps.length), lost + LEAST_GREEN * gaps.length);
            int spare = cycle - lost - LEAST_GREEN * gaps.length;
            Map<String, int[]> greens = new LinkedHashMap<>();
            int at = 0;
            int given = 0;
            int seen = 0;
            for (int s = 0; s < gaps.length; s++) {
                seen += lanes(stages.get(s));
                int extra = spare * seen / lanes - given;
                given += extra;
                int green = LEAST_GREEN + extra;
                for (String approach : stages.get(s)) {
                    greens.put(approach, new int[] {at, at + green});
                }
                at += green + gaps[s];
            }
            return new TrialPlan(junction.id(), groups, greens, cycle);
        }

        private int lanes(List<String> stage) {
            return stage.stream().mapToInt(a -> link(a).lanes()).max().orElse(1);
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
