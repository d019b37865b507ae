package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;

/** Bends of roads away from junctions, where drivers go slower than the limit. */
final class Bends {

    /** A piece of the axis that is longer than this is a straight between two bends (m). */
    private static final double STRAIGHT = 15;

    /** The tightest part of a bend that turns by so much says how fast it is driven. */
    private static final double TIGHTEST = StrictMath.toRadians(45);

    /**
     * A bend of an axis, from its first point that turns to its last one.
     *
     * @param from distance of its beginning along the axis (m)
     * @param to distance of its end (m)
     * @param angle that it turns by, counter-clockwise (rad)
     * @param radius of its tightest part (m)
     */
    record Bend(double from, double to, double angle, double radius) {}

    private Bends() {}

    /** Finds what is slower than the limit of its road, on all lanes. */
    static void lay(Draft draft) {
        for (int link = 0; link < draft.carriageways.size(); link++) {
            Carriageway c = draft.carriageways.get(link);
            if (c.hasNoPoints()) {
                continue;
            }
            Polyline driven = Axes.driven(draft.input, c.road);
            List<Bend> bends = of(c.ahead ? driven : driven.reversed());
            double share = c.axisLength() / driven.length();
            for (int i = 0; i < bends.size(); i++) {
                double before = i == 0
                        ? 2 * bends.get(i).from()
                        : bends.get(i).from() - bends.get(i - 1).to();
                double after = i + 1 == bends.size()
                        ? 2 * (driven.length() - bends.get(i).to())
                        : bends.get(i + 1).from() - bends.get(i).to();
                lay(draft, draft.links.get(link), bends.get(i), share, Math.min(before, after) / 2);
            }
        }
    }

    private static void lay(Draft draft, Link link, Bend bend, double share, double straight) {
        Carriageway c = draft.carriageway(link);
        double station = c.stationOf(share * bend.from());
        double until = c.stationOf(share * bend.to());
        for (Lane lane : draft.lanesOf(link)) {
            double from = Math.max(station, lane.start());
            double to = Math.min(until, lane.end());
            if (from >= to) {
                continue;
            }
            double right = c.offset(lane.index() - link.firstLane(), (from + to) / 2);
            double radius = Math.max(1, bend.radius() + (bend.angle() > 0 ? right : -right));
            double speed = TurnSpeed.inBend(radius, Math.abs(bend.angle()), straight);
            if (speed < link.speed()) {
                draft.curves.add(new Curve(lane.index(), from, to, speed));
            }
        }
    }

    /** All bends of a line, in their order. */
    static List<Bend> of(Polyline line) {
        List<Bend> bends = new ArrayList<>();
        int first = 1;
        while (first + 1 < line.size()) {
            int last = first;
            double sign = turn(line, first);
            while (last + 2 < line.size()
                    && sign * turn(line, last + 1) > 0
                    && line.along(last + 1) - line.along(last) <= STRAIGHT) {
                last++;
            }
            if (last > first) {
                bends.add(bend(line, first, last));
            }
            first = last + 1;
        }
        return bends;
    }

    private static Bend bend(Polyline line, int first, int last) {
        double angle = 0;
        for (int i = first; i <= last; i++) {
            angle += turn(line, i);
        }
        double length = line.along(last) - line.along(first);
        double radius = length / Math.abs(angle);
        double within = 0; // turned between two of its points, to each of which half its own turn belongs
        int from = first;
        for (int to = first; to < last; to++) {
            within += (Math.abs(turn(line, to)) + Math.abs(turn(line, to + 1))) / 2;
            while (within - (Math.abs(turn(line, from)) + Math.abs(turn(line, from + 1))) / 2 >= TIGHTEST) {
                within -= (Math.abs(turn(line, from)) + Math.abs(turn(line, from + 1))) / 2;
                from++;
            }
            if (within >= TIGHTEST) {
                radius = Math.min(radius, (line.along(to + 1) - line.along(from)) / within);
            }
        }
        return new Bend(line.along(first), line.along(last), angle, radius);
    }

    private static double turn(Polyline line, int point) {
        double dx = line.x(point) - line.x(point - 1);
        double dy = line.y(point) - line.y(point - 1);
        double ex = line.x(point + 1) - line.x(point);
        double ey = line.y(point + 1) - line.y(point);
        return StrictMath.atan2(dx * ey - dy * ex, dx * ex + dy * ey);
    }
}
