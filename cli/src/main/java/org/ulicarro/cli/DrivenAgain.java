package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.ulicarro.core.analysis.band.Corridor;
import org.ulicarro.core.analysis.band.CorridorReader;
import org.ulicarro.core.measure.CorridorTraces;
import org.ulicarro.core.measure.CycleArrivals;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.report.band.ArrivalDrawing;

/** The first replication of a run, driven again to look along a corridor: the same seed gives the same traffic. */
final class DrivenAgain {

    private final Model model;
    private final Corridor corridor;
    private final CorridorReader reader;

    DrivenAgain(Path run, Corridor corridor, CorridorReader reader) throws IOException, StudyProblem {
        model = RunModel.of(run);
        this.corridor = corridor;
        this.reader = reader;
    }

    /** Of the run's period and plans. */
    Model model() {
        return model;
    }

    /** What vehicles did, and which greens were shown, in a window. */
    CorridorTraces traces(double begins, double ends) {
        List<String> places =
                reader.way().stream().map(CorridorReader.Waypoint::place).toList();
        double[] at =
                reader.way().stream().mapToDouble(CorridorReader.Waypoint::at).toArray();
        int[] groups = corridor.stops().stream()
                .flatMap(s -> Stream.of(reader.through(s.place(), true), reader.through(s.place(), false)))
                .mapToInt(m -> model.signals().groupOf(m.index()))
                .distinct()
                .toArray();
        CorridorTraces traces = new CorridorTraces(model.network(), places, at, groups, begins, ends);
        Replication replication = new Replication(model, 1);
        replication.observe(traces);
        try {
            while (!replication.isDone() && replication.now() <= ends) {
                replication.step();
            }
        } finally {
            replication.close();
        }
        return traces;
    }

    /** Every arrival in the cycle, approach by approach, outbound and inbound in turn. */
    ArrivalDrawing arrivals(String title) {
        List<CycleArrivals.Watched> watched = new ArrayList<>();
        for (Corridor.Stop stop : corridor.stops()) {
            for (boolean out : new boolean[] {true, false}) {
                int movement = reader.through(stop.place(), out).index();
                watched.add(new CycleArrivals.Watched(movement, model.signals().groupOf(movement)));
            }
        }
        double begins = model.period().from();
        double ends = model.period().to();
        CycleArrivals found = new CycleArrivals(watched, begins, ends);
        Replication replication = new Replication(model, 1);
        replication.observe(found);
        replication.result(); // to its end: whoever arrived in the period is followed
        List<ArrivalDrawing.Panel> panels = new ArrayList<>();
        for (int i = 0; i < watched.size(); i++) {
            Corridor.Stop stop = corridor.stops().get(i / 2);
            panels.add(new ArrivalDrawing.Panel(
                    stop.place() + " "
                            + reader.through(stop.place(), i % 2 == 0).name(),
                    stop.cycle(),
                    stop.offset(),
                    found.arrivals(i),
                    found.greens(i),
                    found.onGreen(i),
                    found.onGreen(i) / found.greenShare(i)));
        }
        return new ArrivalDrawing(title, panels, begins, ends);
    }
}
