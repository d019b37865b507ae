package org.ulicarro.core.search.optimize;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.run.Change;
import org.ulicarro.core.run.Compiled;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.Kinds;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalPlan;
import org.ulicarro.core.timing.Flows;
import org.ulicarro.core.timing.PlaceTiming;

/**
 * All plans that a search may try: what is timed, what varies and what stays. Shortest greens, clearances and what people need hold in every
 * one of them.
 */
public final class PlanSpace {

    /** Saturation flow of a lane straight on by formula (veh/h). */
    private static final double SATURATION = 1900;

    /**
     * What else may vary.
     *
     * @param sequences whether greens may come in another order: left turns after the through greens, or before
     * @param halves whether a signal may run with half the common cycle
     * @param keep what stays
     */
    public record Freedom(boolean sequences, boolean halves, List<Keep> keep) {}

    private final Model model;
    private final ToDoubleFunction<Movement> volume;
    private final Freedom freedom;
    private final List<TimedSignal> signals = new ArrayList<>();
    private final Map<String, String> before;
    private final Map<List<Object>, Double> zeros = new LinkedHashMap<>();

    /**
     * The plans of some places.
     *
     * @param places to be timed, along the way where they stand along one
     * @param volume demand of each movement (veh/h)
     * @param before what the model has otherwise than the study already, as a study writes it
     * @throws NotTimed when one of them has no plan that could be timed, or what is to stay is not there
     */
    public PlanSpace(
            Model model,
            List<String> places,
            ToDoubleFunction<Movement> volume,
            Freedom freedom,
            Map<String, String> before)
            throws NotTimed {
        this.model = model;
        this.before = new LinkedHashMap<>(before);
        this.volume = volume;
        this.freedom = freedom;
        double longest = places.stream()
                .map(model.signals()::orderAt)
                .filter(order -> order != null && !Double.isNaN(order.cycle()))
                .mapToDouble(SpanOrder::cycle)
                .max()
                .orElse(Double.NaN);
        for (String place : places) {
            signals.add(signal(place, longest));
        }
        if (signals.isEmpty()) {
            throw new NotTimed("there is no signal to time");
        }
        for (Keep keep : freedom.keep()) {
            check(keep);
        }
    }

    /** Places that have a plan which can be timed, in the order of the study. */
    public static List<String> timeable(Model model) {
        return model.signals().places().stream()
                .filter(p -> model.signals().orderAt(p) != null)
                .toList();
    }

    List<TimedSignal> signals() {
        return signals;
    }

    Model model() {
        return model;
    }

    boolean halves() {
        return freedom.halves();
    }

    /** Places that are timed. */
    public List<String> places() {
        return signals.stream().map(TimedSignal::place).toList();
    }

    private TimedSignal signal(String place, double longest) throws NotTimed {
        SignalController control = model.study().signals().get(place);
        SpanOrder order = control == null ? null : model.signals().orderAt(place);
        if (order == null) {
            throw new NotTimed(
                    control == null
                            ? "there is no signal at '" + place + "'." + Names.suggestion(place, timeable(model))
                            : "at '" + place
                                    + "' a script, a meter or an external controller decides: it has no plan to time");
        }
        boolean rings = freedom.sequences() && !keeps(place, "order");
        PlaceTiming timing = timing(model, place);
        List<GreenOrder> orders = new ArrayList<>(List.of(greenOrder(place, timing, List.of())));
        if (rings && control instanceof FixedControl fixed) {
            for (SpanOrder other : FixedOrders.of(order, fixed.groups())) {
                orders.add(greenOrder(place, timing.with(other), List.of()));
            }
        }
        if (rings && control instanceof ActuatedControl actuated && !Double.isNaN(order.cycle())) {
            ActuatedControl.Plan plan = actuated.whole(order.plan());
            for (List<String> other : plan.otherOrders()) {
                SignalController turned = actuated.withPlan(order.plan(), plan.withRings(other));
                compiled(Map.of(place, turned)).ifPresent(m -> orders.add(greenOrder(place, timing(m, place), other)));
            }
        }
        Setting now = Double.isNaN(order.cycle())
                ? new Setting(0, 1, 0, List.of(), maxima(order), Map.of())
                : Setting.of(0, order.cycle() / longest, offset(control, order.plan()) + order.zero(), order.times());
        return new TimedSignal(
                place, order.plan(), control, List.copyOf(orders), now, keeps(place, "offset"), keeps(place, "splits"));
    }

    private static double offset(SignalController control, String plan) {
        SignalPlan<?> whole = control.whole(plan);
        return whole.offset() == null ? 0 : whole.offset();
    }

