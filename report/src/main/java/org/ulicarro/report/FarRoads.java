package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.geom.Point2D;
import java.util.List;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Pose;

/** Roads seen from so far that their lanes are thinner than a line can be: as lines, wider for more lanes, with signals and roundabouts as dots and rings. */
final class FarRoads {

    /** Below this scale roads are lines (units per metre). */
    private static final double FAR = 0.35;

    private static final double STEP = 12; // m between points of a bent line
    private static final Color ROAD = new Color(0x8C8983);

    private final Network network;
    private final Camera camera;

    FarRoads(Network network, Camera camera) {
        this.network = network;
        this.camera = camera;
    }

    static boolean isFar(Camera camera) {
        return camera.scale() < FAR;
    }

    void draw(Graphics2D g) {
        g.setColor(ROAD);
        for (Link link : network.links()) {
            List<Lane> lanes = network.lanesOf(link);
            g.setStroke(
                    new BasicStroke((float) (0.8 + 0.5 * lanes.size()), BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
            g.draw(line(lanes.get(lanes.size() / 2)));
        }
        for (Junction junction : network.junctions().values()) {
            Point2D at = camera.point(
                    junction.place().at().x(), junction.place().at().y());
            if (junction.signalised()) {
                g.setColor(Looks.INK);
                g.fill(new Ellipse2D.Double(at.getX() - 3, at.getY() - 3, 6, 6));
            } else if (junction.isRoundabout()) {
                g.setColor(Looks.PAPER);
                g.fill(new Ellipse2D.Double(at.getX() - 4, at.getY() - 4, 8, 8));
                g.setColor(Looks.INK);
                g.setStroke(new BasicStroke(1.4f));
                g.draw(new Ellipse2D.Double(at.getX() - 4, at.getY() - 4, 8, 8));
            }
        }
    }

    private Path2D line(Lane lane) {
        Path2D path = new Path2D.Double();
        int pieces = Math.max(1, (int) Math.ceil((lane.end() - lane.start()) / STEP));
        for (int i = 0; i <= pieces; i++) {
            Pose pose = lane.at(lane.start() + (lane.end() - lane.start()) * i / pieces);
            Point2D p = camera.point(pose.x(), pose.y());
            if (i == 0) {
                path.moveTo(p.getX(), p.getY());
            } else {
                path.lineTo(p.getX(), p.getY());
            }
        }
        return path;
    }
}
