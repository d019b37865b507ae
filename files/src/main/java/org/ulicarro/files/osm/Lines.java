package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.simplify.DouglasPeuckerSimplifier;

/** Lines as lists of points [x, y] in metres. */
final class Lines {

    private static final GeometryFactory GEOMETRY = new GeometryFactory();

    private Lines() {}

    static double distance(double[] a, double[] b) {
        return Math.hypot(a[0] - b[0], a[1] - b[1]);
    }

    static double length(List<double[]> line) {
        double length = 0;
        for (int i = 1; i < line.size(); i++) {
            length += distance(line.get(i - 1), line.get(i));
        }
        return length;
    }

    static List<double[]> reversed(List<double[]> line) {
        List<double[]> turned = new ArrayList<>(line);
        Collections.reverse(turned);
        return turned;
    }

    /** The point so far along a line, or its end. */
    static double[] at(List<double[]> line, double metres) {
        double left = metres;
        for (int i = 1; i < line.size(); i++) {
            double[] a = line.get(i - 1);
            double[] b = line.get(i);
            double piece = distance(a, b);
            if (left <= piece && piece > 0) {
                double t = left / piece;
                return new double[] {a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])};
            }
            left -= piece;
        }
        return line.get(line.size() - 1);
    }

    /** Distance of a point from a line, how far along it the nearest point lies, and its direction there as a unit vector. */
    record Nearest(double distance, double along, double dx, double dy) {}

    static Nearest nearest(List<double[]> line, double[] p) {
        Nearest best = null;
        double before = 0;
        for (int i = 1; i < line.size(); i++) {
            double[] a = line.get(i - 1);
            double[] b = line.get(i);
            double piece = distance(a, b);
            if (piece == 0) {
                continue;
            }
            double dx = (b[0] - a[0]) / piece;
            double dy = (b[1] - a[1]) / piece;
            double along = Math.max(0, Math.min(piece, (p[0] - a[0]) * dx + (p[1] - a[1]) * dy));
            double distance = Math.hypot(p[0] - a[0] - along * dx, p[1] - a[1] - along * dy);
            if (best == null || distance < best.distance) {
                best = new Nearest(distance, before + along, dx, dy);
            }
            before += piece;
        }
        return best;
    }

    /** The piece of a line between two distances along it. */
    static List<double[]> part(List<double[]> line, double from, double to) {
        List<double[]> part = new ArrayList<>();
        part.add(at(line, from));
        double along = 0;
        for (int i = 1; i < line.size(); i++) {
            along += distance(line.get(i - 1), line.get(i));
            if (along > from + 0.01 && along < to - 0.01) {
                part.add(line.get(i));
            }
        }
        part.add(at(line, to));
        return part;
    }

    /** The line half way between two that run side by side in the same direction. */
    static List<double[]> middle(List<double[]> a, List<double[]> b) {
        double lengthA = length(a);
        double lengthB = length(b);
        int pieces = Math.max(1, (int) Math.ceil(Math.max(lengthA, lengthB) / 10));
        List<double[]> middle = new ArrayList<>();
        for (int i = 0; i <= pieces; i++) {
            double[] p = at(a, lengthA * i / pieces);
            double[] q = at(b, lengthB * i / pieces);
            middle.add(new double[] {(p[0] + q[0]) / 2, (p[1] + q[1]) / 2});
        }
        return simple(middle, 0.5);
    }

    /** Distance of two lines that run side by side in the same direction over most of their way: the median of it, for they may close up at their ends. */
    static double apart(List<double[]> a, List<double[]> b) {
        int pieces = 20;
        double[] distances = new double[pieces + 1];
        double length = length(a);
        for (int i = 0; i <= pieces; i++) {
            distances[i] = nearest(b, at(a, length * i / pieces)).distance();
        }
        java.util.Arrays.sort(distances);
        return distances[pieces / 2];
    }

    /** With as few points as keep it within a tolerance (Douglas and Peucker 1973). */
    static List<double[]> simple(List<double[]> line, double tolerance) {
        if (line.size() < 3) {
            return line;
        }
        Coordinate[] points = line.stream().map(p -> new Coordinate(p[0], p[1])).toArray(Coordinate[]::new);
        List<double[]> fewer = new ArrayList<>();
        for (Coordinate c : DouglasPeuckerSimplifier.simplify(GEOMETRY.createLineString(points), tolerance)
                .getCoordinates()) {
            fewer.add(new double[] {c.x, c.y});
        }
        return fewer;
    }
}
