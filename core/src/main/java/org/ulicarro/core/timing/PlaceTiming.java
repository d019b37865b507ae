package org.ulicarro.core.timing;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.KeptLanes;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.signal.SpanOrder.Span;

/**
 * Timing of one place by formula. What is critical is the longest way over the points of the order of greens, be it stages or rings and
 * barriers.
 *
 * <p>Sources: F. V. Webster, <i>Traffic Signal Settings</i>, Road Research Technical Paper 39, 1958; Highway Capacity Manual 2000,
 * chapter 16, equations 16-8 and 16-30.
 */
public final class PlaceTiming {

    /** Cycles are rounded up to this (s). */
    private static final double STEP = 5;

    private final SpanOrder order;
    private final List<LaneGroup> groups;
    private final double[] part; // of each span in the green of its group: one with several greens needs them together

    PlaceTiming(SpanOrder order, List<LaneGroup> groups) {
        this.order = order;
        this.groups = groups;
        part = new double[order.spans().size()];
        for (int i = 0; i < part.length; i++) {
            Span span = order.spans().get(i);
            double all = order.spans().stream()
                    .filter(s -> s.group() == span.group())
                    .mapToDouble(PlaceTiming::weight)
                    .sum();
            part[i] = all > 0 ? weight(span) / all : 1;
        }
    }

    private static double weight(Span span) {
        return Double.isNaN(span.green()) ? 1 : span.green();
    }

    /**
     * Timing of a place.
     *
     * @param kept lanes that are not for cars
     * @param flows what it is timed for
     * @param base saturation flow of a lane straight on without heavy vehicles (veh/h)
     * @param heavyShare share of trucks and buses
     */
    public static PlaceTiming of(
            Network network,
            SignalSystem signals,
            KeptLanes kept,
            String place,
            Flows flows,
            double base,
            double heavyShare) {
        Junction junction = network.junctions().get(place);
        List<LaneGroup> groups = new LaneGroups(network, signals, kept, flows, base, heavyShare).of(junction);
        return new PlaceTiming(signals.orderAt(place), groups);
    }

    /** The same place with its greens in another order. */
    public PlaceTiming with(SpanOrder other) {
        return new PlaceTiming(other, groups);
    }

    public SpanOrder order() {
        return order;
    }

    public List<LaneGroup> groups() {
        return groups;
    }

    /** Sum of the flow ratios of the critical way, in a cycle of so many seconds. */
    public double ratio(double cycle) {
        return longest(ratios(cycle))[order.points() - 1];
    }

    /** Flow ratio of each span: the largest of the lane groups that it lets go. */
    private double[] ratios(double cycle) {
        double[] ratios = greens(cycle, 1);
        for (int i = 0; i < ratios.length; i++) {
            ratios[i] /= cycle;
        }
        return ratios;
    }

    /** Green that each span needs for a load (s). */
    private double[] greens(double cycle, double load) {
        double[] greens = new double[part.length];
        for (int i = 0; i < greens.length; i++) {
            int group = order.spans().get(i).group();
            double most = 0;
            for (LaneGroup one : groups) {
                most = one.group() == group ? Math.max(most, one.needs(cycle, load)) : most;
            }
            greens[i] = most * part[i];
        }
        return greens;
    }

    /** Whether each span is on the critical way, by flow ratios. */
    boolean[] criticalSpans(double cycle) {
        return critical(ratios(cycle));
    }

    /** Whether a lane group decides the flow ratio of a span on the critical way. */
    public boolean isCritical(LaneGroup group, double cycle) {
        boolean[] critical = criticalSpans(cycle);
        boolean most = groups.stream()
                .filter(g -> g.group() == group.group())
                .allMatch(g -> g.ratio(cycle) <= group.ratio(cycle));
        for (int i = 0; i < critical.length && most && group.volume() > 0; i++) {
            if (critical[i] && order.spans().get(i).group() == group.group()) {
                return true;
            }
        }
        return false;
    }

    /** What of the cycle the critical way loses (s). */
    public double lost(double cycle) {
        boolean[] critical = criticalSpans(cycle);
        double lost = 0;
        for (int i = 0; i < critical.length; i++) {
            Span span = order.spans().get(i);
            lost += critical[i] ? span.lost() + span.lead() + (span.forPeople() ? span.least() : 0) : 0;
        }
        return lost;
    }

    /**
     * The cycles that the place needs.
     *
     * @param most load that no critical movement may exceed, below 1 as a rule
     * @param longest cycle that may be proposed (s)
     */
    public Cycles cycles(double most, double longest) {
        double people = longestOf(span -> hard(span, true));
        double all = firstFor(most, longest);
        double least = Math.ceil((Double.isNaN(all) ? people : all) / STEP) * STEP;
        double optimum = Math.max(webster(longest), least); // NaN stays
        return new Cycles(
                longestOf(span -> span.forPeople() ? 0 : span.lost()),
                longestOf(span -> hard(span, false)),
                people,
                all,
                optimum);
    }

