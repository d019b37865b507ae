package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.FontMetrics;
import java.awt.Graphics2D;
import java.awt.geom.Line2D;
import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Rehearsal;
import org.ulicarro.core.signal.SignalSystem;

/** What the groups of one place showed over time: green bars, yellow ends, red lines; who stood on detectors as marks beneath. */
public final class RehearsalDrawing {

    private static final Color GREEN = new Color(0x2F7D54);
    private static final Color YELLOW = new Color(0xE0A526);
    private static final Color WALK = new Color(0x35618A);

    private static final double LEFT = 150;
    private static final double RIGHT = 30;
    private static final double TOP = 84;
    private static final double AXIS = 42;
    private static final double ROW = 64;

    private final Model model;
    private final SignalSystem signals;
    private final Rehearsal rehearsal;
    private final String title;
    private final String subject;
    private final int from;
    private final int to;
    private final int cycle; // ticks, 0 for none
    private final int offset;
    private final int[] groups;

    /**
     * A drawing.
     *
     * @param from first tick shown
     * @param to tick at the right edge
     * @param cycle ticks between cycle lines, 0 for none
     * @param offset tick of one of them
     */
    public RehearsalDrawing(
            Model model,
            Rehearsal rehearsal,
            String place,
            String title,
            String subject,
            int from,
            int to,
            int cycle,
            int offset) {
        this.model = model;
        signals = model.signals();
        this.rehearsal = rehearsal;
        this.title = title;
        this.subject = subject;
        this.from = from;
        this.to = to;
        this.cycle = cycle;
        this.offset = offset;
        groups = IntStream.range(0, signals.groups().size())
                .filter(g -> signals.groups().get(g).place().equals(place))
                .toArray();
    }

    /** Draws into that many units from the upper left corner. */
    public void draw(Graphics2D g, int width, int height) {
        g.setColor(Looks.PAPER);
        g.fill(new Rectangle2D.Double(0, 0, width, height));
        g.setColor(Looks.INK);
        g.setFont(Looks.bold(16));
        g.drawString(title, 36, 34);
        g.setFont(Looks.plain(12));
        g.setColor(Looks.FAINT_INK);
        g.drawString(subject, 36, 54);
        double row = Math.min(ROW, (height - TOP - AXIS) / groups.length);
        double bottom = TOP + row * groups.length;
        drawTimes(g, width, bottom);
        for (int i = 0; i < groups.length; i++) {
            drawGroup(g, groups[i], TOP + i * row, row, width);
        }
        drawLegend(g, width);
    }

    private double x(int tick, int width) {
        return LEFT + (width - LEFT - RIGHT) * (double) (tick - from) / (to - from);
    }

    private void drawTimes(Graphics2D g, int width, double bottom) {
        int step = 50;
        for (int one : new int[] {50, 100, 200, 300, 600, 1200, 3000, 6000, 18_000, 36_000}) {
            step = step < one && x(from + step, width) - x(from, width) < 60 ? one : step;
        }
        g.setFont(Looks.plain(11));
        FontMetrics metrics = g.getFontMetrics();
        for (int tick = (from + step - 1) / step * step; tick <= to; tick += step) {
            double at = x(tick, width);
            g.setColor(new Color(0xE4E1D8));
            g.setStroke(new BasicStroke(1));
            g.draw(new Line2D.Double(at, TOP, at, bottom));
            String text = Clock.timeOfDay(Clock.seconds(tick));
            g.setColor(Looks.FAINT_INK);
            g.drawString(text, (float) (at - metrics.stringWidth(text) / 2.0), (float) bottom + 18);
        }
        g.drawString("time of day", 36, (float) bottom + 18);
        g.setColor(Looks.INK);
        g.setStroke(new BasicStroke(1, BasicStroke.CAP_BUTT, BasicStroke.JOIN_MITER, 10, new float[] {4, 4}, 0));
        for (int tick = from + (cycle == 0 ? 0 : Math.floorMod(offset - from, cycle));
                cycle > 0 && tick <= to;
                tick += cycle) {
            double at = x(tick, width);
            g.draw(new Line2D.Double(at, TOP - 6, at, bottom + 4));
        }
    }

    private void drawGroup(Graphics2D g, int group, double top, double row, int width) {
        boolean people = signals.groups().get(group).people();
        double bar = Math.min(20, row * 0.4);
        double y = top + row * 0.18;
        g.setFont(Looks.bold(13));
        g.setColor(Looks.INK);
        g.drawString(signals.groups().get(group).id(), 36, (float) (y + bar * 0.8));
        g.setFont(Looks.plain(10));
        g.setColor(Looks.FAINT_INK);
        g.drawString(serves(group), 36, (float) (y + bar + 9));
        List<Rehearsal.Change> mine = rehearsal.changes().stream()
                .filter(c -> c.group() == group && c.tick() < to)
                .toList();
        for (int i = 0; i < mine.size(); i++) {
            int end = i + 1 < mine.size() ? mine.get(i + 1).tick() : to;
            if (end > from) {
                double left = x(Math.max(from, mine.get(i).tick()), width);
                drawBar(g, mine.get(i), people, left, x(Math.min(to, end), width) - left, y, bar);
            }
        }
        drawCalls(g, group, people, y + bar + 4, width);
    }

