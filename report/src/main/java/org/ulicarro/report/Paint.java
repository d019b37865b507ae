package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.geom.AffineTransform;
import java.awt.geom.Path2D;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.ulicarro.core.network.EntryRule;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.DetectorPlace;
import org.ulicarro.core.study.Crossing;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Road;

/** What is painted on the road, and what lies in it: lane lines, arrows, stop and yield lines, crossings, detectors, closures. */
final class Paint {

    /** Below this scale arrows would be specks (units per metre). */
    private static final double ROOM_FOR_ARROWS = 0.8;

    private static final double ROOM_FOR_BARS = 1.2;

    private static final double ROOM_FOR_DETECTORS = 1;

    /** A crossing this near to the line pushes arrows back (m). */
    private static final double NEAR_LINE = 12;

    private final Model model;
    private final Network network;
    private final double scale;
    private final float thin; // a lane line, m
    private final double inner; // to the driver's side of the middle of the road: -1 left, +1 right
    private final Set<String> twoWay = new HashSet<>();
    private final Map<Integer, List<Marking>> unbroken = new HashMap<>(); // lane -> stretches nobody changes on

    private final Map<Integer, Double> beforeCrossing = new HashMap<>(); // lane -> where a crossing near its end begins

    Paint(Model model, double scale) {
        this.model = model;
        network = model.network();
        this.scale = scale;
        thin = (float) Math.max(0.15, 0.9 / scale);
        inner = network.keepsRight() ? -1 : 1;
        model.study().network().roads().forEach((id, road) -> {
            if (road.ahead() != null && road.back() != null) {
                twoWay.add(id);
            }
        });
        for (MarkedCrossing crossing : network.crossings()) {
            for (MarkedCrossing.Crossed crossed : crossing.crossed()) {
                Lane lane = network.lanes().get(crossed.lane());
                if (lane.end() - crossed.to() < NEAR_LINE) {
                    beforeCrossing.put(lane.index(), crossed.from());
                }
            }
        }
        for (Marking marking : network.markings()) {
            if (marking.kind() == Marking.Kind.NO_CHANGING) {
                unbroken.computeIfAbsent(marking.lane(), none -> new java.util.ArrayList<>())
                        .add(marking);
            }
        }
    }

    void draw(Pen g) {
        network.links().forEach(link -> tintUse(g, link));
        for (Link link : network.links()) {
            List<Lane> lanes = network.lanesOf(link);
            for (int i = 0; i < lanes.size(); i++) {
                drawLines(g, link, lanes, i);
                drawArrows(g, link, lanes.get(i));
            }
            if (!link.ring()) {
                drawWaitingLines(g, link, lanes);
            }
        }
        network.movements().stream().filter(Movement::isInner).forEach(m -> drawRingLine(g, m));
        network.junctions().values().stream().filter(j -> !j.controlled()).forEach(j -> drawThroughLines(g, j));
        network.crossings().forEach(crossing -> drawCrossing(g, crossing));
        network.markings().forEach(marking -> drawMarking(g, marking));
        for (DetectorPlace place : model.signals().detectors()) {
            if (place.derived()) {
                drawMarking(g, new Marking(Marking.Kind.DETECTOR, place.id(), place.lane(), place.from(), place.to()));
            }
        }
    }

    /** Lanes for buses, bicycles and the like have another surface. */
    private void tintUse(Pen g, Link link) {
        Road road = link.ring() ? null : model.study().network().roads().get(link.road());
        Direction direction = road == null ? null : road.direction(link.ahead());
        for (Lane lane : network.lanesOf(link)) {
            if (direction != null && direction.laneUse().containsKey(String.valueOf(lane.number()))) {
                g.setColor(Looks.RESERVED);
                g.fill(Shapes.surface(lane));
            }
        }
    }

    private void drawLines(Pen g, Link link, List<Lane> lanes, int i) {
        Lane lane = lanes.get(i);
        g.setColor(Looks.PAINT);
        double edge = inner * lane.width() / 2;
        if (i == 0 && twoWay.contains(link.road()) && !link.ring()) { // the line between the directions, unbroken
            g.setStroke(new BasicStroke(thin));
            g.draw(Shapes.beside(lane, edge, lane.start(), lane.end()));
        }
        if (i + 1 == lanes.size()) {
            return;
        }
        Lane outer = lanes.get(i + 1);
        double from = Math.max(lane.start(), outer.start());
        double to = Math.min(lane.end(), outer.end());
        if (to <= from) {
            return;
        }
        boolean solid = lane.isBay() || outer.isBay();
        g.setStroke(solid ? new BasicStroke(thin) : dashes(3, 6));
        g.draw(Shapes.beside(outer, inner * outer.width() / 2, from, to));
        Lane marked = network.keepsRight() ? lane : outer; // a stretch lies right of its lane, as the driver sees it
        for (Marking stretch : unbroken.getOrDefault(marked.index(), List.of())) {
            g.setStroke(new BasicStroke(thin * 1.3f));
            g.draw(Shapes.beside(
                    outer, inner * outer.width() / 2, Math.max(from, stretch.from()), Math.min(to, stretch.to())));
        }
        boolean bayInside = lane.isBay() && i == 0 && twoWay.contains(link.road());
        if (bayInside) {
            g.setStroke(new BasicStroke(thin));
            g.draw(Shapes.beside(outer, inner * outer.width() / 2, outer.start(), lane.start()));
        }
    }

