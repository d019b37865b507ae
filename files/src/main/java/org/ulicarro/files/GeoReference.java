package org.ulicarro.files;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.locationtech.proj4j.CRSFactory;
import org.locationtech.proj4j.CoordinateReferenceSystem;
import org.locationtech.proj4j.ProjCoordinate;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Point;

/**
 * Where the plan lies on the map: a transverse Mercator projection of WGS84 about a point near the plan, in which the plan is turned
 * and shifted. Within 50 km of that point lengths on the plan and on the ground differ by less than 0.01 %.
 */
public final class GeoReference {

    private final CoordinateReferenceSystem metres;
    private final double cos; // of the bearing of the y axis
    private final double sin;
    private final double east; // of the plan's [0, 0], m
    private final double north;

    private GeoReference(CoordinateReferenceSystem metres, double bearing, double east, double north) {
        this.metres = metres;
        cos = Math.cos(bearing);
        sin = Math.sin(bearing);
        this.east = east;
        this.north = north;
    }

    /**
     * From what a study says about its origin.
     *
     * @param faults receives a warning where known places do not fit the plan
     * @return null when it says nothing
     */
    public static GeoReference of(NetworkInput network, List<Fault> faults) {
        NetworkInput.Origin origin = network.origin();
        if (origin == null) {
            return null;
        }
        if (origin.places().isEmpty()) {
            return new GeoReference(about(origin.lat(), origin.lon()), origin.bearing(), 0, 0);
        }
        return fitted(network, origin.places(), faults);
    }

    /** The plan whose [0, 0] lies there, y to the north. */
    public static GeoReference at(double lat, double lon) {
        return new GeoReference(about(lat, lon), 0, 0, 0);
    }

    /**
     * The plan whose [0, 0] lies there.
     *
     * @param bearing of the y axis from true north, clockwise (rad)
     */
    public static GeoReference at(double lat, double lon, double bearing) {
        return new GeoReference(about(lat, lon), bearing, 0, 0);
    }

    private static CoordinateReferenceSystem about(double lat, double lon) {
        return new CRSFactory()
                .createFromParameters(
                        "plan",
                        String.format(
                                Locale.ROOT,
                                "+proj=tmerc +lat_0=%.9f +lon_0=%.9f +k=1 +x_0=0 +y_0=0 +ellps=WGS84 +units=m",
                                lat,
                                lon));
    }

    /**
     * The same projection with the plan turned and shifted, so that a point of it lies at one of the ground.
     *
     * @param bearing of the y axis from true north, clockwise (rad)
     * @param plan x and y (m)
     * @param ground metres east and north of where this projection is about
     */
    GeoReference moved(double bearing, double[] plan, double[] ground) {
        GeoReference turned = new GeoReference(metres, bearing, 0, 0);
        return new GeoReference(
                metres,
                bearing,
                ground[0] - turned.eastOf(plan[0], plan[1]),
                ground[1] - turned.northOf(plan[0], plan[1]));
    }

    private static GeoReference fitted(
            NetworkInput network, Map<String, NetworkInput.LatLon> known, List<Fault> faults) {
        Map<String, Point> plan = new LinkedHashMap<>();
        known.keySet().forEach(id -> plan.put(id, network.places().get(id).at()));
        GeoFit fit = GeoFit.of(plan, known);
        for (GeoFit.Miss miss : fit.misses()) {
            if (miss.tooFar()) {
                faults.add(Fault.warning(
                        Fault.child("/network/origin/places", miss.id()),
                        String.format(
                                Locale.ROOT,
                                "turned and shifted, the plan puts '%s' %.0f m from these coordinates; distances on the plan and on the"
                                        + " map do not agree, and one of them is wrong",
                                miss.id(),
                                miss.distance())));
            }
        }
        return fit.map();
    }

    private double eastOf(double x, double y) {
        return east + x * cos + y * sin;
    }

    private double northOf(double x, double y) {
        return north - x * sin + y * cos;
    }

    private ProjCoordinate onMap(double x, double y) {
        ProjCoordinate result = new ProjCoordinate();
        metres.getProjection().inverseProject(new ProjCoordinate(eastOf(x, y), northOf(x, y)), result);
        return result;
    }

    /**
     * Where a point of the map lies on the plan.
     *
     * @return x and y (m)
     */
    public double[] plan(double lat, double lon) {
        ProjCoordinate ground = new ProjCoordinate();
        metres.getProjection().project(new ProjCoordinate(lon, lat), ground);
        double e = ground.x - east;
        double n = ground.y - north;
        return new double[] {e * cos - n * sin, e * sin + n * cos};
    }

    /** Bearing of the plan's y axis from true north, clockwise (rad). */
    public double bearing() {
        return Math.atan2(sin, cos);
    }

    /** Latitude of a point of the plan (degrees). */
    public double lat(double x, double y) {
        return onMap(x, y).y;
    }

    /** Longitude of a point of the plan (degrees). */
    public double lon(double x, double y) {
        return onMap(x, y).x;
    }
}