    /** Whom a group lets go, in short. */
    private String serves(int group) {
        List<String> names = new ArrayList<>();
        for (Movement m : model.network().movements()) {
            if (signals.groupOf(m.index()) == group) {
                names.add(m.name());
            }
        }
        for (int c = 0; c < model.network().crossings().size(); c++) {
            if (signals.groupOfCrossing(c, 0) == group || signals.groupOfCrossing(c, 1) == group) {
                names.add("over " + model.network().crossings().get(c).road());
            }
        }
        return String.join(" ", names);
    }

    /** The height that a drawing of that many groups needs. */
    public int height() {
        return (int) (TOP + ROW * groups.length + AXIS);
    }

    private static void drawBar(
            Graphics2D g, Rehearsal.Change change, boolean people, double x, double wide, double y, double high) {
        if (change.shows() == Aspect.DARK) {
            return;
        }
        if (change.shows() == Aspect.FLASHING_RED) { // broken, so that it differs in grey
            g.setColor(Looks.WARN);
            for (double at = 0; at < wide; at += 5) {
                g.fill(new Rectangle2D.Double(x + at, y + high * 0.35, Math.min(3, wide - at), high * 0.3));
            }
            return;
        }
        if (change.shows() == Aspect.RED) {
            g.setColor(Looks.WARN);
            g.fill(new Rectangle2D.Double(x, y + high / 2 - 1, wide, 2));
            return;
        }
        boolean green = change.shows() == Aspect.GREEN;
        g.setColor(people ? WALK : green ? GREEN : YELLOW);
        if (people && !green) { // finishing: half as high, so that it differs in grey
            g.fill(new Rectangle2D.Double(x, y + high * 0.3, wide, high * 0.4));
        } else if (green) {
            g.fill(new Rectangle2D.Double(x, y, wide, high));
        } else if (change.shows() == Aspect.FLASHING_YELLOW) { // broken, so that it differs in grey
            for (double at = 0; at < wide; at += 5) {
                g.fill(new Rectangle2D.Double(x + at, y + high * 0.2, Math.min(3, wide - at), high * 0.6));
            }
        } else {
            g.fill(new Rectangle2D.Double(x, y + high * 0.2, wide, high * 0.6));
        }
        if (!change.because().isEmpty()) {
            g.setFont(Looks.plain(9));
            g.setColor(Looks.INK);
            int text = g.getFontMetrics().stringWidth(change.because());
            g.drawString(change.because(), (float) (x - text - 3), (float) (y - 3));
        }
    }

    private void drawCalls(Graphics2D g, int group, boolean people, double y, int width) {
        g.setColor(Looks.DEVICE);
        List<Rehearsal.Call> mine = new ArrayList<>();
        for (Rehearsal.Call call : rehearsal.calls()) {
            boolean here = call.people() == people
                    && (people
                            ? call.wire() == group
                            : signals.detectors().get(call.wire()).groups().contains(group));
            if (here && call.to() > from && call.from() < to) {
                mine.add(call);
            }
        }
        for (Rehearsal.Call call : mine) {
            double left = x(Math.max(from, call.from()), width);
            double wide = Math.max(2, x(Math.min(to, call.to()), width) - left);
            g.fill(new Rectangle2D.Double(left, y, wide, people ? 7 : 4));
        }
    }

    private void drawLegend(Graphics2D g, int width) {
        String[] words = {"green", "yellow", "in gaps", "red", "walk", "finish", "detector or button"};
        Aspect[] shows = {Aspect.GREEN, Aspect.YELLOW, Aspect.FLASHING_YELLOW, Aspect.RED, Aspect.GREEN, Aspect.YELLOW};
        double x = width - 650;
        g.setFont(Looks.plain(11));
        for (int i = 0; i < words.length; i++) {
            if (i < shows.length) {
                drawBar(g, new Rehearsal.Change(0, 0, shows[i], "", ""), i >= 4, x, 18, 40, 12);
            } else {
                g.setColor(Looks.DEVICE);
                g.fill(new Rectangle2D.Double(x, 45, 18, 4));
            }
            g.setFont(Looks.plain(11));
            g.setColor(Looks.INK);
            g.drawString(words[i], (float) x + 24, 50);
            x += 40 + g.getFontMetrics().stringWidth(words[i]);
        }
    }
}
