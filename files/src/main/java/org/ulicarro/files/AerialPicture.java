package org.ulicarro.files;

import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/**
 * The picture that a study lays under its plans: with a world file, six lines that turn pixels into metres on the plan or coordinates of the map
 * (the pixel's width, two rotations, its height, negative, and x and y of the middle of the upper left pixel), or a GeoTIFF, which says where it
 * lies.
 *
 * @param image its pixels
 * @param toPlan from pixel corners to metres on the plan
 */
public record AerialPicture(BufferedImage image, AffineTransform toPlan) {

    private static final long MOST_PIXELS = 120_000_000;
    private static final int LONGEST_WORLD_FILE = 4096;

    /** What a picture that is turned out of its projection may be off at its corners (m), and as a share of its size. */
    private static final double MOST_BENT = 0.5;

    private static final double MOST_BENT_SHARE = 0.001;

    /** Coordinates that are metres of the plan. */
    private static final String PLAN = "plan";

    /**
     * Reads it.
     *
     * @param world its world file, or null
     * @param crs what its coordinates are; null for what the file says, else metres of the plan
     * @param map where the plan lies; null where nobody knows
     * @throws IOException with words for the user when it cannot be used
     */
    static AerialPicture read(Path image, String name, Path world, String worldName, String crs, GeoReference map)
            throws IOException {
        try (ImageInputStream in = ImageIO.createImageInputStream(image.toFile())) {
            Iterator<ImageReader> readers = in == null ? null : ImageIO.getImageReaders(in);
            if (readers == null || !readers.hasNext()) {
                throw new IOException(name + " is no picture that can be read; use PNG, JPEG or GeoTIFF");
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in);
                long size = (long) reader.getWidth(0) * reader.getHeight(0);
                if (size > MOST_PIXELS) {
                    throw new IOException(
                            name + " has " + size / 1_000_000 + " million pixels, more than 120; make it smaller");
                }
                boolean tiff = reader.getFormatName().toLowerCase(Locale.ROOT).startsWith("tif");
                RasterPlace place = world != null || !tiff ? null : RasterPlace.of(reader.getImageMetadata(0), name);
                if (world == null && place == null) {
                    throw new IOException(
                            name + (tiff ? " says nothing of where it lies" : " does not say where it lies")
                                    + "; name its world file: backdrop: {image: " + name + ", world-file: "
                                    + name.replaceFirst("\\.[^.]*$", "") + (tiff ? ".tfw" : ".pgw") + "}");
                }
                AffineTransform given = place == null ? transform(world, worldName) : place.toMap();
                String coordinates = place != null && crs == null ? place.crs() : crs;
                AffineTransform toPlan = coordinates == null || coordinates.equals(PLAN)
                        ? given
                        : ofMap(given, coordinates, map, reader.getWidth(0), reader.getHeight(0), name);
                return new AerialPicture(reader.read(0), toPlan);
            } catch (IndexOutOfBoundsException | IllegalArgumentException e) {
                throw new IOException(name + " is a damaged picture", e);
            } finally {
                reader.dispose();
            }
        }
    }

    /** The turn, size and shift that bring the corners of a picture in map coordinates onto the plan. */
    private static AffineTransform ofMap(
            AffineTransform given, String crs, GeoReference map, int width, int height, String name)
            throws IOException {
        MapProjection projection = MapProjection.of(crs);
        if (projection == null) {
            throw new IOException(
                    name + " is in '" + crs + "', which is not known here: WGS84, Web Mercator (3857), the UTM"
                            + " zones and some national grids are, and any other as crs: '+proj=…'; or write the picture anew in one of them");
        }
        if (map == null) {
            throw new IOException(
                    name + " lies on the map, and this study does not say where it does; 'locate' gives it an origin");
        }
        double[][] at = new double[4][];
        for (int i = 0; i < 4; i++) {
            double[] point = {(i & 1) * (double) width, (i >> 1) * (double) height};
            given.transform(point, 0, point, 0, 1);
            double[] latLon = projection.latLon(point[0], point[1]);
            boolean there = Double.isFinite(latLon[0]) && Double.isFinite(latLon[1]) && Math.abs(latLon[0]) < 90;
            at[i] = there ? map.plan(latLon[0], latLon[1]) : new double[] {Double.NaN, Double.NaN};
        }
        double bent =
                Math.hypot(at[1][0] + at[2][0] - at[0][0] - at[3][0], at[1][1] + at[2][1] - at[0][1] - at[3][1]) / 2;
        double across = Math.hypot(at[3][0] - at[0][0], at[3][1] - at[0][1]);
        if (!(bent <= MOST_BENT + MOST_BENT_SHARE * across)) {
            throw new IOException(String.format(
                    Locale.ROOT,
                    "%s would have to be bent by %.1f m to lie on the plan; cut out the part that is needed, or write it anew in the UTM"
                            + " zone",
                    name,
                    bent));
        }
        return new AffineTransform(
                (at[1][0] - at[0][0] + at[3][0] - at[2][0]) / 2 / width,
                (at[1][1] - at[0][1] + at[3][1] - at[2][1]) / 2 / width,
                (at[2][0] - at[0][0] + at[3][0] - at[1][0]) / 2 / height,
                (at[2][1] - at[0][1] + at[3][1] - at[1][1]) / 2 / height,
                at[0][0],
                at[0][1]);
    }

    private static AffineTransform transform(Path file, String name) throws IOException {
        if (Files.size(file) > LONGEST_WORLD_FILE) {
            throw new IOException(name + " is no world file; it holds six numbers, one in each line");
        }
        List<String> lines = new String(InputFile.bytes(file, InputFile.SMALL), StandardCharsets.ISO_8859_1)
                .lines()
                .map(String::strip)
                .filter(line -> !line.isEmpty())
                .toList();
        double[] n = new double[6];
        try {
            for (int i = 0; i < 6; i++) {
                n[i] = Double.parseDouble(lines.get(i));
            }
        } catch (NumberFormatException | IndexOutOfBoundsException e) {
            throw new IOException(name + " is no world file; it holds six numbers, one in each line", e);
        }
        if (Math.abs(n[0] * n[3] - n[1] * n[2]) < 1e-12) {
            throw new IOException(name + " gives pixels no size");
        }
        // the file places the middle of the first pixel, the transform its corner
        return new AffineTransform(n[0], n[1], n[2], n[3], n[4] - (n[0] + n[2]) / 2, n[5] - (n[1] + n[3]) / 2);
    }
}