    private static Map<String, Double> maxima(SpanOrder order) {
        Map<String, Double> all = new LinkedHashMap<>();
        for (SpanOrder.Span span : order.spans()) {
            if (!Double.isNaN(span.most())) {
                all.put(span.id(), span.most());
            }
        }
        return all;
    }

    private PlaceTiming timing(Model of, String place) {
        double heavy = Kinds.of(of.study()).heavyShare(of.study().demand().mix());
        return PlaceTiming.of(
                of.network(),
                of.signals(),
                of.keptLanes(),
                place,
                new Flows(volume, of.demand()::peopleRate),
                SATURATION,
                heavy);
    }

    private GreenOrder greenOrder(String place, PlaceTiming timing, List<String> rings) {
        Predicate<SpanOrder.Span> kept = span -> keeps(place, span.id());
        return new GreenOrder(rings, timing, kept, span -> span.forPeople() && keeps(place, "walk"));
    }

    private boolean keeps(String place, String what) {
        return freedom.keep().stream()
                .anyMatch(k -> k.place().equals(place)
                        && (k.what().equals(what)
                                || k.all() && (what.equals("offset") || what.equals("order"))
                                || k.all() && what.equals("splits")));
    }

    private void check(Keep keep) throws NotTimed {
        TimedSignal signal = signals.stream()
                .filter(s -> s.place().equals(keep.place()))
                .findFirst()
                .orElseThrow(() -> new NotTimed("--keep '" + keep.text() + "': '" + keep.place()
                        + "' is not among what is timed." + Names.suggestion(keep.place(), places())));
        List<String> known = new ArrayList<>(Keep.WORDS);
        signal.orders().get(0).spans().spans().forEach(s -> known.add(s.id()));
        if (!keep.all() && !known.contains(keep.what())) {
            throw new NotTimed("--keep '" + keep.text() + "': " + keep.place() + " has no group, phase or word '"
                    + keep.what() + "'." + Names.suggestion(keep.what(), known));
        }
    }

    private Optional<Model> compiled(Map<String, SignalController> changed) {
        Map<String, SignalController> all = new LinkedHashMap<>(model.study().signals());
        all.putAll(changed);
        Compiled<Model> outcome = model.with(Change.study(s -> s.withSignals(all)));
        boolean wrong = outcome.faults().stream().anyMatch(f -> f.severity() == Fault.Severity.ERROR);
        return wrong ? Optional.empty() : outcome.result();
    }

    /** The plan in force; its cycle is the longest of its signals. */
    SignalTimes inForce() {
        double cycle = signals.stream()
                .filter(s -> !s.free())
                .mapToDouble(s -> s.now().cycle())
                .max()
                .orElse(Double.NaN);
        return new SignalTimes(cycle, signals.stream().map(TimedSignal::now).toList());
    }

    /** The common cycle in force, the longest of its signals (s); NaN where all run without one. */
    public double cycleInForce() {
        return inForce().cycle();
    }

    /** The plan in force with another cycle, everything in its proportions; empty where something does not fit. */
    Optional<SignalTimes> stretched(double cycle) {
        return of(cycle, (signal, own) -> {
            Setting now = signal.now();
            double by = own / now.cycle();
            double[] wanted =
                    java.util.Arrays.stream(now.times()).map(t -> t * by).toArray();
            double[] points = signal.orders().get(0).fit(wanted, own);
            return points == null
                    ? inAnyOrder(signal, Setting.of(0, own / cycle, now.start() * by, wanted))
                    : Setting.of(0, own / cycle, now.start() * by, points);
        });
    }

    /** What does not fit in the order in force in the first other order in which it does; null for none. */
    private static Setting inAnyOrder(TimedSignal signal, Setting wanted) {
        for (int o = 1; o < signal.orders().size(); o++) {
            double[] points = Neighbourhood.turned(
                    signal.orders().get(0), wanted, signal.orders().get(o));
            if (points != null) {
                return Setting.of(o, wanted.factor(), wanted.start(), points);
            }
        }
        return null;
    }

    /** Greens by formula, offsets as those of another plan. */
    Optional<SignalTimes> byFormula(SignalTimes like) {
        SignalTimes plan = like;
        for (int s = 0; s < signals.size(); s++) {
            TimedSignal signal = signals.get(s);
            Setting old = like.settings().get(s);
            if (!signal.free() && !signal.splitsStay()) {
                GreenOrder order = signal.orders().get(old.order());
                double[] wanted = order.timing().timed(old.cycle()).points();
                double[] points = order.fit(wanted, old.cycle());
                if (points != null && wanted[wanted.length - 1] > 0) {
                    plan = plan.with(s, Setting.of(old.order(), old.factor(), old.start(), points));
                }
            }
        }
        return Optional.of(plan);
    }

    private interface Maker {
        Setting of(TimedSignal signal, double own);
    }

