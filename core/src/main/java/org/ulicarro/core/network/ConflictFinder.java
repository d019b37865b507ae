package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Finds by geometry where turning paths of one place come too close for two vehicles.
 *
 * <p>Along one path, the distance to another line changes by at most a metre in a metre. So where it is d more than what touches,
 * the next d metres need no look, and where it is d less, the next d metres touch as well.
 */
final class ConflictFinder {

    /** Axes nearer than this touch, with the widest vehicles of 2.55 m side by side (m). */
    static final double TOUCHING = 2.6;

    /** Ends of stretches are found to this (m). */
    private static final double PRECISION = 0.02;

    private static final double LEAST_STEP = 0.1;

    private ConflictFinder() {}

    static List<Conflict> conflicts(List<TurningPath> paths, List<Lane> lanes, Priorities priorities) {
        List<Conflict> found = new ArrayList<>();
        for (int i = 0; i < paths.size(); i++) {
            for (int j = i + 1; j < paths.size(); j++) {
                TurningPath a = paths.get(i);
                TurningPath b = paths.get(j);
                if (a.fromLane() != b.fromLane()) {
                    between(a, b, lanes, priorities).ifPresent(found::add);
                }
            }
        }
        return found;
    }

    static List<Divergence> divergences(List<TurningPath> paths, List<Lane> lanes) {
        List<Divergence> found = new ArrayList<>();
        for (int i = 0; i < paths.size(); i++) {
            for (int j = i + 1; j < paths.size(); j++) {
                TurningPath a = paths.get(i);
                TurningPath b = paths.get(j);
                if (a.fromLane() == b.fromLane()) {
                    found.add(new Divergence(a.lane(), b.lane(), parting(lanes.get(a.lane()), lanes.get(b.lane()))));
                }
            }
        }
        return found;
    }

    private static Optional<Conflict> between(TurningPath a, TurningPath b, List<Lane> lanes, Priorities priorities) {
        Polyline lineA = lanes.get(a.lane()).line();
        Polyline lineB = lanes.get(b.lane()).line();
        if (lineA.isApart(lineB, TOUCHING)) {
            return Optional.empty();
        }
        double[] onA = shared(lineA, lineB);
        double[] onB = onA == null ? null : shared(lineB, lineA);
        if (onB == null) {
            return Optional.empty();
        }
        Conflict.Kind kind = a.toLane() == b.toLane() ? Conflict.Kind.MERGING : Conflict.Kind.CROSSING;
        return Optional.of(
                new Conflict(kind, priorities.between(a, b), a.lane(), onA[0], onA[1], b.lane(), onB[0], onB[1]));
    }

    /** First and last metre of a line that is too near another one, or null. */
    private static double[] shared(Polyline line, Polyline other) {
        double first = Double.NaN;
        double last = Double.NaN;
        double length = line.length();
        double free = 0; // the last place known to be clear
        double s = 0;
        while (true) {
            double room = clearance(line, other, s);
            if (room < 0) {
                if (Double.isNaN(first)) {
                    first = s == 0 ? 0 : border(line, other, free, s);
                }
                last = s;
            } else {
                if (!Double.isNaN(last) && free <= last) {
                    last = border(line, other, s, last);
                }
                free = s;
            }
            if (s >= length) {
                break;
            }
            s = Math.min(length, s + Math.max(LEAST_STEP, Math.abs(room)));
        }
        return Double.isNaN(first) ? null : new double[] {first, last};
    }

    /** By halving: where a line that is clear at one place and not at the other begins or ends to touch. */
    private static double border(Polyline line, Polyline other, double clear, double touching) {
        double a = clear;
        double b = touching;
        while (Math.abs(b - a) > PRECISION) {
            double middle = (a + b) / 2;
            if (clearance(line, other, middle) < 0) {
                b = middle;
            } else {
                a = middle;
            }
        }
        return b;
    }

    private static double clearance(Polyline line, Polyline other, double s) {
        Pose pose = line.at(s);
        return other.distanceTo(pose.x(), pose.y()) - TOUCHING;
    }

    private static double parting(Lane a, Lane b) {
        double shorter = Math.min(a.end(), b.end());
        double s = 0;
        while (s < shorter) {
            double room = clearance(a.line(), b.line(), s);
            if (room >= 0) {
                return s;
            }
            s += Math.max(LEAST_STEP, -room);
        }
        return shorter;
    }
}
