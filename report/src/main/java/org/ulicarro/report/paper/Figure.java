package org.ulicarro.report.paper;

import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.function.Consumer;
import javax.imageio.ImageIO;
import org.ulicarro.report.DrawingFile;
import org.ulicarro.report.Svg;

/**
 * A picture inside a report.
 *
 * @param width in points of the page
 * @param height in points
 * @param drawing draws it to that size
 */
public record Figure(int width, int height, Consumer<Graphics2D> drawing) {

    /** Dots a point in pictures that are not drawn by lines. */
    private static final int FINE = 2;

    /** As an address that holds all of it: lines where the page can show them, else dots. */
    public String source(boolean lines) throws IOException {
        if (lines) {
            byte[] svg = Svg.element(width, height, drawing).getBytes(StandardCharsets.UTF_8);
            return "data:image/svg+xml;base64," + Base64.getEncoder().encodeToString(svg);
        }
        BufferedImage image = DrawingFile.image(width * FINE, height * FINE, g -> {
            g.scale(FINE, FINE);
            drawing.accept(g);
        });
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageIO.write(image, "png", bytes);
        return "data:image/png;base64," + Base64.getEncoder().encodeToString(bytes.toByteArray());
    }
}
