package org.ulicarro.report;

import java.awt.Color;
import java.awt.Font;
import java.awt.FontMetrics;
import java.awt.Graphics2D;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Area;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Point2D;
import java.awt.geom.Rectangle2D;
import java.awt.geom.RoundRectangle2D;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Road;

/** Names on a plan. What matters most is placed first; a name that would hide another one moves, or is left out. */
final class Labels {

    /** Below this scale the names of signal groups would hide the junction (units per metre). */
    private static final double ROOM_FOR_GROUPS = 2;

    private static final double ROOM_FOR_DEVICES = 1.1;

    /** A network of fewer places has room for the names of all of them. */
    private static final int FEW = 60;

    /** From far, a shorter street has no name (units, both directions together). */
    private static final double WORTH_A_NAME = 160;

    private final Model model;
    private final Network network;
    private final String place;
    private final Camera camera;
    private final Rectangle2D page;
    private final List<Area> taken = new ArrayList<>();
    private final List<Shape> roads = new ArrayList<>(); // what names must not hide

    Labels(Model model, String place, Camera camera, Rectangle2D page) {
        this.model = model;
        network = model.network();
        this.place = place;
        this.camera = camera;
        this.page = page;
    }

    void draw(Graphics2D g) {
        if (place != null) {
            keepOffTheRoad();
        }
        if (place == null) {
            boolean all = !FarRoads.isFar(camera);
            network.junctions().values().stream()
                    .filter(junction -> all || isMain(junction))
                    .forEach(junction -> namePlace(g, junction));
        }
        Set<String> named = new LinkedHashSet<>();
        boolean far = place == null && FarRoads.isFar(camera);
        Map<String, Double> lengths = new LinkedHashMap<>(); // of streets, m
        network.links().stream().filter(l -> !l.ring()).forEach(l -> lengths.merge(name(l), l.length(), Double::sum));
        for (Link link : network.links()) {
            if (!link.ring() && camera.scale() > ROOM_FOR_GROUPS) {
                nameApproach(g, link);
            }
        }
        for (Link link : network.links()) {
            if (far && !link.ring() && lengths.get(name(link)) * camera.scale() < WORTH_A_NAME) {
                continue;
            }
            if (!link.ring() && named.add(far ? name(link) : link.road())) {
                nameRoad(g, link);
            }
        }
        if (camera.scale() > ROOM_FOR_DEVICES) {
            nameDevices(g);
        }
    }

    /** From far, in a large network, only roundabouts are named: the others would hide the roads. */
    private boolean isMain(Junction junction) {
        boolean few = network.junctions().size() < FEW;
        return few || junction.isRoundabout();
    }

    private String name(Link link) {
        String name = model.study().network().roads().get(link.road()).name();
        return name == null ? link.road() : name;
    }

    /** The street's name along it, beside the carriageway, never upside down. */
    private void nameRoad(Graphics2D g, Link link) {
        String name = model.study().network().roads().get(link.road()).name();
        boolean here = link.to().equals(place) || link.from().equals(place);
        if (place != null && !here) {
            return;
        }
        List<Lane> lanes = network.lanesOf(link);
        double side = network.keepsRight() ? 1 : -1;
        double[] tries =
                place == null ? new double[] {0.42, 0.6, 0.3, 0.75} : new double[] {20, 30, 42, 55, 90, 140, 200};
        for (double shareOrMetres : tries) {
            double from = place == null
                    ? link.length() * shareOrMetres
                    : link.to().equals(place) ? link.length() - shareOrMetres : shareOrMetres;
            Lane outer = outermost(lanes, from);
            Pose pose = outer.at(Math.max(outer.start(), Math.min(outer.end(), from)));
            Pose beside = pose.right(side * (outer.width() / 2 + 12 / camera.scale()));
            double angle = Math.atan2(-pose.dy(), pose.dx());
            if (Math.cos(angle) < -1e-9) {
                angle += Math.PI;
            }
            Point2D at = camera.point(beside.x(), beside.y());
            if (label(g, at, angle, name == null ? link.road() : name, Looks.plain(13), Looks.INK)) {
                return;
            }
        }
    }

    /** On a large plan, names stay off the asphalt. */
    private void keepOffTheRoad() {
        for (Lane lane : network.lanes()) {
            Shape surface = camera.transform().createTransformedShape(Shapes.surface(lane));
            if (surface.intersects(page)) {
                roads.add(surface);
            }
        }
    }

    /** The lane nearest to the kerb at a station. */
    private static Lane outermost(List<Lane> lanes, double station) {
        Lane found = lanes.get(0);
        for (Lane lane : lanes) {
            if (lane.start() <= station && lane.end() >= station) {
                found = lane;
            }
        }
        return found;
    }

    /** What a count sheet or the signal calls an approach, on a tag beside its line. */
    private void nameApproach(Graphics2D g, Link link) {
        Junction junction = network.junctions().get(link.to());
        if (!junction.controlled()) {
            return;
        }
        Set<String> names = new LinkedHashSet<>();
        for (Movement movement : network.movementsFrom(link.index())) {
            int group = model.signals().groupOf(movement.index());
            names.add(
                    group == SignalSystem.NO_GROUP
                            ? junction.signalised() ? "" : movement.approach()
                            : model.signals().groups().get(group).id());
        }
        names.remove("");
        List<Lane> lanes = network.lanesOf(link);
        Lane outer = outermost(lanes, link.length() - 4);
        double side = network.keepsRight() ? 1 : -1;
        Pose end = outer.at(outer.end() - 4).right(side * (outer.width() / 2 + 16 / camera.scale()));
        tag(g, camera.point(end.x(), end.y()), String.join(" ", names));
    }

