package org.ulicarro.report.band;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.Shape;
import java.awt.geom.Line2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.analysis.band.Band;
import org.ulicarro.core.analysis.band.Corridor;
import org.ulicarro.core.analysis.band.CorridorReader.Waypoint;
import org.ulicarro.core.analysis.band.Span;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.measure.CorridorTraces.Trace;
import org.ulicarro.core.study.Study;
import org.ulicarro.report.Looks;

/**
 * Time across, distance up to scale: at each signal a strip for each direction, outbound above, with red as a solid bar; bands both ways; over
 * them, where a run is given, what vehicles did and the greens that were shown.
 */
public final class BandDrawing {

    private static final double LEFT = 178;
    private static final double RIGHT = 118;
    private static final double TOP = 84;
    private static final double BOTTOM = 66;
    private static final double STRIP = 7;
    private static final Color RED = new Color(0x7C2D3E);
    private static final Color YELLOW = new Color(0xE0A526);
    private static final Color OUT = new Color(0x35618A);
    private static final Color IN = new Color(0xB4581C);

    /**
     * A green that a run showed.
     *
     * @param stop which signal of the corridor
     * @param outbound for whom
     * @param from s since midnight
     * @param to likewise
     */
    public record Shown(int stop, boolean outbound, double from, double to) {}

    /**
     * Who stood before a line when its green began.
     *
     * @param stop which signal of the corridor
     * @param outbound for whom
     * @param time when (s since midnight)
     * @param length from the line to the last of them (m)
     */
    public record Queue(int stop, boolean outbound, double time, double length) {}

    /**
     * What a run adds to the picture.
     *
     * @param traces of vehicles
     * @param shown greens
     * @param queues at their beginnings
     * @param outbound what it was like to drive outbound, said beside the band
     * @param inbound likewise
     */
    public record Driven(List<Trace> traces, List<Shown> shown, List<Queue> queues, String outbound, String inbound) {

        /** No run. */
        public static final Driven NOTHING = new Driven(List.of(), List.of(), List.of(), "", "");
    }

    private final Corridor corridor;
    private final List<Waypoint> way;
    private final String title;
    private final double from;
    private final double length;
    private final boolean clock;
    private final Driven driven;
    private final Study.Units units;
    private final double tall;
    private double width;
    private double height;

    /**
     * A drawing.
     *
     * @param from time of day at its left end (s)
     * @param length of time that it shows (s)
     * @param clock whether times are those of a day; else seconds
     * @param driven of a run
     * @param tall metres that the distance axis has at least, so that several corridors have one scale; 0 for its own
     * @param units of its axis and speeds
     */
    public BandDrawing(
            Corridor corridor,
            List<Waypoint> way,
            String title,
            double from,
            double length,
            boolean clock,
            Driven driven,
            double tall,
            Study.Units units) {
        this.corridor = corridor;
        this.way = way;
        this.title = title;
        this.from = from;
        this.length = length;
        this.clock = clock;
        this.driven = driven;
        this.tall = tall;
        this.units = units;
    }

    private double x(double time) {
        return LEFT + (time - from) / length * (width - LEFT - RIGHT);
    }

    private double y(double at) {
        double all = Math.max(tall, way.get(way.size() - 1).at());
        return height - BOTTOM - at / all * (height - TOP - BOTTOM);
    }

    /** Draws into that many units from the upper left corner. */
    public void draw(Graphics2D g, int pageWidth, int pageHeight) {
        width = pageWidth;
        height = pageHeight;
        g.setColor(Looks.PAPER);
        g.fill(new Rectangle2D.Double(0, 0, width, height));
        axes(g);
        Shape clip = g.getClip();
        g.clip(new Rectangle2D.Double(LEFT, TOP - 14, width - LEFT - RIGHT, height - TOP - BOTTOM + 28));
        band(g, true);
        band(g, false);
        trace(g);
        queues(g);
        strips(g);
        g.setClip(clip);
        names(g);
        heading(g);
    }

    private void axes(Graphics2D g) {
        g.setFont(Looks.plain(11));
        double step = length > 400 ? 60 : 20;
        for (double t = Math.ceil(from / step) * step; t <= from + length; t += step) {
            g.setColor(new Color(0xE4E1D8));
            g.setStroke(new BasicStroke(0.8f));
            g.draw(new Line2D.Double(x(t), TOP - 14, x(t), height - BOTTOM + 14));
            g.setColor(Looks.FAINT_INK);
            String text = clock ? Clock.timeOfDay(t) : String.format(Locale.ROOT, "%.0f", t - from);
            if (!clock || Math.rint(t / 60) * 60 == t) {
                centred(g, text, x(t), height - BOTTOM + 30);
            }
        }
        centred(g, clock ? "time of day" : "seconds", (LEFT + width - RIGHT) / 2, height - BOTTOM + 48);
    }

