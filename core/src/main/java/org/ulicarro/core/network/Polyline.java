package org.ulicarro.core.network;

/** A line through points, measured along itself. */
public final class Polyline {

    private final double[] x;
    private final double[] y;
    private final double[] along; // point -> metres from the first point
    private final double[] inverse; // piece -> 1 / length², since this loop is most of what compiling takes
    private final double west; // the box around it
    private final double east;
    private final double south;
    private final double north;

    /** A line through at least two points; neighbours closer than a tenth of a millimetre are joined. */
    public Polyline(double[] xs, double[] ys) {
        int n = 0;
        double[] px = new double[xs.length];
        double[] py = new double[xs.length];
        for (int i = 0; i < xs.length; i++) {
            if (n == 0 || distance(px[n - 1], py[n - 1], xs[i], ys[i]) > 1e-4) {
                px[n] = xs[i];
                py[n++] = ys[i];
            }
        }
        if (n < 2) {
            throw new IllegalArgumentException("a line needs two points that differ, got " + xs.length + " points");
        }
        x = java.util.Arrays.copyOf(px, n);
        y = java.util.Arrays.copyOf(py, n);
        along = new double[n];
        for (int i = 1; i < n; i++) {
            along[i] = along[i - 1] + distance(x[i - 1], y[i - 1], x[i], y[i]);
        }
        inverse = new double[n - 1];
        for (int i = 0; i + 1 < n; i++) {
            double length = along[i + 1] - along[i];
            inverse[i] = 1 / (length * length);
        }
        west = least(x);
        east = -least(negated(x));
        south = least(y);
        north = -least(negated(y));
    }

    private static double least(double[] values) {
        double least = values[0];
        for (double value : values) {
            least = Math.min(least, value);
        }
        return least;
    }

    private static double[] negated(double[] values) {
        double[] result = new double[values.length];
        for (int i = 0; i < values.length; i++) {
            result[i] = -values[i];
        }
        return result;
    }

    /** The same with x turned to −x. */
    Polyline mirrored() {
        return new Polyline(negated(x), y);
    }

    /** Whether the boxes around two lines are at least that far apart, so that the lines are, too. */
    boolean isApart(Polyline other, double metres) {
        return other.west - east >= metres
                || west - other.east >= metres
                || other.south - north >= metres
                || south - other.north >= metres;
    }

    public int size() {
        return x.length;
    }

    public double x(int point) {
        return x[point];
    }

    public double y(int point) {
        return y[point];
    }

    /** Metres from the first point to that one. */
    public double along(int point) {
        return along[point];
    }

    public double length() {
        return along[along.length - 1];
    }

    /** The place on the line at that many metres from its start; beyond the ends the end segments go on. */
    public Pose at(double metres) {
        int i = segment(metres);
        double share = (metres - along[i]) / (along[i + 1] - along[i]);
        double dx = (x[i + 1] - x[i]) / (along[i + 1] - along[i]);
        double dy = (y[i + 1] - y[i]) / (along[i + 1] - along[i]);
        return new Pose(x[i] + share * (x[i + 1] - x[i]), y[i] + share * (y[i + 1] - y[i]), dx, dy);
    }

    /** The part between two distances from the start. */
    public Polyline part(double from, double to) {
        int first = segment(from);
        int last = segment(to);
        int n = last - first + 2;
        double[] px = new double[n];
        double[] py = new double[n];
        Pose start = at(from);
        Pose end = at(to);
        px[0] = start.x();
        py[0] = start.y();
        for (int i = 1; i < n - 1; i++) {
            px[i] = x[first + i];
            py[i] = y[first + i];
        }
        px[n - 1] = end.x();
        py[n - 1] = end.y();
        return new Polyline(px, py);
    }

    public Polyline reversed() {
        int n = x.length;
        double[] px = new double[n];
        double[] py = new double[n];
        for (int i = 0; i < n; i++) {
            px[i] = x[n - 1 - i];
            py[i] = y[n - 1 - i];
        }
        return new Polyline(px, py);
    }

    /** Whether a point is at least that far from the box around the line, so that it is from the line, too. */
    boolean isFar(double px, double py, double metres) {
        return px >= east + metres || px <= west - metres || py >= north + metres || py <= south - metres;
    }

    /** Least distance of a place on this line from another line (m). */
    double distance(double metres, Polyline other) {
        int i = segment(metres);
        double share = (metres - along[i]) / (along[i + 1] - along[i]);
        return other.distanceTo(x[i] + share * (x[i + 1] - x[i]), y[i] + share * (y[i + 1] - y[i]));
    }

    /** Least distance of a point from the line (m). */
    double distanceTo(double px, double py) {
        double least = Double.POSITIVE_INFINITY;
        double gx = px - x[0];
        double gy = py - y[0];
        for (int i = 0; i < inverse.length; i++) {
            double nextX = px - x[i + 1];
            double nextY = py - y[i + 1];
            double dx = gx - nextX;
            double dy = gy - nextY;
            double t = (gx * dx + gy * dy) * inverse[i];
            t = t < 0 ? 0 : t > 1 ? 1 : t;
            double toX = gx - t * dx;
            double toY = gy - t * dy;
            double away = toX * toX + toY * toY;
            least = away < least ? away : least;
            gx = nextX;
            gy = nextY;
        }
        return Math.sqrt(least);
    }

    /** The piece that holds a place on the line; pieces are of much the same length, so it is near where it would be if they all were. */
    private int segment(double metres) {
        int last = x.length - 2;
        int i = (int) (metres / along[last + 1] * (last + 1));
        i = i < 0 ? 0 : i > last ? last : i;
        while (i > 0 && along[i] > metres) {
            i--;
        }
        while (i < last && along[i + 1] <= metres) {
            i++;
        }
        return i;
    }

    static double distance(double x1, double y1, double x2, double y2) {
        double dx = x2 - x1;
        double dy = y2 - y1;
        return Math.sqrt(dx * dx + dy * dy);
    }
}
