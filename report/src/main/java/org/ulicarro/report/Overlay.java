package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Lines and points laid over a plan: what somebody else knows of the place, in a colour that no plan has. */
public final class Overlay {

    /** How much a mark stands out. */
    public enum Weight {
        STRONG(3.2f, new Color(0xC2, 0x1F, 0x1F, 230), null),
        MIDDLE(2.2f, new Color(0xC2, 0x1F, 0x1F, 200), new float[] {7, 5}),
        FAINT(1.2f, new Color(0xC2, 0x1F, 0x1F, 110), new float[] {2, 4});

        private final float width; // units of the page
        private final Color color;
        private final float[] dashes;

        Weight(float width, Color color, float[] dashes) {
            this.width = width;
            this.color = color;
            this.dashes = dashes;
        }

        private BasicStroke stroke() {
            return dashes == null
                    ? new BasicStroke(width, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND)
                    : new BasicStroke(width, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, dashes, 0);
        }
    }

    /**
     * A line of two or more points, or a point.
     *
     * @param points x and y in the plan (m)
     */
    public record Mark(List<double[]> points, Weight weight) {

        public Mark {
            points = List.copyOf(points);
        }
    }

    private final List<Mark> marks;
    private final String key;

    /** @param key what the marks are, for the foot of the sheet */
    public Overlay(List<Mark> marks, String key) {
        this.marks = new ArrayList<>(marks);
        this.marks.sort(Comparator.comparing(Mark::weight).reversed()); // the strong ones on top
        this.key = key;
    }

    String key() {
        return key;
    }

    /** Draws on the page, in its units. */
    void draw(Graphics2D g, Camera camera) {
        for (Mark mark : marks) {
            g.setColor(mark.weight.color);
            g.setStroke(mark.weight.stroke());
            if (mark.points.size() == 1) {
                var at = camera.point(mark.points.get(0)[0], mark.points.get(0)[1]);
                double r = 1.5 + 1.4 * mark.weight.width;
                g.setStroke(new BasicStroke(Math.max(1, mark.weight.width / 2)));
                g.draw(new Ellipse2D.Double(at.getX() - r, at.getY() - r, 2 * r, 2 * r));
                continue;
            }
            Path2D line = new Path2D.Double();
            for (double[] p : mark.points) {
                var at = camera.point(p[0], p[1]);
                if (line.getCurrentPoint() == null) {
                    line.moveTo(at.getX(), at.getY());
                } else {
                    line.lineTo(at.getX(), at.getY());
                }
            }
            g.draw(line);
        }
    }
}
