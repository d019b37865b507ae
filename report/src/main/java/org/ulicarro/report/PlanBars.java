package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.Line2D;
import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.signal.SpanOrder.Over;
import org.ulicarro.core.signal.SpanOrder.Span;

/**
 * A signal plan as bars, one row for each group: its cycle from second 0 of the plan on, or shortest and longest greens where there is no
 * cycle.
 */
final class PlanBars {

    static final double ROW = 30;

    private static final Color GREEN = new Color(0x2F7D54);
    private static final Color YELLOW = new Color(0xE0A526);
    private static final Color WALK = new Color(0x35618A);
    private static final Color GRID = new Color(0xE4E1D8);
    private static final double MARGIN = 36;
    private static final double LABEL = 110;

    /**
     * A green, or walk, with what follows it; seconds from the first point of the order.
     *
     * @param after yellow, or people's time to finish
     */
    private record Bar(double from, double to, double after) {}

    /**
     * What one group shows.
     *
     * @param note beneath its name; empty for none
     * @param least shortest green, without a cycle
     * @param most longest green, without a cycle
     */
    private record Row(String name, String note, boolean people, List<Bar> bars, double least, double most) {}

    private final SpanOrder order;
    private final boolean free;
    private final double longest; // seconds that are drawn
    private final List<Row> rows = new ArrayList<>();

    PlanBars(SpanOrder order) {
        this.order = order;
        free = Double.isNaN(order.cycle());
        longest = free
                ? order.spans().stream().mapToDouble(PlanBars::longest).max().orElse(60)
                : order.cycle();
        double[] times = free ? new double[order.points()] : order.times();
        for (Span span : order.spans()) {
            double begins = times[span.from()] + span.late();
            double lead = span.forPeople() ? 0 : span.lead();
            Bar green = new Bar(begins + lead, begins + span.green(), span.yellow());
            rows.add(new Row(span.id(), "", span.forPeople(), List.of(green), span.least(), span.most()));
            if (span.people() > 0 && !span.forPeople()) {
                Bar walk = new Bar(begins, begins + span.walk(), span.finish());
                String note = lead > 0 ? String.format(Locale.ROOT, "lead by %.0f s", lead) : "";
                rows.add(new Row(
                        span.id() + " people", note, true, List.of(walk), span.walk(), span.walk() + span.finish()));
            }
        }
        for (Over over : order.overlaps()) {
            String with = "with "
                    + String.join(
                            ", ",
                            over.spans().stream()
                                    .map(i -> order.spans().get(i).id())
                                    .toList());
            List<Bar> bars = free
                    ? List.of()
                    : order.greensOf(over).stream()
                            .map(g -> new Bar(g[0], g[1], over.yellow()))
                            .toList();
            rows.add(new Row("overlap " + over.id(), with, false, bars, Double.NaN, Double.NaN));
        }
    }

    private static double longest(Span span) {
        return Math.max(span.walk() + span.finish(), Double.isNaN(span.most()) ? span.least() : span.most());
    }

    double height() {
        return rows.size() * ROW;
    }

    void draw(Graphics2D g, int width, double top) {
        drawAxis(g, width, top);
        for (int i = 0; i < rows.size(); i++) {
            Row row = rows.get(i);
            double y = top + i * ROW + 6;
            g.setColor(Looks.INK);
            g.setFont(Looks.bold(12));
            g.drawString(row.name, (float) MARGIN, (float) y + (row.note.isEmpty() ? 14 : 8));
            g.setFont(Looks.plain(10));
            g.setColor(Looks.FAINT_INK);
            g.drawString(row.note, (float) MARGIN, (float) y + 20);
            if (free) {
                drawRange(g, row, width, y);
            } else {
                drawCycle(g, row, width, y);
            }
        }
    }

    private void drawAxis(Graphics2D g, int width, double top) {
        double step = longest <= 60 ? 5 : 10;
        double bottom = top + height();
        g.setStroke(new BasicStroke(1));
        for (double t = 0; t <= longest + 1e-9; t += step) {
            double at = x(t, width);
            g.setColor(GRID);
            g.draw(new Line2D.Double(at, top, at, bottom));
            g.setColor(Looks.FAINT_INK);
            g.setFont(Looks.plain(11));
            String text = String.format(Locale.ROOT, "%.0f", t);
            g.drawString(text, (float) (at - g.getFontMetrics().stringWidth(text) / 2.0), (float) bottom + 16);
        }
        g.drawString(
                free
                        ? "green (s): filled to the shortest, framed to the longest; of people: filled for walk, framed to the end of their time to finish"
                        : "second of the plan's cycle",
                (float) (MARGIN + LABEL),
                (float) bottom + 34);
    }

    private double x(double second, int width) {
        return MARGIN + LABEL + (width - 2 * MARGIN - LABEL) * second / longest;
    }

    private void drawRange(Graphics2D g, Row row, int width, double y) {
        if (Double.isNaN(row.least)) {
            return;
        }
        double from = x(0, width);
        g.setColor(row.people ? WALK : GREEN);
        g.fill(new Rectangle2D.Double(from, y, x(row.least, width) - from, 18));
        g.setStroke(new BasicStroke(1.2f));
        g.draw(new Rectangle2D.Double(from, y, x(row.most, width) - from, 18));
    }

    private void drawCycle(Graphics2D g, Row row, int width, double y) {
        g.setColor(Looks.WARN);
        g.fill(new Rectangle2D.Double(x(0, width), y + 8, x(longest, width) - x(0, width), 2));
        for (Bar bar : row.bars) {
            double from = (bar.from + order.zero()) % longest;
            double to = from + bar.to - bar.from;
            fill(g, row.people ? WALK : GREEN, from, to, y, 18, width);
            fill(g, row.people ? WALK : YELLOW, to, to + bar.after, y + 5, 8, width);
            write(g, from, to, width, y);
        }
    }

    /** The length of a green, in its longer part where it goes on over the end of the cycle. */
    private void write(Graphics2D g, double from, double to, int width, double y) {
        boolean later = to > longest && to - longest > longest - from;
        double left = x(later ? 0 : from, width);
        double room = x(later ? to - longest : Math.min(to, longest), width) - left;
        g.setColor(Color.WHITE);
        g.setFont(Looks.bold(11));
        String text = String.format(Locale.ROOT, "%.0f s", to - from);
        double wide = g.getFontMetrics().stringWidth(text);
        if (room > wide + 4) {
            g.drawString(text, (float) (left + room / 2 - wide / 2), (float) y + 13);
        }
    }

    /** A bar that goes on at the left edge where it passes the end of the cycle. */
    private void fill(Graphics2D g, Color color, double from, double to, double y, double high, int width) {
        g.setColor(color);
        double start = x(Math.min(from, longest), width);
        g.fill(new Rectangle2D.Double(start, y, x(Math.min(to, longest), width) - start, high));
        if (to > longest) {
            double again = x(Math.max(0, from - longest), width);
            g.fill(new Rectangle2D.Double(again, y, x(Math.min(to - longest, longest), width) - again, high));
        }
    }
}
