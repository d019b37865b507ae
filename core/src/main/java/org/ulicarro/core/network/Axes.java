package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;

/** The axes of roads. */
final class Axes {

    private Axes() {}

    /** A road's axis from its first place to its second. */
    static Polyline of(NetworkInput input, Road road) {
        List<Point> points = new ArrayList<>();
        points.add(end(input, road, road.from()));
        points.addAll(road.via());
        points.add(end(input, road, road.to()));
        return new Polyline(
                points.stream().mapToDouble(Point::x).toArray(),
                points.stream().mapToDouble(Point::y).toArray());
    }

    private static Point end(NetworkInput input, Road road, String place) {
        Point own = road.meetsAt().get(place);
        return own == null ? input.places().get(place).at() : own;
    }
}