    private static void centred(Graphics2D g, String text, double x, double y) {
        g.drawString(text, (float) (x - g.getFontMetrics().stringWidth(text) / 2.0), (float) y);
    }

    private void band(Graphics2D g, boolean out) {
        Band band = Band.of(corridor, out);
        if (band.width() <= 0) {
            return;
        }
        Color colour = out ? OUT : IN;
        int n = corridor.stops().size();
        double cycle = corridor.cycle();
        double first = band.start() + cycle * Math.floor((from - length - band.start()) / cycle);
        boolean labelled = false;
        for (double start = first; start < from + length; start += cycle) {
            Path2D area = new Path2D.Double();
            for (int i = 0; i < n; i++) {
                int k = out ? i : n - 1 - i;
                double t = start + corridor.travel(out, k);
                double yy = y(corridor.stops().get(k).at());
                if (i == 0) {
                    area.moveTo(x(t), yy);
                } else {
                    area.lineTo(x(t), yy);
                }
            }
            for (int i = n - 1; i >= 0; i--) {
                int k = out ? i : n - 1 - i;
                area.lineTo(
                        x(start + band.width() + corridor.travel(out, k)),
                        y(corridor.stops().get(k).at()));
            }
            area.closePath();
            g.setColor(new Color(colour.getRed(), colour.getGreen(), colour.getBlue(), 52));
            g.fill(area);
            g.setColor(colour);
            g.setStroke(
                    out
                            ? new BasicStroke(1f)
                            : new BasicStroke(
                                    1f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, new float[] {5, 3}, 0));
            g.draw(area);
            int k = out ? n - 1 : 0;
            double labelAt = start + band.width() / 2 + corridor.travel(out, out ? 1 : n - 2) * 0.5;
            if (!labelled && start > from && labelAt < from + length - 20 && k >= 0) {
                labelled = true;
                double a = corridor.stops().get(out ? 0 : n - 1).at();
                double b = corridor.stops().get(out ? 1 : n - 2).at();
                g.setFont(Looks.bold(12));
                centred(g, String.format(Locale.ROOT, "%.0f s", band.width()), x(labelAt), y((a + b) / 2) + 4);
            }
        }
    }

    private void trace(Graphics2D g) {
        for (Trace trace : driven.traces()) {
            Path2D path = new Path2D.Double();
            boolean begun = false;
            for (double[] p : trace.points()) {
                if (begun) {
                    path.lineTo(x(p[0]), y(p[1]));
                } else {
                    path.moveTo(x(p[0]), y(p[1]));
                    begun = true;
                }
            }
            Color c = trace.outbound() ? OUT : IN;
            g.setColor(new Color(c.getRed(), c.getGreen(), c.getBlue(), 150));
            g.setStroke(
                    trace.outbound()
                            ? new BasicStroke(0.7f)
                            : new BasicStroke(
                                    0.7f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, new float[] {4, 2}, 0));
            g.draw(path);
        }
    }

    /** Upstream of the line, where they stand: below it outbound, above it inbound. */
    private void queues(Graphics2D g) {
        g.setStroke(new BasicStroke(3f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_MITER));
        g.setColor(Looks.INK);
        for (Queue q : driven.queues()) {
            double at = corridor.stops().get(q.stop()).at();
            g.draw(new Line2D.Double(x(q.time()), y(at), x(q.time()), y(at + (q.outbound() ? -1 : 1) * q.length())));
        }
    }

    private void strips(Graphics2D g) {
        for (int k = 0; k < corridor.stops().size(); k++) {
            for (boolean out : new boolean[] {true, false}) {
                strip(g, k, out);
            }
        }
    }

    /** Red all along, then the greens cut out of it, each with its yellow. */
    private void strip(Graphics2D g, int k, boolean out) {
        Corridor.Stop stop = corridor.stops().get(k);
        double top = y(stop.at()) - (out ? STRIP + 1 : -1);
        g.setColor(RED);
        g.fill(new Rectangle2D.Double(x(from), top, x(from + length) - x(from), STRIP));
        if (!driven.shown().isEmpty()) {
            for (Shown s : driven.shown()) {
                if (s.stop() == k && s.outbound() == out) {
                    green(g, s.from(), s.to(), stop.yellow(), top);
                }
            }
            return;
        }
        double first = Math.floor((from - stop.offset()) / stop.cycle()) * stop.cycle() + stop.offset() - stop.cycle();
        for (double cycle = first; cycle < from + length; cycle += stop.cycle()) {
            for (Span span : stop.greens(out)) {
                green(g, cycle + span.from(), cycle + span.to(), stop.yellow(), top);
            }
        }
    }

    private void green(Graphics2D g, double begins, double ends, double yellow, double top) {
        g.setColor(YELLOW);
        g.fill(new Rectangle2D.Double(x(ends), top, x(ends + yellow) - x(ends), STRIP));
        Rectangle2D bar = new Rectangle2D.Double(x(begins), top, x(ends) - x(begins), STRIP);
        g.setColor(Color.WHITE);
        g.fill(bar);
        g.setColor(new Color(0x2F7D54));
        g.setStroke(new BasicStroke(1f));
        g.draw(bar);
    }

