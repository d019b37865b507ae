package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.FontMetrics;
import java.awt.Graphics2D;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.geom.Point2D;
import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.run.Model;

/** Ways between two ends over a faint plan, side by side where they share a road, each as wide as its share, with a table of them. */
public final class WaysDrawing {

    private static final Color[] COLOURS = {
        new Color(0x1D3F5E),
        new Color(0xB4581C),
        new Color(0x4E7A3A),
        new Color(0x7C2D3E),
        new Color(0x6F95B5),
        new Color(0x8A6D3B),
        new Color(0x5B4A8A),
        new Color(0x2E7D78)
    };
    private static final float[][] DASHES = {null, {14, 6}, {3, 5}, {14, 4, 3, 4}, {7, 4}, {20, 5}, {3, 3, 8, 3}, {1, 4}
    };
    private static final double NARROWEST = 2.5;
    private static final double WIDEST = 11;
    private static final double STEP = 4; // m between points
    private static final double MARGIN = 60;
    private static final double EASE = 40; // units of the page over which a line moves aside

    /**
     * A way.
     *
     * @param links indices of its links in order, arcs of roundabouts left out
     * @param share of all who travel between these ends
     * @param words what stands of it in the table, after its line
     */
    public record Way(int[] links, double share, String words) {}

    private final Model model;
    private final Network network;
    private final List<Way> ways;
    private final String heading;
    private final String subject;

    /**
     * A drawing.
     *
     * @param heading over the table
     * @param subject at the foot of the sheet
     */
    public WaysDrawing(Model model, List<Way> ways, String heading, String subject) {
        this.model = model;
        network = model.network();
        this.ways = List.copyOf(ways);
        this.heading = heading;
        this.subject = subject;
    }

    /** Draws into that many units from the upper left corner. */
    public void draw(Graphics2D g, int width, int height) {
        g.setColor(Looks.LAND);
        g.fill(new Rectangle2D.Double(0, 0, width, height));
        Rectangle2D window =
                new Rectangle2D.Double(MARGIN, MARGIN, width - 2 * MARGIN, height - 2 * MARGIN - PlanFooter.HEIGHT);
        Camera camera = Camera.fit(bounds(), window);
        var page = g.getTransform();
        var clip = g.getClip();
        g.clip(new Rectangle2D.Double(0, 0, width, height - PlanFooter.HEIGHT));
        g.transform(camera.transform());
        new Surfaces(network).draw(Pen.on(g));
        g.setTransform(page);
        if (FarRoads.isFar(camera)) {
            new FarRoads(network, camera).draw(g);
        }
        for (int w = ways.size() - 1; w >= 0; w--) { // those taken most on top
            line(g, camera, w);
        }
        for (int w = 0; w < ways.size(); w++) {
            ends(g, camera, ways.get(w));
        }
        table(g);
        g.setClip(clip);
        PlanFooter.draw(g, camera, width, height, model.study().title(), subject);
    }

    private Rectangle2D bounds() {
        Rectangle2D bounds = null;
        for (Way way : ways) {
            for (int link : way.links()) {
                Rectangle2D one = Shapes.line(whole(link).line()).getBounds2D();
                bounds = bounds == null ? one : bounds.createUnion(one);
            }
        }
        double air = 0.12 * Math.max(bounds.getWidth(), bounds.getHeight()) + 20;
        return new Rectangle2D.Double(
                bounds.getX() - air, bounds.getY() - air, bounds.getWidth() + 2 * air, bounds.getHeight() + 2 * air);
    }

    /** The innermost lane that goes all the way. */
    private Lane whole(int link) {
        List<Lane> lanes = network.lanesOf(network.links().get(link));
        return lanes.stream()
                .filter(lane -> lane.start() <= 0 && !lane.ends())
                .findFirst()
                .orElse(lanes.get(0));
    }

    private double width(Way way) {
        return Math.max(NARROWEST, WIDEST * way.share());
    }

    /** Lines that share a road lie beside each other: those before this one push it outwards (units of the page). */
    private double aside(int number, int link) {
        double before = 0;
        for (int w = 0; w < number; w++) {
            for (int one : ways.get(w).links()) {
                if (one == link) {
                    before += width(ways.get(w)) + 1.5;
                    break;
                }
            }
        }
        return before + width(ways.get(number)) / 2;
    }