    private Optional<SignalTimes> of(double cycle, Maker maker) {
        List<Setting> settings = new ArrayList<>();
        for (TimedSignal signal : signals) {
            if (signal.free()) {
                settings.add(signal.now());
                continue;
            }
            double own = ownCycle(signal, cycle);
            Setting setting = Double.isNaN(own) ? null : maker.of(signal, own);
            if (setting == null) {
                return Optional.empty();
            }
            settings.add(setting);
        }
        return Optional.of(new SignalTimes(cycle, List.copyOf(settings)));
    }

    /** A signal whose minimums do not fit into the common cycle runs with the double one (s); NaN where that does not do either. */
    private static double ownCycle(TimedSignal signal, double cycle) {
        double shortest = signal.shortest();
        return shortest <= cycle ? cycle : shortest <= 2 * cycle ? 2 * cycle : Double.NaN;
    }

    /** Why there is no plan with some cycle: the place that needs most, and what of it binds. */
    public String binding(double cycle) {
        TimedSignal most = signals.get(0);
        for (TimedSignal signal : signals) {
            most = signal.shortest() > most.shortest() ? signal : most;
        }
        PlaceTiming timing = most.orders().get(0).timing();
        List<String> bounds = timing.bounds(cycle, 1e6).stream()
                .map(b -> b.span().id()
                        + switch (b.why()) {
                            case PEOPLE -> " (people)";
                            case SHORTEST_GREEN -> " (shortest green)";
                            case LOAD -> "";
                        })
                .toList();
        return String.format(
                Locale.ROOT, "'%s' needs %.0f s for %s", most.place(), most.shortest(), String.join(", ", bounds));
    }

    /** The shortest common cycle of all signals, without any at the double (s). */
    public double shortest() {
        return signals.stream()
                .filter(s -> !s.free())
                .mapToDouble(TimedSignal::shortest)
                .max()
                .orElse(0);
    }

    /** The model under a plan; empty where its checks refuse the plan. */
    Optional<Model> model(SignalTimes plan) {
        Map<String, SignalController> changed = new LinkedHashMap<>();
        for (int s = 0; s < signals.size(); s++) {
            TimedSignal signal = signals.get(s);
            Setting setting = plan.settings().get(s);
            if (!setting.equals(signal.now())) {
                changed.put(signal.place(), signal.controller(setting, zero(signal, setting)));
            }
        }
        return changed.isEmpty() ? Optional.of(model) : compiled(changed);
    }

    /** Second of a coordinated plan's own cycle at its first point, which hangs on its splits. */
    private double zero(TimedSignal signal, Setting setting) {
        if (signal.free() || signal.byTheClock()) {
            return 0;
        }
        List<Object> key = List.of(signal.place(), setting.order(), setting.points());
        Double known = zeros.get(key);
        if (known == null) {
            known = compiled(Map.of(signal.place(), signal.controller(setting, setting.start())))
                    .map(m -> m.signals().orderAt(signal.place()).zero())
                    .orElse(0.0);
            zeros.put(key, known);
        }
        return known;
    }

    /** What a plan changes: paths of the study and what it writes there. Nothing for the plan in force. */
    Map<String, String> change(SignalTimes plan) {
        Map<String, String> change = new LinkedHashMap<>(before);
        for (int s = 0; s < signals.size(); s++) {
            TimedSignal signal = signals.get(s);
            Setting setting = plan.settings().get(s);
            if (!setting.equals(signal.now())) {
                change.put(
                        "signals.\"" + signal.place() + "\".plans.\"" + signal.plan() + "\"",
                        signal.text(setting, zero(signal, setting)));
            }
        }
        return change;
    }

    /** Offset of a signal as its plan writes it (s). */
    double writtenOffset(int s, Setting setting) {
        TimedSignal signal = signals.get(s);
        double offset = setting.start() - zero(signal, setting);
        return offset - setting.cycle() * StrictMath.floor(offset / setting.cycle());
    }

    /** What a written offset of a signal comes to, from the first point on. */
    Setting withWrittenOffset(int s, Setting setting, double offset) {
        return setting.later(offset - writtenOffset(s, setting));
    }

    /** Green after the last vehicle of a phase (s); null where the place has no such phase. */
    Double passage(int s, String phase, Setting setting) {
        TimedSignal signal = signals.get(s);
        Double varied = setting.passage().get(phase);
        if (varied != null || !(signal.control() instanceof ActuatedControl rings)) {
            return varied;
        }
        Double ofPlan = rings.whole(signal.plan()).other(phase).passage();
        return ofPlan != null || !rings.phases().containsKey(phase)
                ? ofPlan
                : Double.valueOf(rings.phases().get(phase).passage());
    }
}
