package org.ulicarro.core.analysis.band;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.FootGroups;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.SignalController;

/**
 * A plan with another cycle: greens share what is longer or shorter in their proportions, clearances stay as they are. Whether what comes out
 * still holds what people and shortest greens need, compiling says.
 */
public final class OtherCycle {

    private static final double TENTHS = 10; // of a second, in which fixed plans count

    private OtherCycle() {}

    /**
     * The controller with that cycle in one of its plans.
     *
     * @param cycle in s
     * @return null where its plan has no cycle, or where clearances alone are longer
     */
    public static SignalController of(
            Network network, Junction junction, SignalController controller, String plan, double cycle) {
        if (controller instanceof FixedControl fixed && fixed.whole(plan) != null) {
            FixedControl.Plan other = stretched(network, junction, fixed, fixed.whole(plan), cycle);
            return other == null ? null : fixed.withPlans(with(fixed.plans(), plan, other));
        }
        if (controller instanceof ActuatedControl rings && rings.whole(plan) != null) {
            ActuatedControl.Plan other = stretched(rings, rings.whole(plan), cycle);
            return other == null ? null : rings.withPlans(with(rings.plans(), plan, other));
        }
        return null;
    }

    private static <P> Map<String, P> with(Map<String, P> plans, String id, P plan) {
        Map<String, P> all = new LinkedHashMap<>(plans);
        all.put(id, plan);
        return all;
    }

    private static FixedControl.Plan stretched(
            Network network, Junction junction, FixedControl control, FixedControl.Plan plan, double cycle) {
        int ticks = (int) Math.round(plan.cycle() * TENTHS);
        boolean[] stays = new boolean[ticks];
        plan.greens().forEach((id, ranges) -> {
            SignalController.Group group = control.groups().get(id);
            double clears = group.crosses().isEmpty()
                    ? group.yellow() + group.red()
                    : FootGroups.clearance(network, junction, group);
            for (CycleRange range : ranges) {
                for (int t = 0; t < Math.round(clears * TENTHS) && t < ticks; t++) {
                    stays[(int) ((Math.round(range.to() * TENTHS) + t) % ticks)] = true;
                }
            }
        });
        int kept = 0;
        for (boolean one : stays) {
            kept += one ? 1 : 0;
        }
        double by = (cycle * TENTHS - kept) / (ticks - kept);
        if (kept == ticks || by <= 0) {
            return null;
        }
        double[] at = new double[ticks + 1]; // where each moment of the old cycle comes to lie
        for (int t = 0; t < ticks; t++) {
            at[t + 1] = at[t] + (stays[t] ? 1 : by);
        }
        Map<String, List<CycleRange>> greens = new LinkedHashMap<>();
        plan.greens().forEach((id, ranges) -> {
            List<CycleRange> own = new ArrayList<>();
            for (CycleRange range : ranges) { // later begun and sooner ended, so that no clearance gets shorter
                double from = StrictMath.ceil(at[tick(range.from(), ticks)] - 1e-6) / TENTHS;
                double to = StrictMath.floor(at[tick(range.to(), ticks)] + 1e-6) / TENTHS;
                own.add(new CycleRange(from >= cycle ? from - cycle : from, to));
            }
            greens.put(id, own);
        });
        return FixedControl.Plan.of(cycle, plan.offset(), greens);
    }

    private static int tick(double second, int ticks) {
        return (int) Math.min(ticks, Math.round(second * TENTHS));
    }

    private static ActuatedControl.Plan stretched(ActuatedControl control, ActuatedControl.Plan plan, double cycle) {
        if (Boolean.TRUE.equals(plan.free()) || plan.cycle() == null) {
            return null;
        }
        List<List<List<String>>> rings = new ArrayList<>(); // ring, side of the barriers, phases with a split
        for (String ring : plan.rings()) {
            List<List<String>> sides = new ArrayList<>();
            for (String side : ring.split("\\|", -1)) {
                sides.add(List.of(side.trim().split("\\s+")).stream()
                        .filter(plan.splits()::containsKey)
                        .toList());
            }
            rings.add(sides);
        }
        int sides = rings.stream().mapToInt(List::size).max().orElse(0);
        double[] now = new double[sides];
        double[] clears = new double[sides];
        for (List<List<String>> ring : rings) {
            for (int s = 0; s < ring.size(); s++) {
                now[s] = Math.max(
                        now[s],
                        ring.get(s).stream().mapToDouble(plan.splits()::get).sum());
                clears[s] = Math.max(clears[s], clears(control, ring.get(s)));
            }
        }
        double[] then = shared(now, clears, cycle);
        if (then == null) {
            return null;
        }
        Map<String, Double> splits = new LinkedHashMap<>();
        for (List<List<String>> ring : rings) {
            for (int s = 0; s < ring.size(); s++) {
                List<String> phases = ring.get(s);
                double[] old = phases.stream().mapToDouble(plan.splits()::get).toArray();
                double[] own = shared(
                        old,
                        phases.stream()
                                .mapToDouble(p -> clears(control, List.of(p)))
                                .toArray(),
                        then[s]);
                for (int i = 0; own != null && i < own.length; i++) {
                    splits.put(phases.get(i), own[i]);
                }
            }
        }
        return ActuatedControl.Plan.ofSplits(cycle, splits).over(plan);
    }

    private static double clears(ActuatedControl control, List<String> phases) {
        return phases.stream()
                .map(control.phases()::get)
                .mapToDouble(p -> p.yellow() + p.red())
                .sum();
    }

    /** Whole seconds with another sum: what is beyond the clearances in its proportions. Null where there is nothing beyond them. */
    private static double[] shared(double[] now, double[] clears, double sum) {
        double all = 0;
        double kept = 0;
        int largest = 0;
        for (int i = 0; i < now.length; i++) {
            all += now[i];
            kept += clears[i];
            largest = now[i] > now[largest] ? i : largest;
        }
        if (now.length == 0 || all <= kept || sum <= kept) {
            return null;
        }
        double[] then = new double[now.length];
        double given = 0;
        for (int i = 0; i < now.length; i++) {
            then[i] = StrictMath.rint(clears[i] + (now[i] - clears[i]) * (sum - kept) / (all - kept));
            given += then[i];
        }
        then[largest] += sum - given;
        return then;
    }
}
