package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.Shape;
import java.awt.geom.Area;
import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.network.Network;

/** The edges of roads and junctions over a picture, to see whether plan and picture lie on each other. */
final class RoadEdges {

    private static final Color EDGE = new Color(0xE0, 0x1B, 0x24);

    /** Shapes that are joined to one outline; of more each has its own, since joining them takes too long. */
    private static final int MOST_JOINED = 3000;

    /** Lines that are thinner close seams between the lanes of a painted road (m). */
    private static final float SEAM = 0.2f;

    private final Network network;

    RoadEdges(Network network) {
        this.network = network;
    }

    /** @param width of a line (m) */
    void draw(Graphics2D g, Rectangle2D window, double width) {
        List<Shape> filled = new ArrayList<>();
        new Surfaces(network).draw(new Pen() {
            private BasicStroke stroke = new BasicStroke();

            @Override
            public void setColor(Color color) {
                // all of it is road
            }

            @Override
            public void setStroke(BasicStroke other) {
                stroke = other;
            }

            @Override
            public void fill(Shape shape) {
                if (shape.intersects(window)) {
                    filled.add(shape);
                }
            }

            @Override
            public void draw(Shape shape) {
                if (stroke.getLineWidth() < SEAM) { // kerbs are wider, and no road
                    fill(stroke.createStrokedShape(shape));
                }
            }
        });
        g.setColor(EDGE);
        g.setStroke(new BasicStroke((float) width));
        if (filled.size() > MOST_JOINED) {
            filled.forEach(g::draw);
            return;
        }
        g.draw(joined(filled, 0, filled.size()));
    }

    /** Halves are joined first: to add shapes one by one to a large one takes far longer. */
    private static Area joined(List<Shape> shapes, int from, int to) {
        if (to - from <= 1) {
            return from == to ? new Area() : new Area(shapes.get(from));
        }
        Area area = joined(shapes, from, (from + to) / 2);
        area.add(joined(shapes, (from + to) / 2, to));
        return area;
    }
}
