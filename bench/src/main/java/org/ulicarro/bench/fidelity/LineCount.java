package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Who passes which line of the place 'middle', from the start of the measured period on. */
final class LineCount extends Watcher {

    private final double from;
    private final Map<Integer, List<Double>> times = new TreeMap<>(); // path -> when its vehicles passed the line
    private double end;
    private final Replication replication;

    private LineCount(Replication replication) {
        this.replication = replication;
        from = replication.model().period().from();
    }

    static LineCount of(Replication replication) {
        LineCount count = new LineCount(replication);
        replication.observe(count);
        replication.advanceTo(replication.model().period().to());
        return count;
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        end = view.now();
        for (int i = 0; i < events.lineCount() && view.now() >= from; i++) {
            for (TurningPath path : view.table()
                    .network()
                    .movements()
                    .get(events.lineMovement(i))
                    .paths()) {
                for (int k = 0; k < view.vehiclesOn(path.lane()); k++) {
                    if (view.vehicle(path.lane(), k) == events.lineVehicle(i)) {
                        times.computeIfAbsent(path.lane(), none -> new ArrayList<>())
                                .add(events.lineAt(i));
                    }
                }
            }
        }
    }

    private List<TurningPath> paths(String movement) {
        return replication
                .model()
                .network()
                .movement("middle", movement)
                .movement()
                .paths();
    }

    /** veh/h over all lanes of a movement. */
    double flow(String movement) {
        double sum = 0;
        for (int i = 0; i < paths(movement).size(); i++) {
            sum += flow(movement, i);
        }
        return sum;
    }

    /** veh/h on one of its paths, from the inside. */
    double flow(String movement, int lane) {
        int passed =
                times.getOrDefault(paths(movement).get(lane).lane(), List.of()).size();
        return passed / (end - from) * 3600;
    }
}
