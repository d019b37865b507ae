package org.ulicarro.core.search.optimize;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.signal.SpanOrder.Span;
import org.ulicarro.core.study.SignalController.Group;

/**
 * Other orders of the greens of a plan by the clock. Between two points at which all greens end or begin stands a block: within it the greens may come the other way
 * round, so that a left turn goes after the greens beside it and not before them; and blocks may change places, such as left turns that go together before the
 * greens straight on, or after them.
 */
final class FixedOrders {

    /** More are not looked at: with four blocks of two greens each there would be hundreds. */
    private static final int MOST = 12;

    /**
     * A block at its place.
     *
     * @param from its first point in the order in force
     * @param to its last one
     * @param turned whether its greens come the other way round
     */
    private record Block(int from, int to, boolean turned) {

        Block turn() {
            return new Block(from, to, !turned);
        }

        int length() {
            return to - from;
        }
    }

    private final SpanOrder inForce;
    private final Map<String, Group> groups;

    private FixedOrders(SpanOrder inForce, Map<String, Group> groups) {
        this.inForce = inForce;
        this.groups = groups;
    }

    /** All orders but the one in force, the likest first. */
    static List<SpanOrder> of(SpanOrder inForce, Map<String, Group> groups) {
        return new FixedOrders(inForce, groups).all();
    }

    private List<SpanOrder> all() {
        List<List<Block>> found = new ArrayList<>(List.of(blocks()));
        Map<List<Span>, SpanOrder> orders = new LinkedHashMap<>();
        orders.put(order(found.get(0)).spans(), inForce); // what comes to the same is no other order
        for (int i = 0; i < found.size() && orders.size() <= MOST; i++) {
            for (List<Block> next : oneChange(found.get(i))) {
                SpanOrder order = order(next);
                if (orders.size() <= MOST && orders.putIfAbsent(order.spans(), order) == null) {
                    found.add(next);
                }
            }
        }
        return orders.values().stream().skip(1).toList();
    }

    private List<Block> blocks() {
        List<Block> blocks = new ArrayList<>();
        int from = 0;
        for (int point = 1; point < inForce.points(); point++) {
            if (inForce.isBarrier(point)) {
                blocks.add(new Block(from, point, false));
                from = point;
            }
        }
        return blocks;
    }

    /** One block the other way round, or two that follow each other with their places changed; the first one stays, since a cycle has no beginning. */
    private static List<List<Block>> oneChange(List<Block> blocks) {
        List<List<Block>> all = new ArrayList<>();
        for (int b = 0; b < blocks.size(); b++) {
            List<Block> turned = new ArrayList<>(blocks);
            turned.set(b, blocks.get(b).turn());
            all.add(turned);
        }
        for (int b = 1; b + 1 < blocks.size(); b++) {
            List<Block> swapped = new ArrayList<>(blocks);
            swapped.set(b, blocks.get(b + 1));
            swapped.set(b + 1, blocks.get(b));
            all.add(swapped);
        }
        return all;
    }

    private SpanOrder order(List<Block> blocks) {
        Span[] spans = new Span[inForce.spans().size()];
        int begins = 0;
        for (Block block : blocks) {
            for (int i = 0; i < spans.length; i++) {
                Span span = inForce.spans().get(i);
                if (span.from() >= block.from && span.to() <= block.to) {
                    int after = block.turned ? block.to - span.to() : span.from() - block.from;
                    spans[i] = at(span, begins + after, begins + after + span.to() - span.from());
                }
            }
            begins += block.length();
        }
        return new SpanOrder(
                inForce.plan(), inForce.points(), List.of(spans), inForce.overlaps(), inForce.cycle(), 0, false);
    }

    /** A green at other points: what clears after it is what its group needs, and no slack of the plan in force. */
    private Span at(Span span, int from, int to) {
        Group group = groups.get(span.id());
        double lost = span.forPeople() ? span.lost() : span.late() + group.yellow() + group.red();
        return new Span(
                span.id(),
                span.group(),
                span.forPeople(),
                from,
                to,
                span.least(),
                lost,
                span.late(),
                span.yellow(),
                span.people(),
                span.walk(),
                span.finish(),
                span.lead(),
                span.green(),
                span.most());
    }
}
