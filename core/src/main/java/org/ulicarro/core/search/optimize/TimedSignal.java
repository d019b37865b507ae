package org.ulicarro.core.search.optimize;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.StringJoiner;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.timing.Timed;
import org.ulicarro.core.timing.TimedPlan;

/**
 * A signal of a search: what it is, and its controller under any setting.
 *
 * @param place id
 * @param plan id of the plan that varies
 * @param control its controller as the study has it
 * @param orders of greens that it may have, the one in force first
 * @param now how it is timed in force
 * @param offsetStays whether its offset may not vary
 * @param splitsStay whether its splits may not vary but with the cycle
 */
record TimedSignal(
        String place,
        String plan,
        SignalController control,
        List<GreenOrder> orders,
        Setting now,
        boolean offsetStays,
        boolean splitsStay) {

    /** Whether it runs without a cycle. */
    boolean free() {
        return now.points().isEmpty();
    }

    boolean byTheClock() {
        return control instanceof FixedControl;
    }

    /** The shortest cycle that any of its orders can have (s). */
    double shortest() {
        return orders.stream().mapToDouble(GreenOrder::shortest).min().orElse(0);
    }

    /** Greens of a setting. */
    Timed timed(Setting setting) {
        return orders.get(setting.order()).timing().at(setting.times());
    }

    /**
     * Its controller under a setting.
     *
     * @param zero second of the plan's own cycle at the first point; does not count for plans by the clock
     */
    SignalController controller(Setting setting, double zero) {
        return control instanceof FixedControl fixed
                ? fixed.withPlans(with(fixed.plans(), fixedPlan(fixed, setting)))
                : ((ActuatedControl) control)
                        .withPlans(with(
                                ((ActuatedControl) control).plans(),
                                phases((ActuatedControl) control, setting, setting.start() - zero)));
    }

    private <P> Map<String, P> with(Map<String, P> plans, P changed) {
        Map<String, P> all = new LinkedHashMap<>(plans);
        all.put(plan, changed);
        return all;
    }

    private SpanOrder spans(Setting setting) {
        return orders.get(setting.order()).spans();
    }

    private FixedControl.Plan fixedPlan(FixedControl fixed, Setting setting) {
        FixedControl.Plan greens = TimedPlan.greens(fixed, spans(setting), timed(setting));
        return FixedControl.Plan.of(greens.cycle(), setting.start(), greens.greens());
    }

    private ActuatedControl.Plan phases(ActuatedControl rings, Setting setting, double offset) {
        ActuatedControl.Plan whole = rings.whole(plan);
        if (free()) {
            Map<String, ActuatedControl.Plan.OtherPhase> others = new LinkedHashMap<>();
            setting.passage()
                    .forEach((phase, seconds) ->
                            others.put(phase, whole.other(phase).withPassage(seconds)));
            return ActuatedControl.Plan.ofMaxima(setting.maxima(), others).over(whole);
        }
        Map<String, Double> splits =
                TimedPlan.phases(spans(setting), timed(setting)).splits();
        ActuatedControl.Plan timed =
                ActuatedControl.Plan.ofSplits(setting.cycle(), splits).over(whole);
        List<String> order = orders.get(setting.order()).rings();
        return (order.isEmpty() ? timed : timed.withRings(order)).withOffset(mod(offset, setting.cycle()));
    }

    private static double mod(double value, double cycle) {
        double rest = value - cycle * StrictMath.floor(value / cycle);
        return rest >= cycle - 1e-9 ? 0 : StrictMath.rint(rest * 10) / 10;
    }

    /** What a setting changes, as a study writes its plan. */
    String text(Setting setting, double zero) {
        SignalController changed = controller(setting, zero);
        StringJoiner keys = new StringJoiner(", ", "{", "}");
        if (changed instanceof FixedControl fixed) {
            FixedControl.Plan own = fixed.plans().get(plan);
            keys.add("cycle: " + seconds(own.cycle())).add("offset: " + seconds(own.offset()));
            StringJoiner greens = new StringJoiner(", ", "{", "}");
            own.greens().forEach((id, ranges) -> greens.add(word(id) + ": " + texts(ranges)));
            keys.add("greens: " + greens);
        } else {
            ActuatedControl.Plan own = ((ActuatedControl) changed).plans().get(plan);
            if (free()) {
                keys.add("max-green: " + times(setting.maxima()));
                StringJoiner others = new StringJoiner(", ", "{", "}");
                setting.passage().forEach((phase, s) -> others.add(word(phase) + ": {passage: " + seconds(s) + "}"));
                if (!setting.passage().isEmpty()) {
                    keys.add("phases: " + others);
                }
            } else {
                keys.add("cycle: " + seconds(own.cycle())).add("offset: " + seconds(own.offset()));
                if (setting.order() > 0) {
                    keys.add("rings: [\"" + String.join("\", \"", own.rings()) + "\"]");
                }
                keys.add("splits: " + times(own.splits()));
            }
        }
        return keys.toString();
    }

    private static String texts(List<CycleRange> ranges) {
        return ranges.stream().map(CycleRange::toString).toList().toString();
    }

    private static String times(Map<String, Double> seconds) {
        StringJoiner all = new StringJoiner(", ", "{", "}");
        seconds.forEach((id, s) -> all.add(word(id) + ": " + seconds(s)));
        return all.toString();
    }

    private static String word(String id) {
        return id.matches("[A-Za-z0-9_-]+") ? id : "\"" + id + "\"";
    }

    private static String seconds(double seconds) {
        double tenths = StrictMath.rint(seconds * 10) / 10;
        return (tenths == StrictMath.rint(tenths) ? String.valueOf((long) tenths) : String.valueOf(tenths)) + " s";
    }
}
