package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;

/**
 * The curve of a turning path between two poses, without a kink at either end.
 *
 * <p>Where the two directions meet ahead of the start and behind the end, it is a straight, one circular arc and a straight, as a
 * turn is designed; otherwise (through with a sideways shift, U-turns) a cubic Bézier curve.
 *
 * @param line points at most this far apart in curves that it strays less than 2 cm from them
 * @param radius least radius (m), infinite where it is straight
 */
record PathShape(Polyline line, double radius) {

    private static final double STRAY = 0.02;
    private static final double STRAIGHT = StrictMath.toRadians(3);

    /** Points lie no nearer than this, however tight the curve (m). */
    private static final double SHORTEST_STEP = 0.2;

    /** Sideways less than this from the straight line on, a path is that line (m). */
    private static final double IN_LINE = 0.02;

    static PathShape between(Pose start, Pose end) {
        double angle = start.turnTo(end);
        if (Math.abs(angle) > STRAIGHT && Math.abs(angle) < StrictMath.toRadians(150)) {
            double cross = start.dx() * end.dy() - start.dy() * end.dx();
            double gx = end.x() - start.x();
            double gy = end.y() - start.y();
            double toCorner = (gx * end.dy() - gy * end.dx()) / cross;
            double fromCorner = (gx * start.dy() - gy * start.dx()) / -cross;
            if (toCorner > 0.5 && fromCorner > 0.5) {
                return arc(start, end, angle, toCorner, fromCorner);
            }
        }
        return bezier(start, end, angle);
    }

    /** An arc of a circle, counter-clockwise from one bearing of its middle to another (rad). */
    static PathShape circle(double x, double y, double radius, double from, double to) {
        int steps = Math.max(2, (int) StrictMath.ceil((to - from) / angleStep(radius)));
        double[] xs = new double[steps + 1];
        double[] ys = new double[steps + 1];
        for (int i = 0; i <= steps; i++) {
            double bearing = from + (to - from) * i / steps;
            xs[i] = x + radius * StrictMath.cos(bearing);
            ys[i] = y + radius * StrictMath.sin(bearing);
        }
        return new PathShape(new Polyline(xs, ys), radius);
    }

    /** Points of a smooth curve between two poses. */
    static List<Pose> curve(Pose start, Pose end) {
        Polyline line = between(start, end).line();
        List<Pose> points = new ArrayList<>();
        for (int i = 0; i < line.size(); i++) {
            points.add(new Pose(line.x(i), line.y(i), 0, 0));
        }
        return points;
    }

    private static double angleStep(double radius) {
        return 2 * StrictMath.acos(Math.max(0, 1 - STRAY / radius));
    }

    private static PathShape arc(Pose start, Pose end, double angle, double toCorner, double fromCorner) {
        double tangent = Math.min(toCorner, fromCorner);
        double radius = tangent / StrictMath.tan(Math.abs(angle) / 2);
        Pose arcStart = start.ahead(toCorner - tangent);
        double side = angle > 0 ? -1 : 1; // the centre lies left of the driver in a left turn
        Pose centre = arcStart.right(side * radius);
        int steps = Math.max(4, (int) StrictMath.ceil(Math.abs(angle) / angleStep(radius)));
        double[] x = new double[steps + 3];
        double[] y = new double[steps + 3];
        x[0] = start.x();
        y[0] = start.y();
        double cos = StrictMath.cos(angle / steps); // one turn again and again: cheaper than a sine for each point
        double sin = StrictMath.sin(angle / steps);
        double rx = arcStart.x() - centre.x();
        double ry = arcStart.y() - centre.y();
        for (int i = 0; i <= steps; i++) {
            x[i + 1] = centre.x() + rx;
            y[i + 1] = centre.y() + ry;
            double turned = rx * cos - ry * sin;
            ry = rx * sin + ry * cos;
            rx = turned;
        }
        x[steps + 2] = end.x();
        y[steps + 2] = end.y();
        return new PathShape(new Polyline(x, y), radius);
    }

    private static PathShape bezier(Pose start, Pose end, double angle) {
        double distance = Polyline.distance(start.x(), start.y(), end.x(), end.y());
        double sideways = (end.x() - start.x()) * start.dy() - (end.y() - start.y()) * start.dx();
        if (Math.abs(sideways) < IN_LINE && Math.abs(angle) < StrictMath.toRadians(0.5)) {
            return new PathShape(
                    new Polyline(new double[] {start.x(), end.x()}, new double[] {start.y(), end.y()}),
                    Double.POSITIVE_INFINITY);
        }
        double handle = distance * (Math.abs(angle) > StrictMath.toRadians(150) ? 0.75 : 0.4);
        Pose a = start.ahead(handle);
        Pose b = end.ahead(-handle);
        Bezier curve = new Bezier(start, start.ahead(handle), end.ahead(-handle), end);
        double least = curve.leastRadius();
        double step = Double.isInfinite(least) ? distance : Math.max(SHORTEST_STEP, angleStep(least) * least);
        int steps = Math.max(5, (int) StrictMath.ceil(distance / step));
        double[] x = new double[steps + 1];
        double[] y = new double[steps + 1];
        for (int i = 0; i <= steps; i++) {
            double t = (double) i / steps;
            x[i] = Bezier.at(start.x(), curve.a().x(), curve.b().x(), end.x(), t);
            y[i] = Bezier.at(start.y(), curve.a().y(), curve.b().y(), end.y(), t);
        }
        return new PathShape(new Polyline(x, y), least);
    }

    /** A cubic curve between two poses by way of two handles. */
    private record Bezier(Pose start, Pose a, Pose b, Pose end) {

        private static final int PROBES = 12;

        /** Wider than this it counts as straight (m). */
        private static final double STRAIGHT_ON = 1000;

        static double at(double p0, double p1, double p2, double p3, double t) {
            double s = 1 - t;
            return s * s * s * p0 + 3 * s * s * t * p1 + 3 * s * t * t * p2 + t * t * t * p3;
        }

        private static double first(double p0, double p1, double p2, double p3, double t) {
            double s = 1 - t;
            return 3 * (s * s * (p1 - p0) + 2 * s * t * (p2 - p1) + t * t * (p3 - p2));
        }

        private static double second(double p0, double p1, double p2, double p3, double t) {
            return 6 * ((1 - t) * (p2 - 2 * p1 + p0) + t * (p3 - 2 * p2 + p1));
        }

        double leastRadius() {
            double least = Double.POSITIVE_INFINITY;
            for (int i = 0; i <= PROBES; i++) {
                double t = (double) i / PROBES;
                double vx = first(start.x(), a.x(), b.x(), end.x(), t);
                double vy = first(start.y(), a.y(), b.y(), end.y(), t);
                double wx = second(start.x(), a.x(), b.x(), end.x(), t);
                double wy = second(start.y(), a.y(), b.y(), end.y(), t);
                double bend = Math.abs(vx * wy - vy * wx);
                double speed = Math.sqrt(vx * vx + vy * vy);
                if (bend > 1e-9) {
                    least = Math.min(least, speed * speed * speed / bend);
                }
            }
            return least > STRAIGHT_ON ? Double.POSITIVE_INFINITY : least;
        }
    }
}
