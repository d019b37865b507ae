package org.ulicarro.core.network;

import java.util.Arrays;

/**
 * Where a line is nearer to another one than each of some limits, from the first such metre to the last.
 *
 * <p>Along one line, the distance to another one changes by at most a metre in a metre. So where it is d more than the limit, the next d
 * metres need no look. All limits are found in one walk from each end.
 */
final class NearStretches {

    /** Ends of stretches are found to this (m). */
    private static final double PRECISION = 0.04;

    private static final double LEAST_STEP = 0.25;

    private final Polyline line;
    private final Polyline other;
    private final double[] limits;

    private NearStretches(Polyline line, Polyline other, double[] limits) {
        this.line = line;
        this.other = other;
        this.limits = limits;
    }

    /**
     * The stretches of a line.
     *
     * @param limits the widest first (m)
     * @return for each limit the first and the last metre; as many as have such a stretch
     */
    static double[][] of(Polyline line, Polyline other, double[] limits) {
        if (limits.length == 0 || line.isApart(other, limits[0])) {
            return new double[0][];
        }
        double[] first = new NearStretches(line, other, limits).walk(0, line.length());
        double[] last = new NearStretches(line, other, Arrays.copyOf(limits, first.length)).walk(line.length(), 0);
        double[][] found = new double[Math.min(first.length, last.length)][];
        for (int i = 0; i < found.length; i++) {
            found[i] = new double[] {first[i], Math.max(first[i], last[i])};
        }
        return found;
    }

    /** The last metre of either of two lines that begin together at which they are nearer than the limit. */
    static double parting(Polyline line, Polyline other, double limit) {
        double s = Math.min(line.length(), other.length());
        while (s > 0) {
            double room = line.distance(s, other) - limit;
            if (room < 0) {
                return s;
            }
            s -= Math.max(LEAST_STEP, room);
        }
        return 0;
    }

    /** From one place on the line to another, forward or back: where it comes nearer first than each limit that it comes nearer than. */
    private double[] walk(double from, double to) {
        double[] found = new double[limits.length];
        double direction = Math.signum(to - from);
        double before = from;
        double s = from;
        double distance = line.distance(s, other);
        double distanceBefore = distance;
        int next = 0;
        while (true) {
            while (next < limits.length && distance < limits[next]) {
                found[next] = s == before ? s : border(limits[next], before, distanceBefore, s, distance);
                next++;
            }
            if (next == limits.length || s == to) {
                return Arrays.copyOf(found, next);
            }
            before = s;
            distanceBefore = distance;
            s += direction * Math.max(LEAST_STEP, distance - limits[next]);
            if ((s - to) * direction > 0) {
                s = to;
            }
            distance = line.distance(s, other);
        }
    }

    /**
     * Where a line that is far at one place and near at another comes to the limit: by false position, which the nearly straight course
     * of the distance suits, with the weight of an end that stays halved (the Illinois rule).
     */
    private double border(double limit, double far, double atFar, double near, double atNear) {
        double a = far;
        double b = near;
        double atA = atFar - limit;
        double atB = atNear - limit;
        int stayed = 0;
        while (Math.abs(b - a) > PRECISION) {
            double middle = a + (b - a) * atA / (atA - atB);
            double at = line.distance(middle, other) - limit;
            if (Math.abs(at) < PRECISION / 2) {
                return middle;
            }
            if (at < 0) {
                b = middle;
                atB = at;
                atA = stayed == 1 ? atA / 2 : atA;
                stayed = 1;
            } else {
                a = middle;
                atA = at;
                atB = stayed == 2 ? atB / 2 : atB;
                stayed = 2;
            }
        }
        return b;
    }
}
