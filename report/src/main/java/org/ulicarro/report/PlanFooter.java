package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.FontMetrics;
import java.awt.Graphics2D;
import java.awt.geom.Line2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;

/** The band under a plan: what it shows, a scale bar, and north. */
public final class PlanFooter {

    public static final double HEIGHT = 58;

    private static final double MARGIN = 36;

    private PlanFooter() {}

    /** Draws it at the lower edge of a drawing of that size. */
    public static void draw(Graphics2D g, Camera camera, int width, int height, String title, String subject) {
        double top = height - HEIGHT;
        g.setColor(Looks.PAPER);
        g.fill(new Rectangle2D.Double(0, top, width, HEIGHT));
        g.setColor(Looks.KERB);
        g.setStroke(new BasicStroke(1));
        g.draw(new Line2D.Double(0, top, width, top));
        g.setColor(Looks.INK);
        g.setFont(Looks.bold(16));
        g.drawString(title, (float) MARGIN, (float) top + 25);
        g.setFont(Looks.plain(12));
        g.setColor(Looks.FAINT_INK);
        g.drawString(subject, (float) MARGIN, (float) top + 44);
        drawScale(g, camera, width - MARGIN - 60, top + 34);
        drawNorth(g, width - MARGIN - 14, top + 29);
    }

    /** A bar of a round length, ending at a point. */
    private static void drawScale(Graphics2D g, Camera camera, double right, double y) {
        double metres = 1;
        for (double round : new double[] {5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000}) {
            if (round * camera.scale() <= 160) {
                metres = round;
            }
        }
        double length = metres * camera.scale();
        g.setColor(Looks.INK);
        g.fill(new Rectangle2D.Double(right - length, y, length, 4));
        g.setColor(Looks.PAPER);
        g.fill(new Rectangle2D.Double(right - length / 2, y + 1, length / 2 - 1, 2));
        g.setColor(Looks.INK);
        g.setFont(Looks.plain(12));
        FontMetrics metrics = g.getFontMetrics();
        String text = (int) metres + " m";
        g.drawString("0", (float) (right - length - 3), (float) y - 5);
        g.drawString(text, (float) (right - metrics.stringWidth(text) + 6), (float) y - 5);
    }

    private static void drawNorth(Graphics2D g, double x, double y) {
        Path2D needle = new Path2D.Double();
        needle.moveTo(x, y - 16);
        needle.lineTo(x + 7, y + 12);
        needle.lineTo(x, y + 6);
        needle.lineTo(x - 7, y + 12);
        needle.closePath();
        g.setColor(Looks.INK);
        g.fill(needle);
        g.setFont(Looks.bold(11));
        g.drawString("N", (float) x - 4, (float) y + 24);
    }
}
