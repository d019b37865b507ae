package org.ulicarro.report;

import java.awt.BasicStroke;
import java.awt.Graphics2D;
import java.awt.geom.Ellipse2D;
import java.util.HashSet;
import java.util.Set;
import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.EntryRule;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.SignalSystem;

/** Turning paths of one place, those that give way dashed, and the middle of each stretch on which two of them cross. */
final class PathLayer {

    private final Model model;
    private final Network network;
    private final Junction junction;

    PathLayer(Model model, String place) {
        this.model = model;
        network = model.network();
        junction = network.junctions().get(place);
    }

    void draw(Graphics2D g) {
        Set<Integer> drawn = new HashSet<>();
        for (int m : junction.movements()) {
            draw(g, network.movements().get(m), drawn);
        }
        g.setColor(Looks.MEETING);
        for (Conflict conflict : junction.conflicts()) {
            if (conflict.kind() == Conflict.Kind.CROSSING) {
                Pose at = network.lanes().get(conflict.pathA()).at((conflict.startA() + conflict.endA()) / 2);
                g.fill(new Ellipse2D.Double(at.x() - 0.4, at.y() - 0.4, 0.8, 0.8));
            }
        }
    }

    private void draw(Graphics2D g, Movement movement, Set<Integer> drawn) {
        boolean gaps = givesWay(movement);
        g.setColor(gaps ? Looks.GAPS : Looks.PATH);
        g.setStroke(
                gaps
                        ? new BasicStroke(
                                0.3f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, new float[] {1.6f, 1.0f}, 0)
                        : new BasicStroke(0.3f));
        for (TurningPath path : movement.paths()) {
            g.draw(Shapes.line(network.lanes().get(path.lane()).line()));
        }
        for (int inner : movement.onward()) {
            if (drawn.add(inner)) {
                Movement ring = network.movements().get(inner);
                g.setColor(Looks.PATH);
                g.setStroke(new BasicStroke(0.3f));
                for (TurningPath path : ring.paths()) {
                    g.draw(Shapes.line(network.lanes().get(path.lane()).line()));
                }
                for (var lane : network.lanesOf(network.links().get(ring.fromLink()))) {
                    g.draw(Shapes.line(lane.line()));
                }
            }
        }
    }

    /** Whether it waits for gaps: as the signal's groups say, or the rules of the place. */
    private boolean givesWay(Movement movement) {
        boolean signal = model.signals().groupOf(movement.index()) != SignalSystem.NO_GROUP;
        if (signal ? model.signals().yields(movement.index()) : movement.rule() != EntryRule.FREE) {
            return true;
        }
        for (Conflict c : junction.conflicts()) {
            if (signal && !network.isBesideKeptLane(c)) {
                continue;
            }
            boolean a = network.movementOfPath(c.pathA()) == movement.index() && c.who() == Conflict.Who.A_YIELDS;
            boolean b = network.movementOfPath(c.pathB()) == movement.index() && c.who() == Conflict.Who.B_YIELDS;
            if (a || b) {
                return true;
            }
        }
        return false;
    }
}
