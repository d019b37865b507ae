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
    private static final double PRECISION = 0.04;

    private static final double LEAST_STEP = 0.25;

    /** Axes of a long vehicle and a car nearer than this touch (m). */
    private static final double BESIDE_A_CAR = 1.275 + 0.95 + 0.05;

    /** Bodies that swing out less than this are within the strips in which all vehicles are (m). */
    private static final double LEAST_SWING = 0.1;

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

    /** Where long bodies reach further than the strips in which all are. */
    static List<LongBodies> longBodies(List<TurningPath> paths, List<Lane> lanes) {
        List<LongBodies> found = new ArrayList<>();
        for (int i = 0; i < paths.size(); i++) {
            for (int j = i + 1; j < paths.size(); j++) {
                TurningPath a = paths.get(i);
                TurningPath b = paths.get(j);
                double swing = StiffBody.swing(a.radius()) + StiffBody.swing(b.radius());
                if (swing > LEAST_SWING) {
                    longBodies(a, b, lanes, true, TOUCHING + swing).ifPresent(found::add);
                    double one = BESIDE_A_CAR + Math.max(StiffBody.swing(a.radius()), StiffBody.swing(b.radius()));
                    if (one > TOUCHING && a.fromLane() != b.fromLane()) {
                        longBodies(a, b, lanes, false, one).ifPresent(found::add);
                    }
                }
            }
        }
        return found;
    }

    private static Optional<LongBodies> longBodies(
            TurningPath a, TurningPath b, List<Lane> lanes, boolean both, double touching) {
        Lane laneA = lanes.get(a.lane());
        Lane laneB = lanes.get(b.lane());
        if (a.fromLane() == b.fromLane()) {
            double until = parting(laneA, laneB, touching);
            return Optional.of(new LongBodies(both, a.lane(), 0, until, b.lane(), 0, until));
        }
        double[] onA = shared(laneA.line(), laneB.line(), touching);
        double[] onB = onA == null ? null : shared(laneB.line(), laneA.line(), touching);
        return onB == null
                ? Optional.empty()
                : Optional.of(new LongBodies(both, a.lane(), onA[0], onA[1], b.lane(), onB[0], onB[1]));
    }

    static List<Divergence> divergences(List<TurningPath> paths, List<Lane> lanes) {
        List<Divergence> found = new ArrayList<>();
        for (int i = 0; i < paths.size(); i++) {
            for (int j = i + 1; j < paths.size(); j++) {
                TurningPath a = paths.get(i);
                TurningPath b = paths.get(j);
                if (a.fromLane() == b.fromLane()) {
                    found.add(new Divergence(
                            a.lane(), b.lane(), parting(lanes.get(a.lane()), lanes.get(b.lane()), TOUCHING)));
                }
            }
        }
        return found;
    }

    private static Optional<Conflict> between(TurningPath a, TurningPath b, List<Lane> lanes, Priorities priorities) {
        Polyline lineA = lanes.get(a.lane()).line();
        Polyline lineB = lanes.get(b.lane()).line();
        double[] onA = shared(lineA, lineB, TOUCHING);
        double[] onB = onA == null ? null : shared(lineB, lineA, TOUCHING);
        if (onB == null) {
            return Optional.empty();
        }
        Conflict.Kind kind = a.toLane() == b.toLane() ? Conflict.Kind.MERGING : Conflict.Kind.CROSSING;
        return Optional.of(
                new Conflict(kind, priorities.between(a, b), a.lane(), onA[0], onA[1], b.lane(), onB[0], onB[1]));
    }

    /** First and last metre of a line that is nearer to another one than what touches, or null. */
    private static double[] shared(Polyline line, Polyline other, double touching) {
        if (line.isApart(other, touching)) {
            return null;
        }
        double first = firstTouch(line, other, touching, 0, line.length());
        if (Double.isNaN(first)) {
            return null;
        }
        double last = firstTouch(line, other, touching, line.length(), first);
        return new double[] {first, Double.isNaN(last) ? first : last};
    }

    /** From one place on a line to another, forward or back: where it touches the other line first, or NaN. */
    private static double firstTouch(Polyline line, Polyline other, double touching, double from, double to) {
        double direction = Math.signum(to - from);
        double s = from;
        double room = clearance(line, other, touching, s);
        while (room >= 0) {
            double before = s;
            double roomBefore = room;
            s += direction * Math.max(LEAST_STEP, room);
            if ((s - to) * direction > 0) {
                s = to;
            }
            room = clearance(line, other, touching, s);
            if (room < 0) {
                return border(line, other, touching, before, roomBefore, s, room);
            }
            if (s == to) {
                return Double.NaN;
            }
        }
        return s;
    }

    /**
     * Where a line that is clear at one place and not at the other begins to touch: by false position, which the nearly straight
     * course of the clearance suits, with the weight of an end that stays halved (the Illinois rule).
     */
    private static double border(
            Polyline line,
            Polyline other,
            double touching,
            double clear,
            double atClear,
            double close,
            double atClose) {
        double a = clear;
        double b = close;
        double atA = atClear;
        double atB = atClose;
        int stayed = 0;
        while (Math.abs(b - a) > PRECISION) {
            double middle = a + (b - a) * atA / (atA - atB);
            double at = clearance(line, other, touching, middle);
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

    private static double clearance(Polyline line, Polyline other, double touching, double s) {
        Pose pose = line.at(s);
        return other.distanceTo(pose.x(), pose.y()) - touching;
    }

    /** The last metre of either path at which the two touch, found from where the shorter one ends. */
    private static double parting(Lane a, Lane b, double touching) {
        double s = Math.min(a.end(), b.end());
        while (s > 0) {
            double room = clearance(a.line(), b.line(), touching, s);
            if (room < 0) {
                return s;
            }
            s -= Math.max(LEAST_STEP, room);
        }
        return 0;
    }
}
