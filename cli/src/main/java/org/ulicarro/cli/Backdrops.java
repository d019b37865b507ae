package org.ulicarro.cli;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.function.Consumer;
import javax.imageio.ImageIO;
import org.ulicarro.files.AerialPicture;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.report.Backdrop;
import org.ulicarro.report.replay.PagePicture;
import org.ulicarro.report.replay.Scene;

/** The picture under the plan of a study; a plan without it is better than none. */
final class Backdrops {

    /** Pixels of the longer side of a picture within a page. */
    private static final int MOST = 2400;

    /** What a page has where there is no picture. */
    private static final Color LAND = new Color(0xEA, 0xEE, 0xE9);

    /** Shown around the roads (m). */
    private static final double AROUND = 60;

    private Backdrops() {}

    /** @param warned hears why there is none although the study names one */
    static Backdrop of(LoadedStudy loaded, Consumer<String> warned) {
        try {
            AerialPicture picture = loaded.backdrop();
            return picture == null ? null : new Backdrop(picture.image(), picture.toPlan());
        } catch (IOException e) {
            warned.accept("warning: " + e.getMessage() + "; the plan is drawn without it");
            return null;
        }
    }

    /** The same with no more pixels than a figure of the whole plan can show. */
    static Backdrop ofFigure(LoadedStudy loaded, Consumer<String> warned) {
        Backdrop whole = of(loaded, warned);
        int longest = whole == null
                ? 0
                : Math.max(whole.image().getWidth(), whole.image().getHeight());
        if (longest <= MOST) {
            return whole;
        }
        double scale = (double) MOST / longest;
        BufferedImage image = new BufferedImage(
                (int) Math.ceil(whole.image().getWidth() * scale),
                (int) Math.ceil(whole.image().getHeight() * scale),
                BufferedImage.TYPE_INT_RGB);
        Graphics2D g = image.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        g.drawImage(whole.image(), AffineTransform.getScaleInstance(scale, scale), null);
        g.dispose();
        AffineTransform toPlan = new AffineTransform(whole.toPlan());
        toPlan.scale(1 / scale, 1 / scale);
        return new Backdrop(image, toPlan);
    }

    /** The study beside a run as it is now, for what only lies under the plan; null where it cannot be read. */
    static LoadedStudy studyOf(Path run) {
        Path runs = run.toAbsolutePath().normalize().getParent();
        try {
            return runs == null || runs.getParent() == null ? null : StudyFolder.read(runs.getParent(), List.of());
        } catch (StudyProblem gone) {
            return null;
        }
    }

    /** The same for the page of a run: what lies around the roads of a scene, as a JPEG no larger than a page bears. Null for none. */
    static PagePicture ofPage(Path run, Scene scene, Consumer<String> warned) throws IOException {
        LoadedStudy loaded = studyOf(run);
        Backdrop backdrop = loaded == null ? null : of(loaded, warned);
        if (backdrop == null) {
            return null;
        }
        Rectangle2D part = around(scene)
                .createIntersection(backdrop.toPlan()
                        .createTransformedShape(new Rectangle2D.Double(
                                0,
                                0,
                                backdrop.image().getWidth(),
                                backdrop.image().getHeight()))
                        .getBounds2D());
        if (part.isEmpty()) {
            warned.accept("warning: the backdrop lies elsewhere than the roads; the page goes without it");
            return null;
        }
        double finest = Math.sqrt(Math.abs(backdrop.toPlan().getDeterminant())); // m a pixel
        double scale = Math.min(1 / finest, MOST / Math.max(part.getWidth(), part.getHeight()));
        int width = Math.max(1, (int) Math.round(part.getWidth() * scale));
        int height = Math.max(1, (int) Math.round(part.getHeight() * scale));
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = image.createGraphics();
        g.setColor(LAND); // nothing of its edge is to be seen
        g.fillRect(0, 0, width, height);
        g.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        AffineTransform toPixels = AffineTransform.getScaleInstance(scale, -scale);
        toPixels.translate(-part.getX(), -part.getMaxY());
        toPixels.concatenate(backdrop.toPlan());
        g.drawImage(backdrop.image(), toPixels, null);
        g.dispose();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageIO.write(image, "jpg", bytes);
        return new PagePicture(
                "data:image/jpeg;base64," + Base64.getEncoder().encodeToString(bytes.toByteArray()),
                part.getX(),
                part.getMaxY(),
                part.getWidth(),
                part.getHeight());
    }

    private static Rectangle2D around(Scene scene) {
        Rectangle2D all = null;
        for (Scene.SceneLane lane : scene.lanes()) {
            for (int i = 0; i + 1 < lane.line().length; i += 2) {
                Rectangle2D here = new Rectangle2D.Double(
                        lane.line()[i] - AROUND, lane.line()[i + 1] - AROUND, 2 * AROUND, 2 * AROUND);
                if (all == null) {
                    all = here;
                } else {
                    Rectangle2D.union(all, here, all);
                }
            }
        }
        return all == null ? new Rectangle2D.Double() : all;
    }
}
