package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Finds by geometry where turning paths of one place come too close for two vehicles, and where those of one lane part. */
final class ConflictFinder {

    /** Axes nearer than this touch, with the widest vehicles of 2.55 m side by side (m). */
    static final double TOUCHING = 2.6;

    /** Axes of a long vehicle and a car nearer than this touch (m). */
    private static final double BESIDE_A_CAR = 1.275 + 0.95 + 0.05;

    /** Axes of two cars in lanes side by side nearer than this touch (m). */
    private static final double CARS = 1.8 + 0.25;

    /** Axes of the widest vehicle and a bicycle nearer than this touch (m). */
    private static final double BESIDE_A_BICYCLE = 1.275 + 0.35 + 0.05;

    private static final double HALF_BICYCLE = 0.35; // of its width (m)

    private static final double HALF_LONG = 1.275; // of the width of a long vehicle (m)
    private static final double HALF_CAR = 0.95;
    private static final double ASIDE =
            0.25; // a car beside a lorry that turns keeps so far to the other side of its lane (m)
    private static final double SPARE = 0.05; // of those who stand and turn side by side (m)

    /** So far behind the line a long body is beside those who stand there (m). */
    private static final double BEHIND = 15;

    private static final double SAMPLE = 0.5;

    /** Bodies that swing out less than this are within the strips in which all vehicles are (m). */
    private static final double LEAST_SWING = 0.1;

    private final Draft draft;
    private final List<Link> links;
    private final List<Lane> lanes;
    private final Priorities priorities;
    private final boolean free;
    final List<Conflict> conflicts = new ArrayList<>();
    final List<LongBodies> longBodies = new ArrayList<>();
    final List<Divergence> divergences = new ArrayList<>();

    /** @param free whether nobody there waits for others, since lanes only join and part */
    ConflictFinder(Draft draft, Priorities priorities, boolean free) {
        this.draft = draft;
        links = draft.links;
        lanes = draft.lanes;
        this.priorities = priorities;
        this.free = free;
    }

    /** Adds what is found between all pairs of some paths. */
    void add(List<TurningPath> paths) {
        for (int i = 0; i < paths.size(); i++) {
            for (int j = i + 1; j < paths.size(); j++) {
                TurningPath a = paths.get(i);
                TurningPath b = paths.get(j);
                if (a.fromLane() == b.fromLane()) {
                    addParting(a, b);
                } else {
                    addMeeting(a, b);
                }
            }
        }
    }

    private void addParting(TurningPath a, TurningPath b) {
        double until = NearStretches.parting(lineOf(a), lineOf(b), TOUCHING);
        divergences.add(new Divergence(a.lane(), b.lane(), until));
        double swing = StiffBody.swing(a.radius()) + StiffBody.swing(b.radius());
        if (swing > LEAST_SWING) {
            double untilLong = NearStretches.parting(lineOf(a), lineOf(b), TOUCHING + swing);
            longBodies.add(new LongBodies(LongBodies.Whose.BOTH, a.lane(), 0, untilLong, b.lane(), 0, untilLong));
        }
    }

    private void addMeeting(TurningPath a, TurningPath b) {
        boolean bicyclesOnA = isBesideBicycles(b, a);
        boolean bicyclesOnB = isBesideBicycles(a, b);
        boolean bicycles = bicyclesOnA || bicyclesOnB;
        double swingA = bicyclesOnA ? 0 : StiffBody.swing(a.radius());
        double swingB = bicyclesOnB ? 0 : StiffBody.swing(b.radius());
        boolean swings = swingA + swingB > LEAST_SWING;
        boolean beside = free && isBeside(a, b);
        double usual = bicycles ? BESIDE_A_BICYCLE : beside ? CARS : TOUCHING;
        double touching = Math.min(usual, asAlongTheRoad(a, b));
        double bothLong = swings ? TOUCHING + swingA + swingB : touching;
        double toACar = bicycles ? BESIDE_A_BICYCLE : BESIDE_A_CAR;
        double oneLong = Math.max(touching, swings ? toACar + Math.max(swingA, swingB) : 0);
        double theOther = Math.max(touching, swings ? toACar + Math.min(swingA, swingB) : 0);
        LongBodies.Whose[] whose = bicycles
                ? new LongBodies.Whose[] {
                    bicyclesOnB ? LongBodies.Whose.A_BESIDE_BICYCLES : LongBodies.Whose.B_BESIDE_BICYCLES, null
                }
                : whose(swingA, swingB);
        double[] limits = beside
                ? new double[] {touching}
                : bicycles ? new double[] {oneLong, touching} : new double[] {bothLong, oneLong, theOther, touching};
        double[][] onA = NearStretches.of(lineOf(a), lineOf(b), limits);
        double[][] onB = NearStretches.of(lineOf(b), lineOf(a), Arrays.copyOf(limits, onA.length));
        for (int i = 0; i < onB.length; i++) {
            if (limits[i] > touching) {
                LongBodies.Whose inTheWay = seen(whose[i], a, b, swingA, swingB);
                if (inTheWay != null) {
                    longBodies.add(
                            new LongBodies(inTheWay, a.lane(), onA[i][0], onA[i][1], b.lane(), onB[i][0], onB[i][1]));
                }
            } else if (i == limits.length - 1) {
                Conflict.Kind kind = a.toLane() == b.toLane() ? Conflict.Kind.MERGING : Conflict.Kind.CROSSING;
                conflicts.add(new Conflict(
                        kind,
                        priorities.between(a, b),
                        a.lane(),
                        onA[i][0],
                        onA[i][1],
                        b.lane(),
                        onB[i][0],
                        onB[i][1]));
            }
        }
    }

