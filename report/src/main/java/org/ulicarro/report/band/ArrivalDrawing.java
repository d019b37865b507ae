package org.ulicarro.report.band;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.geom.Rectangle2D;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.base.Clock;
import org.ulicarro.report.Looks;

/** Arrivals in the cycle: for each approach a panel with the time of day across and the second of the cycle up; greens as bars, arrivals as dots. */
public final class ArrivalDrawing {

    private static final Color GREEN = new Color(0xC9DEC9);
    private static final Color DOT = new Color(0x1D3F5E);
    private static final double LEFT = 62;
    private static final double TOP = 64;
    private static final double BOTTOM = 52;
    private static final double GAP = 46; // between panels
    private static final double HEAD = 20;

    /**
     * One approach.
     *
     * @param name of place and movement
     * @param cycle seconds
     * @param offset time of day, modulo the cycle, of cycle second 0
     * @param arrivals times of day (s)
     * @param greens from and to (s)
     * @param onGreen share of arrivals on green
     * @param platoonRatio that over the share of green
     */
    public record Panel(
            String name,
            double cycle,
            double offset,
            List<Double> arrivals,
            List<double[]> greens,
            double onGreen,
            double platoonRatio) {}

    private final String title;
    private final List<Panel> panels;
    private final double from;
    private final double to;

    /** @param panels outbound and inbound in turn, signal by signal */
    public ArrivalDrawing(String title, List<Panel> panels, double from, double to) {
        this.title = title;
        this.panels = panels;
        this.from = from;
        this.to = to;
    }

    /** Draws into that many units from the upper left corner. */
    public void draw(Graphics2D g, int width, int height) {
        g.setColor(Looks.PAPER);
        g.fill(new Rectangle2D.Double(0, 0, width, height));
        g.setColor(Looks.INK);
        g.setFont(Looks.bold(16));
        g.drawString(title, (float) LEFT, 28f);
        g.setFont(Looks.plain(12));
        g.setColor(Looks.FAINT_INK);
        g.drawString(
                "Dots: vehicles, when they would have been at the line undelayed. Bars: greens. Up: second of the cycle.",
                (float) LEFT,
                46f);
        int rows = (panels.size() + 1) / 2;
        double w = (width - LEFT - GAP - 24) / 2;
        double h = (height - TOP - BOTTOM) / rows;
        for (int i = 0; i < panels.size(); i++) {
            double x = LEFT + (i % 2) * (w + GAP);
            double y = TOP + (i / 2) * h;
            panel(g, panels.get(i), x, y + HEAD, w, h - HEAD - 12, i / 2 == rows - 1);
        }
    }

    private void panel(Graphics2D g, Panel p, double x, double y, double w, double h, boolean last) {
        g.setColor(Color.WHITE);
        g.fill(new Rectangle2D.Double(x, y, w, h));
        double perSecond = w / (to - from);
        for (double[] green : p.greens()) {
            double second = second(p, green[0]);
            double length = Math.min(p.cycle(), green[1] - green[0]);
            double left = x + (Math.max(from, green[0] - second) - from) * perSecond;
            double right = Math.min(x + w, left + p.cycle() * perSecond);
            g.setColor(GREEN);
            bar(g, left, right, y, h, second / p.cycle(), Math.min(1, (second + length) / p.cycle()));
            if (second + length > p.cycle()) { // goes on in the next cycle
                double next = Math.min(x + w, right + p.cycle() * perSecond);
                bar(g, right, next, y, h, 0, (second + length) / p.cycle() - 1);
            }
        }
        g.setColor(DOT);
        for (double t : p.arrivals()) {
            double px = x + (t - from) * perSecond;
            double py = y + h - second(p, t) / p.cycle() * h;
            g.fill(new Ellipse2D.Double(px - 1.4, py - 1.4, 2.8, 2.8));
        }
        g.setColor(Looks.FAINT_INK);
        g.setStroke(new BasicStroke(0.8f));
        g.draw(new Rectangle2D.Double(x, y, w, h));
        g.setFont(Looks.bold(12));
        g.setColor(Looks.INK);
        g.drawString(p.name(), (float) x, (float) y - 5);
        g.setFont(Looks.plain(11.5));
        String figures = String.format(
                Locale.ROOT,
                "%d arrivals, %.0f %% on green, platoon ratio %.2f",
                p.arrivals().size(),
                100 * p.onGreen(),
                p.platoonRatio());
        g.drawString(figures, (float) (x + w - g.getFontMetrics().stringWidth(figures)), (float) y - 5);
        g.setFont(Looks.plain(10.5));
        g.setColor(Looks.FAINT_INK);
        for (double s = 0; s <= p.cycle(); s += p.cycle() > 100 ? 60 : 20) {
            String text = String.format(Locale.ROOT, "%.0f s", s);
            double py = y + h - s / p.cycle() * h;
            g.drawString(text, (float) (x - 6 - g.getFontMetrics().stringWidth(text)), (float) py + 4);
        }
        double step = to - from > 2700 ? 900 : 300;
        for (double t = Math.ceil(from / step) * step; t <= to; t += step) {
            double px = x + (t - from) * perSecond;
            g.draw(new Line2D.Double(px, y + h, px, y + h + 4));
            if (last) {
                String text = Clock.timeOfDay(t).substring(0, 5);
                g.drawString(text, (float) (px - g.getFontMetrics().stringWidth(text) / 2.0), (float) (y + h + 17));
            }
        }
        if (last) {
            g.drawString("time of day", (float) (x + w / 2 - 28), (float) (y + h + 34));
        }
    }

    private double second(Panel p, double time) {
        double second = time - p.offset();
        return second - p.cycle() * Math.floor(second / p.cycle());
    }

    private static void bar(Graphics2D g, double left, double right, double y, double h, double from, double to) {
        if (right > left && to > from) {
            g.fill(new Rectangle2D.Double(left, y + h - to * h, right - left, (to - from) * h));
        }
    }
}
