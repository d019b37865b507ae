package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.Shape;

/** The little that painting a road needs, so that it can be painted on other things than a picture. */
public interface Pen {

    void setColor(Color color);

    void setStroke(BasicStroke stroke);

    void fill(Shape shape);

    void draw(Shape shape);

    /** A pen that draws on a picture. */
    static Pen on(Graphics2D graphics) {
        return new Pen() {
            @Override
            public void setColor(Color color) {
                graphics.setColor(color);
            }

            @Override
            public void setStroke(BasicStroke stroke) {
                graphics.setStroke(stroke);
            }

            @Override
            public void fill(Shape shape) {
                graphics.fill(shape);
            }

            @Override
            public void draw(Shape shape) {
                graphics.draw(shape);
            }
        };
    }
}