    /** Webster's optimum (1.5 L + 5) / (1 - Y), where Y may depend on the cycle; NaN where the greens alone take all of it. */
    private double webster(double longest) {
        for (double cycle = STEP; cycle < longest; cycle += STEP) {
            double y = ratio(cycle);
            if (y < 1 && (1.5 * lost(cycle) + 5) / (1 - y) <= cycle + 1e-9) {
                return cycle;
            }
        }
        return ratio(longest) < 1 ? longest : Double.NaN;
    }

    /** The first whole second that holds everybody's minimum and keeps all below a load at once; NaN where none up to the longest does. */
    private double firstFor(double load, double longest) {
        for (double cycle = 1; cycle <= longest; cycle++) {
            if (longest(needs(cycle, load))[order.points() - 1] <= cycle + 1e-9) {
                return cycle;
            }
        }
        return Double.NaN;
    }

    /**
     * What holds a cycle up.
     *
     * @param span of the way that leaves no second
     * @param why what of it does
     */
    public record Bound(Span span, Why why) {}

    /** What decides how long a span is. */
    public enum Why {
        LOAD,
        SHORTEST_GREEN,
        PEOPLE
    }

    /** The spans that make a cycle as long as it is for a load, in the order of green. */
    public List<Bound> bounds(double cycle, double load) {
        boolean[] critical = critical(needs(cycle, load));
        double[] greens = greens(cycle, load);
        List<Bound> bounds = new ArrayList<>();
        for (int i = 0; i < critical.length; i++) {
            Span span = order.spans().get(i);
            if (critical[i]) {
                double green = greens[i] + span.lead() + span.lost();
                boolean byLoad = Math.ceil(green - 1e-9) >= hard(span, true);
                boolean byPeople = hard(span, true) > hard(span, false);
                bounds.add(new Bound(span, byLoad ? Why.LOAD : byPeople ? Why.PEOPLE : Why.SHORTEST_GREEN));
            }
        }
        return bounds;
    }

    /** What a span needs at the least, for everybody who has green in it, with its clearance; whole seconds. */
    public double least(int span) {
        return hard(order.spans().get(span), true);
    }

    /** Green of all spans when points come at these times (s); the first one is 0, the last one the cycle. */
    public Timed at(double[] points) {
        double[] greens = new double[part.length];
        for (int i = 0; i < greens.length; i++) {
            Span span = order.spans().get(i);
            greens[i] = points[span.to()] - points[span.from()] - span.lost();
        }
        double cycle = points[points.length - 1];
        return new Timed(cycle, greens, points.clone(), Double.NaN, List.of());
    }

    /** When the vehicles of a signal group have green in a cycle: {from, to} in seconds from the first point, in order. */
    public List<double[]> greens(int group, Timed timed) {
        return GreenTimes.of(order, timed, group);
    }

    /** What a span needs at the least (s). */
    private static double hard(Span span, boolean withPeople) {
        if (span.forPeople() && !withPeople) {
            return 0;
        }
        double green = withPeople ? Math.max(span.least() + span.lead(), span.people()) : span.least();
        return Math.ceil(green + span.lost() - 1e-9);
    }

    private double longestOf(ToDoubleFunction<Span> needs) {
        double[] need = order.spans().stream().mapToDouble(needs).toArray();
        return longest(need)[order.points() - 1];
    }

    /** When each point comes at the earliest. */
    private double[] longest(double[] need) {
        double[] at = new double[order.points()];
        for (int point = 1; point < at.length; point++) {
            for (int i = 0; i < need.length; i++) {
                Span span = order.spans().get(i);
                if (span.to() == point) {
                    at[point] = Math.max(at[point], at[span.from()] + need[i]);
                }
            }
        }
        return at;
    }

    /** When each point must have come at the latest for the last one to come at its time. */
    private double[] latest(double[] need, double end) {
        double[] at = new double[order.points()];
        Arrays.fill(at, end);
        for (int point = at.length - 2; point >= 0; point--) {
            for (int i = 0; i < need.length; i++) {
                Span span = order.spans().get(i);
                if (span.from() == point) {
                    at[point] = Math.min(at[point], at[span.to()] - need[i]);
                }
            }
        }
        return at;
    }

    private boolean[] critical(double[] need) {
        double[] at = longest(need);
        boolean[] critical = new boolean[need.length];
        int point = order.points() - 1;
        while (point > 0) {
            int next = -1;
            int alone = -1; // people who walk while all vehicles are held need nothing that vehicles ask for, but their
            // time
            for (int i = 0; i < need.length; i++) {
                Span span = order.spans().get(i);
                boolean ends = span.to() == point && at[span.from()] + need[i] >= at[point] - 1e-9;
                boolean better = next < 0 || need[i] > need[next];
                boolean idle = span.forPeople() && need[i] <= 0;
                next = ends && better && !idle ? i : next;
                alone = ends && idle ? i : alone;
            }
            if (next < 0) {
                next = alone;
            }
            if (next < 0) {
                break;
            }
            critical[next] = true;
            point = order.spans().get(next).from();
        }
        return critical;
    }

