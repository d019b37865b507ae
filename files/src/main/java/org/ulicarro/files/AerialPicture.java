package org.ulicarro.files;

import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.List;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/**
 * The picture that a study lays under its plans, with its world file: six lines that turn pixels into metres on the plan, which
 * hold the pixel's width, two rotations, its height (negative), and x and y of the middle of the upper left pixel.
 *
 * @param image its pixels
 * @param toPlan from pixel corners to metres
 */
public record AerialPicture(BufferedImage image, AffineTransform toPlan) {

    private static final long MOST_PIXELS = 120_000_000;
    private static final int LONGEST_WORLD_FILE = 4096;

    /**
     * Reads both files.
     *
     * @throws IOException with words for the user when one of them cannot be used
     */
    static AerialPicture read(Path image, String imageName, Path world, String worldName) throws IOException {
        return new AerialPicture(pixels(image, imageName), transform(world, worldName));
    }

    private static BufferedImage pixels(Path file, String name) throws IOException {
        try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
            Iterator<ImageReader> readers = in == null ? null : ImageIO.getImageReaders(in);
            if (readers == null || !readers.hasNext()) {
                throw new IOException(name + " is no picture that can be read; use PNG or JPEG");
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in);
                long pixels = (long) reader.getWidth(0) * reader.getHeight(0);
                if (pixels > MOST_PIXELS) {
                    throw new IOException(
                            name + " has " + pixels / 1_000_000 + " million pixels, more than 120; make it smaller");
                }
                return reader.read(0);
            } catch (IndexOutOfBoundsException | IllegalArgumentException e) {
                throw new IOException(name + " is a damaged picture", e);
            } finally {
                reader.dispose();
            }
        }
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
