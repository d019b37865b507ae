package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;

/** The axes of roads: straight from shape point to shape point, each bend rounded by an arc. */
final class Axes {

    /** An arc passes its shape point at this distance, as long as it is no tighter than it must be (m). */
    private static final double BESIDE_POINT = 0.5;

    /** Bends are rounded to this radius where the pieces beside them are long enough (m). */
    private static final double LEAST_RADIUS = 30;

    /** Share of the shorter piece beside a bend that its arc may take. */
    private static final double SHARE = 0.45;

    /** At a place a bend takes no more than this of a road (m), and no more than this share of it. */
    private static final double LONGEST_AT_PLACE = 16;

    private static final double SHARE_AT_PLACE = 0.3;

    /** Two roads that meet at a place at more than this go round a corner, and not on in a bend. */
    private static final double SHARP = StrictMath.toRadians(120);

    /** At less than this nobody slows down. */
    private static final double SLIGHT = StrictMath.toRadians(5);

    /** How far a driver's line leaves the middle of the lane to either side without being a bend (m). */
    private static final double PLAY = 1;

    private static final double STRAIGHT = StrictMath.toRadians(0.2);
    private static final double ARC_STEP = StrictMath.toRadians(2.5);

    private Axes() {}

    /** A road's axis from its first place to its second. */
    static Polyline of(NetworkInput input, Road road) {
        return rounded(points(input, road));
    }

    /** The same without what a driver does not follow within its lane, such as points that were not measured to the metre. */
    static Polyline driven(NetworkInput input, Road road) {
        List<Point> points = points(input, road);
        boolean[] kept = new boolean[points.size()];
        kept[0] = true;
        kept[points.size() - 1] = true;
        keep(points, 0, points.size() - 1, kept);
        return rounded(IntStream.range(0, kept.length)
                .filter(i -> kept[i])
                .mapToObj(points::get)
                .toList());
    }

    /** Keeps the point that is farthest from the line between two others, if it is not within a lane's play (Douglas and Peucker 1973). */
    private static void keep(List<Point> points, int from, int to, boolean[] kept) {
        int farthest = -1;
        double most = PLAY;
        for (int i = from + 1; i < to; i++) {
            double distance = distance(points.get(i), points.get(from), points.get(to));
            if (distance > most) {
                most = distance;
                farthest = i;
            }
        }
        if (farthest >= 0) {
            kept[farthest] = true;
            keep(points, from, farthest, kept);
            keep(points, farthest, to, kept);
        }
    }

    private static double distance(Point point, Point from, Point to) {
        double dx = to.x() - from.x();
        double dy = to.y() - from.y();
        double px = point.x() - from.x();
        double py = point.y() - from.y();
        double along = Math.max(0, Math.min(1, (px * dx + py * dy) / Math.max(1e-9, dx * dx + dy * dy)));
        return Polyline.distance(px, py, along * dx, along * dy);
    }

    private static List<Point> points(NetworkInput input, Road road) {
        List<Point> points = new ArrayList<>();
        points.add(end(input, road, road.from()));
        points.addAll(road.via());
        points.add(end(input, road, road.to()));
        return points;
    }

    private static Polyline rounded(List<Point> points) {
        if (points.size() == 2) {
            return line(points);
        }
        List<Point> round = new ArrayList<>();
        round.add(points.get(0));
        for (int i = 1; i + 1 < points.size(); i++) {
            bend(points.get(i - 1), points.get(i), points.get(i + 1), round);
        }
        round.add(points.get(points.size() - 1));
        return line(round);
    }

    private static Polyline line(List<Point> points) {
        return new Polyline(
                points.stream().mapToDouble(Point::x).toArray(),
                points.stream().mapToDouble(Point::y).toArray());
    }

    /** Adds a shape point as an arc that touches the pieces before and after it. */
    private static void bend(Point before, Point at, Point after, List<Point> round) {
        Pose in = pose(before, at);
        Pose out = pose(at, after);
        double angle = in == null || out == null ? 0 : in.turnTo(out);
        double turned = Math.abs(angle);
        if (turned < STRAIGHT || turned > StrictMath.toRadians(170)) {
            round.add(at);
            return;
        }
        double room = SHARE
                * Math.min(
                        Polyline.distance(before.x(), before.y(), at.x(), at.y()),
                        Polyline.distance(at.x(), at.y(), after.x(), after.y()));
        double near = BESIDE_POINT / StrictMath.tan(turned / 4);
        double tangent = Math.min(room, Math.max(near, LEAST_RADIUS * StrictMath.tan(turned / 2)));
        Pose start = new Pose(at.x(), at.y(), in.dx(), in.dy()).ahead(-tangent);
        Pose end = new Pose(at.x(), at.y(), out.dx(), out.dy()).ahead(tangent);
        double radius = tangent / StrictMath.tan(turned / 2);
        Pose centre = start.right(angle > 0 ? -radius : radius);
        int steps = Math.max(2, (int) StrictMath.ceil(turned / ARC_STEP));
        for (int i = 0; i <= steps; i++) {
            double cos = StrictMath.cos(angle * i / steps);
            double sin = StrictMath.sin(angle * i / steps);
            double rx = start.x() - centre.x();
            double ry = start.y() - centre.y();
            boolean last = i == steps; // exactly on the next piece
            round.add(
                    last
                            ? new Point(end.x(), end.y())
                            : new Point(centre.x() + rx * cos - ry * sin, centre.y() + rx * sin + ry * cos));
        }
    }

    /**
     * How far before and after a place without control a bend from one road into another one begins and ends (m).
     *
     * @param angle between straight on and the other road (rad)
     * @param length of one road (m)
     * @param other of the other one
     */
    static double tangent(double angle, double length, double other) {
        boolean bend = angle >= SLIGHT && angle < SHARP;
        double room = Math.min(LONGEST_AT_PLACE, SHARE_AT_PLACE * Math.min(length, other));
        return bend ? Math.min(room, LEAST_RADIUS * StrictMath.tan(angle / 2)) : 0;
    }

    private static Pose pose(Point from, Point to) {
        double length = Polyline.distance(from.x(), from.y(), to.x(), to.y());
        return length < 1e-6
                ? null
                : new Pose(from.x(), from.y(), (to.x() - from.x()) / length, (to.y() - from.y()) / length);
    }

    private static Point end(NetworkInput input, Road road, String place) {
        Point own = road.meetsAt().get(place);
        return own == null ? input.places().get(place).at() : own;
    }
}
