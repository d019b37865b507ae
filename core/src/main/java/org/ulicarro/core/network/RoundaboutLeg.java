package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;

/**
 * One leg of a roundabout: where its traffic leaves the ring and where it joins it.
 *
 * @param road its road
 * @param in carriageway that arrives, or null
 * @param out carriageway that leaves, or null
 * @param bearing of the leg from the ring's middle (rad)
 * @param leaves bearing at which paths leave the ring
 * @param joins bearing at which paths join it
 * @param entries poses in which entry lanes reach the line, from the inside
 * @param exits poses in which exit lanes begin
 * @param bend over which lanes bend towards the ring (m)
 * @param radius tightest one between its lanes and the ring (m)
 * @param plan what it was made from
 */
record RoundaboutLeg(
        String road,
        Carriageway in,
        Carriageway out,
        double bearing,
        double leaves,
        double joins,
        List<Pose> entries,
        List<Pose> exits,
        double bend,
        double radius,
        Plan plan) {

    /** Half of the width of the island between entry and exit at the line, where there is room (m). */
    static final double HALF_SPLITTER = 2.5;

    /** Least width of each of several lanes at the line, where long vehicles turn beside each other (m); NCHRP Report 672, 6.4.1: 7.3 to 9.1 m for two. */
    private static final double LEAST_WIDTH = 4.0;

    /** How far lanes may have turned towards the ring where they reach the line. */
    private static final double LEAST_TURNED = StrictMath.toRadians(15);

    private static final double MOST_TURNED = StrictMath.toRadians(45);
    private static final double TURNED_STEP = StrictMath.toRadians(5);
    /** Ways on and off the ring keep outside its lanes but for this (m), or are taken only where there is no other. */
    private static final double MOST_INSIDE = 0.3;

    private static final double LAST_CHOICE = 0.05;
    private static final double LEAST_ANGLE = StrictMath.toRadians(10);
    private static final double STEP = StrictMath.toRadians(1);

    /** Metres of bend for each metre that lanes shift sideways. */
    private static final double SHIFT_LENGTH = 3;

    /** Share of the angle between two legs that the joining, or the leaving, of one may take. */
    private static final double SHARE = 0.46;

    private static final double MOST_SHARE = 0.49;

    /**
     * What a leg is made from.
     *
     * @param outward where its axis ends, away from the ring
     * @param left width left of that, where it comes to the ring (m)
     * @param right width right of it, where it leads away (m)
     * @param in carriageway that arrives, or null
     * @param out carriageway that leaves, or null
     * @param lineAt distance of its line from the ring's middle (m)
     * @param entering lanes that lead onto the ring, slip lanes left out
     * @param farStart whether its lanes begin beyond the bend, where a slip lane joins them
     */
    record Plan(
            Pose outward,
            double left,
            double right,
            Carriageway in,
            Carriageway out,
            double lineAt,
            int entering,
            boolean farStart) {

        double bearing() {
            return StrictMath.atan2(outward.dy(), outward.dx());
        }
    }

    /**
     * How a leg meets the ring.
     *
     * @param turned by how much its lanes turn about the ring's middle before it (rad), to the left of who looks outward
     * @param halfSplitter half of the width of the island between entry and exit at the line (m)
     */
    record Meeting(double turned, double halfSplitter) {

        double share() {
            return isUsual() ? SHARE : MOST_SHARE;
        }

        boolean isUsual() {
            return turned == 0 && halfSplitter == HALF_SPLITTER;
        }
    }

    /**
     * A leg between its neighbours.
     *
     * @param before angle to the leg before, in the direction people drive
     * @param after angle to the leg after
     */
    static RoundaboutLeg of(RoundaboutShape ring, Plan plan, Meeting meeting, double before, double after) {
        Carriageway in = plan.in;
        Carriageway out = plan.out;
        Pose outward = turned(plan.outward, meeting.turned);
        double bearing = StrictMath.atan2(outward.dy(), outward.dx());
        double bend = Carriageway.BEND + SHIFT_LENGTH * plan.lineAt * Math.abs(meeting.turned);
        Fit entry = in == null
                ? Fit.none()
                : fit(ring, plan, meeting, outward, bearing, bend, false, meeting.share() * after);
        Fit exit = out == null
                ? Fit.none()
                : plan.farStart
                        ? straight(ring, out, bearing, meeting.share() * before)
                        : fit(ring, plan, meeting, outward, bearing, bend, true, meeting.share() * before);
        String road = in == null ? out.roadId : in.roadId;
        List<Pose> entries = new ArrayList<>(entry.poses());
        while (in != null && entries.size() < in.count()) {
            entries.add(null); // a slip lane leaves before
        }
        return new RoundaboutLeg(
                road,
                in,
                out,
                bearing,
                bearing - Math.min(exit.angle(), meeting.share() * before),
                bearing + Math.min(entry.angle(), meeting.share() * after),
                entries,
                plan.farStart ? List.of() : exit.poses(),
                bend,
                Math.min(
                        in == null ? Double.POSITIVE_INFINITY : entry.radius(),
                        out == null ? Double.POSITIVE_INFINITY : exit.radius()),
                plan);
    }

    private static Pose turned(Pose outward, double angle) {
        if (angle == 0) {
            return outward;
        }
        double cos = StrictMath.cos(angle);
        double sin = StrictMath.sin(angle);
        return new Pose(
                outward.x(),
                outward.y(),
                outward.dx() * cos - outward.dy() * sin,
                outward.dx() * sin + outward.dy() * cos);
    }

    /** Poses of lanes at the line, the angle at which their paths meet the ring, and the tightest radius on the way. */
    private record Fit(List<Pose> poses, double angle, double radius) {

        static Fit none() {
            return new Fit(List.of(), LEAST_ANGLE, 0);
        }
    }

    /** The widest way between a leg's lanes and the ring, over how far lanes turn before the line and where they meet the ring. */
    private static Fit fit(
            RoundaboutShape ring,
            Plan plan,
            Meeting meeting,
            Pose outward,
            double bearing,
            double length,
            boolean leaving,
            double most) {
        Carriageway c = leaving ? plan.out : plan.in;
        int lanes = leaving ? c.count() : plan.entering;
        boolean twoWay = (leaving ? plan.in : plan.out) != null;
        Fit best = Fit.none();
        int[] here = java.util.stream.IntStream.range(0, lanes)
                .filter(lane -> leaving ? c.start(lane) <= 0 : c.reachesPlace(lane))
                .toArray();
        double from = meeting.isUsual() ? LEAST_TURNED : 0;
        double turnedStep = meeting.isUsual() ? TURNED_STEP : 3 * TURNED_STEP; // coarser: many meetings are tried
        double step = meeting.isUsual() ? STEP : 2 * STEP;
        for (double turned = from; turned <= MOST_TURNED; turned += turnedStep) {
            List<Pose> poses = new ArrayList<>();
            double bend = Double.POSITIVE_INFINITY;
            for (int i : here) {
                double station = leaving ? 0 : c.length();
                double aside = aside(c, station, i, here, twoWay ? meeting.halfSplitter : Double.NaN, turned);
                Pose pose = onLine(ring, outward, plan.lineAt, aside, turned, leaving);
                poses.add(pose);
                Pose before = c.middle(i, leaving ? length : c.length() - length);
                PathShape shape = leaving ? PathShape.between(pose, before) : PathShape.between(before, pose);
                bend = Math.min(bend, shape.radius());
            }
            for (double angle = Math.min(LEAST_ANGLE, most); angle <= most; angle += step) {
                double radius = Math.min(bend, tightest(ring, poses, bearing, angle, leaving));
                if (radius > best.radius()) {
                    best = new Fit(poses, angle, radius);
                }
            }
        }
        List<Pose> byLane = new ArrayList<>();
        for (int lane = 0, k = 0; lane < lanes; lane++) { // a bay that begins further on has none
            boolean has = k < best.poses.size() && here[k] == lane;
            byLane.add(has ? best.poses.get(k++) : null);
        }
        return new Fit(byLane, best.angle, best.radius);
    }

    private static Fit straight(RoundaboutShape ring, Carriageway out, double bearing, double most) {
        List<Pose> poses = new ArrayList<>();
        for (int i = 0; i < out.count(); i++) {
            poses.add(out.middle(i, 0));
        }
        Fit best = Fit.none();
        for (double angle = Math.min(LEAST_ANGLE, most); angle <= most; angle += STEP) {
            double radius = tightest(ring, poses, bearing, angle, true);
            if (radius > best.radius()) {
                best = new Fit(poses, angle, radius);
            }
        }
        return best;
    }

    private static double tightest(
            RoundaboutShape ring, List<Pose> lanes, double bearing, double angle, boolean leaving) {
        double tightest = Double.POSITIVE_INFINITY;
        for (int i = leaving ? 0 : ring.lanes() - lanes.size(); i < ring.lanes(); i++) {
            // outer lanes to outer lanes; whoever leaves from an inner one crosses to the first lane there is
            Pose onRing = ring.at(Math.max(0, i), bearing + (leaving ? -angle : angle));
            Pose lane = lanes.get(Math.max(0, Math.min(lanes.size() - 1, lanes.size() - (ring.lanes() - i))));
            PathShape shape = leaving ? PathShape.between(onRing, lane) : PathShape.between(lane, onRing);
            boolean cuts = cutsIn(ring, ring.lane(Math.max(0, i)), shape.line());
            tightest = Math.min(tightest, cuts ? shape.radius() * LAST_CHOICE : shape.radius());
        }
        return tightest;
    }

    /** Whether a way between a leg and a lane of the ring goes inside of that lane, over those who drive round. */
    private static boolean cutsIn(RoundaboutShape ring, double radius, Polyline line) {
        for (int i = 0; i < line.size(); i++) {
            if (Polyline.distance(ring.x(), ring.y(), line.x(i), line.y(i)) < radius - MOST_INSIDE) {
                return true;
            }
        }
        return false;
    }

    /** How far beside the axis a lane meets the line, on which lanes that have turned lie further apart. */
    private static double aside(
            Carriageway c, double station, int lane, int[] here, double halfSplitter, double turned) {
        double slant = StrictMath.cos(turned);
        if (Double.isNaN(halfSplitter)) { // one way
            return c.offset(lane, station) / slant;
        }
        boolean usual = halfSplitter == HALF_SPLITTER;
        double aside = usual ? Math.max(halfSplitter, c.road.median() / 2) : halfSplitter;
        for (int i : here) {
            aside += i < lane ? width(c, i, here.length) / slant : 0;
        }
        return aside + width(c, lane, here.length) / slant / 2;
    }

    private static double width(Carriageway c, int lane, int lanes) {
        return lanes > 1 ? Math.max(LEAST_WIDTH, c.width(lane)) : c.width(lane);
    }

    private static Pose onLine(
            RoundaboutShape ring, Pose outward, double reach, double aside, double turned, boolean leaving) {
        double along = Math.sqrt(Math.max(1, reach * reach - aside * aside));
        Pose left = new Pose(outward.x(), outward.y(), -outward.dy(), outward.dx());
        double side = leaving ? -1 : 1;
        double x = ring.x() + along * outward.dx() + side * aside * left.dx();
        double y = ring.y() + along * outward.dy() + side * aside * left.dy();
        double cos = StrictMath.cos(turned);
        double sin = StrictMath.sin(turned);
        double dx = (leaving ? cos : -cos) * outward.dx() + sin * left.dx();
        double dy = (leaving ? cos : -cos) * outward.dy() + sin * left.dy();
        return new Pose(x, y, dx, dy);
    }
}
