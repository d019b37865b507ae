package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.DataInput;
import java.io.DataOutput;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.analysis.band.CorridorReader;
import org.ulicarro.core.measure.CorridorTraces;
import org.ulicarro.core.measure.CorridorTraces.Trace;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Traces in the picture of a corridor against where vehicles were. */
class CorridorTracesTest {

    /** Lane and position of every vehicle, second by second. */
    private static final class Positions implements Observer {
        private final Map<String, double[]> at = new HashMap<>();

        @Override
        public void afterStep(TrafficView view, TrafficEvents events) {
            for (int row = 0; view.tick() % 10 == 0 && row < view.rows().count(); row++) {
                int vehicle = view.rows().vehicle(row);
                if (vehicle >= 0) {
                    at.put(
                            vehicle + " " + view.now(),
                            new double[] {view.rows().lane(row), view.rows().position(row)});
                }
            }
        }

        @Override
        public void afterRun(TrafficView view, TrafficEvents events) {}

        @Override
        public void save(DataOutput out) {}

        @Override
        public void restore(DataInput in) {}
    }

    @Test
    void tracesAreWhereVehiclesWere(@TempDir Path temp) throws Exception {
        Samples.write("corridor", temp.resolve("c"));
        Model model =
                StudyFolder.read(temp.resolve("c"), List.of()).compile(null).model();
        CorridorReader reader = new CorridorReader(
                model.study(), model.network(), model.signals(), model.periodId(), "linden", Double.NaN, null);
        double from = model.period().from();
        CorridorTraces traces = new CorridorTraces(
                model.network(),
                reader.way().stream().map(CorridorReader.Waypoint::place).toList(),
                reader.way().stream().mapToDouble(CorridorReader.Waypoint::at).toArray(),
                new int[] {0},
                from,
                from + 300);
        Positions positions = new Positions();
        Replication replication = new Replication(model, 1);
        replication.observe(traces);
        replication.observe(positions);
        while (replication.now() <= from + 300) {
            replication.step();
        }
        int compared = 0;
        int ways = 0;
        for (Trace trace : traces.traces()) {
            ways |= trace.outbound() ? 1 : 2;
            for (int i = 1; i < trace.points().size(); i++) {
                double[] before =
                        positions.at.get(trace.vehicle() + " " + trace.points().get(i - 1)[0]);
                double[] now =
                        positions.at.get(trace.vehicle() + " " + trace.points().get(i)[0]);
                double along = trace.points().get(i)[1] - trace.points().get(i - 1)[1];
                assertThat(trace.outbound() ? along : -along).as("forward").isGreaterThanOrEqualTo(-1e-9);
                if (now[0] == before[0]) {
                    // inbound lines stand on the other side of junctions: its stretches are drawn as long as the
                    // outbound ones
                    double tolerance = trace.outbound() ? 1e-6 : 0.15 * (now[1] - before[1]) + 1e-6;
                    assertThat(Math.abs(along)).isCloseTo(now[1] - before[1], within(tolerance));
                    compared++;
                }
            }
        }
        assertThat(compared).isGreaterThan(2000);
        assertThat(ways).as("both ways").isEqualTo(3);
        assertThat(traces.shown()).isNotEmpty();
    }
}