    /** Between two lanes that both stay on a ring. */
    private void drawRingLine(Pen g, Movement movement) {
        if (!network.links().get(movement.toLink()).ring()) {
            return;
        }
        g.setColor(Looks.PAINT);
        g.setStroke(dashes(1.5f, 3));
        for (int i = 1; i < movement.paths().size(); i++) {
            Lane outer = network.lanes().get(movement.paths().get(i).lane());
            g.draw(Shapes.beside(outer, inner * outer.width() / 2, 0, outer.end()));
        }
    }

    /** Where nobody gives way, lane lines run on beside paths that end in neighbouring lanes. */
    private void drawThroughLines(Pen g, Junction junction) {
        Map<Integer, TurningPath> byTarget = new TreeMap<>();
        for (int m : junction.movements()) {
            network.movements().get(m).paths().forEach(path -> byTarget.put(path.toLane(), path));
        }
        g.setColor(Looks.PAINT);
        g.setStroke(dashes(3, 6));
        for (TurningPath path : byTarget.values()) {
            Lane target = network.lanes().get(path.toLane());
            TurningPath beside = byTarget.get(path.toLane() - 1);
            if (beside != null && network.lanes().get(beside.toLane()).link() == target.link()) {
                Lane lane = network.lanes().get(path.lane());
                g.draw(Shapes.beside(lane, inner * lane.width() / 2, 0, lane.end()));
            }
        }
    }

    private BasicStroke dashes(float on, float off) {
        return new BasicStroke(thin, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, new float[] {on, off}, 0);
    }

    private void drawArrows(Pen g, Link link, Lane lane) {
        boolean choice = network.movementsFrom(link.index()).size() > 1; // nobody paints an arrow where there is none
        if (!choice || lane.arrows() == null || lane.arrows().toString().isEmpty() || scale < ROOM_FOR_ARROWS) {
            return;
        }
        g.setColor(Looks.PAINT);
        double size = scale > 3 ? 1 : 1.5;
        double before = Math.min(lane.end() - 5, beforeCrossing.getOrDefault(lane.index(), lane.end()) - 2);
        Pose tip = lane.at(Math.max(lane.start() + 5.5, before));
        AffineTransform enlarge = AffineTransform.getTranslateInstance(tip.x(), tip.y());
        enlarge.scale(size, size);
        enlarge.translate(-tip.x(), -tip.y());
        g.fill(enlarge.createTransformedShape(Shapes.arrows(lane.arrows(), tip, network.keepsRight())));
    }

    /** An unbroken line where people stop, a row of teeth where they yield. */
    private void drawWaitingLines(Pen g, Link link, List<Lane> lanes) {
        Map<Integer, EntryRule> rules = new HashMap<>();
        for (Movement m : network.movementsFrom(link.index())) {
            if (m.bypass()) {
                m.paths().forEach(path -> drawSlipYield(g, m, network.lanes().get(path.lane())));
            } else {
                m.paths().forEach(path -> rules.merge(path.fromLane(), m.rule(), (a, b) -> a.compareTo(b) > 0 ? a : b));
            }
        }
        g.setColor(Looks.PAINT);
        for (Lane lane : lanes) {
            EntryRule rule = rules.get(lane.index());
            if (rule == EntryRule.YIELD) {
                teeth(g, lane.at(lane.end() - 0.1), lane.width());
            } else if (rule != null && rule != EntryRule.FREE) {
                g.setStroke(new BasicStroke(0.5f));
                g.draw(across(lane.at(lane.end() - 0.25), lane.width()));
            }
        }
    }

    private void drawSlipYield(Pen g, Movement m, Lane path) {
        if (m.rule() == EntryRule.YIELD) {
            g.setColor(Looks.PAINT);
            double last = path.end() - 1;
            for (var conflict : network.junctions().get(m.place()).conflicts()) {
                last = conflict.pathA() == path.index() ? Math.min(last, conflict.startA()) : last;
                last = conflict.pathB() == path.index() ? Math.min(last, conflict.startB()) : last;
            }
            teeth(g, path.at(Math.max(0, last - 0.5)), path.width());
        }
    }

    private static Path2D across(Pose at, double width) {
        Path2D line = new Path2D.Double();
        Pose left = at.right(-width / 2);
        Pose right = at.right(width / 2);
        line.moveTo(left.x(), left.y());
        line.lineTo(right.x(), right.y());
        return line;
    }

