package org.ulicarro.report;

import java.awt.geom.AffineTransform;
import java.awt.geom.Path2D;
import java.util.List;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Polyline;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.study.Arrows;

/** Shapes of a plan in metres. */
final class Shapes {

    /** Half the width of an arrow's shaft (m); a little stout, so that it reads on a plan. */
    private static final double HALF_SHAFT = 0.17;

    private Shapes() {}

    static Path2D line(Polyline line) {
        Path2D path = new Path2D.Double();
        path.moveTo(line.x(0), line.y(0));
        for (int i = 1; i < line.size(); i++) {
            path.lineTo(line.x(i), line.y(i));
        }
        return path;
    }

    /** A line beside a lane's middle, positive to its right, between two positions. */
    static Path2D beside(Lane lane, double right, double from, double to) {
        Path2D path = new Path2D.Double();
        Pose first = lane.at(from).right(right);
        path.moveTo(first.x(), first.y());
        for (double position : bends(lane, from, to)) {
            Pose pose = lane.at(position).right(right);
            path.lineTo(pose.x(), pose.y());
        }
        return path;
    }

    /** Positions at which a lane's line bends, between two others, and the second of these. */
    private static double[] bends(Lane lane, double from, double to) {
        double[] positions = new double[lane.line().size() + 1];
        double scale = (lane.end() - lane.start()) / lane.line().length();
        int n = 0;
        for (int i = 1; i + 1 < lane.line().size(); i++) {
            double position = lane.start() + lane.line().along(i) * scale;
            if (position > from && position < to) {
                positions[n++] = position;
            }
        }
        positions[n++] = to;
        return java.util.Arrays.copyOf(positions, n);
    }

    /** A stretch of a lane, that far to both sides of its middle. */
    static Path2D stretch(Lane lane, double from, double to, double half) {
        Path2D path = beside(lane, -half, from, to);
        path.append(reversed(beside(lane, half, from, to)), true);
        path.closePath();
        return path;
    }

    /** A lane's surface whose half width goes from one value to another. */
    static Path2D tapered(Lane lane, double halfAtStart, double halfAtEnd) {
        Path2D path = new Path2D.Double();
        int n = lane.line().size();
        for (int i = 0; i < 2 * n; i++) {
            boolean back = i >= n;
            double along = lane.line().along(back ? 2 * n - 1 - i : i);
            double share = along / lane.line().length();
            double half = halfAtStart + (halfAtEnd - halfAtStart) * share;
            Pose pose = lane.line().at(along).right(back ? half : -half);
            if (i == 0) {
                path.moveTo(pose.x(), pose.y());
            } else {
                path.lineTo(pose.x(), pose.y());
            }
        }
        path.closePath();
        return path;
    }

    /** The same line from its other end. */
    static Path2D reversed(Path2D line) {
        java.util.ArrayDeque<double[]> points = new java.util.ArrayDeque<>();
        double[] point = new double[6];
        for (var i = line.getPathIterator(null); !i.isDone(); i.next()) {
            i.currentSegment(point);
            points.push(new double[] {point[0], point[1]});
        }
        Path2D path = new Path2D.Double();
        double[] first = points.pop();
        path.moveTo(first[0], first[1]);
        points.forEach(p -> path.lineTo(p[0], p[1]));
        return path;
    }

    /** A lane's surface from kerb to kerb. */
    static Path2D surface(Lane lane) {
        Path2D path = beside(lane, -lane.width() / 2, lane.start(), lane.end());
        double[] bends = bends(lane, lane.start(), lane.end());
        for (int i = bends.length - 1; i >= 0; i--) {
            Pose pose = lane.at(bends[i]).right(lane.width() / 2);
            path.lineTo(pose.x(), pose.y());
        }
        Pose last = lane.at(lane.start()).right(lane.width() / 2);
        path.lineTo(last.x(), last.y());
        path.closePath();
        return path;
    }