    private void line(Graphics2D g, Camera camera, int number) {
        Way way = ways.get(number);
        Path2D line = new Path2D.Double();
        double side = network.keepsRight() ? 1 : -1;
        double before = side * aside(number, way.links()[0]) / camera.scale();
        for (int i = 0; i < way.links().length; i++) {
            Lane lane = whole(way.links()[i]);
            double shift = side * aside(number, way.links()[i]) / camera.scale();
            for (double s = lane.start(); s < lane.end(); s += STEP) {
                double along = Math.min(1, (s - lane.start()) * camera.scale() / EASE);
                to(line, camera, lane.at(s).right(before + (shift - before) * along));
            }
            to(line, camera, lane.at(lane.end()).right(shift));
            before = shift;
            if (i + 1 < way.links().length) {
                through(line, camera, way.links()[i], way.links()[i + 1], shift);
            }
        }
        float[] dash = DASHES[number % DASHES.length];
        float width = (float) width(way);
        g.setColor(Color.WHITE);
        g.setStroke(new BasicStroke(width + 1.6f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND));
        g.draw(line);
        g.setColor(COLOURS[number % COLOURS.length]);
        g.setStroke(
                dash == null
                        ? new BasicStroke(width, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND)
                        : new BasicStroke(width, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, dash, 0));
        g.draw(line);
    }

    /** Along the turning path, and arcs of a roundabout. */
    private void through(Path2D line, Camera camera, int from, int to, double shift) {
        for (Movement turn : network.movementsFrom(from)) {
            if (turn.toLink() == to && !turn.paths().isEmpty()) {
                List<Integer> parts = new ArrayList<>(List.of(turn.index()));
                parts.addAll(turn.onward());
                for (int i = 0; i < parts.size(); i++) {
                    Movement part = network.movements().get(parts.get(i));
                    if (i > 0) {
                        along(line, camera, whole(part.fromLink()), shift);
                    }
                    if (!part.paths().isEmpty()) {
                        along(
                                line,
                                camera,
                                network.lanes().get(part.paths().get(0).lane()),
                                shift);
                    }
                }
                return;
            }
        }
    }

    private static void along(Path2D line, Camera camera, Lane lane, double shift) {
        for (double s = Math.max(0, lane.start()); s < lane.end(); s += 1) {
            to(line, camera, lane.at(s).right(shift));
        }
    }

    private static void to(Path2D line, Camera camera, Pose pose) {
        Point2D at = camera.point(pose.x(), pose.y());
        if (line.getCurrentPoint() == null) {
            line.moveTo(at.getX(), at.getY());
        } else {
            line.lineTo(at.getX(), at.getY());
        }
    }

    private void ends(Graphics2D g, Camera camera, Way way) {
        Link first = network.links().get(way.links()[0]);
        Link last = network.links().get(way.links()[way.links().length - 1]);
        mark(g, camera, first.from(), false);
        mark(g, camera, last.to(), true);
    }

    private void mark(Graphics2D g, Camera camera, String place, boolean goal) {
        var at = network.junctions().get(place).place().at();
        Point2D point = camera.point(at.x(), at.y());
        g.setColor(Looks.INK);
        Ellipse2D dot = new Ellipse2D.Double(point.getX() - 6, point.getY() - 6, 12, 12);
        g.setStroke(new BasicStroke(2.5f));
        if (goal) {
            g.fill(dot);
        } else {
            g.setColor(Looks.PAPER);
            g.fill(dot);
            g.setColor(Looks.INK);
            g.draw(dot);
        }
        g.setFont(Looks.bold(14));
        FontMetrics metrics = g.getFontMetrics();
        float x = (float) (point.getX() - metrics.stringWidth(place) / 2.0);
        float y = (float) point.getY() - 13;
        g.setColor(new Color(0xFB, 0xFA, 0xF6, 225));
        g.fill(new Rectangle2D.Double(x - 3, y - 13, metrics.stringWidth(place) + 6, 17));
        g.setColor(Looks.INK);
        g.drawString(place, x, y);
    }

    private void table(Graphics2D g) {
        g.setFont(Looks.plain(12));
        FontMetrics metrics = g.getFontMetrics();
        double widest = metrics.stringWidth(heading) * 1.1 + 10;
        for (Way way : ways) {
            widest = Math.max(widest, 52 + metrics.stringWidth(way.words()));
        }
        Rectangle2D box = new Rectangle2D.Double(16, 16, widest + 24, 34 + 20 * ways.size());
        g.setColor(new Color(0xFB, 0xFA, 0xF6, 235));
        g.fill(box);
        g.setColor(Looks.KERB);
        g.setStroke(new BasicStroke(1));
        g.draw(box);
        g.setColor(Looks.INK);
        g.setFont(Looks.bold(12));
        g.drawString(heading, 28, 36);
        g.setFont(Looks.plain(12));
        for (int w = 0; w < ways.size(); w++) {
            double y = 56 + 20 * w;
            Path2D line = new Path2D.Double();
            line.moveTo(28, y - 4);
            line.lineTo(68, y - 4);
            float[] dash = DASHES[w % DASHES.length];
            float width = (float) Math.min(8, width(ways.get(w)));
            g.setColor(COLOURS[w % COLOURS.length]);
            g.setStroke(
                    dash == null
                            ? new BasicStroke(width, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND)
                            : new BasicStroke(width, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, dash, 0));
            g.draw(line);
            g.setColor(Looks.INK);
            g.drawString(ways.get(w).words(), 78, (float) y);
        }
    }
}
