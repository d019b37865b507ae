package org.ulicarro.core.search.optimize;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.SpanOrder;

/** What one set of signal plans has otherwise than another, change by change, each undone alone. */
public final class Undone {

    private static final double SAME = 0.05; // s

    /**
     * One change.
     *
     * @param place id; {@code all} for the cycle that signals share
     * @param what cycle, offset, splits or order
     * @param before what stood there, in words
     * @param after what stands there
     * @param without the new model with this change alone undone; null where it cannot be undone alone
     */
    public record Change(String place, String what, String before, String after, Model without) {}

    private final PlanSpace old;
    private final PlanSpace now;
    private final List<String> places = new ArrayList<>();

    /**
     * Two models that differ in signal plans.
     *
     * @throws NotTimed when no plan that could be timed differs
     */
    public Undone(Model before, Model after, ToDoubleFunction<Movement> volume) throws NotTimed {
        PlanSpace.Freedom free = new PlanSpace.Freedom(true, false, List.of());
        List<String> timeable = PlanSpace.timeable(after);
        for (String place : PlanSpace.timeable(before)) {
            boolean other = !before.study()
                    .signals()
                    .get(place)
                    .equals(after.study().signals().get(place));
            if (other && timeable.contains(place)) {
                places.add(place);
            }
        }
        if (places.isEmpty()) {
            throw new NotTimed("no signal plan differs that could be timed");
        }
        old = new PlanSpace(before, places, volume, free, Map.of());
        now = new PlanSpace(after, places, volume, free, Map.of());
    }

    /** Places whose control differs. */
    public List<String> places() {
        return places;
    }

    /** All changes, the common cycle first. */
    public List<Change> changes() {
        List<Change> changes = new ArrayList<>();
        SignalTimes before = old.inForce();
        SignalTimes after = now.inForce();
        if (StrictMath.abs(before.cycle() - after.cycle()) > SAME) {
            Optional<SignalTimes> undone = now.stretched(before.cycle());
            changes.add(new Change(
                    "all",
                    "cycle",
                    seconds(before.cycle()),
                    seconds(after.cycle()),
                    undone.flatMap(now::model).orElse(null)));
        }
        for (int s = 0; s < places.size(); s++) {
            addOf(s, before.settings().get(s), after.settings().get(s), after, changes);
        }
        return changes;
    }

    private void addOf(int s, Setting was, Setting is, SignalTimes after, List<Change> changes) {
        if (was.points().isEmpty() || is.points().isEmpty()) {
            return;
        }
        String place = places.get(s);
        double by = is.cycle() / was.cycle();
        SpanOrder oldOrder = old.signals().get(s).orders().get(0).spans();
        SpanOrder newOrder = now.signals().get(s).orders().get(0).spans();
        boolean sameOrder = ids(oldOrder).equals(ids(newOrder)) && oldOrder.points() == newOrder.points();
        Setting moved = is.later(was.start() * by - is.start());
        if (StrictMath.abs(moved.start() - is.start()) > SAME && places.size() + others() > 1) {
            changes.add(new Change(
                    place,
                    "offset",
                    seconds(old.writtenOffset(s, was)) + " of " + seconds(was.cycle()),
                    seconds(now.writtenOffset(s, is)) + " of " + seconds(is.cycle()),
                    now.model(after.with(s, moved)).orElse(null)));
        }
        if (!sameOrder) {
            changes.add(
                    new Change(place, "order", words(oldOrder), words(newOrder), inOldOrder(s, is, oldOrder, after)));
            return;
        }
        double[] wanted = java.util.Arrays.stream(was.times()).map(t -> t * by).toArray();
        double[] points = now.signals().get(s).orders().get(0).fit(wanted, is.cycle());
        if (points != null && !java.util.Arrays.equals(points, is.times())) {
            changes.add(new Change(
                    place,
                    "splits",
                    shares(oldOrder, was),
                    shares(newOrder, is),
                    now.model(after.with(s, Setting.of(0, is.factor(), is.start(), points)))
                            .orElse(null)));
        }
    }

    /** The new model with the greens of one signal in their old order, each as long as it is now; null where they cannot be. */
    private Model inOldOrder(int s, Setting is, SpanOrder oldOrder, SignalTimes after) {
        List<GreenOrder> orders = now.signals().get(s).orders();
        for (int o = 1; o < orders.size(); o++) {
            boolean old = ids(orders.get(o).spans()).equals(ids(oldOrder));
            double[] points = old ? Neighbourhood.turned(orders.get(0), is, orders.get(o)) : null;
            if (points != null) {
                return now.model(after.with(s, Setting.of(o, is.factor(), is.start(), points)))
                        .orElse(null);
            }
        }
        return null;
    }

    /** Signals beside the changed ones; with none, an offset is nothing. */
    private int others() {
        return now.model().signals().places().size() - places.size();
    }

    private static String ids(SpanOrder order) {
        return String.join(
                " ",
                order.spans().stream()
                        .filter(s -> !s.forPeople())
                        .map(s -> s.id() + "@" + s.from())
                        .toList());
    }

    /** Who begins together, and then: {@code EB+L, WB, NS}. */
    private static String words(SpanOrder order) {
        List<String> all = new ArrayList<>();
        for (int point = 0; point < order.points() - 1; point++) {
            int from = point;
            String begin = order.spans().stream()
                    .filter(s -> !s.forPeople() && s.from() == from)
                    .map(SpanOrder.Span::id)
                    .collect(Collectors.joining("+"));
            if (!begin.isEmpty()) {
                all.add(begin);
            }
        }
        return String.join(", ", all);
    }

    /** Seconds that lie between points: {@code 45/35}. */
    private static String shares(SpanOrder order, Setting setting) {
        List<String> all = new ArrayList<>();
        double[] at = setting.times();
        for (SpanOrder.Span span : order.spans()) {
            if (!span.forPeople()) {
                String one = String.format(Locale.ROOT, "%s %.0f", span.id(), at[span.to()] - at[span.from()]);
                all.add(one);
            }
        }
        return String.join(" ", all);
    }

    private static String seconds(double seconds) {
        return String.format(Locale.ROOT, "%.0f s", seconds);
    }
}