    /** Triangles that point at the driver. */
    private void teeth(Pen g, Pose at, double width) {
        double size = Math.max(0.6, 2 / scale);
        int count = Math.max(2, (int) (width / (size * 1.4)));
        for (int i = 0; i < count; i++) {
            double middle = (i + 0.5) / count * width - width / 2;
            Pose left = at.right(middle - size / 2);
            Pose right = at.right(middle + size / 2);
            Pose tip = at.right(middle).ahead(-size * 1.3);
            Path2D tooth = new Path2D.Double();
            tooth.moveTo(left.x(), left.y());
            tooth.lineTo(right.x(), right.y());
            tooth.lineTo(tip.x(), tip.y());
            tooth.closePath();
            g.fill(tooth);
        }
    }

    private void drawCrossing(Pen g, MarkedCrossing crossing) {
        g.setColor(Looks.PAINT);
        double half = crossing.width() / 2;
        if (crossing.kind() == Crossing.Kind.ZEBRA) {
            double bar = scale > ROOM_FOR_BARS ? 0.5 : 1.0;
            for (double s = bar; s + bar < crossing.length(); s += 2 * bar) {
                g.fill(strip(crossing.one(), s, s + bar, half));
            }
        } else {
            float[] pattern = {0.5f, 0.5f};
            g.setStroke(
                    new BasicStroke(Math.max(0.3f, thin), BasicStroke.CAP_BUTT, BasicStroke.JOIN_MITER, 1, pattern, 0));
            for (double side : new double[] {-half, half}) {
                Pose from = crossing.one().right(side);
                Pose to = from.ahead(crossing.length());
                g.draw(new java.awt.geom.Line2D.Double(from.x(), from.y(), to.x(), to.y()));
            }
        }
        if (crossing.refuge()) {
            double middle = crossing.length() / 2;
            Path2D island = strip(crossing.one(), middle - 0.9, middle + 0.9, half + 1.5);
            g.setColor(Looks.ISLAND);
            g.fill(island);
            g.setColor(Looks.KERB);
            g.setStroke(new BasicStroke(0.25f));
            g.draw(island);
        }
    }

    private static Path2D strip(Pose from, double start, double end, double half) {
        Path2D strip = new Path2D.Double();
        Pose a = from.ahead(start).right(-half);
        Pose b = from.ahead(end).right(-half);
        Pose c = from.ahead(end).right(half);
        Pose d = from.ahead(start).right(half);
        strip.moveTo(a.x(), a.y());
        strip.lineTo(b.x(), b.y());
        strip.lineTo(c.x(), c.y());
        strip.lineTo(d.x(), d.y());
        strip.closePath();
        return strip;
    }

    private void drawMarking(Pen g, Marking marking) {
        Lane lane = network.lanes().get(marking.lane());
        switch (marking.kind()) {
            case DETECTOR -> {
                if (scale < ROOM_FOR_DETECTORS) {
                    return; // it would look like a vehicle
                }
                g.setColor(Looks.DEVICE);
                g.setStroke(new BasicStroke((float) Math.max(0.25, 1.2 / scale)));
                g.draw(Shapes.stretch(lane, marking.from(), marking.to(), lane.width() / 2 - 0.5));
            }
            case KERB_STOP -> {
                g.setColor(Looks.PAINT);
                g.setStroke(dashes(1, 1));
                g.draw(Shapes.stretch(lane, marking.from(), marking.to(), lane.width() / 2 - 0.3));
            }
            case PARKING -> {
                g.setColor(Looks.PAINT);
                g.setStroke(dashes(5, 0.6f));
                double edge = -inner * (lane.width() / 2 + 0.1);
                g.draw(Shapes.beside(lane, edge, marking.from(), marking.to()));
            }
            case GATE -> {
                g.setColor(Looks.DEVICE);
                g.setStroke(new BasicStroke((float) Math.max(0.4, 1.6 / scale)));
                g.draw(across(lane.at(marking.from()), lane.width()));
            }
            case CLOSURE -> hatch(g, lane, marking);
            case LAYBY, NO_CHANGING, SPEED_ZONE -> {
                // drawn with the surface, with the lane lines, and among the names
            }
        }
    }

    private void hatch(Pen g, Lane lane, Marking marking) {
        Path2D area = Shapes.stretch(lane, marking.from(), marking.to(), lane.width() / 2);
        g.setColor(new Color(Looks.WARN.getRed(), Looks.WARN.getGreen(), Looks.WARN.getBlue(), 60));
        g.fill(area);
        g.setColor(Looks.WARN);
        g.setStroke(new BasicStroke((float) Math.max(0.25, 1 / scale)));
        g.draw(area);
        double step = Math.max(2, 6 / scale);
        for (double s = marking.from() + step; s < marking.to(); s += step) {
            Pose a = lane.at(s - step).right(-lane.width() / 2);
            Pose b = lane.at(s).right(lane.width() / 2);
            g.draw(new java.awt.geom.Line2D.Double(a.x(), a.y(), b.x(), b.y()));
        }
    }
}
