package org.ulicarro.files;

import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.locationtech.proj4j.CRSFactory;
import org.locationtech.proj4j.CoordinateReferenceSystem;
import org.locationtech.proj4j.CoordinateTransform;
import org.locationtech.proj4j.CoordinateTransformFactory;
import org.locationtech.proj4j.Proj4jException;
import org.locationtech.proj4j.ProjCoordinate;

/**
 * What coordinates of somebody else's data mean: degrees, or metres of a projection, named by its EPSG code or written as a PROJ string.
 * The codes known are those of geographic coordinates, of all UTM zones in the usual frames and of some countries' own grids; the whole
 * register may not be shipped with a program of this licence, so that other projections are written as strings.
 */
public final class MapProjection {

    private static final Pattern CODE =
            Pattern.compile("(?:.*\\bEPSG(?:\\D*|/[0-9.]+/))?(\\d{4,5})\\D*", Pattern.CASE_INSENSITIVE);
    private static final String GRS80 = " +ellps=GRS80 +units=m";
    private static final CoordinateReferenceSystem DEGREES =
            new CRSFactory().createFromParameters("degrees", "+proj=longlat +datum=WGS84");

    /** National grids, as their mapping agencies publish them. */
    private static final Map<Integer, String> GRIDS = new LinkedHashMap<>();

    static {
        GRIDS.put(3857, "+proj=merc +a=6378137 +b=6378137 +lat_ts=0 +lon_0=0 +x_0=0 +y_0=0 +k=1 +units=m");
        GRIDS.put(3035, "+proj=laea +lat_0=52 +lon_0=10 +x_0=4321000 +y_0=3210000" + GRS80);
        GRIDS.put(3006, "+proj=utm +zone=33" + GRS80); // Sweden
        GRIDS.put(3067, "+proj=utm +zone=35" + GRS80); // Finland
        GRIDS.put(2180, "+proj=tmerc +lat_0=0 +lon_0=19 +k=0.9993 +x_0=500000 +y_0=-5300000" + GRS80); // Poland
        GRIDS.put(2193, "+proj=tmerc +lat_0=0 +lon_0=173 +k=0.9996 +x_0=1600000 +y_0=10000000" + GRS80); // New Zealand
        GRIDS.put(
                2154, "+proj=lcc +lat_1=49 +lat_2=44 +lat_0=46.5 +lon_0=3 +x_0=700000 +y_0=6600000" + GRS80); // France
        GRIDS.put(
                27700, // Great Britain
                "+proj=tmerc +lat_0=49 +lon_0=-2 +k=0.9996012717 +x_0=400000 +y_0=-100000 +ellps=airy"
                        + " +towgs84=446.448,-125.157,542.06,0.15,0.247,0.842,-20.489 +units=m");
        GRIDS.put(
                28992, // the Netherlands
                "+proj=sterea +lat_0=52.15616055555555 +lon_0=5.38763888888889 +k=0.9999079 +x_0=155000 +y_0=463000"
                        + " +ellps=bessel +towgs84=565.2369,50.0087,465.658,-0.406857,0.350733,-1.87035,4.0812 +units=m");
    }

    private final CoordinateTransform toDegrees; // null where they are degrees

    private MapProjection(CoordinateTransform toDegrees) {
        this.toDegrees = toDegrees;
    }

    /**
     * By name.
     *
     * @param text {@code EPSG:25833}, a bare code, an address that ends with one, {@code WGS84}, or {@code +proj=…}
     * @return null where it is none that is known
     */
    public static MapProjection of(String text) {
        String name = text.strip();
        if (name.matches("(?i)(WGS ?-?84|lat/?lon|lon/?lat|OGC:CRS84|(.*\\bEPSG\\D*)?(4326|4258|4269|4979))")) {
            return new MapProjection(null);
        }
        try {
            if (name.startsWith("+proj=")) {
                return new MapProjection(transform(name));
            }
            Matcher code = CODE.matcher(name);
            String parameters = code.matches() ? parameters(Integer.parseInt(code.group(1))) : null;
            return parameters == null ? null : new MapProjection(transform(parameters));
        } catch (Proj4jException | IllegalStateException | NumberFormatException e) {
            return null; // a string that is no projection
        }
    }

    private static CoordinateTransform transform(String parameters) {
        return new CoordinateTransformFactory()
                .createTransform(new CRSFactory().createFromParameters("data", parameters), DEGREES);
    }

    private static String parameters(int code) {
        if (GRIDS.containsKey(code)) {
            return GRIDS.get(code);
        }
        int[][] zones = { // first and last code, zone of the first, whether south, whether WGS84
            {32601, 32660, 1, 0, 1},
            {32701, 32760, 1, 1, 1},
            {25828, 25838, 28, 0, 0}, // Europe
            {26901, 26923, 1, 0, 0}, // North America
            {6328, 6348, 59, 0, 0}, // the same, frame of 2011: from 59 N on through 60, 1, …
            {28346, 28358, 46, 1, 0}, // Australia
            {7846, 7859, 46, 1, 0},
            {31965, 31976, 11, 0, 0}, // the Americas
            {31977, 31985, 17, 1, 0}
        };
        for (int[] z : zones) {
            if (code >= z[0] && code <= z[1]) {
                int zone = (z[2] + code - z[0] - 1) % 60 + 1;
                return String.format(
                        Locale.ROOT,
                        "+proj=utm +zone=%d%s%s",
                        zone,
                        z[3] == 1 ? " +south" : "",
                        z[4] == 1 ? " +datum=WGS84 +units=m" : GRS80);
            }
        }
        return null;
    }

    /**
     * Where coordinates lie.
     *
     * @return latitude and longitude (degrees), NaN where the projection does not reach
     */
    public double[] latLon(double x, double y) {
        if (toDegrees == null) {
            return new double[] {y, x};
        }
        try {
            ProjCoordinate result = new ProjCoordinate();
            toDegrees.transform(new ProjCoordinate(x, y), result);
            return new double[] {result.y, result.x};
        } catch (Proj4jException e) {
            return new double[] {Double.NaN, Double.NaN};
        }
    }
}
