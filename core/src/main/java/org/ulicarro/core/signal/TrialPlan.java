package org.ulicarro.core.signal;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.Crossing;

/**
 * A fixed plan to begin with, for a junction whose signal nobody has described: approaches that face each other go together, with turns
 * across in gaps; every other one goes alone; green by lanes. Turns across that have lanes of their own, and are too many for gaps, go
 * first, by an arrow. People walk in the first stage whose vehicles do not start over their crossing, and give way where they turn over
 * it; in one of their own where there is none. It is safe, and no more than a start: {@code time} finds better ones.
 *
 * @param place id of the junction
 * @param groups one for each approach, by its name, and one for its turns across where they have an arrow
 * @param people crossings by the group that lets people over them
 * @param greens from and to in the cycle (s), by group; of people, walk
 * @param cycle its length (s)
 */
public record TrialPlan(
        String place, Map<String, Group> groups, Map<String, String> people, Map<String, int[]> greens, int cycle) {

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
     * @param yellow after its green (s)
     * @param red after that (s)
     */
    public record Group(List<String> serves, List<String> yields, double yellow, double red) {}

    /** Plans for all junctions of a network that have a signal, where nobody knows yet who will drive there. */
    public static List<TrialPlan> of(Network network) {
        return of(network, m -> Double.NaN);
    }

    /**
     * The same, with arrows for turns across where volumes ask for them.
     *
     * @param volume of a movement (veh/h)
     */
    public static List<TrialPlan> of(Network network, ToDoubleFunction<Movement> volume) {
        List<TrialPlan> plans = new ArrayList<>();
        for (Junction junction : network.junctions().values()) {
            if (junction.signalised()) {
                plans.add(new Maker(network, new TrialStages(network, junction, volume)).plan());
            }
        }
        return plans;
    }

    private static final class Maker {
        private final Network network;
        private final TrialStages signal;
        private final List<MarkedCrossing> crossings;
        private final List<Set<String>> stages;

        Maker(Network network, TrialStages signal) {
            this.network = network;
            this.signal = signal;
            stages = signal.stages();
            crossings = network.crossings().stream()
                    .filter(c -> signal.place().equals(c.place()) && c.kind() == Crossing.Kind.SIGNAL)
                    .toList();
        }

        TrialPlan plan() {
            Map<MarkedCrossing, Integer> walks = new LinkedHashMap<>();
            crossings.forEach(c -> walks.put(c, stageOf(c)));
            int count = stages.size();
            int[] gaps = new int[count];
            int[] least = new int[count];
            int lost = 0;
            int lanes = 0;
            int shortest = 0;
            for (int s = 0; s < count; s++) {
                gaps[s] = signal.clearance(stages.get(s), stages.get((s + 1) % count));
                least[s] = stages.get(s).isEmpty() ? 0 : LEAST_GREEN;
                for (Map.Entry<MarkedCrossing, Integer> walk : walks.entrySet()) {
                    least[s] =
                            walk.getValue() == s ? Math.max(least[s], WALK + clear(walk.getKey()) - gaps[s]) : least[s];
                }
                lost += gaps[s];
                lanes += signal.lanes(stages.get(s));
                shortest += least[s];
            }
            int cycle = Math.max(PER_STAGE * Math.max(2, count), lost + shortest);
            int spare = cycle - lost - shortest;
            Map<String, int[]> greens = new LinkedHashMap<>();
            int at = 0;
            int given = 0;
            int seen = 0;
            for (int s = 0; s < count; s++) {
                seen += signal.lanes(stages.get(s));
                int extra = spare * seen / lanes - given;
                given += extra;
                int end = at + least[s] + extra;
                for (String group : stages.get(s)) { // one of the stage before goes on
                    greens.computeIfAbsent(group, begins(at))[1] = end;
                }
                for (MarkedCrossing c : crossings) {
                    if (walks.get(c) == s) {
                        greens.put(OVER + c.road(), new int[] {at, Math.min(end, end + gaps[s] - clear(c))});
                    }
                }
                at = end + gaps[s];
            }
            Map<String, Group> groups = new LinkedHashMap<>();
            signal.groups().forEach(id -> groups.put(id, signal.group(id)));
            Map<String, String> people = new LinkedHashMap<>();
            crossings.forEach(c -> people.put(OVER + c.road(), c.road()));
            return new TrialPlan(signal.place(), groups, people, greens, cycle);
        }

        private static Function<String, int[]> begins(int at) {
            return group -> new int[] {at, at};
        }

        /** The stage in which people can walk over a crossing; one of their own, at the end, where there is none. */
        private int stageOf(MarkedCrossing crossing) {
            for (int s = 0; s < stages.size(); s++) {
                if (stages.get(s).stream()
                        .allMatch(g -> signal.movements(g).stream().allMatch(m -> mayWalkBeside(crossing, m, g)))) {
                    return s;
                }
            }
            stages.add(Set.of());
            return stages.size() - 1;
        }

        /** Nobody starts over the crossing, and who turns over it gives way. */
        private boolean mayWalkBeside(MarkedCrossing crossing, Movement m, String group) {
            if (network.links().get(m.fromLink()).road().equals(crossing.road())) {
                return false;
            }
            boolean over =
                    m.paths().stream().anyMatch(p -> crossing.crossed().stream().anyMatch(c -> c.lane() == p.lane()));
            return !over || signal.isToTheKerb(m) || signal.goesInGaps(m, group);
        }

        /** How long people have to finish (s). */
        private static int clear(MarkedCrossing crossing) {
            return (int) StrictMath.ceil(crossing.length() / FootGroups.CLEARING_SPEED);
        }
    }
}
