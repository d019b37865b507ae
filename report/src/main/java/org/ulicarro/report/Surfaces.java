package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.Shape;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Roundabout;
import org.ulicarro.core.network.TurningPath;

/** Asphalt with its kerbs: lanes, the areas of junctions, rings, lay-bys. */
final class Surfaces {

    private static final float KERB = 0.5f;

    /** Before a ring the two directions part around an island; the surface between them ends here (m). */
    private static final double SPLITTER = 15;

    private static final double LAYBY_DEPTH = 2.8;

    private final Network network;
    private final Map<String, Link> opposite = new HashMap<>(); // link id -> the other direction of its road

    Surfaces(Network network) {
        this.network = network;
        Map<String, Link> ahead = new HashMap<>();
        network.links().stream().filter(l -> !l.ring() && l.ahead()).forEach(l -> ahead.put(l.road(), l));
        for (Link link : network.links()) {
            if (!link.ring() && !link.ahead() && ahead.containsKey(link.road())) {
                opposite.put(link.id(), ahead.get(link.road()));
            }
        }
    }

    void draw(Pen g) {
        drawKerbs(g);
        g.setColor(Looks.ASPHALT);
        for (Junction junction : network.junctions().values()) {
            if (!junction.outline().isEmpty()) {
                g.fill(Shapes.pavement(junction.outline()));
            }
        }
        for (Link link : network.links()) {
            if (opposite.containsKey(link.id())) {
                fillMiddle(g, opposite.get(link.id()), link);
            }
        }
        // a hair wider than the lane, so that no seam shows between neighbours
        g.setStroke(new BasicStroke(0.12f));
        for (Lane lane : network.lanes()) {
            if (!lane.isPath() && !lane.isLayby()) {
                Shape surface = Shapes.surface(lane);
                g.fill(surface);
                g.draw(surface);
            }
        }
        for (Link link : network.links()) {
            fillTapers(g, link);
        }
        for (Movement movement : network.movements()) {
            for (TurningPath path : movement.paths()) {
                Shape surface = surface(path);
                g.fill(surface);
                g.draw(surface);
            }
        }
        for (Marking marking : network.markings()) {
            if (marking.kind() == Marking.Kind.LAYBY) {
                g.fill(layby(marking));
            }
        }
        drawRings(g);
    }

    private void drawKerbs(Pen g) {
        g.setColor(Looks.KERB);
        g.setStroke(new BasicStroke(KERB, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND));
        for (Link link : network.links()) {
            drawTapers(g, link);
        }
        for (Lane lane : network.lanes()) {
            if (!lane.isPath() && !lane.isLayby()) {
                g.draw(Shapes.surface(lane));
            }
        }
        for (Marking marking : network.markings()) {
            if (marking.kind() == Marking.Kind.LAYBY) {
                g.draw(layby(marking));
            }
        }
        for (Junction junction : network.junctions().values()) {
            if (!junction.outline().isEmpty()) {
                g.draw(Shapes.pavement(junction.outline()));
            }
            if (junction.isRoundabout()) {
                g.draw(circle(junction.ring(), junction.ring().outer()));
            }
        }
        for (Movement movement : network.movements()) {
            for (TurningPath path : movement.paths()) {
                g.draw(surface(path));
            }
        }
    }

    /** A path's surface, from the width of the lane that it leaves to that of the lane it enters. */
    private Path2D surface(TurningPath path) {
        Lane lane = network.lanes().get(path.lane());
        double from = network.lanes().get(path.fromLane()).width();
        double to = network.lanes().get(path.toLane()).width();
        return Shapes.tapered(lane, from / 2, to / 2);
    }

    private void fillTapers(Pen g, Link link) {
        List<Lane> lanes = network.lanesOf(link);
        for (int i = 0; i < lanes.size(); i++) {
            Path2D wedge = wedge(lanes, i);
            if (wedge != null) {
                g.fill(wedge);
                g.draw(wedge);
            }
        }
    }

    private void drawTapers(Pen g, Link link) {
        List<Lane> lanes = network.lanesOf(link);
        for (int i = 0; i < lanes.size(); i++) {
            Path2D wedge = wedge(lanes, i);
            if (wedge != null) {
                g.draw(wedge);
            }
        }
    }

