package org.ulicarro.core.traffic;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.study.VehicleType;

/** The bodies of all vehicles as rectangles on the plan, for tests that must see whether any two touch. */
final class Bodies {

    /** A rectangle: front middle, direction of travel, length and width. */
    record Body(int vehicle, String where, Pose front, double length, double width) {

        double[] corner(int i) {
            double back = i < 2 ? 0 : -length;
            double side = i % 2 == 0 ? -width / 2 : width / 2;
            Pose p = front.ahead(back).right(side);
            return new double[] {p.x(), p.y()};
        }
    }

    private Bodies() {}

    static List<Body> of(TrafficView view, Network network) {
        List<Body> bodies = new ArrayList<>();
        for (Lane lane : network.lanes()) {
            for (int k = 0; k < view.vehiclesOn(lane.index()); k++) {
                int id = view.vehicle(lane.index(), k);
                VehicleType type = view.departures().type()[id];
                double pos = view.position(lane.index(), k);
                double length = view.length(lane.index(), k);
                Pose front = lane.at(pos);
                Pose rear = behind(network, lane, pos - length);
                double dx = front.x() - rear.x();
                double dy = front.y() - rear.y();
                double chord = Math.sqrt(dx * dx + dy * dy);
                // a body points along the chord between its ends, as one on two axles does
                Pose body = new Pose(front.x(), front.y(), dx / chord, dy / chord);
                bodies.add(new Body(
                        id,
                        "lane " + lane.index() + " at " + pos,
                        body,
                        length,
                        type.usual().width()));
            }
        }
        return bodies;
    }

    /** A point on a lane, or on the lane before a turning path. */
    private static Pose behind(Network network, Lane lane, double position) {
        if (position >= 0 || !lane.isPath()) {
            return lane.at(position);
        }
        for (var movement : network.movements()) {
            for (var path : movement.paths()) {
                if (path.lane() == lane.index()) {
                    Lane from = network.lanes().get(path.fromLane());
                    return from.at(from.end() + position);
                }
            }
        }
        throw new IllegalStateException("lane " + lane.index() + " is no path");
    }

    /** Whether two rectangles overlap: no side of either parts them (separating axes). */
    static boolean touch(Body a, Body b) {
        return !parts(a, b, a.front.dx(), a.front.dy())
                && !parts(a, b, -a.front.dy(), a.front.dx())
                && !parts(a, b, b.front.dx(), b.front.dy())
                && !parts(a, b, -b.front.dy(), b.front.dx());
    }

    private static boolean parts(Body a, Body b, double x, double y) {
        double[] reachA = reach(a, x, y);
        double[] reachB = reach(b, x, y);
        return reachA[1] <= reachB[0] || reachB[1] <= reachA[0];
    }

    private static double[] reach(Body body, double x, double y) {
        double least = Double.POSITIVE_INFINITY;
        double most = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < 4; i++) {
            double[] c = body.corner(i);
            double along = c[0] * x + c[1] * y;
            least = Math.min(least, along);
            most = Math.max(most, along);
        }
        return new double[] {least, most};
    }
}
