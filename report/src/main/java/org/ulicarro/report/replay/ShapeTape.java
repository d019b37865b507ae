package org.ulicarro.report.replay;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Shape;
import java.awt.geom.PathIterator;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.ulicarro.report.Pen;

/** Something to draw on that keeps shapes as they come. */
final class ShapeTape implements Pen {

    final List<PlanShape> shapes = new ArrayList<>();

    private Color color = Color.BLACK;
    private BasicStroke stroke = new BasicStroke();

    @Override
    public void setColor(Color now) {
        color = now;
    }

    @Override
    public void setStroke(BasicStroke now) {
        stroke = now;
    }

    @Override
    public void fill(Shape shape) {
        keep(shape, 0, null);
    }

    @Override
    public void draw(Shape shape) {
        keep(shape, stroke.getLineWidth(), stroke.getDashArray());
    }

    private void keep(Shape shape, double width, float[] dash) {
        StringBuilder path = new StringBuilder();
        double[] p = new double[6];
        for (PathIterator i = shape.getPathIterator(null); !i.isDone(); i.next()) {
            switch (i.currentSegment(p)) {
                case PathIterator.SEG_MOVETO -> points(path.append('M'), p, 2);
                case PathIterator.SEG_LINETO -> points(path.append('L'), p, 2);
                case PathIterator.SEG_QUADTO -> points(path.append('Q'), p, 4);
                case PathIterator.SEG_CUBICTO -> points(path.append('C'), p, 6);
                default -> path.append('Z');
            }
        }
        shapes.add(new PlanShape(hex(color), rounded(width), dash == null ? null : doubles(dash), path.toString()));
    }

    private static void points(StringBuilder path, double[] values, int count) {
        for (int i = 0; i < count; i++) {
            path.append(i == 0 ? "" : " ").append(number(values[i]));
        }
    }

    /** In centimetres, without needless digits. */
    private static String number(double value) {
        long hundredths = Math.round(value * 100);
        return hundredths % 100 == 0 ? Long.toString(hundredths / 100) : Double.toString(hundredths / 100.0);
    }

    private static double rounded(double value) {
        return Math.round(value * 1000) / 1000.0;
    }

    private static double[] doubles(float[] values) {
        double[] doubles = new double[values.length];
        for (int i = 0; i < values.length; i++) {
            doubles[i] = rounded(values[i]);
        }
        return doubles;
    }

    private static String hex(Color color) {
        String rgb = String.format(Locale.ROOT, "#%06x", color.getRGB() & 0xFFFFFF);
        return color.getAlpha() == 255 ? rgb : rgb + String.format(Locale.ROOT, "%02x", color.getAlpha());
    }
}
