package org.ulicarro.report;

import org.ulicarro.core.run.Model;

/** The parts of a plan that other drawings put their own things on. */
public final class PlanLayers {

    private PlanLayers() {}

    /**
     * Draws roads and what is painted on them, in metres.
     *
     * @param scale units per metre at which it will be looked at: small things are left out or made stouter at small scales
     */
    public static void drawRoads(Pen g, Model model, double scale) {
        new Surfaces(model.network()).draw(g);
        new Paint(model, scale).draw(g);
    }
}
