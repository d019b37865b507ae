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
 */
record RingLeg(
        String road,
        Carriageway in,
        Carriageway out,
        double bearing,
        double leaves,
        double joins,
        List<Pose> entries,
        List<Pose> exits) {

    /** Half of the width of the island between entry and exit at the line (m). */
    private static final double HALF_SPLITTER = 2.0;

    /** How far lanes have turned towards the ring where they reach the line. */
    private static final double TURNED = StrictMath.toRadians(25);

    private static final double LEAST_ANGLE = StrictMath.toRadians(10);
    private static final double STEP = StrictMath.toRadians(1);

    /** Share of the angle between two legs that the joining, or the leaving, of one may take. */
    private static final double SHARE = 0.46;

    /**
     * A leg between its neighbours.
     *
     * @param before angle to the leg before, in the direction people drive
     * @param after angle to the leg after
     */
    static RingLeg of(RingShape ring, Carriageway in, Carriageway out, double lineAt, double before, double after) {
        Pose outward = in == null ? out.departure() : back(in.arrival());
        double bearing = StrictMath.atan2(outward.dy(), outward.dx());
        double reach = lineAt;
        List<Pose> entries = new ArrayList<>();
        List<Pose> exits = new ArrayList<>();
        for (int i = 0; in != null && i < in.count(); i++) {
            entries.add(onLine(ring, outward, reach, aside(in, in.length(), i, out != null), false));
        }
        for (int i = 0; out != null && i < out.count(); i++) {
            exits.add(onLine(ring, outward, reach, aside(out, 0, i, in != null), true));
        }
        double joins = bearing + best(ring, entries, bearing, SHARE * after, false);
        double leaves = bearing - best(ring, exits, bearing, SHARE * before, true);
        String road = in == null ? out.roadId : in.roadId;
        return new RingLeg(road, in, out, bearing, leaves, joins, entries, exits);
    }

    private static Pose back(Pose pose) {
        return new Pose(pose.x(), pose.y(), -pose.dx(), -pose.dy());
    }

    /** How far beside the axis a lane meets the line. */
    private static double aside(Carriageway c, double station, int lane, boolean twoWay) {
        if (!twoWay) {
            return c.offset(lane, station);
        }
        double aside = Math.max(HALF_SPLITTER, c.road.median() / 2);
        for (int i = 0; i < lane; i++) {
            aside += c.width(i);
        }
        return aside + c.width(lane) / 2;
    }

    private static Pose onLine(RingShape ring, Pose outward, double reach, double aside, boolean leaving) {
        double along = Math.sqrt(Math.max(1, reach * reach - aside * aside));
        Pose left = new Pose(outward.x(), outward.y(), -outward.dy(), outward.dx());
        double side = leaving ? -1 : 1;
        double x = ring.x() + along * outward.dx() + side * aside * left.dx();
        double y = ring.y() + along * outward.dy() + side * aside * left.dy();
        double cos = StrictMath.cos(TURNED);
        double sin = StrictMath.sin(TURNED);
        double dx = (leaving ? cos : -cos) * outward.dx() + sin * left.dx();
        double dy = (leaving ? cos : -cos) * outward.dy() + sin * left.dy();
        return new Pose(x, y, dx, dy);
    }

    /** The angle from the leg at which the tightest of the paths between its lanes and the ring is widest. */
    private static double best(RingShape ring, List<Pose> lanes, double bearing, double most, boolean leaving) {
        double best = Math.min(LEAST_ANGLE, most);
        double widest = 0;
        for (double angle = best; angle <= most && !lanes.isEmpty(); angle += STEP) {
            double tightest = Double.POSITIVE_INFINITY;
            for (int i = 0; i < lanes.size(); i++) {
                int lane = Math.max(0, ring.lanes() - lanes.size() + i);
                Pose onRing = ring.at(lane, bearing + (leaving ? -angle : angle));
                PathShape shape =
                        leaving ? PathShape.between(onRing, lanes.get(i)) : PathShape.between(lanes.get(i), onRing);
                tightest = Math.min(tightest, shape.radius());
            }
            if (tightest > widest) {
                widest = tightest;
                best = angle;
            }
        }
        return best;
    }
}
