package org.ulicarro.core.demand;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.Turn;

/**
 * Approaches that nobody counted at places where others were: from a road to another as many as are counted from that one to it. That is
 * a guess, and is said to be one.
 */
final class MissingCounts {

    private final Network network;
    private final List<List<Count>> byMovement;

    /** @param byMovement movement to its counts; what is estimated is added */
    MissingCounts(Network network, List<List<Count>> byMovement) {
        this.network = network;
        this.byMovement = byMovement;
    }

    void estimate(List<Fault> faults) {
        Map<Link, Map<Movement, List<Count>>> found =
                new LinkedHashMap<>(); // added last: a guess is no ground for another one
        for (Link link : network.links()) {
            List<Movement> movements = network.movementsFrom(link.index());
            boolean counted = movements.stream().anyMatch(this::isCounted);
            if (movements.size() > 1 && !counted) {
                Map<Movement, List<Count>> own = estimate(link, movements);
                if (!own.isEmpty()) {
                    found.put(link, own);
                }
            }
        }
        found.forEach((link, own) -> {
            own.forEach((m, counts) -> byMovement.get(m.index()).addAll(counts));
            faults.add(DemandFault.APPROACH_ESTIMATED.at(
                    "/demand/volumes",
                    link.approach(),
                    link.to(),
                    link.id(),
                    own.values().stream().mapToDouble(MissingCounts::sum).sum(),
                    own.entrySet().stream()
                            .map(e -> String.format(
                                    Locale.ROOT, "%s %.0f", e.getKey().name(), sum(e.getValue())))
                            .collect(Collectors.joining(", "))));
        });
    }

    private boolean isCounted(Movement m) {
        return !byMovement.get(m.index()).isEmpty();
    }

    private static double sum(List<Count> counts) {
        return counts.stream().mapToDouble(Count::wanted).sum();
    }

    private Map<Movement, List<Count>> estimate(Link link, List<Movement> movements) {
        Map<Movement, List<Count>> found = new LinkedHashMap<>();
        for (Movement m : movements) {
            String goal = network.links().get(m.toLink()).road();
            for (int k : network.junctions().get(link.to()).movements()) {
                Movement back = network.movements().get(k);
                boolean mirrors = network.links().get(back.fromLink()).road().equals(goal)
                        && network.links().get(back.toLink()).road().equals(link.road());
                if (mirrors && m.turn() != Turn.UTURN && isCounted(back)) {
                    found.put(
                            m,
                            byMovement.get(k).stream()
                                    .map(c -> new Count(
                                            link.to(),
                                            m.id(),
                                            c.from(),
                                            c.to(),
                                            c.wanted(),
                                            0,
                                            0,
                                            c.type(),
                                            "/demand/volumes"))
                                    .toList());
                }
            }
        }
        return found;
    }
}
