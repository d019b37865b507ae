package org.ulicarro.report.replay;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.tracks.Leg;
import org.ulicarro.core.tracks.TrackBlock.Newcomer;
import org.ulicarro.report.replay.LaneLine.Spot;
import org.ulicarro.report.replay.Scene.SceneType;

/** Vehicles of a moment, to scale, in metres. The page draws them likewise; see vehicles.js. */
final class Bodies {

    private static final Map<String, Color> COLORS = Map.of(
            "car", new Color(0x35618A),
            "van", new Color(0x7A8F3C),
            "truck", new Color(0x8A5A2B),
            "articulated", new Color(0x4D3019),
            "bus", new Color(0xC0702A),
            "tram", new Color(0x7C2D3E),
            "bicycle", new Color(0x2B2A28),
            "motorcycle", new Color(0x5C5F66));

    private static final Color BRAKE = new Color(0xD0211C);
    private static final Color INDICATOR = new Color(0xF0B000);
    private static final Color OUTLINE = new Color(0xFBFAF6);

    /** Where bodies with joints bend, and end, as shares of their length from the front. */
    private static final Map<String, double[]> JOINTS =
            Map.of("articulated", new double[] {0.33, 1}, "tram", new double[] {0.34, 0.66, 1});

    /** Moving over sideways, a point of the body follows the front by that much for each metre behind it (ticks). */
    private static final double LAG = 1.2;

    private final LaneLine[] lanes;
    private final double scale; // units per metre

    Bodies(LaneLine[] lanes, double scale) {
        this.lanes = lanes;
        this.scale = scale;
    }

    /** Points of a vehicle's way from its front to its rear. */
    List<Spot> points(Leg leg, Newcomer who, SceneType type, double tick) {
        int key = leg.keyAt(tick);
        double along = leg.alongAt(tick);
        List<Spot> points = new ArrayList<>();
        points.add(point(leg, key, along, 0, tick));
        double back = 0;
        for (double share : JOINTS.getOrDefault(type.id(), new double[] {1})) {
            Spot next = point(leg, key, along, share * who.length(), tick);
            points.add(within(next, points.get(points.size() - 1), share * who.length() - back));
            back = share * who.length();
        }
        return points;
    }

    /** A point, or one on the way to it where it is farther from another than a stiff body is long: a body does not stretch sideways. */
    private static Spot within(Spot point, Spot from, double length) {
        double u = Math.min(1, length / Math.hypot(point.x() - from.x(), point.y() - from.y()));
        return new Spot(
                from.x() + (point.x() - from.x()) * u, from.y() + (point.y() - from.y()) * u, point.dx(), point.dy());
    }

    private Spot point(Leg leg, int key, double front, double back, double now) {
        double along = front - back;
        double tick = now - back * LAG;
        int piece = leg.pieceAt(key, along);
        Spot here = lanes[leg.lane(piece)].at(along - leg.begins(piece));
        int from = leg.bodyOverFrom(piece, tick);
        if (from < 0) {
            return here;
        }
        double share = leg.movedOver(piece, tick);
        Spot old = lanes[from].at(along - leg.overBegins(piece));
        return new Spot(
                old.x() + (here.x() - old.x()) * share, old.y() + (here.y() - old.y()) * share, here.dx(), here.dy());
    }

    void draw(Graphics2D g, Leg leg, Newcomer who, SceneType type, double tick) {
        List<Spot> points = points(leg, who, type, tick);
        for (int i = 1; i < points.size(); i++) {
            g.setColor(COLORS.getOrDefault(type.id(), Color.DARK_GRAY));
            body(g, points.get(i - 1), points.get(i), type.width(), i == 1);
        }
        if (scale > 2.5) {
            int key = leg.keyAt(tick);
            Spot rear = points.get(points.size() - 1);
            Spot before = points.get(points.size() - 2);
            if (leg.brakes(key)) {
                g.setColor(BRAKE);
                light(g, rear, before, 0.38 * type.width(), 0.36);
                light(g, rear, before, -0.38 * type.width(), 0.36);
            }
            if (leg.indicates(key) != 0) {
                g.setColor(INDICATOR);
                light(g, rear, before, -leg.indicates(key) * type.width() / 2, 0.32);
                light(g, points.get(0), points.get(1), leg.indicates(key) * type.width() / 2, 0.32);
            }
        }
    }

    private void body(Graphics2D g, Spot front, Spot rear, double width, boolean first) {
        double length = Math.max(0.1, Math.hypot(front.x() - rear.x(), front.y() - rear.y()));
        double dx = (front.x() - rear.x()) / length;
        double dy = (front.y() - rear.y()) / length;
        double half = Math.max(width / 2, 1.1 / scale);
        double nose = first ? Math.min(0.9, length / 4) : 0.15; // a slanted nose says which way it heads
        double back = Math.max(length, 3 / scale);
        Path2D body = new Path2D.Double();
        body.moveTo(front.x() - dx * back - dy * half, front.y() - dy * back + dx * half);
        body.lineTo(front.x() - dx * nose - dy * half, front.y() - dy * nose + dx * half);
        body.lineTo(front.x() - dy * half * 0.6, front.y() + dx * half * 0.6);
        body.lineTo(front.x() + dy * half * 0.6, front.y() - dx * half * 0.6);
        body.lineTo(front.x() - dx * nose + dy * half, front.y() - dy * nose - dx * half);
        body.lineTo(front.x() - dx * back + dy * half, front.y() - dy * back - dx * half);
        body.closePath();
        g.fill(body);
        if (scale > 2.5) {
            g.setColor(OUTLINE);
            g.setStroke(new BasicStroke((float) Math.max(0.1, 0.8 / scale)));
            g.draw(body);
        }
    }

    /** A dot at one end of a body, that far to the left as seen looking from that end to the other. */
    private static void light(Graphics2D g, Spot at, Spot other, double left, double size) {
        double length = Math.max(0.1, Math.hypot(other.x() - at.x(), other.y() - at.y()));
        double dx = (other.x() - at.x()) / length;
        double dy = (other.y() - at.y()) / length;
        double x = at.x() + dx * 0.25 - dy * left;
        double y = at.y() + dy * 0.25 + dx * left;
        g.fill(new Ellipse2D.Double(x - size, y - size, 2 * size, 2 * size));
    }
}
