package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.FontMetrics;
import java.awt.Graphics2D;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.geom.Point2D;
import java.awt.geom.Rectangle2D;
import java.util.LinkedHashSet;
import java.util.Set;
import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.SignalSystem;

/**
 * The plan of a study to scale: roads, lanes, arrows, stop lines and signal groups, with a scale bar and north. Around one place it
 * also shows turning paths, and where they meet.
 */
public final class PlanDrawing {

    private static final double MARGIN = 36;
    private static final double FOOTER = 58;
    private static final double AROUND_PLACE = 46; // m shown each way of a place

    /** Below this scale the names of signal groups would hide the junction (units per metre). */
    private static final double ROOM_FOR_GROUPS = 2;

    private final Model model;
    private final Network network;
    private final String place;

    /**
     * A plan.
     *
     * @param place id of the place to draw large, or null for all of the network
     */
    public PlanDrawing(Model model, String place) {
        this.model = model;
        network = model.network();
        this.place = place;
    }

    /** Draws into that many units from the upper left corner. */
    public void draw(Graphics2D g, int width, int height) {
        g.setColor(Looks.LAND);
        g.fill(new Rectangle2D.Double(0, 0, width, height));
        Rectangle2D window = new Rectangle2D.Double(MARGIN, MARGIN, width - 2 * MARGIN, height - 2 * MARGIN - FOOTER);
        Camera camera = Camera.fit(bounds(), window);
        Shape clip = g.getClip();
        g.clip(new Rectangle2D.Double(0, 0, width, height - FOOTER));
        AffineTransform page = g.getTransform();
        g.transform(camera.transform());
        drawSurfaces(g);
        drawMarkings(g, camera);
        if (place != null) {
            drawPaths(g);
        }
        g.setTransform(page);
        drawNames(g, camera);
        g.setClip(clip);
        drawFooter(g, camera, width, height);
    }

    private Rectangle2D bounds() {
        if (place != null) {
            var at = network.junctions().get(place).place().at();
            return new Rectangle2D.Double(
                    at.x() - AROUND_PLACE, at.y() - AROUND_PLACE, 2 * AROUND_PLACE, 2 * AROUND_PLACE);
        }
        Rectangle2D bounds = null;
        for (Lane lane : network.lanes()) {
            Rectangle2D one = Shapes.line(lane.line()).getBounds2D();
            bounds = bounds == null ? one : bounds.createUnion(one);
        }
        return new Rectangle2D.Double(
                bounds.getX() - 15, bounds.getY() - 15, bounds.getWidth() + 30, bounds.getHeight() + 30);
    }

    private void drawSurfaces(Graphics2D g) {
        g.setColor(Looks.KERB);
        g.setStroke(new BasicStroke(0.5f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND));
        for (Lane lane : network.lanes()) {
            if (!lane.isPath()) {
                g.draw(Shapes.surface(lane));
            }
        }
        for (Junction junction : network.junctions().values()) {
            if (!junction.outline().isEmpty()) {
                g.draw(Shapes.pavement(junction.outline()));
            }
        }
        g.setColor(Looks.ASPHALT);
        for (Junction junction : network.junctions().values()) {
            if (!junction.outline().isEmpty()) {
                g.fill(Shapes.pavement(junction.outline()));
            }
        }
        for (Link link : network.links()) {
            fillMiddle(g, link);
        }
        // a hair wider than the lane, so that no seam shows between neighbours
        g.setStroke(new BasicStroke(0.12f));
        for (Lane lane : network.lanes()) {
            if (!lane.isPath()) {
                Shape surface = Shapes.surface(lane);
                g.fill(surface);
                g.draw(surface);
            }
        }
        for (Lane lane : network.lanes()) {
            if (lane.isPath()) {
                g.setStroke(new BasicStroke((float) lane.width(), BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND));
                g.draw(Shapes.line(lane.line()));
            }
        }
    }

