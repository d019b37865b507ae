package org.ulicarro.report;

import java.awt.geom.AffineTransform;
import java.awt.geom.Point2D;
import java.awt.geom.Rectangle2D;

/**
 * From metres on the plan, y north, to units of the drawing, y down. Keeps the scale equal both ways.
 *
 * @param scale units per metre
 */
public record Camera(double scale, double shiftX, double shiftY) {

    /** Shows a part of the plan as large as fits into a part of the drawing. */
    public static Camera fit(Rectangle2D plan, Rectangle2D into) {
        double scale = Math.min(into.getWidth() / plan.getWidth(), into.getHeight() / plan.getHeight());
        return new Camera(
                scale, into.getCenterX() - scale * plan.getCenterX(), into.getCenterY() + scale * plan.getCenterY());
    }

    public AffineTransform transform() {
        return new AffineTransform(scale, 0, 0, -scale, shiftX, shiftY);
    }

    public Point2D point(double x, double y) {
        return new Point2D.Double(shiftX + scale * x, shiftY - scale * y);
    }
}
