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

    void draw(Graphics2D g) {
        Composite before = g.getComposite();
        g.setComposite(AlphaComposite.getInstance(AlphaComposite.SRC_OVER, FAINT));
        g.drawImage(image, toPlan, null);
        g.setComposite(before);
    }
}