    private void tag(Graphics2D g, Point2D at, String text) {
        g.setFont(Looks.bold(12));
        FontMetrics metrics = g.getFontMetrics();
        double half = metrics.stringWidth(text) / 2.0 + 5;
        Shape box = new RoundRectangle2D.Double(at.getX() - half, at.getY() - 9, 2 * half, 18, 6, 6);
        if (text.isEmpty() || !take(box)) {
            return;
        }
        g.setColor(Looks.INK);
        g.fill(box);
        g.setColor(Color.WHITE);
        g.drawString(text, (float) (at.getX() - half + 5), (float) (at.getY() + 4.5));
    }

    private void namePlace(Graphics2D g, Junction junction) {
        var at = junction.place().at();
        Point2D point = camera.point(at.x(), at.y());
        double away = 22;
        if (junction.controlled()) {
            away = 34;
        } else {
            g.setColor(Looks.INK);
            g.fill(new Ellipse2D.Double(point.getX() - 3.5, point.getY() - 3.5, 7, 7));
        }
        if (junction.isRoundabout()) {
            away = Math.max(away, junction.ring().outer() * camera.scale() + 12);
        }
        g.setFont(Looks.bold(13));
        double half = g.getFontMetrics().stringWidth(junction.id()) / 2.0;
        double diagonal = 0.75;
        double[][] tries = {
            {diagonal, -diagonal}, {-diagonal, -diagonal}, {diagonal, diagonal}, {-diagonal, diagonal}, {0, -1}, {0, 1}
        };
        for (double[] d : tries) {
            double x = point.getX() + d[0] * away + Math.signum(d[0]) * half;
            if (label(
                    g,
                    new Point2D.Double(x, point.getY() + d[1] * away),
                    0,
                    junction.id(),
                    Looks.bold(13),
                    Looks.INK)) {
                return;
            }
        }
    }

    /** Names of detectors, stops, gates and closures beside them, limits at the start of their zones. */
    private void nameDevices(Graphics2D g) {
        Map<String, Marking> first = new LinkedHashMap<>();
        for (Marking marking : network.markings()) {
            if (marking.kind() != Marking.Kind.NO_CHANGING) {
                first.putIfAbsent(
                        marking.kind()
                                + marking.id()
                                + network.lanes().get(marking.lane()).link(),
                        marking);
            }
        }
        for (Marking marking : first.values()) {
            Lane lane = network.lanes().get(marking.lane());
            double side = network.keepsRight() ? 1 : -1;
            double middle = (marking.from() + marking.to()) / 2;
            Lane outer = outermost(network.lanesOf(network.links().get(lane.link())), middle);
            Pose at = outer.at(Math.max(outer.start(), Math.min(outer.end(), middle)))
                    .right(side * (outer.width() / 2 + 3 + 12 / camera.scale()));
            label(g, camera.point(at.x(), at.y()), 0, text(marking, lane), Looks.plain(11), Looks.DEVICE);
        }
    }

    private String text(Marking marking, Lane lane) {
        Link link = network.links().get(lane.link());
        if (marking.kind() == Marking.Kind.SPEED_ZONE) {
            Road road = model.study().network().roads().get(link.road());
            Direction.SpeedZone zone = road.direction(link.ahead()).speedZones().get(Integer.parseInt(marking.id()));
            PrintedUnit unit = model.study().units().speed();
            return String.format(Locale.ROOT, "%.0f %s", unit.of(zone.speed()), unit.name());
        }
        return switch (marking.kind()) {
            case KERB_STOP, LAYBY -> "stop " + marking.id();
            case PARKING -> "parking";
            case CLOSURE -> "closed: " + marking.id();
            default -> marking.id();
        };
    }

    /** Whether there was room for it. */
    private boolean label(Graphics2D g, Point2D at, double angle, String text, Font font, Color color) {
        g.setFont(font);
        FontMetrics metrics = g.getFontMetrics();
        double w = metrics.stringWidth(text);
        AffineTransform into = AffineTransform.getTranslateInstance(at.getX(), at.getY());
        into.rotate(angle);
        Rectangle2D box = new Rectangle2D.Double(-w / 2 - 3, -9, w + 6, 18);
        Shape turned = into.createTransformedShape(box);
        if (hidesRoad(turned) || !take(turned)) {
            return false;
        }
        AffineTransform before = g.getTransform();
        g.transform(into);
        g.setColor(new Color(Looks.LAND.getRed(), Looks.LAND.getGreen(), Looks.LAND.getBlue(), 205));
        g.fill(box);
        g.setColor(color);
        g.drawString(text, (float) (-w / 2), 4.5f);
        g.setTransform(before);
        return true;
    }

    private boolean hidesRoad(Shape box) {
        for (Shape road : roads) {
            if (road.intersects(box.getBounds2D())) {
                Area both = new Area(box);
                both.intersect(new Area(road));
                if (!both.isEmpty()) {
                    return true;
                }
            }
        }
        return false;
    }

    private boolean take(Shape box) {
        if (!page.contains(box.getBounds2D())) {
            return false;
        }
        Area area = new Area(box);
        for (Area other : taken) {
            Area both = new Area(area);
            both.intersect(other);
            if (!both.isEmpty()) {
                return false;
            }
        }
        taken.add(area);
        return true;
    }
}
