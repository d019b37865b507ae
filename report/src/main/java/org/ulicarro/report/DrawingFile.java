package org.ulicarro.report;

import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Locale;
import java.util.function.Consumer;
import javax.imageio.ImageIO;

/** Writes one drawing as the kind of file that its ending says. */
public final class DrawingFile {

    private DrawingFile() {}

    /** Whether a file of that ending can be written. */
    public static boolean canWrite(Path file) {
        String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
        return name.endsWith(".svg") || name.endsWith(".png");
    }

    /**
     * Draws into a file, which appears only when it is whole.
     *
     * @param file ends in .svg or .png
     * @param width of the drawing (pixels, or SVG units)
     * @param height likewise
     * @param drawing draws it
     */
    public static void write(Path file, int width, int height, Consumer<Graphics2D> drawing) throws IOException {
        byte[] bytes = file.getFileName().toString().toLowerCase(Locale.ROOT).endsWith(".svg")
                ? svg(width, height, drawing)
                : png(width, height, drawing);
        save(file, bytes);
    }

    /** Writes a file, which appears only when it is whole. */
    public static void save(Path file, byte[] bytes) throws IOException {
        Path whole = file.toAbsolutePath();
        Path part = whole.resolveSibling(whole.getFileName() + ".part");
        try {
            Files.write(part, bytes);
            Files.move(part, whole, StandardCopyOption.REPLACE_EXISTING);
        } catch (FileSystemException e) {
            throw e; // names the file
        } catch (IOException e) {
            throw new IOException(file + " cannot be written: " + e.getMessage(), e);
        } finally {
            Files.deleteIfExists(part);
        }
    }

    private static byte[] svg(int width, int height, Consumer<Graphics2D> drawing) {
        return Svg.document(width, height, drawing).getBytes(StandardCharsets.UTF_8);
    }

    private static byte[] png(int width, int height, Consumer<Graphics2D> drawing) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image(width, height, drawing), "png", out);
        return out.toByteArray();
    }

    /** A drawing as pixels. */
    public static BufferedImage image(int width, int height, Consumer<Graphics2D> drawing) {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        graphics.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        graphics.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
        drawing.accept(graphics);
        graphics.dispose();
        return image;
    }
}
