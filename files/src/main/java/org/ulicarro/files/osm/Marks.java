package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.List;

/** What nodes of the map say, and turns that are not allowed: by where they are, so that they stay valid however roads are joined. */
final class Marks {

    enum Kind {
        SIGNAL,
        STOP,
        ALL_STOP,
        GIVE_WAY,
        CROSSING,
        CROSSING_SIGNAL,
        BUS_STOP,
        MINI_ROUNDABOUT
    }

    /**
     * A node that says something.
     *
     * @param node on the map
     * @param dx direction of driving that it concerns as a unit vector; both 0 where it does not say
     * @param name of a stop, or null
     */
    record Mark(Kind kind, long node, double x, double y, double dx, double dy, String name) {
        double[] at() {
            return new double[] {x, y};
        }
    }

    enum Rule {
        /** Not this turn. */
        NO,
        /** From there, only this turn. */
        ONLY,
        /** To there, only this turn. */
        ONLY_INTO
    }

    /**
     * A rule on turns.
     *
     * @param from a point on the road that is come from, some metres before the turn
     * @param via where the turn is
     * @param to a point on the road that is turned into
     * @param source who says so
     */
    record TurnRule(Rule rule, double[] from, double[] via, double[] to, String source) {}

    /** A slip lane past a junction: where it leaves one road and where it meets the other. */
    record Slip(double[] from, double[] junction, double[] to) {}

    final List<Mark> marks = new ArrayList<>();
    final List<TurnRule> rules = new ArrayList<>();
    final List<Slip> slips = new ArrayList<>();
}