    /** Whether the second path is that of bicycles beside the lane that the first one comes from. */
    private boolean isBesideBicycles(TurningPath path, TurningPath other) {
        Lane from = lanes.get(path.fromLane());
        Lane beside = lanes.get(other.fromLane());
        return from.link() == beside.link() && draft.isForBicycles(beside) && !draft.isForBicycles(from);
    }

    /**
     * Lanes of one road may be so narrow, those of bicycles above all, that their axes are nearer than the widest vehicles are wide. Drivers are
     * beside each other there all along the road, or pass each other; no nearer to each other they do so on their paths, too (m).
     */
    private double asAlongTheRoad(TurningPath a, TurningPath b) {
        Lane fromA = lanes.get(a.fromLane());
        Lane fromB = lanes.get(b.fromLane());
        Lane toA = lanes.get(a.toLane());
        Lane toB = lanes.get(b.toLane());
        double least = Double.POSITIVE_INFINITY;
        if (fromA.link() == fromB.link()) {
            least = Math.min(least, aside(fromA.at(fromA.end()), fromB.at(fromB.end())));
        }
        if (toA.link() == toB.link() && toA != toB) {
            least = Math.min(least, aside(toA.at(toA.start()), toB.at(toB.start())));
        }
        if (areOpposite(fromA, toB)) {
            least = Math.min(least, aside(fromA.at(fromA.end()), toB.at(toB.start())));
        }
        if (areOpposite(toA, fromB)) {
            least = Math.min(least, aside(toA.at(toA.start()), fromB.at(fromB.end())));
        }
        return least - SPARE;
    }

    /** Whether two lanes are of the two directions of a road. */
    private boolean areOpposite(Lane one, Lane other) {
        Link link = links.get(one.link());
        Link back = links.get(other.link());
        return !link.ring() && link.road().equals(back.road()) && link.ahead() != back.ahead();
    }

    private static double aside(Pose one, Pose other) {
        return Math.abs((other.x() - one.x()) * one.dy() - (other.y() - one.y()) * one.dx());
    }

    /** Whose long bodies come too near within the first three limits of a pair; null where a limit says nothing new. */
    private static LongBodies.Whose[] whose(double swingA, double swingB) {
        if (swingA == swingB) {
            return new LongBodies.Whose[] {LongBodies.Whose.BOTH, LongBodies.Whose.EITHER, null, null};
        }
        LongBodies.Whose more = swingA > swingB ? LongBodies.Whose.A : LongBodies.Whose.B;
        LongBodies.Whose less = swingA > swingB ? LongBodies.Whose.B : LongBodies.Whose.A;
        return new LongBodies.Whose[] {LongBodies.Whose.BOTH, more, less, null};
    }

    /**
     * What is left of it when bodies are looked at as they lie: strips do not know that the rear of a body swings out beyond the line, ahead
     * of those who stand there. Only for paths from lanes side by side.
     */
    private LongBodies.Whose seen(LongBodies.Whose whose, TurningPath a, TurningPath b, double swingA, double swingB) {
        if (whose == LongBodies.Whose.A_BESIDE_BICYCLES) {
            return keepsClear(a, b, HALF_BICYCLE) ? null : whose;
        }
        if (whose == LongBodies.Whose.B_BESIDE_BICYCLES) {
            return keepsClear(b, a, HALF_BICYCLE) ? null : whose;
        }
        if (whose == null
                || lanes.get(a.fromLane()).link() != lanes.get(b.fromLane()).link()) {
            return whose;
        }
        if (whose == LongBodies.Whose.BOTH) {
            boolean clear = swingB < LEAST_SWING && keepsClear(a, b, HALF_LONG)
                    || swingA < LEAST_SWING && keepsClear(b, a, HALF_LONG);
            return clear ? null : whose;
        }
        boolean ofA = whose != LongBodies.Whose.B && !keepsClear(a, b, HALF_CAR - ASIDE);
        boolean ofB = whose != LongBodies.Whose.A && !keepsClear(b, a, HALF_CAR - ASIDE);
        if (ofA && ofB) {
            return LongBodies.Whose.EITHER;
        }
        return ofA ? LongBodies.Whose.A : ofB ? LongBodies.Whose.B : null;
    }

    /** Whether a long body that turns keeps clear of whoever is on another path, or stands before its line. */
    private boolean keepsClear(TurningPath turning, TurningPath other, double halfOfOther) {
        List<Pose> axis = new ArrayList<>();
        Lane before = lanes.get(other.fromLane());
        Lane on = lanes.get(other.lane());
        for (double s = Math.max(-BEHIND, before.start() - before.end()); s < on.end(); s += SAMPLE) {
            axis.add(s < 0 ? before.at(before.end() + s) : on.at(s));
        }
        double enough = halfOfOther + SPARE;
        return StiffBody.clearance(lanes, turning, axis, HALF_LONG, enough) >= enough;
    }

    /** Whether two paths begin or end in lanes of one road: there, drivers keep apart as they do along it, those of lorries in the outer part of their lanes. */
    private boolean isBeside(TurningPath a, TurningPath b) {
        return a.toLane() != b.toLane()
                && (lanes.get(a.fromLane()).link() == lanes.get(b.fromLane()).link()
                        || lanes.get(a.toLane()).link() == lanes.get(b.toLane()).link());
    }

    private Polyline lineOf(TurningPath path) {
        return lanes.get(path.lane()).line();
    }
}
