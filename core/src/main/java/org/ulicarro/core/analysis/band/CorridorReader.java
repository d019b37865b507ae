package org.ulicarro.core.analysis.band;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Rehearsal;
import org.ulicarro.core.signal.SignalDraft;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.signal.compile.SignalCompiler;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.PlanOfPeriod;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalPlan;
import org.ulicarro.core.study.Study;

/** Gets a corridor out of a study: its signals, distances from line to line, and what is green for whom when. */
public final class CorridorReader {

    private static final int REHEARSED = 6; // cycles, of which the last but one counts

    /**
     * A place on the way.
     *
     * @param at metres from the first one, along the outbound way
     * @param signal whether it is a signal that the bands pass
     */
    public record Waypoint(String place, double at, boolean signal) {}

    private final Study study;
    private final String period;
    private final Network network;
    private final SignalSystem signals;
    private final List<String> via;
    private final double speed;
    private final String wantedPlan;
    private final List<Waypoint> way = new ArrayList<>();
    private final List<String> notes = new ArrayList<>();
    private final Map<String, Movement> outbound = new LinkedHashMap<>(); // place -> through movement
    private final Map<String, Movement> inbound = new LinkedHashMap<>();
    private Corridor corridor;

    /**
     * Reads a corridor.
     *
     * @param id one of the study's corridors
     * @param period whose plans are looked at
     * @param speed at which everybody drives (m/s); NaN for the limits
     * @param planId a plan to look at instead of the period's, where a fixed controller has it; null for the period's
     * @throws NoCorridor with the reason
     */
    public CorridorReader(
            Study study, Network network, SignalSystem signals, String period, String id, double speed, String planId)
            throws NoCorridor {
        this.study = study;
        this.network = network;
        this.signals = signals;
        this.period = period;
        this.speed = speed;
        wantedPlan = planId;
        if (speed <= 0) {
            throw new NoCorridor("nobody gets along a corridor at a speed of " + speed + " m/s");
        }
        Map<String, NetworkInput.Corridor> all = study.network().corridors();
        if (!all.containsKey(id)) {
            throw new NoCorridor(
                    all.isEmpty()
                            ? "the study has no corridors; write network: {corridors: {" + id
                                    + ": {via: [first, …, last]}}}"
                            : "there is no corridor '" + id + "'." + Names.suggestion(id, all.keySet()));
        }
        via = all.get(id).via();
        read(id);
    }

    /**
     * The same corridor under other signals.
     *
     * @throws NoCorridor with the reason
     */
    public CorridorReader under(Study other, SignalSystem otherSignals) throws NoCorridor {
        return new CorridorReader(other, network, otherSignals, period, corridor.id(), speed, wantedPlan);
    }

    public Corridor corridor() {
        return corridor;
    }

    /** All places on the way, signals or not. */
    public List<Waypoint> way() {
        return List.copyOf(way);
    }

    /** What was left out, and why. */
    public List<String> notes() {
        return List.copyOf(notes);
    }

    /** The movement along the corridor at one of its places; null at its ends. */
    public Movement through(String place, boolean out) {
        return (out ? outbound : inbound).get(place);
    }

    /**
     * Orders of phases that a signal could have, beside the one that it has.
     *
     * @param rings as a plan writes them, {@code 2 1 | 4}
     * @param stop the signal with the greens that follow
     */
    public record Sequence(List<String> rings, Corridor.Stop stop) {}

    /**
     * What a coordinated signal in rings would show with its left turns before or after the through greens: each ring's pair of phases that
     * holds a coordinated one, either way round. None for others.
     */
    public List<Sequence> sequences(Corridor.Stop stop) {
        List<Sequence> found = new ArrayList<>();
        if (!(study.signals().get(stop.place()) instanceof ActuatedControl controller)) {
            return found;
        }
        String planId = planId(controller);
        ActuatedControl.Plan plan = controller.whole(planId);
        for (List<String> rings : plan.otherOrders()) {
            ActuatedControl.Plan turned = plan.withRings(rings);
            Map<String, SignalController> all = new LinkedHashMap<>(study.signals());
            all.put(stop.place(), controller.withPlan(planId, turned));
            List<Fault> faults = new ArrayList<>();
            SignalSystem other = SignalCompiler.compile(
                    network, all, SignalDraft.When.of(period, study.periods().get(period)), faults);
            if (faults.stream().noneMatch(f -> f.severity() == Fault.Severity.ERROR)) {
                List<Span> out = rehearsed(other, stop.place(), turned, stop.offset(), true);
                List<Span> in = rehearsed(other, stop.place(), turned, stop.offset(), false);
                if (!out.isEmpty() && !in.isEmpty()) {
                    found.add(new Sequence(
                            rings,
                            new Corridor.Stop(
                                    stop.place(),
                                    stop.at(),
                                    stop.cycle(),
                                    stop.offset(),
                                    out,
                                    in,
                                    stop.yellow(),
                                    true)));
                }
            }
        }
        return found;
    }