    /** The paved area of a junction: straight along the stop lines, rounded where kerbs meet. */
    static Path2D pavement(List<Pose> outline) {
        Path2D path = new Path2D.Double();
        path.moveTo(outline.get(0).x(), outline.get(0).y());
        for (int i = 0; i < outline.size(); i += 2) {
            Pose left = outline.get(i + 1);
            Pose right = outline.get((i + 2) % outline.size());
            path.lineTo(left.x(), left.y());
            corner(path, left, right);
        }
        path.closePath();
        return path;
    }

    /** From the left kerb of one leg to the right kerb of the next; both poses look outward. */
    private static void corner(Path2D path, Pose left, Pose right) {
        double cross = left.dx() * right.dy() - left.dy() * right.dx();
        double gx = right.x() - left.x();
        double gy = right.y() - left.y();
        double back = cross == 0 ? 0 : (gx * right.dy() - gy * right.dx()) / cross;
        if (back < 0 && back > -60) { // the kerbs meet inside: bend around that point
            path.quadTo(left.x() + left.dx() * back, left.y() + left.dy() * back, right.x(), right.y());
        } else {
            path.lineTo(right.x(), right.y());
        }
    }

    /** Arrows as painted, pointing along the lane, their tip at a pose; about 5 m long. Turning back is to the middle of the road. */
    static Path2D arrows(Arrows arrows, Pose tip, boolean keepsRight) {
        Path2D shape = new Path2D.Double();
        if (arrows.through()) {
            shaft(shape, 0, -5, 0, -1.4);
            head(shape, 0, -1.6, 0, 1, 1.6, 0.55);
        }
        if (arrows.left()) {
            bend(shape, -1);
        }
        if (arrows.uturn()) {
            hook(shape, keepsRight ? -1 : 1);
        }
        if (arrows.right()) {
            bend(shape, 1);
        }
        // drawn with the driver looking up; turned into the lane's direction
        AffineTransform into = new AffineTransform(tip.dy(), -tip.dx(), tip.dx(), tip.dy(), tip.x(), tip.y());
        return new Path2D.Double(shape, into);
    }

    private static void bend(Path2D shape, int side) {
        shaft(shape, 0, -5, 0, -3.0);
        shape.moveTo(-HALF_SHAFT, -3.0);
        shape.lineTo(HALF_SHAFT, -3.0);
        shape.lineTo(side * 0.55 + 0.16, -2.2);
        shape.lineTo(side * 0.55 - 0.16, -1.95);
        shape.closePath();
        double norm = Math.sqrt(2);
        head(shape, side * 0.45, -2.25, side / norm, 1 / norm, 1.15, 0.6);
    }

    /** A turn back: up, across, and a head that points where one came from. */
    private static void hook(Path2D shape, int side) {
        shaft(shape, 0, -5, 0, -3.4);
        shape.moveTo(HALF_SHAFT, -3.5);
        shape.lineTo(HALF_SHAFT, -3.15);
        shape.lineTo(side * 0.95, -3.15);
        shape.lineTo(side * 0.95, -3.5);
        shape.closePath();
        shaft(shape, side * 0.85, -3.8, side * 0.85, -3.15);
        head(shape, side * 0.85, -3.7, 0, -1, 0.9, 0.42);
    }

    private static void shaft(Path2D shape, double x1, double y1, double x2, double y2) {
        shape.moveTo(x1 - HALF_SHAFT, y1);
        shape.lineTo(x1 + HALF_SHAFT, y1);
        shape.lineTo(x2 + HALF_SHAFT, y2);
        shape.lineTo(x2 - HALF_SHAFT, y2);
        shape.closePath();
    }

    private static void head(Path2D shape, double x, double y, double dx, double dy, double length, double half) {
        shape.moveTo(x + dx * length, y + dy * length);
        shape.lineTo(x - dy * half, y + dx * half);
        shape.lineTo(x + dy * half, y - dx * half);
        shape.closePath();
    }
}
