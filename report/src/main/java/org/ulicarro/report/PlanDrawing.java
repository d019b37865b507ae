package org.ulicarro.report;

import java.awt.Graphics2D;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Rectangle2D;
import java.util.List;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;

/**
 * The plan of a study to scale: roads, lanes, arrows, lines, crossings, detectors, stops and signal groups, with a scale bar and
 * north. Around one place it also shows turning paths, and where they meet.
 */
public final class PlanDrawing {

    private static final double MARGIN = 36;
    private static final double EDGE_WIDTH = 1.4; // on the page
    private static final double FOOTER = PlanFooter.HEIGHT;
    private static final double LEGEND_END = 250; // what scale bar and north take

    /** Shown of the legs beyond the lines of a place (m). */
    private static final double BEYOND_LINES = 30;

    private final double reach; // m around the place, 0 for what its area needs

    private final Model model;
    private final Network network;
    private final String place;
    private final Backdrop backdrop;
    private final Flows flows; // null for a plan without them
    private final Overlay overlay; // null for none
    private boolean checks; // whether road edges lie over the picture at its full strength

    /**
     * A plan.
     *
     * @param place id of the place to draw large, or null for all of the network
     * @param reach how much to show each way of that place (m), 0 for its area and a piece of its legs
     * @param backdrop what lies faintly under it, or null
     */
    public PlanDrawing(Model model, String place, double reach, Backdrop backdrop) {
        this(model, place, reach, backdrop, null);
    }

    /** The same with traffic volumes instead of turning paths and names; null for none. */
    public PlanDrawing(Model model, String place, double reach, Backdrop backdrop, Flows flows) {
        this(model, place, reach, backdrop, flows, null);
    }

    /** The same with something laid over it; null for nothing. */
    public PlanDrawing(Model model, String place, double reach, Backdrop backdrop, Flows flows, Overlay overlay) {
        this.flows = flows;
        this.overlay = overlay;
        this.reach = reach;
        this.model = model;
        network = model.network();
        this.place = place;
        this.backdrop = backdrop;
    }

    /** Only the edges of roads, over the backdrop at its full strength. */
    public PlanDrawing checkingBackdrop() {
        checks = true;
        return this;
    }

    /** Draws into that many units from the upper left corner. */
    public void draw(Graphics2D g, int width, int height) {
        g.setColor(Looks.LAND);
        g.fill(new Rectangle2D.Double(0, 0, width, height));
        Rectangle2D window = new Rectangle2D.Double(MARGIN, MARGIN, width - 2 * MARGIN, height - 2 * MARGIN - FOOTER);
        Camera camera = Camera.fit(bounds(), window);
        Shape clip = g.getClip();
        g.clip(new Rectangle2D.Double(0, 0, width, height - FOOTER));
        AffineTransform page = g.getTransform();
        g.transform(camera.transform());
        if (checks) {
            backdrop.draw(g, 1);
            new RoadEdges(network).draw(g, g.getClipBounds(), EDGE_WIDTH / camera.scale());
        } else {
            drawPlan(g, camera);
        }
        g.setTransform(page);
        if (!checks && FarRoads.isFar(camera)) {
            new FarRoads(network, camera).draw(g);
        }
        Rectangle2D sheet = new Rectangle2D.Double(0, 0, width, height - FOOTER);
        if (flows == null) {
            new Labels(model, place, camera, sheet).draw(g);
        } else {
            new FlowLayer(network, flows, place, camera, sheet).draw(g);
        }
        if (overlay != null) {
            overlay.draw(g, camera);
        }
        g.setClip(clip);
        drawFooter(g, camera, width, height);
    }

    private void drawPlan(Graphics2D g, Camera camera) {
        if (backdrop != null) {
            backdrop.draw(g);
        }
        new Surfaces(network).draw(Pen.on(g));
        new Paint(model, camera.scale()).draw(Pen.on(g));
        if (place != null && flows == null) {
            new PathLayer(model, place).draw(g);
        }
    }

    private Rectangle2D bounds() {
        if (place != null) {
            return around(network.junctions().get(place));
        }
        Rectangle2D bounds = null;
        for (Lane lane : network.lanes()) {
            Rectangle2D one = Shapes.line(lane.line()).getBounds2D();
            bounds = bounds == null ? one : bounds.createUnion(one);
        }
        return grown(bounds, 15);
    }

    /** The paved area of a place and a piece of its legs. */
    private Rectangle2D around(Junction junction) {
        var at = junction.place().at();
        Rectangle2D bounds = new Rectangle2D.Double(at.x(), at.y(), 0, 0);
        if (reach > 0) {
            return grown(bounds, reach);
        }
        for (int m : junction.movements()) {
            for (var path : network.movements().get(m).paths()) {
                bounds = bounds.createUnion(
                        Shapes.line(network.lanes().get(path.lane()).line()).getBounds2D());
            }
        }
        return grown(bounds, BEYOND_LINES);
    }

    private static Rectangle2D grown(Rectangle2D box, double by) {
        return new Rectangle2D.Double(
                box.getX() - by, box.getY() - by, box.getWidth() + 2 * by, box.getHeight() + 2 * by);
    }

    /** What the shades of the bands mean, left of the scale bar. */
    private void drawShades(Graphics2D g, int width, int height) {
        double x = width - MARGIN - LEGEND_END;
        double y = height - FOOTER + 12;
        g.setFont(Looks.plain(12));
        List<Flows.Shade> shades = flows.shades();
        for (int i = shades.size() - 1; i >= 0; i--) {
            Flows.Shade shade = shades.get(i);
            x -= g.getFontMetrics().stringWidth(shade.means()) + 40;
            g.setColor(shade.ink());
            g.fill(new Rectangle2D.Double(x, y + 2, 22, 8));
            g.setColor(Looks.FAINT_INK);
            g.drawString(shade.means(), (float) x + 27, (float) y + 11);
        }
        if (!shades.isEmpty()) {
            String about = "mean speed, of the limit:";
            g.drawString(about, (float) (x - g.getFontMetrics().stringWidth(about) - 10), (float) y + 11);
        }
    }

    private void drawFooter(Graphics2D g, Camera camera, int width, int height) {
        String subject = place == null ? "plan of the network" : "place '" + place + "'";
        String key = place == null
                ? ""
                : "   solid: turning paths that go first   dashed: those that give way   dots: where paths cross";
        String says = checks
                ? "   red: edges of roads as the study has them, over its backdrop"
                : overlay != null ? "   " + overlay.key() : flows == null ? key : "   " + flows.key(place != null);
        PlanFooter.draw(g, camera, width, height, model.study().title(), subject + says);
        if (flows != null && place == null && !checks) {
            drawShades(g, width, height);
        }
    }
}