    /** The plan of a signal of the corridor. */
    public String plan(String place) {
        return planId(study.signals().get(place));
    }

    private Link link(String from, String to) {
        return network.linksFrom(from).stream()
                .filter(l -> !l.ring() && l.to().equals(to))
                .findFirst()
                .orElse(null);
    }

    private void read(String id) throws NoCorridor {
        int n = via.size();
        double[] out = new double[n - 1]; // metres from place to place, over the one behind
        double[] in = new double[n - 1];
        double[] outTime = new double[n - 1];
        double[] inTime = new double[n - 1];
        double[] outLimit = new double[n - 1];
        double[] inLimit = new double[n - 1];
        for (int i = 0; i + 1 < n; i++) {
            Link ahead = link(via.get(i), via.get(i + 1));
            Link back = link(via.get(i + 1), via.get(i));
            if (ahead == null && back == null) {
                throw new NoCorridor("no road joins '" + via.get(i) + "' and '" + via.get(i + 1) + "', which corridor '"
                        + id + "' follows");
            }
            if (ahead == null || back == null) {
                throw new NoCorridor("the corridor is a one-way road between '" + via.get(i) + "' and '"
                        + via.get(i + 1) + "'; bands both ways need both directions");
            }
            Movement outHere = i == 0 ? null : turn(link(via.get(i - 1), via.get(i)), ahead);
            Movement inHere = i + 2 >= n ? null : turn(link(via.get(i + 2), via.get(i + 1)), back);
            if (i > 0) {
                outbound.put(via.get(i), known(outHere, via.get(i)));
            }
            if (i + 2 < n) {
                inbound.put(via.get(i + 1), known(inHere, via.get(i + 1)));
            }
            out[i] = ahead.length() + length(outHere);
            in[i] = back.length() + length(inHere);
            outLimit[i] = ahead.speed();
            inLimit[i] = back.speed();
            outTime[i] = Double.isNaN(speed) ? ahead.freeTime() + length(outHere) / ahead.speed() : out[i] / speed;
            inTime[i] = Double.isNaN(speed) ? back.freeTime() + length(inHere) / back.speed() : in[i] / speed;
        }
        gather(id, out, in, outTime, inTime, outLimit, inLimit);
    }

    private Movement known(Movement movement, String place) throws NoCorridor {
        if (movement == null) {
            throw new NoCorridor("no movement leads along the corridor through '" + place + "'");
        }
        return movement;
    }

    private Movement turn(Link from, Link to) {
        return network.movementsFrom(from.index()).stream()
                .filter(m -> m.toLink() == to.index())
                .findFirst()
                .orElse(null);
    }

    private double length(Movement movement) {
        if (movement == null) {
            return 0;
        }
        double length = path(movement);
        for (int on : movement.onward()) {
            length += path(network.movements().get(on));
        }
        return length;
    }

    private double path(Movement movement) {
        TurningPath first = movement.paths().get(0);
        return network.lanes().get(first.lane()).end();
    }

    private void gather(
            String id,
            double[] out,
            double[] in,
            double[] outTime,
            double[] inTime,
            double[] outLimit,
            double[] inLimit)
            throws NoCorridor {
        List<Corridor.Stop> stops = new ArrayList<>();
        List<Integer> at = new ArrayList<>();
        double along = 0;
        for (int i = 0; i < via.size(); i++) {
            along += i == 0 ? 0 : out[i - 1];
            Corridor.Stop stop = i == 0 || i == via.size() - 1 ? null : stop(via.get(i), along);
            way.add(new Waypoint(via.get(i), along, stop != null));
            if (stop != null) {
                stops.add(stop);
                at.add(i);
            }
        }
        if (stops.size() < 2) {
            throw new NoCorridor(
                    "corridor '" + id + "' passes " + stops.size() + " signal(s) with a cycle; a band needs two"
                            + (notes.isEmpty() ? "" : " (" + String.join("; ", notes) + ")"));
        }
        checkCycles(stops);
        int n = stops.size() - 1;
        double[][] sums = new double[6][n];
        java.util.Arrays.fill(sums[4], Double.MAX_VALUE);
        java.util.Arrays.fill(sums[5], Double.MAX_VALUE);
        for (int k = 0; k < n; k++) {
            for (int i = at.get(k); i < at.get(k + 1); i++) {
                sums[0][k] += outTime[i];
                sums[1][k] += inTime[i];
                sums[2][k] += out[i];
                sums[3][k] += in[i];
                sums[4][k] = Math.min(sums[4][k], outLimit[i]);
                sums[5][k] = Math.min(sums[5][k], inLimit[i]);
            }
        }
        corridor = new Corridor(id, stops, sums[0], sums[1], sums[2], sums[3], sums[4], sums[5]);
    }

