package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Finds by geometry where turning paths of one place come too close for two vehicles. */
final class ConflictFinder {

    /** Axes nearer than this touch, with the widest vehicles of 2.55 m side by side (m). */
    private static final double TOUCHING = 2.6;

    private static final double SAMPLE = 0.25;

    private ConflictFinder() {}

    static List<Conflict> conflicts(List<TurningPath> paths, List<Lane> lanes) {
        List<Conflict> found = new ArrayList<>();
        for (int i = 0; i < paths.size(); i++) {
            for (int j = i + 1; j < paths.size(); j++) {
                TurningPath a = paths.get(i);
                TurningPath b = paths.get(j);
                if (a.fromLane() != b.fromLane()) {
                    between(a, b, lanes).ifPresent(found::add);
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

    private static Optional<Conflict> between(TurningPath a, TurningPath b, List<Lane> lanes) {
        double[] onA = shared(lanes.get(a.lane()), lanes.get(b.lane()));
        double[] onB = shared(lanes.get(b.lane()), lanes.get(a.lane()));
        if (onA == null || onB == null) {
            return Optional.empty();
        }
        Conflict.Kind kind = a.toLane() == b.toLane() ? Conflict.Kind.MERGING : Conflict.Kind.CROSSING;
        return Optional.of(new Conflict(kind, a.lane(), onA[0], onA[1], b.lane(), onB[0], onB[1]));
    }

    /** First and last metre of a path that is too near the other one, or null. */
    private static double[] shared(Lane path, Lane other) {
        double first = Double.NaN;
        double last = Double.NaN;
        int steps = (int) StrictMath.ceil(path.end() / SAMPLE);
        for (int i = 0; i <= steps; i++) {
            double s = path.end() * i / steps;
            Pose pose = path.at(s);
            if (other.line().distanceTo(pose.x(), pose.y()) < TOUCHING) {
                first = Double.isNaN(first) ? s : first;
                last = s;
            }
        }
        return Double.isNaN(first) ? null : new double[] {first, last};
    }

    private static double parting(Lane a, Lane b) {
        double shorter = Math.min(a.end(), b.end());
        for (double s = 0; s < shorter; s += SAMPLE) {
            Pose pose = a.at(s);
            if (b.line().distanceTo(pose.x(), pose.y()) >= TOUCHING) {
                return s;
            }
        }
        return shorter;
    }
}
