package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.Graphics2D;
import java.awt.geom.Line2D;
import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.signal.SpanOrder.Span;

/**
 * The signal plan of a place: who goes in each stage, or in each phase of each ring between its barriers; beneath it the cycle as bars, or
 * shortest and longest greens where there is no cycle.
 */
public final class SignalPlanDrawing {

    private static final double MARGIN = 36;
    private static final double TOP = 76;
    private static final double GAP = 14;
    private static final double CAPTION = 22;

    private final Model model;
    private final String place;
    private final SpanOrder order;
    private final MovementPanel panel;
    private final PlanBars bars;
    private final List<List<Tile>> rows = new ArrayList<>(); // of panels

    /** A panel: who has green, and where it stands between barriers. */
    private record Tile(String caption, Set<Integer> groups, int column, boolean barrier) {}

    /** The plan that the study's period starts with. */
    public SignalPlanDrawing(Model model, String place) {
        this.model = model;
        this.place = place;
        order = model.signals().orderAt(place);
        panel = new MovementPanel(model, place);
        bars = new PlanBars(order);
        if (order.actuated()) {
            addRings();
        } else {
            addStages();
        }
    }

    private void addStages() {
        List<Tile> row = new ArrayList<>();
        double[] times = order.times();
        for (int p = 0; p + 1 < order.points(); p++) {
            int stage = p;
            Set<Integer> groups = new TreeSet<>();
            order.spans().stream()
                    .filter(s -> s.from() <= stage && s.to() > stage)
                    .forEach(s -> groups.add(s.group()));
            String caption = String.format(
                    Locale.ROOT, "stage %d: %.0f s to %.0f s", p + 1, second(times[p]), second(times[p + 1]));
            row.add(new Tile(caption, groups, p, p > 0));
        }
        rows.add(row);
    }

    /** Of the plan's cycle; its end is not its beginning. */
    private double second(double time) {
        double at = (time + order.zero()) % order.cycle();
        return at == 0 && time > 0 ? order.cycle() : at;
    }

    /** Phases of a ring follow each other from barrier to barrier; those of the next ring stand beneath. */
    private void addRings() {
        List<Span> left = new ArrayList<>(order.spans());
        left.sort(java.util.Comparator.comparingInt(Span::from));
        for (int barrier = 0; barrier + 1 < order.points(); barrier = nextBarrier(barrier)) {
            int next = nextBarrier(barrier);
            int start = rows.stream()
                    .flatMap(List::stream)
                    .mapToInt(t -> t.column + 1)
                    .max()
                    .orElse(0);
            int used = 0;
            for (Span first : left) {
                if (first.from() == barrier) {
                    if (rows.size() <= used) {
                        rows.add(new ArrayList<>());
                    }
                    int column = start;
                    for (Span span = first; span != null; span = follower(left, span, next)) {
                        rows.get(used).add(new Tile(caption(span), with(span), column, column == start && barrier > 0));
                        column++;
                    }
                    used++;
                }
            }
        }
    }

    private int nextBarrier(int after) {
        int next = after + 1;
        while (next + 1 < order.points() && !order.isBarrier(next)) {
            next++;
        }
        return next;
    }

    private static Span follower(List<Span> spans, Span span, int barrier) {
        return span.to() >= barrier
                ? null
                : spans.stream().filter(s -> s.from() == span.to()).findFirst().orElse(null);
    }

    private String caption(Span span) {
        String green = Double.isNaN(span.green())
                ? String.format(Locale.ROOT, "green %.0f s to %.0f s", span.least(), span.most())
                : String.format(Locale.ROOT, "split %.0f s", span.green() + span.lost());
        return "phase " + span.id() + ": " + green;
    }

    /** A phase's vehicles, people beside it, and its overlaps. */
    private Set<Integer> with(Span span) {
        Set<Integer> groups = new TreeSet<>(Set.of(span.group()));
        for (int g = 0; g < model.signals().groups().size(); g++) {
            var info = model.signals().groups().get(g);
            if (info.place().equals(place) && info.people() && info.id().equals(span.id() + "-people")) {
                groups.add(g);
            }
        }
        order.overlaps().stream()
                .filter(o -> o.spans().contains(order.spans().indexOf(span)))
                .forEach(o -> groups.add(o.group()));
        return groups;
    }

    private int columns() {
        return rows.stream()
                .flatMap(List::stream)
                .mapToInt(t -> t.column + 1)
                .max()
                .orElse(1);
    }

    private double tile(int width) {
        return Math.min(290, (width - 2 * MARGIN - GAP * (columns() - 1)) / columns());
    }

    /** The height that it needs. */
    public int height(int width) {
        double panels = rows.size() * (tile(width) + CAPTION + GAP);
        return (int) (TOP + panels + 30 + bars.height() + 50);
    }

    /** Draws from the upper left corner. */
    public void draw(Graphics2D g, int width) {
        g.setColor(Looks.PAPER);
        g.fill(new Rectangle2D.Double(0, 0, width, height(width)));
        g.setColor(Looks.INK);
        g.setFont(Looks.bold(16));
        g.drawString(model.study().title(), (float) MARGIN, 34);
        g.setFont(Looks.plain(12));
        g.setColor(Looks.FAINT_INK);
        String cycle = Double.isNaN(order.cycle())
                ? "without a cycle"
                : String.format(Locale.ROOT, "cycle %.0f s", order.cycle());
        g.drawString(
                "signal plan '" + order.plan() + "' of '" + place + "', " + cycle
                        + ".  Drawn through: by right.  Dashed: in gaps.  Dotted: people.",
                (float) MARGIN,
                54);
        double size = tile(width);
        for (int r = 0; r < rows.size(); r++) {
            double y = TOP + r * (size + CAPTION + GAP);
            for (Tile tile : rows.get(r)) {
                double x = MARGIN + tile.column * (size + GAP);
                g.setFont(Looks.bold(12));
                g.setColor(Looks.INK);
                g.drawString(tile.caption, (float) x, (float) y + 12);
                panel.draw(g, x, y + CAPTION - 4, size, tile.groups);
                if (tile.barrier) {
                    g.setColor(Looks.INK);
                    g.setStroke(new BasicStroke(order.actuated() ? 3 : 1));
                    double at = x - GAP / 2;
                    g.draw(new Line2D.Double(at, y, at, y + CAPTION + size));
                }
            }
        }
        bars.draw(g, width, TOP + rows.size() * (size + CAPTION + GAP) + 24);
    }
}
