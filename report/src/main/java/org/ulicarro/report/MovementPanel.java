package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.SignalSystem;

/** A place, small, with arrows for those who are let go: by right drawn through, in gaps dashed, people in blue over their crossing. */
final class MovementPanel {

    private static final double APPROACH = 16; // m of the lanes before and behind
    private static final Color LINE = new Color(0xDAD8D0);
    private static final Color PEOPLE = new Color(0x35618A);

    private final Network network;
    private final SignalSystem signals;
    private final Junction junction;
    private final List<Integer> crossings = new ArrayList<>();
    private double minX = Double.POSITIVE_INFINITY;
    private double maxX = Double.NEGATIVE_INFINITY;
    private double minY = Double.POSITIVE_INFINITY;
    private double maxY = Double.NEGATIVE_INFINITY;
    private double scale;
    private double left;
    private double top;

    MovementPanel(Model model, String place) {
        network = model.network();
        signals = model.signals();
        junction = network.junctions().get(place);
        for (int m : junction.movements()) {
            for (TurningPath path : network.movements().get(m).paths()) {
                way(path).forEach(this::include);
            }
        }
        for (int c = 0; c < network.crossings().size(); c++) {
            if (place.equals(network.crossings().get(c).place())) {
                crossings.add(c);
            }
        }
    }

    private void include(Pose pose) {
        minX = Math.min(minX, pose.x());
        maxX = Math.max(maxX, pose.x());
        minY = Math.min(minY, pose.y());
        maxY = Math.max(maxY, pose.y());
    }

    /** Draws into a square; groups that have green are by right where their movements do not go in gaps. */
    void draw(Graphics2D g, double x, double y, double size, Collection<Integer> groups) {
        scale = (size - 24) / Math.max(maxX - minX, maxY - minY);
        left = x + size / 2 - scale * (minX + maxX) / 2;
        top = y + size / 2 + scale * (minY + maxY) / 2;
        g.setColor(Looks.LAND);
        g.fill(new Rectangle2D.Double(x, y, size, size));
        g.setColor(LINE);
        g.setStroke(new BasicStroke((float) (2.6 * scale), BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND));
        for (int m : junction.movements()) {
            for (TurningPath path : network.movements().get(m).paths()) {
                g.draw(line(way(path)));
            }
        }
        for (int c : crossings) {
            if (groups.contains(signals.groupOfCrossing(c, 0)) || groups.contains(signals.groupOfCrossing(c, 1))) {
                drawPeople(g, network.crossings().get(c));
            }
        }
        for (int m : junction.movements()) {
            Movement movement = network.movements().get(m);
            boolean own = groups.contains(signals.groupOf(m));
            boolean beside = signals.isProtectedPermissive(m) && groups.contains(signals.hostOf(m));
            if (own || beside) {
                boolean gaps = own ? signals.yields(m) && !signals.isProtectedPermissive(m) : true;
                drawArrow(g, movement, gaps);
            }
        }
    }

    private void drawArrow(Graphics2D g, Movement movement, boolean gaps) {
        List<Pose> way = way(movement.paths().get(movement.paths().size() / 2));
        g.setColor(gaps ? Looks.GAPS : Looks.INK);
        float[] dashes = gaps ? new float[] {5, 4} : null;
        g.setStroke(new BasicStroke(2.4f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, dashes, 0));
        g.draw(line(way));
        head(g, way.get(way.size() - 1));
    }

    private void drawPeople(Graphics2D g, MarkedCrossing crossing) {
        Pose one = crossing.one();
        Pose other = new Pose(
                one.x() + one.dx() * crossing.length(), one.y() + one.dy() * crossing.length(), one.dx(), one.dy());
        g.setColor(PEOPLE);
        g.setStroke(new BasicStroke(2.4f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, new float[] {2, 3}, 0));
        g.draw(line(List.of(one, other)));
        head(g, other);
        head(g, new Pose(one.x(), one.y(), -one.dx(), -one.dy()));
    }

    private void head(Graphics2D g, Pose at) {
        double x = left + at.x() * scale;
        double y = top - at.y() * scale;
        double dx = at.dx();
        double dy = -at.dy();
        Path2D head = new Path2D.Double();
        head.moveTo(x + dx * 6, y + dy * 6);
        head.lineTo(x - dx * 5 - dy * 5, y - dy * 5 + dx * 5);
        head.lineTo(x - dx * 5 + dy * 5, y - dy * 5 - dx * 5);
        head.closePath();
        g.fill(head);
    }

    /** A turning path with a piece of the lanes before and behind it. */
    private List<Pose> way(TurningPath path) {
        List<Pose> way = new ArrayList<>();
        Lane before = network.lanes().get(path.fromLane());
        Lane on = network.lanes().get(path.lane());
        Lane behind = network.lanes().get(path.toLane());
        for (double back = Math.min(APPROACH, before.end() - before.start()); back > 0; back -= 2) {
            way.add(before.at(before.end() - back));
        }
        double length = on.end() - on.start();
        for (int i = 0; i <= 16; i++) {
            way.add(on.at(on.start() + length * i / 16));
        }
        double far = Math.min(APPROACH / 2, behind.end() - behind.start());
        for (double ahead = 2; ahead <= far; ahead += 2) {
            way.add(behind.at(behind.start() + ahead));
        }
        return way;
    }

    private Path2D line(List<Pose> way) {
        Path2D line = new Path2D.Double();
        for (int i = 0; i < way.size(); i++) {
            double x = left + way.get(i).x() * scale;
            double y = top - way.get(i).y() * scale;
            if (i == 0) {
                line.moveTo(x, y);
            } else {
                line.lineTo(x, y);
            }
        }
        return line;
    }
}