    /** What each span needs for a load, in whole seconds: rounded down it would miss the load that it is for. */
    private double[] needs(double cycle, double load) {
        double[] need = greens(cycle, load);
        for (int i = 0; i < need.length; i++) {
            Span span = order.spans().get(i);
            double green = need[i] + span.lead();
            need[i] = Math.max(hard(span, true), Math.ceil(green + span.lost() - 1e-9));
        }
        return need;
    }

    /** Greens of a cycle that load all critical movements equally, where minimums let them; in whole seconds. */
    public Timed timed(double cycle) {
        int last = order.points() - 1;
        double low = 1e-3;
        double high = 1e3;
        if (longest(needs(cycle, high))[last] > cycle + 1e-9) {
            return new Timed(cycle, new double[part.length], new double[last + 1], Double.POSITIVE_INFINITY, List.of());
        }
        for (int i = 0; i < 60; i++) {
            double middle = StrictMath.sqrt(low * high);
            if (longest(needs(cycle, middle))[last] > cycle) {
                low = middle;
            } else {
                high = middle;
            }
        }
        double[] need = needs(cycle, high);
        double[] early = longest(need);
        double[] late = latest(need, cycle);
        double[] points = new double[last + 1];
        for (int p = 1; p <= last; p++) {
            points[p] = p == last ? cycle : Math.floor((early[p] + late[p]) / 2 + 0.5); // keeps whole seconds apart
        }
        double[] greens = new double[part.length];
        for (int i = 0; i < greens.length; i++) {
            Span span = order.spans().get(i);
            greens[i] = points[span.to()] - points[span.from()] - span.lost();
        }
        List<Boolean> critical = new ArrayList<>();
        for (boolean one : critical(need)) {
            critical.add(one);
        }
        return new Timed(cycle, greens, points, loadOf(cycle), critical);
    }

    /** The plan as it is; null where it has no cycle or does not say its greens. */
    public Timed asIs() {
        double[] greens = order.spans().stream().mapToDouble(Span::green).toArray();
        if (Double.isNaN(order.cycle()) || Arrays.stream(greens).anyMatch(Double::isNaN)) {
            return null;
        }
        List<Boolean> critical = new ArrayList<>();
        for (boolean one : criticalSpans(order.cycle())) {
            critical.add(one);
        }
        return new Timed(order.cycle(), greens, order.times(), loadOf(order.cycle()), critical);
    }

    /** The load of the critical way: Xc = Y C / (C − L). */
    private double loadOf(double cycle) {
        double[] ratios = ratios(cycle);
        boolean[] critical = critical(ratios);
        double y = 0;
        for (int i = 0; i < critical.length; i++) {
            y += critical[i] ? ratios[i] : 0;
        }
        return y * cycle / (cycle - lost(cycle));
    }

    /** Green of a lane group's vehicles in a cycle (s): all spans of its group, or of its overlap. */
    public double green(LaneGroup group, Timed timed) {
        return GreenTimes.seconds(GreenTimes.of(order, timed, group.group()));
    }

    /** Mean delay of a lane group's vehicles by the greens of a cycle (s). */
    public double delay(LaneGroup group, Timed timed) {
        return group.delay(GreenTimes.of(order, timed, group.group()), timed.cycle());
    }

    /** The largest demand over capacity of all lane groups, critical or not; NaN where nobody travels. */
    public double worstLoad(Timed timed) {
        return groups.stream()
                .filter(g -> g.volume() > 0)
                .mapToDouble(g -> g.load(green(g, timed), timed.cycle()))
                .max()
                .orElse(Double.NaN);
    }

    /** Mean delay of all vehicles (s), by the greens of a cycle. */
    public double delay(Timed timed) {
        double sum = 0;
        double vehicles = 0;
        for (LaneGroup group : groups) {
            if (group.volume() > 0) {
                sum += group.volume() * delay(group, timed);
                vehicles += group.volume();
            }
        }
        return vehicles > 0 ? sum / vehicles : Double.NaN;
    }

    /** The same with another volume and saturation flow of a lane group, as shares of what they are. */
    public PlaceTiming with(LaneGroup group, double volume, double saturation) {
        List<LaneGroup> others = new ArrayList<>();
        for (LaneGroup one : groups) {
            others.add(one == group ? one.with(volume, saturation) : one.with(group.movements(), volume));
        }
        return new PlaceTiming(order, others);
    }

    /** The same with all volumes another share of what they are. */
    public PlaceTiming with(double volumes) {
        PlaceTiming all = this;
        for (int i = 0; i < groups.size(); i++) {
            all = all.with(all.groups.get(i), volumes, 1);
        }
        return all;
    }
}
