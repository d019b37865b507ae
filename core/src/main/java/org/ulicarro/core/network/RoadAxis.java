package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;

/** Where a road of a study lies, before anything of it is compiled: for who changes it. */
public final class RoadAxis {

    private final Polyline axis;
    private final List<Point> via;

    private RoadAxis(Polyline axis, List<Point> via) {
        this.axis = axis;
        this.via = via;
    }

    /** @param road id of one that there is, between places that there are */
    public static RoadAxis of(NetworkInput input, String road) {
        Road own = input.roads().get(road);
        return new RoadAxis(Axes.of(input, own), own.via());
    }

    /** From its first place to its second (m). */
    public double length() {
        return axis.length();
    }

    public double x(double along) {
        return axis.at(along).x();
    }

    public double y(double along) {
        return axis.at(along).y();
    }

    /** Shape points that lie before a station (m), in order. */
    public List<double[]> viaBefore(double along) {
        return via(along, true);
    }

    public List<double[]> viaAfter(double along) {
        return via(along, false);
    }

    private List<double[]> via(double along, boolean before) {
        List<double[]> points = new ArrayList<>();
        for (Point p : via) {
            if (nearest(p) < along == before) {
                points.add(new double[] {p.x(), p.y()});
            }
        }
        return points;
    }

    /** Station of the point of the axis nearest to another one (m). */
    public double along(double x, double y) {
        double best = 0;
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i + 1 < axis.size(); i++) {
            double dx = axis.x(i + 1) - axis.x(i);
            double dy = axis.y(i + 1) - axis.y(i);
            double square = dx * dx + dy * dy;
            double share =
                    square > 0 ? Math.max(0, Math.min(1, ((x - axis.x(i)) * dx + (y - axis.y(i)) * dy) / square)) : 0;
            double away = Polyline.distance(axis.x(i) + share * dx, axis.y(i) + share * dy, x, y);
            if (away < least) {
                least = away;
                best = axis.along(i) + share * (axis.along(i + 1) - axis.along(i));
            }
        }
        return best;
    }

    private double nearest(Point p) {
        double best = 0;
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < axis.size(); i++) {
            double away = Polyline.distance(axis.x(i), axis.y(i), p.x(), p.y());
            if (away < least) {
                least = away;
                best = axis.along(i);
            }
        }
        return best;
    }
}