    private static void checkCycles(List<Corridor.Stop> stops) throws NoCorridor {
        Corridor.Stop longest = stops.get(0);
        for (Corridor.Stop s : stops) {
            longest = s.cycle() > longest.cycle() ? s : longest;
        }
        for (Corridor.Stop s : stops) {
            double times = longest.cycle() / s.cycle();
            if (Math.abs(times - StrictMath.rint(times)) > 1e-6) {
                throw new NoCorridor(String.format(
                        java.util.Locale.ROOT,
                        "cycles of %.0f s at '%s' and %.0f s at '%s' do not fit together: the longer one must be a whole multiple of"
                                + " the other, or no band comes again",
                        longest.cycle(),
                        longest.place(),
                        s.cycle(),
                        s.place()));
            }
        }
    }

    /** The signal of a place; null where it has none, or one that keeps no cycle. */
    private Corridor.Stop stop(String place, double at) throws NoCorridor {
        SignalController controller = study.signals().get(place);
        boolean signal = controller != null && network.junctions().get(place).signalised();
        if (!signal) {
            return null;
        }
        SignalPlan<?> plan = plan(controller);
        boolean free = plan instanceof ActuatedControl.Plan phases && Boolean.TRUE.equals(phases.free());
        if (plan == null || plan.cycle() == null || free) {
            notes.add("'" + place + "' keeps no cycle, and is left out of the bands");
            return null;
        }
        double offset = plan.offset() == null ? 0 : plan.offset();
        boolean fixed = controller instanceof FixedControl;
        List<Span> out =
                fixed ? fixed(place, (FixedControl) controller, true) : rehearsed(signals, place, plan, offset, true);
        List<Span> in =
                fixed ? fixed(place, (FixedControl) controller, false) : rehearsed(signals, place, plan, offset, false);
        if (out.isEmpty() || in.isEmpty()) {
            throw new NoCorridor("'" + place + "' has no green for the through movement "
                    + (out.isEmpty() ? outbound : inbound).get(place).name() + " in its plan");
        }
        double yellow = signals.yellowOf(outbound.get(place).index());
        return new Corridor.Stop(place, at, plan.cycle(), offset, out, in, yellow, !fixed);
    }

    /** The plan that is looked at, with what it takes from others; null for control that keeps no cycle of its own. */
    private SignalPlan<?> plan(SignalController controller) {
        return switch (controller.kind()) {
            case FIXED, ACTUATED -> controller.whole(planId(controller));
            case STAGES, METER, EXTERNAL -> null;
        };
    }

    private String planId(SignalController controller) {
        Map<String, ?> plans = controller.plans();
        if (wantedPlan != null && plans.containsKey(wantedPlan) && controller instanceof FixedControl) {
            return wantedPlan;
        }
        return PlanOfPeriod.id(controller, study, period);
    }

    private List<Span> fixed(String place, FixedControl controller, boolean out) {
        FixedControl.Plan plan = controller.whole(planId(controller));
        Movement movement = (out ? outbound : inbound).get(place);
        List<Span> spans = new ArrayList<>();
        controller.groups().forEach((id, group) -> {
            boolean serves = group.serves().stream()
                    .anyMatch(text -> network.movement(place, text).movement() == movement);
            for (CycleRange range : serves ? plan.greens().getOrDefault(id, List.of()) : List.<CycleRange>of()) {
                double to = range.to() > range.from() ? range.to() : range.to() + plan.cycle();
                spans.add(new Span(range.from(), to));
            }
        });
        return spans;
    }

    /** What a coordinated controller shows when everybody calls all the time: the green that nobody can take away. */
    private List<Span> rehearsed(SignalSystem signals, String place, SignalPlan<?> plan, double offset, boolean out) {
        int group = signals.groupOf((out ? outbound : inbound).get(place).index());
        int cycle = Clock.ticks(plan.cycle());
        int start = Clock.ticks(study.periods().get(period).from());
        int end = start + REHEARSED * cycle;
        List<Rehearsal.Call> calls = new ArrayList<>();
        for (int d = 0; d < signals.detectors().size(); d++) {
            calls.add(new Rehearsal.Call(false, d, start, end));
        }
        Rehearsal rehearsal = Rehearsal.of(signals, place, start, end, calls);
        List<Span> spans = new ArrayList<>();
        int from = start + (REHEARSED - 3) * cycle;
        int began = -1;
        for (Rehearsal.Change change : rehearsal.changes()) {
            if (change.group() != group) {
                continue;
            }
            if (change.shows() == Aspect.GREEN) {
                began = change.tick();
            } else if (began >= from && began < from + cycle) {
                double second = Clock.seconds(began) - offset;
                second -= plan.cycle() * StrictMath.floor(second / plan.cycle());
                spans.add(new Span(second, second + Clock.seconds(change.tick() - began)));
                began = -1;
            } else {
                began = -1;
            }
        }
        return spans;
    }
}