    /** The surface between the two directions of a road, where it widens for a bay that has not opened yet. */
    private void fillMiddle(Graphics2D g, Link link) {
        Link other = network.links().stream()
                .filter(o -> o.road().equals(link.road()) && o.ahead() != link.ahead())
                .findFirst()
                .orElse(null);
        if (other == null || !link.ahead()) {
            return;
        }
        Lane there = firstThroughLane(link);
        Lane back = firstThroughLane(other);
        Path2D middle = Shapes.beside(there, -there.width() / 2, there.start(), there.end());
        middle.append(Shapes.beside(back, -back.width() / 2, back.start(), back.end()), true);
        middle.closePath();
        g.fill(middle);
    }

    private Lane firstThroughLane(Link link) {
        return network.lanes().subList(link.firstLane(), link.firstLane() + link.lanes()).stream()
                .filter(lane -> !lane.isBay())
                .findFirst()
                .orElseThrow();
    }

    private void drawMarkings(Graphics2D g, Camera camera) {
        float thin = (float) Math.max(0.15, 0.9 / camera.scale());
        for (Link link : network.links()) {
            for (int i = 0; i < link.lanes(); i++) {
                Lane lane = network.lanes().get(link.firstLane() + i);
                drawLaneLines(g, link, lane, i, thin);
                if (lane.arrows() != null && camera.scale() > 0.8) {
                    g.setColor(Looks.PAINT);
                    double size = camera.scale() > 3 ? 1 : 1.5;
                    Pose tip = lane.at(lane.end() - 5);
                    AffineTransform enlarge = AffineTransform.getTranslateInstance(tip.x(), tip.y());
                    enlarge.scale(size, size);
                    enlarge.translate(-tip.x(), -tip.y());
                    g.fill(enlarge.createTransformedShape(Shapes.arrows(lane.arrows(), tip)));
                }
            }
            drawStopLine(g, link);
        }
    }

    private void drawLaneLines(Graphics2D g, Link link, Lane lane, int number, float thin) {
        g.setColor(Looks.PAINT);
        boolean twoWay = network.links().stream()
                .anyMatch(other -> other.road().equals(link.road()) && other.ahead() != link.ahead());
        if (number == 0 && twoWay) { // the line between the directions, unbroken
            g.setStroke(new BasicStroke(thin));
            g.draw(Shapes.beside(lane, -lane.width() / 2, lane.start(), lane.end()));
        }
        if (number + 1 < link.lanes()) {
            Lane right = network.lanes().get(lane.index() + 1);
            double from = Math.max(lane.start(), right.start());
            boolean bay = lane.isBay() || right.isBay();
            g.setStroke(
                    bay
                            ? new BasicStroke(thin)
                            : new BasicStroke(
                                    thin, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, new float[] {3, 6}, 0));
            g.draw(Shapes.beside(right, -right.width() / 2, from, right.end()));
            if (lane.isBay() && number == 0 && twoWay) {
                g.setStroke(new BasicStroke(thin));
                g.draw(Shapes.beside(right, -right.width() / 2, right.start(), lane.start()));
            }
        }
    }

    private void drawStopLine(Graphics2D g, Link link) {
        if (!network.junctions().get(link.to()).signalised()) {
            return;
        }
        g.setColor(Looks.PAINT);
        g.setStroke(new BasicStroke(0.5f));
        for (int i = 0; i < link.lanes(); i++) {
            Lane lane = network.lanes().get(link.firstLane() + i);
            Pose end = lane.at(lane.end() - 0.25);
            Pose left = end.right(-lane.width() / 2);
            Pose right = end.right(lane.width() / 2);
            Path2D line = new Path2D.Double();
            line.moveTo(left.x(), left.y());
            line.lineTo(right.x(), right.y());
            g.draw(line);
        }
    }

