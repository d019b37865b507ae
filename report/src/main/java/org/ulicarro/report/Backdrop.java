package org.ulicarro.report;

import java.awt.AlphaComposite;
import java.awt.Composite;
import java.awt.Graphics2D;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;

/**
 * An aerial picture that lies faintly under a plan.
 *
 * @param image its pixels
 * @param toPlan from pixels to metres on the plan, as its world file says
 */
public record Backdrop(BufferedImage image, AffineTransform toPlan) {

    private static final float FAINT = 0.45f;

    /** Faintly, in metres of the plan. */
    public void draw(Graphics2D g) {
        draw(g, FAINT);
    }

    /** @param strength from 0 to 1 for the picture as it is */
    void draw(Graphics2D g, float strength) {
        Composite before = g.getComposite();
        g.setComposite(AlphaComposite.getInstance(AlphaComposite.SRC_OVER, strength));
        g.drawImage(image, toPlan, null);
        g.setComposite(before);
    }
}