    private void names(Graphics2D g) {
        double last = Double.MAX_VALUE;
        for (Waypoint point : way) {
            double yy = y(point.at());
            Corridor.Stop stop = corridor.stops().stream()
                    .filter(s -> s.place().equals(point.place()))
                    .findFirst()
                    .orElse(null);
            if (stop == null && last - yy < 16) {
                continue;
            }
            g.setColor(stop == null ? Looks.FAINT_INK : Looks.INK);
            g.setFont(stop == null ? Looks.plain(11) : Looks.bold(13));
            String name = point.place();
            g.drawString(name, (float) (LEFT - 12 - g.getFontMetrics().stringWidth(name)), (float) yy + 4);
            if (stop == null) {
                g.setStroke(new BasicStroke(0.6f));
                g.draw(new Line2D.Double(LEFT - 6, yy, width - RIGHT, yy));
            } else {
                g.setFont(Looks.plain(10.5));
                g.drawString(
                        String.format(Locale.ROOT, "offset %.0f s", stop.offset()),
                        (float) (width - RIGHT + 8),
                        (float) yy - 2);
                g.drawString(
                        String.format(Locale.ROOT, "green %s", greens(stop)),
                        (float) (width - RIGHT + 8),
                        (float) yy + 11);
            }
            last = yy;
        }
        speeds(g);
        g.setColor(Looks.FAINT_INK);
        g.setFont(Looks.plain(11));
        PrintedUnit unit = units.length();
        double all = Math.max(tall, way.get(way.size() - 1).at());
        double step = (all > 1500 ? 500 : 200) * (units == Study.Units.US ? 2 : 1); // of the unit
        for (double at = 0; at <= unit.of(all); at += step) {
            double y = y(at * unit.size());
            g.drawString(String.format(Locale.ROOT, "%.0f %s", at, unit.name()), 10f, (float) y + 4);
            g.draw(new Line2D.Double(58, y, 64, y));
        }
    }

    /** Between two signals, at what speed each direction goes. */
    private void speeds(Graphics2D g) {
        g.setFont(Looks.plain(10.5));
        g.setColor(Looks.FAINT_INK);
        for (int k = 0; k + 1 < corridor.stops().size(); k++) {
            double middle =
                    (corridor.stops().get(k).at() + corridor.stops().get(k + 1).at()) / 2;
            boolean room = y(corridor.stops().get(k).at())
                            - y(corridor.stops().get(k + 1).at())
                    > 44;
            if (room) {
                PrintedUnit unit = units.speed();
                String out = String.format(
                        Locale.ROOT, "%.0f", unit.of(corridor.outboundMetres()[k] / corridor.outbound()[k]));
                String in = String.format(
                        Locale.ROOT, "%.0f", unit.of(corridor.inboundMetres()[k] / corridor.inbound()[k]));
                g.drawString(
                        (out.equals(in) ? out : "→ " + out + " ⇠ " + in) + " " + unit.name(),
                        (float) (width - RIGHT + 8),
                        (float) y(middle) + 4);
            }
        }
    }

    private static String greens(Corridor.Stop stop) {
        String out = sum(stop.outbound());
        String in = sum(stop.inbound());
        return (out.equals(in) ? out : out + " / " + in) + String.format(Locale.ROOT, " of %.0f s", stop.cycle());
    }

    private static String sum(List<Span> spans) {
        return String.format(
                Locale.ROOT, "%.0f", spans.stream().mapToDouble(Span::length).sum());
    }

    private void heading(Graphics2D g) {
        g.setColor(Looks.INK);
        g.setFont(Looks.bold(16));
        g.drawString(title, (float) LEFT, 28f);
        g.setFont(Looks.plain(12));
        g.setColor(OUT);
        String first = way.get(0).place();
        String last = way.get(way.size() - 1).place();
        g.drawString(
                "→ outbound, " + first + " to " + last + " (upper strips): " + said(true) + driven.outbound(),
                (float) LEFT,
                47f);
        g.setColor(IN);
        g.drawString(
                "⇠ inbound, " + last + " to " + first + " (lower strips): " + said(false) + driven.inbound(),
                (float) LEFT,
                63f);
    }

    private String said(boolean out) {
        Band band = Band.of(corridor, out);
        return band.width() <= 0
                ? "no band; '" + band.breaksAt() + "' leaves nothing of it"
                : String.format(
                        Locale.ROOT,
                        "band %.0f s, %.0f %% of the cycle, %.0f %% of the shortest green",
                        band.width(),
                        100 * band.width() / corridor.cycle(),
                        100 * band.width() / Band.shortestGreen(corridor, out));
    }
}