    /** Turning paths of the chosen place, those that go in gaps dashed, and the middle of each stretch that two of them share. */
    private void drawPaths(Graphics2D g) {
        Junction junction = network.junctions().get(place);
        for (int m : junction.movements()) {
            boolean gaps = model.signals().yields(m);
            g.setColor(gaps ? Looks.GAPS : Looks.PATH);
            g.setStroke(
                    gaps
                            ? new BasicStroke(
                                    0.3f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, new float[] {1.6f, 1.0f}, 0)
                            : new BasicStroke(0.3f));
            for (var path : network.movements().get(m).paths()) {
                g.draw(Shapes.line(network.lanes().get(path.lane()).line()));
            }
        }
        g.setColor(Looks.MEETING);
        for (Conflict conflict : junction.conflicts()) {
            if (conflict.kind() == Conflict.Kind.CROSSING) {
                Pose at = network.lanes().get(conflict.pathA()).at((conflict.startA() + conflict.endA()) / 2);
                g.fill(new Ellipse2D.Double(at.x() - 0.4, at.y() - 0.4, 0.8, 0.8));
            }
        }
    }

    private void drawNames(Graphics2D g, Camera camera) {
        Set<String> named = new LinkedHashSet<>();
        for (Link link : network.links()) {
            if (named.add(link.road())) {
                nameRoad(g, camera, link);
            }
            if (camera.scale() > ROOM_FOR_GROUPS
                    && network.junctions().get(link.to()).signalised()) {
                nameGroups(g, camera, link);
            }
        }
        for (Junction junction : network.junctions().values()) {
            if (place == null) {
                namePlace(g, camera, junction);
            }
        }
    }

    /** The street's name along it, beside the carriageway, never upside down. */
    private void nameRoad(Graphics2D g, Camera camera, Link link) {
        String name = model.study().network().roads().get(link.road()).name();
        Lane outer = network.lanes().get(link.firstLane() + link.lanes() - 1);
        double from = place == null ? link.length() * 0.42 : link.to().equals(place) ? link.length() - 19 : 19;
        if (place != null && !link.to().equals(place) && !link.from().equals(place)) {
            return;
        }
        boolean wholeLength = outer.start() <= from;
        Lane lane = wholeLength ? outer : network.lanes().get(link.firstLane());
        Pose pose = lane.at(Math.max(lane.start(), from));
        double offset = lane.width() / 2 + 11 / camera.scale();
        Pose beside = pose.right(offset);
        double angle = Math.atan2(-pose.dy(), pose.dx());
        if (Math.cos(angle) < -1e-9) {
            angle += Math.PI;
        }
        label(
                g,
                camera.point(beside.x(), beside.y()),
                angle,
                name == null ? link.road() : name,
                Looks.plain(13),
                Looks.INK);
    }

    private void nameGroups(Graphics2D g, Camera camera, Link link) {
        Set<String> groups = new LinkedHashSet<>();
        for (Movement movement : network.movementsFrom(link.index())) {
            int group = model.signals().groupOf(movement.index());
            if (group != SignalSystem.NO_GROUP) {
                groups.add(model.signals().groups().get(group).id());
            }
        }
        Lane outer = network.lanes().get(link.firstLane() + link.lanes() - 1);
        Pose end = outer.at(outer.end() - 4).right(outer.width() / 2 + 15 / camera.scale());
        Point2D at = camera.point(end.x(), end.y());
        String text = String.join(" ", groups);
        g.setFont(Looks.bold(12));
        FontMetrics metrics = g.getFontMetrics();
        double half = metrics.stringWidth(text) / 2.0 + 5;
        g.setColor(Looks.INK);
        g.fill(new java.awt.geom.RoundRectangle2D.Double(at.getX() - half, at.getY() - 9, 2 * half, 18, 6, 6));
        g.setColor(Color.WHITE);
        g.drawString(text, (float) (at.getX() - half + 5), (float) (at.getY() + 4.5));
    }

