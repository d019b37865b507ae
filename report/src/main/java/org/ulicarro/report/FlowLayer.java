package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.FontMetrics;
import java.awt.Graphics2D;
import java.awt.geom.AffineTransform;
import java.awt.geom.Area;
import java.awt.geom.Path2D;
import java.awt.geom.Point2D;
import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.network.TurningPath;

/** Traffic over roads and turns as bands whose width is its volume, with the figures beside them. */
final class FlowLayer {

    private static final double WIDEST = 26; // units of the page
    private static final double NARROWEST = 1.5;
    private static final double HEAD = 1.8; // length of an arrow's head over its band's width
    private static final double WIDEST_FAR = 9; // where lanes are thinner than a line
    private static final double SLOW_FAR = 3; // a jam lets few through, and is seen all the same
    private static final double STEP = 3; // m between points of a band

    private final Network network;
    private final Flows flows;
    private final String place;
    private final Camera camera;
    private final Rectangle2D page;
    private final double most; // veh/h of the widest band
    private final List<Area> taken = new ArrayList<>();
    private final List<Area> bands = new ArrayList<>();

    FlowLayer(Network network, Flows flows, String place, Camera camera, Rectangle2D page) {
        this.network = network;
        this.flows = flows;
        this.place = place;
        this.camera = camera;
        this.page = page;
        double largest = 1;
        for (Link link : network.links()) {
            boolean here =
                    place == null || link.to().equals(place) || link.from().equals(place);
            largest = here && !link.ring() ? Math.max(largest, flows.link(link.index())) : largest;
        }
        most = largest;
    }

    /** Draws on the page, in its units. */
    void draw(Graphics2D g) {
        if (place == null && FarRoads.isFar(camera)) {
            drawFar(g);
            return;
        }
        if (place == null) {
            for (Link link : network.links()) {
                if (!link.ring() && flows.link(link.index()) > 0) {
                    drawLink(g, link);
                }
            }
            for (Link link : network.links()) {
                if (!link.ring() && flows.link(link.index()) > 0) {
                    nameLink(g, link);
                }
            }
            taken.addAll(bands); // names of places stay off them
            network.junctions().values().forEach(junction -> namePlace(g, junction));
            return;
        }
        Junction junction = network.junctions().get(place);
        for (int m : junction.movements()) {
            drawMovement(g, network.movements().get(m));
        }
        for (Link link : network.links()) {
            if (link.to().equals(place) && !link.ring()) {
                nameApproach(g, link);
            }
        }
    }

