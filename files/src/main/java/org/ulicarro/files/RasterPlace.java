package org.ulicarro.files;

import java.awt.geom.AffineTransform;
import java.io.IOException;
import javax.imageio.metadata.IIOInvalidTreeException;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.plugins.tiff.TIFFDirectory;
import javax.imageio.plugins.tiff.TIFFField;

/**
 * Where the pixels of a GeoTIFF lie (OGC 19-008r4, GeoTIFF Standard 1.1).
 *
 * @param toMap from pixel corners to coordinates
 * @param crs what these are, as {@link MapProjection} reads it
 */
record RasterPlace(AffineTransform toMap, String crs) {

    private static final int PIXEL_SCALE = 33550;
    private static final int TIE_POINT = 33922;
    private static final int TRANSFORMATION = 34264;
    private static final int KEYS = 34735;

    private static final int MODEL_TYPE = 1024; // 1 projected, 2 geographic
    private static final int RASTER_TYPE = 1025; // 2 where coordinates are of the middle of a pixel
    private static final int GEOGRAPHIC = 2048;
    private static final int PROJECTED = 3072;
    private static final int OWN = 32767; // parameters of a projection without a code

    /**
     * Reads its tags.
     *
     * @return null where it has none
     * @throws IOException in words when they cannot be used
     */
    static RasterPlace of(IIOMetadata metadata, String name) throws IOException {
        TIFFDirectory tags;
        try {
            tags = TIFFDirectory.createFromMetadata(metadata);
        } catch (IIOInvalidTreeException e) {
            return null;
        }
        TIFFField keys = tags.getTIFFField(KEYS);
        AffineTransform toMap = transform(tags, name);
        if (keys == null || toMap == null) {
            return null;
        }
        int code = code(keys, name);
        if (key(keys, RASTER_TYPE) == 2) {
            toMap.translate(-0.5, -0.5);
        }
        return new RasterPlace(toMap, "EPSG:" + code);
    }

    private static int code(TIFFField keys, String name) throws IOException {
        int model = key(keys, MODEL_TYPE);
        int code = key(keys, model == 2 ? GEOGRAPHIC : PROJECTED);
        if (model != 1 && model != 2 || code <= 0 || code == OWN) {
            throw new IOException(name + " says where it lies without an EPSG code, by parameters of its own; write it"
                    + " anew in a projection with a code, such as its UTM zone, or give it a world file and 'crs'");
        }
        return code;
    }

    /** The short value of a key, -1 where it has none. */
    private static int key(TIFFField keys, int wanted) {
        for (int i = 4; i + 3 < keys.getCount(); i += 4) {
            if (keys.getAsInt(i) == wanted && keys.getAsInt(i + 1) == 0) {
                return keys.getAsInt(i + 3);
            }
        }
        return -1;
    }

    private static AffineTransform transform(TIFFDirectory tags, String name) throws IOException {
        TIFFField whole = tags.getTIFFField(TRANSFORMATION);
        if (whole != null && whole.getCount() >= 8) {
            return new AffineTransform(
                    whole.getAsDouble(0),
                    whole.getAsDouble(4),
                    whole.getAsDouble(1),
                    whole.getAsDouble(5),
                    whole.getAsDouble(3),
                    whole.getAsDouble(7));
        }
        TIFFField scale = tags.getTIFFField(PIXEL_SCALE);
        TIFFField tie = tags.getTIFFField(TIE_POINT);
        if (scale == null || tie == null) {
            return null;
        }
        if (tie.getCount() != 6 || scale.getCount() < 2) {
            throw new IOException(name + " is tied to the map at several points, which would have to bend it; write it"
                    + " anew, straightened");
        }
        double x = scale.getAsDouble(0);
        double y = -scale.getAsDouble(1);
        return new AffineTransform(
                x, 0, 0, y, tie.getAsDouble(3) - x * tie.getAsDouble(0), tie.getAsDouble(4) - y * tie.getAsDouble(1));
    }
}