    private void namePlace(Graphics2D g, Camera camera, Junction junction) {
        var at = junction.place().at();
        Point2D point = camera.point(at.x(), at.y());
        if (junction.signalised()) {
            // beside the crossing, in the corner between its legs
            label(
                    g,
                    new Point2D.Double(point.getX() + 46, point.getY() - 34),
                    0,
                    junction.id(),
                    Looks.bold(14),
                    Looks.INK);
            return;
        }
        g.setColor(Looks.INK);
        g.fill(new Ellipse2D.Double(point.getX() - 3.5, point.getY() - 3.5, 7, 7));
        label(g, new Point2D.Double(point.getX(), point.getY() - 22), 0, junction.id(), Looks.bold(13), Looks.INK);
    }

    private static void label(Graphics2D g, Point2D at, double angle, String text, java.awt.Font font, Color color) {
        AffineTransform before = g.getTransform();
        g.setFont(font);
        FontMetrics metrics = g.getFontMetrics();
        g.translate(at.getX(), at.getY());
        g.rotate(angle);
        double w = metrics.stringWidth(text);
        g.setColor(new Color(Looks.LAND.getRed(), Looks.LAND.getGreen(), Looks.LAND.getBlue(), 215));
        g.fill(new Rectangle2D.Double(-w / 2 - 3, -9, w + 6, 18));
        g.setColor(color);
        g.drawString(text, (float) (-w / 2), 4.5f);
        g.setTransform(before);
    }

    private void drawFooter(Graphics2D g, Camera camera, int width, int height) {
        double top = height - FOOTER;
        g.setColor(Looks.PAPER);
        g.fill(new Rectangle2D.Double(0, top, width, FOOTER));
        g.setColor(Looks.KERB);
        g.setStroke(new BasicStroke(1));
        g.draw(new java.awt.geom.Line2D.Double(0, top, width, top));
        g.setColor(Looks.INK);
        g.setFont(Looks.bold(16));
        g.drawString(model.study().title(), (float) MARGIN, (float) top + 25);
        g.setFont(Looks.plain(12));
        g.setColor(Looks.FAINT_INK);
        String subject = place == null ? "plan of the network" : "place '" + place + "'";
        String key = place == null ? "" : "   solid: turning paths   dashed: in gaps   dots: where paths cross";
        g.drawString(subject + key, (float) MARGIN, (float) top + 44);
        drawScale(g, camera, width - MARGIN - 60, top + 34);
        drawNorth(g, width - MARGIN - 14, top + 29);
    }

    /** A bar of a round length, ending at a point. */
    private static void drawScale(Graphics2D g, Camera camera, double right, double y) {
        double metres = 1;
        for (double round : new double[] {5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000}) {
            if (round * camera.scale() <= 160) {
                metres = round;
            }
        }
        double length = metres * camera.scale();
        g.setColor(Looks.INK);
        g.fill(new Rectangle2D.Double(right - length, y, length, 4));
        g.setColor(Looks.PAPER);
        g.fill(new Rectangle2D.Double(right - length / 2, y + 1, length / 2 - 1, 2));
        g.setColor(Looks.INK);
        g.setFont(Looks.plain(12));
        FontMetrics metrics = g.getFontMetrics();
        String text = (int) metres + " m";
        g.drawString("0", (float) (right - length - 3), (float) y - 5);
        g.drawString(text, (float) (right - metrics.stringWidth(text) + 6), (float) y - 5);
    }

    private static void drawNorth(Graphics2D g, double x, double y) {
        Path2D needle = new Path2D.Double();
        needle.moveTo(x, y - 16);
        needle.lineTo(x + 7, y + 12);
        needle.lineTo(x, y + 6);
        needle.lineTo(x - 7, y + 12);
        needle.closePath();
        g.setColor(Looks.INK);
        g.fill(needle);
        g.setFont(Looks.bold(11));
        g.drawString("N", (float) x - 4, (float) y + 24);
    }
}
