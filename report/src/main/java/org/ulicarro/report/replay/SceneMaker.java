package org.ulicarro.report.replay;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Polyline;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Kinds;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.study.Written;
import org.ulicarro.report.PlanLayers;
import org.ulicarro.report.replay.Scene.SceneGroup;
import org.ulicarro.report.replay.Scene.SceneLane;
import org.ulicarro.report.replay.Scene.SceneLink;
import org.ulicarro.report.replay.Scene.SceneMovement;
import org.ulicarro.report.replay.Scene.ScenePlace;
import org.ulicarro.report.replay.Scene.SceneType;

/** Makes the scene of a model. */
public final class SceneMaker {

    private static final double FAR = 0.7; // units per metre
    private static final double NEAR = 5;

    private final Model model;
    private final Network network;

    private SceneMaker(Model model) {
        this.model = model;
        network = model.network();
    }

    public static Scene of(Model model, String alternative) {
        return new SceneMaker(model).make(alternative);
    }

    private Scene make(String alternative) {
        Study study = model.study();
        Kinds kinds = Kinds.of(model.study());
        return new Scene(
                study.title(),
                alternative,
                model.periodId(),
                model.period().from(),
                model.period().to(),
                network.keepsRight(),
                study.units() == Study.Units.METRIC,
                lanes(),
                network.links().stream().map(this::link).toList(),
                network.movements().stream().map(this::movement).toList(),
                model.signals().groups().stream()
                        .map(g -> new SceneGroup(g.place(), g.id()))
                        .toList(),
                network.junctions().values().stream().map(SceneMaker::place).toList(),
                crossings(),
                Arrays.stream(VehicleType.values())
                        .map(t -> new SceneType(
                                Written.of(t),
                                kinds.one(Written.of(t)).vehicle().width()))
                        .toList(),
                painted(FAR),
                painted(NEAR));
    }

    private List<Scene.SceneCrossing> crossings() {
        List<Scene.SceneCrossing> crossings = new ArrayList<>();
        for (int c = 0; c < network.crossings().size(); c++) {
            var marked = network.crossings().get(c);
            double origin = model.table().crossingOrigin(c);
            var from = marked.one().ahead(origin);
            crossings.add(new Scene.SceneCrossing(
                    marked.id(),
                    rounded(from.x()),
                    rounded(from.y()),
                    marked.one().dx(),
                    marked.one().dy(),
                    rounded(model.table().crossingLength(c)),
                    marked.width()));
        }
        return crossings;
    }

    private List<PlanShape> painted(double scale) {
        ShapeTape tape = new ShapeTape();
        PlanLayers.drawRoads(tape, model, scale);
        return List.copyOf(tape.shapes);
    }

    private List<SceneLane> lanes() {
        TurningPath[] paths = new TurningPath[network.lanes().size()];
        for (Movement movement : network.movements()) {
            movement.paths().forEach(path -> paths[path.lane()] = path);
        }
        List<SceneLane> lanes = new ArrayList<>();
        for (Lane lane : network.lanes()) {
            TurningPath path = paths[lane.index()];
            lanes.add(new SceneLane(
                    lane.link(),
                    lane.number(),
                    path == null ? -1 : path.movement(),
                    path == null ? -1 : path.fromLane(),
                    path == null ? -1 : path.toLane(),
                    lane.start(),
                    lane.end(),
                    rounded(lane.width()),
                    rounded(lane.speed()),
                    points(lane.line())));
        }
        return lanes;
    }

    private static double[] points(Polyline line) {
        double[] points = new double[line.size() * 2];
        for (int i = 0; i < line.size(); i++) {
            points[2 * i] = rounded(line.x(i));
            points[2 * i + 1] = rounded(line.y(i));
        }
        return points;
    }

    private static double rounded(double value) {
        return Math.round(value * 1000) / 1000.0;
    }

    private SceneLink link(Link link) {
        Road road = link.ring() ? null : model.study().network().roads().get(link.road());
        String name = road == null || road.name() == null ? link.road() : road.name();
        return new SceneLink(link.id(), name, link.from(), link.to(), link.approach(), link.ring());
    }

    private SceneMovement movement(Movement m) {
        return new SceneMovement(
                m.place(),
                m.name(),
                m.id(),
                m.fromLink(),
                m.toLink(),
                model.signals().groupOf(m.index()),
                m.isInner());
    }

    private static ScenePlace place(Junction junction) {
        var at = junction.place().at();
        return new ScenePlace(junction.id(), rounded(at.x()), rounded(at.y()), junction.controlled());
    }
}
