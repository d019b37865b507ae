package org.ulicarro.report.replay;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.Ellipse2D;
import org.ulicarro.core.tracks.Walk;

/** People on crossings at a moment, in metres: filled while they walk, open while they wait. The page draws them likewise. */
final class People {

    private static final Color INK = new Color(0x6B2C6E);
    private static final Color OUTLINE = new Color(0xFBFAF6);

    private People() {}

    static void draw(Graphics2D g, Walk walk, Scene.SceneCrossing crossing, double tick, double scale) {
        double at = walk.at(tick);
        if (Double.isNaN(at)) {
            return;
        }
        double along = walk.there() ? at : crossing.length() - at;
        double aside = walk.aside() * (crossing.width() / 2 - 0.3);
        double x = crossing.x() + crossing.dx() * along + crossing.dy() * aside;
        double y = crossing.y() + crossing.dy() * along - crossing.dx() * aside;
        double r = Math.max(0.35, 2.5 / scale);
        Ellipse2D.Double dot = new Ellipse2D.Double(x - r, y - r, 2 * r, 2 * r);
        boolean waits = at == 0;
        g.setColor(waits ? OUTLINE : INK);
        g.fill(dot);
        g.setColor(waits ? INK : OUTLINE);
        g.setStroke(new BasicStroke((float) (r / 3)));
        g.draw(dot);
    }
}
