package org.ulicarro.report.replay;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.ulicarro.report.DrawingFile;

/** Writes moments: one picture, numbered ones, or one that moves. */
public final class MomentFrames {

    private final Moment moment;
    private final int width;
    private final int height;

    public MomentFrames(Moment moment, int width, int height) {
        this.moment = moment;
        this.width = width;
        this.height = height;
    }

    /**
     * Writes what a file's ending says.
     *
     * @param file .svg or .png for one moment; .gif or .png for several, .png with numbers before its ending
     * @param time the first moment (s since midnight)
     * @param length from the first to the last (s); 0 for one picture
     * @param every between two of them (s)
     * @return the files written
     */
    public List<Path> write(Path file, double time, double length, double every) throws IOException {
        String name = file.getFileName().toString();
        int dot = name.lastIndexOf('.');
        int count = (int) Math.floor(length / every + 1e-9) + 1;
        if (length == 0) {
            picture(file, time);
            return List.of(file);
        }
        if (name.substring(dot).toLowerCase(Locale.ROOT).equals(".gif")) {
            MovingPicture gif = new MovingPicture(every);
            for (int i = 0; i < count; i++) {
                double at = time + i * every;
                gif.add(frame(at));
            }
            DrawingFile.save(file, gif.bytes());
            return List.of(file);
        }
        List<Path> written = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            String numbered = name.substring(0, dot) + String.format(Locale.ROOT, "-%03d", i + 1) + name.substring(dot);
            Path one = file.resolveSibling(numbered);
            picture(one, time + i * every);
            written.add(one);
        }
        return written;
    }

    private BufferedImage frame(double at) throws IOException {
        try {
            return DrawingFile.image(width, height, g -> draw(g, at));
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    private void picture(Path file, double at) throws IOException {
        try {
            DrawingFile.write(file, width, height, g -> draw(g, at));
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    private void draw(java.awt.Graphics2D g, double at) {
        try {
            moment.draw(g, width, height, at);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