    /** Bands without heads and figures, for which there is no room; slow roads above fast ones. */
    private void drawFar(Graphics2D g) {
        List<Link> order = new ArrayList<>(network.links());
        order.removeIf(link -> link.ring() || flows.link(link.index()) <= 0);
        order.sort(Comparator.comparingInt(link -> flows.shade(link.index()))); // keeps the order of links among equals
        for (Link link : order) {
            double least = flows.isSlow(link.index()) ? SLOW_FAR : NARROWEST;
            double width = Math.max(least, WIDEST_FAR * flows.link(link.index()) / most);
            g.setColor(flows.ofLink(link.index()));
            g.setStroke(new BasicStroke((float) width, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
            g.draw(line(beside(link, width)));
        }
    }

    private double width(double volume) {
        return volume <= 0 ? 0 : Math.max(NARROWEST, WIDEST * volume / most);
    }

    private double side() {
        return network.keepsRight() ? 1 : -1;
    }

    /** Beside the middle of the road, so that the two directions do not cover each other. */
    private void drawLink(Graphics2D g, Link link) {
        double width = width(flows.link(link.index()));
        band(g, beside(link, width), width, flows.ofLink(link.index()));
    }

    private List<Point2D> beside(Link link, double width) {
        Lane inner = whole(link);
        List<Point2D> points = new ArrayList<>();
        double shift = side() * (width / 2 / camera.scale() - inner.width() / 2 + 0.5);
        for (double s = inner.start(); s < inner.end(); s += STEP) {
            points.add(point(inner.at(s).right(shift)));
        }
        points.add(point(inner.at(inner.end()).right(shift)));
        return points;
    }

    private static Path2D line(List<Point2D> points) {
        Path2D line = new Path2D.Double();
        line.moveTo(points.get(0).getX(), points.get(0).getY());
        points.forEach(point -> line.lineTo(point.getX(), point.getY()));
        return line;
    }

    /** The innermost lane that goes all the way. */
    private Lane whole(Link link) {
        List<Lane> lanes = network.lanesOf(link);
        return lanes.stream()
                .filter(lane -> lane.start() <= 0 && !lane.ends())
                .findFirst()
                .orElse(lanes.get(0));
    }

    private Point2D point(Pose pose) {
        return camera.point(pose.x(), pose.y());
    }

    private void nameLink(Graphics2D g, Link link) {
        double width = width(flows.link(link.index()));
        Lane inner = whole(link);
        for (double share : new double[] {0.5, 0.35, 0.65, 0.2, 0.8}) {
            Pose at = inner.at(inner.start() + share * (inner.end() - inner.start()));
            Pose beside = at.right(side() * ((width + 14) / camera.scale()));
            if (figure(g, point(beside), flows.linkText(link.index()))) {
                return;
            }
        }
    }

    private void namePlace(Graphics2D g, Junction junction) {
        var at = junction.place().at();
        Point2D point = camera.point(at.x(), at.y());
        g.setFont(Looks.bold(13));
        double half = g.getFontMetrics().stringWidth(junction.id()) / 2.0;
        for (double away : new double[] {14, 22, 32, 44, 64}) {
            for (double[] d : new double[][] {{1, -1}, {-1, -1}, {1, 1}, {-1, 1}}) {
                double x = point.getX() + d[0] * (half + away);
                if (figure(g, new Point2D.Double(x, point.getY() + d[1] * (away + 6)), junction.id())) {
                    return;
                }
            }
        }
    }

    private void drawMovement(Graphics2D g, Movement movement) {
        double volume = flows.turn(movement.index());
        double width = width(volume) / movement.paths().size();
        for (TurningPath path : movement.paths()) {
            if (volume > 0) {
                Lane from = network.lanes().get(path.fromLane());
                Lane on = network.lanes().get(path.lane());
                List<Point2D> points = new ArrayList<>();
                for (double s = Math.max(from.start(), from.end() - 12); s < from.end(); s += 1) {
                    points.add(point(from.at(s)));
                }
                for (double s = 0; s < on.end(); s += 0.5) {
                    points.add(point(on.at(s)));
                }
                points.add(point(on.at(on.end())));
                band(g, points, Math.max(NARROWEST, width), Flows.ofTurns());
            }
        }
    }

    /** A band with a head at its end. */
    private void band(Graphics2D g, List<Point2D> points, double width, Color ink) {
        double head = Math.max(7, HEAD * width);
        Point2D tip = points.get(points.size() - 1);
        int last = points.size() - 1;
        while (last > 1 && points.get(last).distance(tip) < head) {
            last--;
        }
        Point2D neck = points.get(last);
        Path2D line = line(points.subList(0, last + 1));
        double length = Math.max(1e-6, neck.distance(tip));
        double dx = (tip.getX() - neck.getX()) / length;
        double dy = (tip.getY() - neck.getY()) / length;
        double half = Math.max(4, 0.8 * width);
        Path2D arrow = new Path2D.Double();
        arrow.moveTo(tip.getX(), tip.getY());
        arrow.lineTo(neck.getX() - dy * half, neck.getY() + dx * half);
        arrow.lineTo(neck.getX() + dy * half, neck.getY() - dx * half);
        arrow.closePath();
        Area whole = new Area(
                new BasicStroke((float) width, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND).createStrokedShape(line));
        whole.add(new Area(arrow));
        g.setColor(ink);
        g.fill(whole);
        bands.add(whole);
    }

    /** What an approach wants to do, movement by movement, beside its lanes. */
    private void nameApproach(Graphics2D g, Link link) {
        List<Movement> here = network.movementsFrom(link.index());
        String text = here.stream()
                .filter(m -> flows.turn(m.index()) > 0)
                .map(m -> flows.turnText(m.index()))
                .collect(Collectors.joining("   "));
        List<Lane> lanes = network.lanesOf(link);
        Lane outer = lanes.get(lanes.size() - 1);
        g.setFont(Looks.bold(13));
        double half = g.getFontMetrics().stringWidth(text) / 2.0 + 4;
        for (double back : new double[] {16, 24, 10, 32}) {
            Pose at = outer.at(Math.max(outer.start(), outer.end() - back));
            // from the kerb out, so far that the whole text is beside the road
            double clear = Math.abs(at.dy()) * half + Math.abs(at.dx()) * 10;
            for (double aside : new double[] {8, 30, 60, 100}) {
                Pose beside = at.right(side() * (outer.width() / 2 + (clear + aside) / camera.scale()));
                if (figure(g, point(beside), text)) {
                    return;
                }
            }
        }
    }

    private boolean figure(Graphics2D g, Point2D at, String text) {
        if (text.isEmpty()) {
            return true;
        }
        g.setFont(Looks.bold(13));
        FontMetrics metrics = g.getFontMetrics();
        double w = metrics.stringWidth(text);
        Rectangle2D box = new Rectangle2D.Double(at.getX() - w / 2 - 4, at.getY() - 10, w + 8, 20);
        Area area = new Area(box);
        if (!page.contains(box) || taken.stream().anyMatch(other -> meets(other, area))) {
            return false;
        }
        taken.add(area);
        AffineTransform before = g.getTransform();
        g.setColor(new Color(0xFB, 0xFA, 0xF6, 225));
        g.fill(box);
        g.setColor(Looks.INK);
        g.drawString(text, (float) (at.getX() - w / 2), (float) (at.getY() + 4.5));
        g.setTransform(before);
        return true;
    }

    private static boolean meets(Area a, Area b) {
        Area both = new Area(a);
        both.intersect(b);
        return !both.isEmpty();
    }
}
