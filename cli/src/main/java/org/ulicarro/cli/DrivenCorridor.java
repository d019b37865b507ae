package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.analysis.band.Corridor;
import org.ulicarro.core.analysis.band.CorridorReader;
import org.ulicarro.core.measure.CorridorTraces;
import org.ulicarro.core.measure.CorridorTraces.Trace;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.TravelTimeRow;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.Run;
import org.ulicarro.report.band.BandDrawing;
import org.ulicarro.report.band.BandDrawing.Queue;
import org.ulicarro.report.band.BandDrawing.Shown;

/** What a run adds to the picture of a corridor. */
final class DrivenCorridor {

    private static final double STANDS = 8 / 3.6; // m in a second, below which somebody stands
    private static final double FOLLOWS = 18; // m behind the one ahead, in a queue
    private static final double LAST = 2; // s, within which a trace was seen

    private final Corridor corridor;
    private final CorridorReader reader;
    private final Model model;

    DrivenCorridor(Corridor corridor, CorridorReader reader, Model model) {
        this.corridor = corridor;
        this.reader = reader;
        this.model = model;
    }

    BandDrawing.Driven of(CorridorTraces traces, Path run) throws IOException {
        List<Shown> shown = new ArrayList<>();
        List<Queue> queues = new ArrayList<>();
        for (int k = 0; k < corridor.stops().size(); k++) {
            for (boolean out : new boolean[] {true, false}) {
                int group = model.signals()
                        .groupOf(reader.through(corridor.stops().get(k).place(), out)
                                .index());
                for (CorridorTraces.Shown s : traces.shown()) {
                    if (s.group() == group) {
                        shown.add(new Shown(k, out, s.from(), s.to()));
                        double length =
                                queue(traces.traces(), corridor.stops().get(k).at(), out, s.from());
                        if (length > 0) {
                            queues.add(new Queue(k, out, s.from(), length));
                        }
                    }
                }
            }
        }
        return new BandDrawing.Driven(traces.traces(), shown, queues, said(run, true), said(run, false));
    }

    /** From the line back to the last who stands behind another one at a moment (m). */
    private static double queue(List<Trace> traces, double line, boolean out, double time) {
        List<Double> standing = new ArrayList<>(); // metres before the line
        for (Trace t : traces) {
            for (int i = 1; t.outbound() == out && i < t.points().size(); i++) {
                double[] p = t.points().get(i);
                double[] before = t.points().get(i - 1);
                if (p[0] >= time && p[0] < time + 1 && p[0] - before[0] < LAST) {
                    double to = out ? line - p[1] : p[1] - line;
                    if (to >= 0 && Math.abs(p[1] - before[1]) < STANDS) {
                        standing.add(to);
                    }
                }
            }
        }
        standing.sort(null);
        double last = 0;
        for (double to : standing) {
            if (to - last > FOLLOWS) {
                break;
            }
            last = to;
        }
        return last;
    }

    private String said(Path run, boolean out) throws IOException {
        String first = reader.way().get(0).place();
        String last = reader.way().get(reader.way().size() - 1).place();
        List<TravelTimeRow> rows = Run.in(run).rows(TravelTimeRow.class).stream()
                .map(Observed::row)
                .filter(r -> r.whole()
                        && r.corridor().equals(corridor.id())
                        && r.fromPlace().equals(out ? first : last)
                        && r.vehicles() > 0)
                .toList();
        return rows.isEmpty()
                ? ""
                : String.format(
                        Locale.ROOT,
                        "; driven in %.0f s with %.1f stops",
                        mean(rows, TravelTimeRow::travelTimeS),
                        mean(rows, TravelTimeRow::stops));
    }

    private static double mean(List<TravelTimeRow> rows, ToDoubleFunction<TravelTimeRow> of) {
        return rows.stream().mapToDouble(of).average().orElse(Double.NaN);
    }
}
