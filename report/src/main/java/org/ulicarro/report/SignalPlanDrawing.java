package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.Color;
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

    private static final Color GREEN = new Color(0x2F7D54);
    private static final Color YELLOW = new Color(0xE0A526);
    private static final Color WALK = new Color(0x35618A);
    private static final double MARGIN = 36;
    private static final double TOP = 76;
    private static final double GAP = 14;
    private static final double CAPTION = 22;
    private static final double BAR = 30;
    private static final double LABEL = 110;

    private final Model model;
    private final String place;
    private final SpanOrder order;
    private final MovementPanel panel;
    private final List<List<Tile>> rows = new ArrayList<>(); // of panels

    /** A panel: who has green, and where it stands between barriers. */
    private record Tile(String caption, Set<Integer> groups, int column, boolean barrier) {}

    /** The plan that the study's period starts with. */
    public SignalPlanDrawing(Model model, String place) {
        this.model = model;
        this.place = place;
        order = model.signals().orderAt(place);
        panel = new MovementPanel(model, place);
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
            String caption = String.format(Locale.ROOT, "stage %d: %.0f s to %.0f s", p + 1, times[p], times[p + 1]);
            row.add(new Tile(caption, groups, p, p > 0));
        }
        rows.add(row);
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
        return (int) (TOP + panels + 30 + order.spans().size() * BAR + 50);
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
        drawBars(g, width, TOP + rows.size() * (size + CAPTION + GAP) + 24);
    }

    private void drawBars(Graphics2D g, int width, double top) {
        boolean free = Double.isNaN(order.cycle());
        double longest =
                free ? order.spans().stream().mapToDouble(Span::most).max().orElse(60) : order.cycle();
        double step = longest <= 60 ? 5 : 10;
        double bottom = top + order.spans().size() * BAR;
        g.setStroke(new BasicStroke(1));
        for (double t = 0; t <= longest + 1e-9; t += step) {
            double at = x(t, longest, width);
            g.setColor(new Color(0xE4E1D8));
            g.draw(new Line2D.Double(at, top, at, bottom));
            g.setColor(Looks.FAINT_INK);
            g.setFont(Looks.plain(11));
            String text = String.format(Locale.ROOT, "%.0f", t);
            g.drawString(text, (float) (at - g.getFontMetrics().stringWidth(text) / 2.0), (float) bottom + 16);
        }
        g.drawString(
                free ? "green (s): filled to the shortest, framed to the longest" : "second of the cycle",
                (float) (MARGIN + LABEL),
                (float) bottom + 34);
        double[] times = free ? null : order.times();
        for (int i = 0; i < order.spans().size(); i++) {
            Span span = order.spans().get(i);
            double y = top + i * BAR + 6;
            g.setColor(Looks.INK);
            g.setFont(Looks.bold(12));
            g.drawString(span.id(), (float) MARGIN, (float) y + 14);
            if (free) {
                drawRange(g, span, longest, width, y);
            } else {
                drawSplit(g, span, times, width, y);
            }
        }
    }

    private static double x(double second, double longest, int width) {
        return MARGIN + LABEL + (width - 2 * MARGIN - LABEL) * second / longest;
    }

    private static void drawRange(Graphics2D g, Span span, double longest, int width, double y) {
        double from = x(0, longest, width);
        g.setColor(span.forPeople() ? WALK : GREEN);
        g.fill(new Rectangle2D.Double(from, y, x(span.least(), longest, width) - from, 18));
        g.setStroke(new BasicStroke(1.2f));
        g.draw(new Rectangle2D.Double(from, y, x(span.most(), longest, width) - from, 18));
    }

    private void drawSplit(Graphics2D g, Span span, double[] times, int width, double y) {
        double begins = times[span.from()] + span.late() + (span.forPeople() ? 0 : span.lead());
        double ends = begins + span.green() - (span.forPeople() ? 0 : span.lead());
        g.setColor(Looks.WARN);
        g.fill(new Rectangle2D.Double(
                x(0, order.cycle(), width),
                y + 8,
                x(order.cycle(), order.cycle(), width) - x(0, order.cycle(), width),
                2));
        bar(g, span.forPeople() ? WALK : GREEN, begins, ends, y, 18, width);
        bar(g, span.forPeople() ? WALK : YELLOW, ends, ends + span.yellow(), y + 5, 8, width);
        g.setColor(Color.WHITE);
        g.setFont(Looks.bold(11));
        String text = String.format(Locale.ROOT, "%.0f s", ends - begins);
        double room = x(ends, order.cycle(), width) - x(begins, order.cycle(), width);
        double wide = g.getFontMetrics().stringWidth(text);
        if (room > wide + 4) {
            g.drawString(text, (float) (x(begins, order.cycle(), width) + room / 2 - wide / 2), (float) y + 13);
        }
    }

    /** A bar that goes on at the left edge where it passes the end of the cycle. */
    private void bar(Graphics2D g, Color color, double from, double to, double y, double high, int width) {
        double cycle = order.cycle();
        g.setColor(color);
        double start = x(Math.min(from, cycle), cycle, width);
        g.fill(new Rectangle2D.Double(start, y, x(Math.min(to, cycle), cycle, width) - start, high));
        if (to > cycle) {
            double again = x(Math.max(0, from - cycle), cycle, width);
            g.fill(new Rectangle2D.Double(again, y, x(to - cycle, cycle, width) - again, high));
        }
    }
}
