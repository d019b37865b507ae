package org.ulicarro.core.traffic;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.network.StiffBody;
import org.ulicarro.core.study.VehicleKind;

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
        return of(view, network, Double.POSITIVE_INFINITY);
    }

    /** Those on paths, and on lanes nearer than this to either end of them (m). */
    static List<Body> of(TrafficView view, Network network, double nearEnds) {
        List<Body> bodies = new ArrayList<>();
        FleetView rows = view.rows();
        for (int row = 0; row < rows.count(); row++) {
            int id = rows.vehicle(row);
            if (id < 0) {
                continue;
            }
            Lane lane = network.lanes().get(rows.lane(row));
            double position = rows.position(row);
            if (!lane.isPath() && position > nearEnds && lane.end() - position > nearEnds) {
                continue;
            }
            double length = rows.length(row);
            Pose front = lane.at(rows.position(row));
            Pose body =
                    StiffBody.front(front, behind(rows, row, network, length / 2), behind(rows, row, network, length));
            VehicleKind kind = view.departures().kind(id);
            bodies.add(new Body(
                    id,
                    "lane " + lane.index() + " at " + rows.position(row),
                    body,
                    length,
                    kind.vehicle().width()));
        }
        return bodies;
    }

    /** That far behind its front, on its own lane or on one of those that it has come over. */
    private static Pose behind(FleetView rows, int row, Network network, double distance) {
        double back = rows.position(row) - distance;
        Lane lane = network.lanes().get(rows.lane(row));
        for (int n = 0; back < Math.min(0, lane.start()) && rows.laneBehind(row, n) >= 0; n++) {
            lane = network.lanes().get(rows.laneBehind(row, n));
            back += lane.end();
        }
        return back >= lane.start() ? lane.at(back) : lane.at(lane.start()).ahead(back - lane.start());
    }

    /** Whether two could touch at all. */
    static boolean near(Body a, Body b) {
        double reach = a.length + b.length + 2;
        return Math.abs(a.front.x() - b.front.x()) < reach && Math.abs(a.front.y() - b.front.y()) < reach;
    }

    /** From a point to a rectangle, 0 inside (m). */
    static double distance(Body body, double x, double y) {
        double gx = x - body.front.x();
        double gy = y - body.front.y();
        double along = gx * body.front.dx() + gy * body.front.dy(); // ahead of the front
        double aside = Math.abs(gx * body.front.dy() - gy * body.front.dx()) - body.width / 2;
        double ahead = Math.max(along, -body.length - along);
        return Math.hypot(Math.max(0, ahead), Math.max(0, aside));
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
