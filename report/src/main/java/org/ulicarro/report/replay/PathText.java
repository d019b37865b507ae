package org.ulicarro.report.replay;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.Path2D;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Draws shapes that were kept as text. */
final class PathText {

    private static final Pattern TOKEN = Pattern.compile("([MLQCZ])|(-?[\\d.]+)");

    private PathText() {}

    static void draw(Graphics2D g, PlanShape shape) {
        g.setColor(color(shape.color()));
        if (shape.width() > 0) {
            g.setStroke(stroke(shape));
            g.draw(path(shape.path()));
        } else {
            g.fill(path(shape.path()));
        }
    }

    private static Color color(String hex) {
        int rgb = Integer.parseInt(hex.substring(1, 7), 16);
        int alpha = hex.length() > 7 ? Integer.parseInt(hex.substring(7), 16) : 255;
        return new Color(rgb >> 16, rgb >> 8 & 255, rgb & 255, alpha);
    }

    private static BasicStroke stroke(PlanShape shape) {
        float width = (float) shape.width();
        if (shape.dash() == null) {
            return new BasicStroke(width, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND);
        }
        float[] dash = new float[shape.dash().length];
        for (int i = 0; i < dash.length; i++) {
            dash[i] = (float) shape.dash()[i];
        }
        return new BasicStroke(width, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, dash, 0);
    }

    static Path2D path(String text) {
        Path2D path = new Path2D.Double();
        double[] p = new double[6];
        int n = 0;
        char command = 'Z';
        for (Matcher m = TOKEN.matcher(text); m.find(); ) {
            if (m.group(1) != null) {
                command = m.group(1).charAt(0);
                n = 0;
                if (command == 'Z') {
                    path.closePath();
                }
                continue;
            }
            p[n++] = Double.parseDouble(m.group(2));
            boolean done = true;
            if (command == 'M' && n == 2) {
                path.moveTo(p[0], p[1]);
            } else if (command == 'L' && n == 2) {
                path.lineTo(p[0], p[1]);
            } else if (command == 'Q' && n == 4) {
                path.quadTo(p[0], p[1], p[2], p[3]);
            } else if (command == 'C' && n == 6) {
                path.curveTo(p[0], p[1], p[2], p[3], p[4], p[5]);
            } else {
                done = false;
            }
            n = done ? 0 : n;
        }
        return path;
    }
}
