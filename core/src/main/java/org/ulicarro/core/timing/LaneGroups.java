package org.ulicarro.core.timing;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.study.Turn;

/**
 * Lane groups of a place and their saturation flows: s = s₀ · N · f(heavy) · f(turns), Highway Capacity Manual 2000, equation 16-4 and
 * exhibit 16-7. Turns in gaps count as so many vehicles that go straight on as exhibit C16-3 says for the opposing flow.
 */
final class LaneGroups {

    /** Heavy vehicles count as two. */
    private static final double HEAVY = 2.0;

    private static final double SECONDS_PER_HOUR = 3600;

    private static final double[] OPPOSING = {0, 200, 400, 600, 800, 1000, 1200}; // veh/h
    private static final double[] COUNTS_AS = {1.4, 1.7, 2.1, 2.5, 3.1, 3.7, 4.5};

    private final Network network;
    private final SignalSystem signals;
    private final ToDoubleFunction<Movement> volume; // veh/h
    private final double base; // veh/h and lane
    private final double heavyShare;

    LaneGroups(
            Network network, SignalSystem signals, ToDoubleFunction<Movement> volume, double base, double heavyShare) {
        this.network = network;
        this.signals = signals;
        this.volume = volume;
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
            groups.add(group(junction, joined, lanes.size()));
        }
    }

    private static Set<Integer> lanes(Movement movement) {
        Set<Integer> lanes = new LinkedHashSet<>();
        movement.paths().stream().map(TurningPath::fromLane).forEach(lanes::add);
        return lanes;
    }

    private LaneGroup group(Junction junction, List<Movement> movements, int lanes) {
        double sum = movements.stream().mapToDouble(volume).sum();
        Movement most = movements.get(0);
        for (Movement m : movements) {
            most = volume.applyAsDouble(m) > volume.applyAsDouble(most) ? m : most;
        }
        double heavy = 1 / (1 + heavyShare * (HEAVY - 1));
        double saturation = base * lanes * turns(junction, movements, sum);
        double measured = measured(junction, movements, saturation / lanes);
        return new LaneGroup(
                List.copyOf(movements),
                lanes,
                signals.groupOf(most.index()),
                sum,
                heavy * (Double.isNaN(measured) ? saturation : measured));
    }

    /**
     * Saturation flow as it was measured in the field (pcu/h), of all lanes together: each lane has that of the measured movement with
     * most volume on it, and those without any the formula's.
     */
    private double measured(Junction junction, List<Movement> movements, double otherwise) {
        Map<Integer, Double> volumes = new LinkedHashMap<>(); // lane -> of the movement that it is measured for
        Map<Integer, Double> flows = new LinkedHashMap<>();
        for (Movement m : movements) {
            Map<String, Double> written = junction.place().saturation();
            Double flow = written.getOrDefault(m.id(), written.get(m.name()));
            Set<Integer> own = lanes(m);
            for (int lane : flow == null ? Set.<Integer>of() : own) {
                if (volume.applyAsDouble(m) >= volumes.getOrDefault(lane, 0.0)) {
                    volumes.put(lane, volume.applyAsDouble(m));
                    flows.put(lane, flow * SECONDS_PER_HOUR / own.size());
                }
            }
        }
        Set<Integer> all = new LinkedHashSet<>();
        movements.forEach(m -> all.addAll(lanes(m)));
        return flows.isEmpty()
                ? Double.NaN
                : all.stream()
                        .mapToDouble(l -> flows.getOrDefault(l, otherwise))
                        .sum();
    }

    private double turns(Junction junction, List<Movement> movements, double sum) {
        boolean alone = movements.stream().map(Movement::turn).distinct().count() == 1;
        double factor = 1;
        double extra = 0; // what turns count more than vehicles straight on, as a share of all
        for (Movement m : movements) {
            boolean kerb = m.turn() == (network.keepsRight() ? Turn.RIGHT : Turn.LEFT);
            boolean across = m.turn() == (network.keepsRight() ? Turn.LEFT : Turn.RIGHT);
            double share = sum > 0 ? volume.applyAsDouble(m) / sum : 1.0 / movements.size();
            boolean inGaps = signals.yields(m.index()) && !signals.isProtectedPermissive(m.index());
            if (across && inGaps) {
                extra += share * (countsAs(opposing(junction, m)) - 1);
            } else if (across) {
                factor *= alone ? 0.95 : 1 / (1 + 0.05 * share);
            } else if (kerb) {
                factor *= alone ? 0.85 : 1 - 0.15 * share;
            }
        }
        return factor / (1 + extra);
    }

    /** Flow by right that goes at the same time and meets a turn in gaps (veh/h). */
    private double opposing(Junction junction, Movement turn) {
        Set<Integer> met = new LinkedHashSet<>();
        for (Conflict c : junction.conflicts()) {
            int a = network.movementOfPath(c.pathA());
            int b = network.movementOfPath(c.pathB());
            int other = a == turn.index() ? b : b == turn.index() ? a : -1;
            if (other >= 0
                    && !signals.yields(other)
                    && signals.goTogether(turn.index(), other)
                    && network.movements().get(other).fromLink() != turn.fromLink()) {
                met.add(other);
            }
        }
        return met.stream()
                .mapToDouble(m -> volume.applyAsDouble(network.movements().get(m)))
                .sum();
    }

    private static double countsAs(double opposing) {
        for (int i = 1; i < OPPOSING.length; i++) {
            if (opposing <= OPPOSING[i]) {
                double into = (opposing - OPPOSING[i - 1]) / (OPPOSING[i] - OPPOSING[i - 1]);
                return COUNTS_AS[i - 1] + into * (COUNTS_AS[i] - COUNTS_AS[i - 1]);
            }
        }
        return COUNTS_AS[COUNTS_AS.length - 1];
    }
}