    /** The half of a short lane's taper that no driver uses: a wedge beside the lane next to it. */
    private Path2D wedge(List<Lane> lanes, int i) {
        Lane lane = lanes.get(i);
        if (lane.taper() == 0) {
            return null;
        }
        boolean atOuterEdge = lanes.subList(0, i).stream().anyMatch(inner -> inner.taper() == 0);
        Lane beside = lanes.get(atOuterEdge ? i - 1 : Math.min(lanes.size() - 1, i + 1));
        double side = atOuterEdge == network.keepsRight() ? 0.5 : -0.5;
        double at = lane.ends() ? lane.end() : lane.start();
        double tip = at + (lane.ends() ? 0.5 : -0.5) * lane.taper();
        tip = Math.max(beside.start(), Math.min(beside.end(), tip));
        var corner = lane.at(at).right(side * lane.width());
        var near =
                beside.at(Math.max(beside.start(), Math.min(beside.end(), at))).right(side * beside.width());
        var far = beside.at(tip).right(side * beside.width());
        var middle = beside.at((at + tip) / 2).right(side * beside.width() * 1.12);
        Path2D wedge = new Path2D.Double();
        wedge.moveTo(corner.x(), corner.y());
        wedge.quadTo(middle.x(), middle.y(), far.x(), far.y());
        wedge.lineTo(near.x(), near.y());
        wedge.closePath();
        return wedge;
    }

    private void drawRings(Pen g) {
        g.setStroke(new BasicStroke(KERB));
        for (Junction junction : network.junctions().values()) {
            if (junction.isRoundabout()) {
                g.setColor(Looks.ASPHALT);
                g.fill(circle(junction.ring(), junction.ring().outer() - 0.2));
                Shape island = circle(junction.ring(), junction.ring().island());
                g.setColor(Looks.ISLAND);
                g.fill(island);
                g.setColor(Looks.KERB);
                g.draw(island);
            }
        }
    }

    private static Shape circle(Roundabout ring, double radius) {
        return new Ellipse2D.Double(ring.x() - radius, ring.y() - radius, 2 * radius, 2 * radius);
    }

    /** A pocket beside the lane, with slanted ends. */
    private Path2D layby(Marking marking) {
        Lane lane = network.lanes().get(marking.lane());
        double side = network.keepsRight() ? 1 : -1;
        double edge = side * (lane.width() / 2 - 0.1);
        double slant = Math.min(8, (marking.to() - marking.from()) / 2);
        double from = Math.max(lane.start(), marking.from() - slant);
        double to = Math.min(lane.end(), marking.to() + slant);
        Path2D path = Shapes.beside(lane, edge, from, to);
        var far = Shapes.beside(lane, edge + side * LAYBY_DEPTH, marking.from(), marking.to());
        path.append(Shapes.reversed(far), true);
        path.closePath();
        return path;
    }

    /** The surface between the two directions of an undivided road, where it widens for a bay that has not opened yet. */
    private void fillMiddle(Pen g, Link ahead, Link back) {
        Lane there = firstThroughLane(ahead);
        Lane other = firstThroughLane(back);
        double inner = network.keepsRight() ? -0.5 : 0.5;
        double gap = gap(there, other);
        if (gap > 1.0) {
            return; // a median
        }
        Path2D middle = Shapes.beside(there, inner * there.width(), from(ahead, there), to(ahead, there));
        middle.append(Shapes.beside(other, inner * other.width(), from(back, other), to(back, other)), true);
        middle.closePath();
        g.fill(middle);
    }

    /** Between the inner edges of the two directions, half way along the road (m). */
    private static double gap(Lane a, Lane b) {
        var here = a.at((a.start() + a.end()) / 2);
        var there = b.at((b.start() + b.end()) / 2);
        double across = Math.abs((there.x() - here.x()) * here.dy() - (there.y() - here.y()) * here.dx());
        return across - (a.width() + b.width()) / 2;
    }

    private double from(Link link, Lane lane) {
        boolean ring = network.junctions().get(link.from()).isRoundabout();
        return ring ? Math.min(lane.end(), lane.start() + SPLITTER) : lane.start();
    }

    private double to(Link link, Lane lane) {
        boolean ring = network.junctions().get(link.to()).isRoundabout();
        return ring ? Math.max(lane.start(), lane.end() - SPLITTER) : lane.end();
    }

    private Lane firstThroughLane(Link link) {
        return network.lanesOf(link).stream()
                .filter(lane -> !lane.isBay() && !lane.ends())
                .findFirst()
                .orElse(network.lanesOf(link).get(0));
    }
}
