package org.ulicarro.files;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.study.NetworkInput.LatLon;
import org.ulicarro.core.study.Point;

/**
 * The turn and shift that put known points of a plan nearest to where they are on the map: least squares without stretching (closed form in two
 * dimensions; B. K. P. Horn, Closed-form solution of absolute orientation using unit quaternions, Journal of the Optical Society of America A 4,
 * 1987). How much the plan would have to be stretched for a better fit is told, not made.
 *
 * @param map where the plan lies
 * @param stretch by which the ground is larger than the plan, 1 for equal lengths
 * @param misses of each point, in their order
 */
public record GeoFit(GeoReference map, double stretch, List<Miss> misses) {

    /** Known points may miss where the turned plan puts them by this (m), and by this share of their distance from the middle of all. */
    private static final double TOLERANCE = 2.0;

    private static final double TOLERANCE_SHARE = 0.005;

    /**
     * How a point misses.
     *
     * @param id of the place
     * @param east how far east of where it is the plan puts it (m)
     * @param north how far north of it (m)
     * @param reach its distance from the middle of all points on the ground (m)
     */
    public record Miss(String id, double east, double north, double reach) {

        /** m */
        public double distance() {
            return Math.hypot(east, north);
        }

        /** Whether no reading of a map can be meant by it. */
        public boolean tooFar() {
            return distance() > TOLERANCE + TOLERANCE_SHARE * reach;
        }
    }

    /**
     * Fits two points or more.
     *
     * @param plan where they are on the plan (m)
     * @param known where they are on the map, for the same ids
     */
    public static GeoFit of(Map<String, Point> plan, Map<String, LatLon> known) {
        double lat = known.values().stream().mapToDouble(LatLon::lat).average().orElseThrow();
        double lon = known.values().stream().mapToDouble(LatLon::lon).average().orElseThrow();
        GeoReference ground = GeoReference.at(lat, lon); // its plan is metres east and north
        List<String> ids = List.copyOf(known.keySet());
        int n = ids.size();
        double[][] p = new double[n][];
        double[][] g = new double[n][];
        double[] middleP = new double[2];
        double[] middleG = new double[2];
        for (int i = 0; i < n; i++) {
            Point at = plan.get(ids.get(i));
            LatLon there = known.get(ids.get(i));
            p[i] = new double[] {at.x(), at.y()};
            g[i] = ground.plan(there.lat(), there.lon());
            for (int d = 0; d < 2; d++) {
                middleP[d] += p[i][d] / n;
                middleG[d] += g[i][d] / n;
            }
        }
        double dot = 0;
        double cross = 0;
        double square = 0;
        for (int i = 0; i < n; i++) {
            double px = p[i][0] - middleP[0];
            double py = p[i][1] - middleP[1];
            double gx = g[i][0] - middleG[0];
            double gy = g[i][1] - middleG[1];
            dot += px * gx + py * gy;
            cross += px * gy - py * gx;
            square += px * px + py * py;
        }
        double bearing = -Math.atan2(cross, dot);
        GeoReference map = ground.moved(bearing, middleP, middleG);
        List<Miss> misses = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            double[] put = ground.plan(map.lat(p[i][0], p[i][1]), map.lon(p[i][0], p[i][1]));
            misses.add(new Miss(
                    ids.get(i),
                    put[0] - g[i][0],
                    put[1] - g[i][1],
                    Math.hypot(g[i][0] - middleG[0], g[i][1] - middleG[1])));
        }
        return new GeoFit(map, square > 0 ? Math.hypot(dot, cross) / square : 1, misses);
    }
}
