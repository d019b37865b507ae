package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.analysis.band.Corridor;
import org.ulicarro.core.analysis.band.CorridorReader;
import org.ulicarro.core.analysis.band.Span;
import org.ulicarro.core.measure.CorridorTraces;
import org.ulicarro.files.JsonFile;

/** A corridor as the page of it reads it. */
final class BandData {

    /** Where a place lies along the way (m). */
    private record Mark(String place, double at) {}

    /** How one vehicle drove. */
    private record Line(boolean out, List<double[]> points) {}

    private BandData() {}

    /** @param save where the page sends offsets to be saved; null for nowhere */
    static String json(
            String title,
            Corridor corridor,
            CorridorReader reader,
            double from,
            double length,
            boolean clock,
            CorridorTraces traces,
            String save) {
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("title", title);
        data.put("from", from);
        data.put("length", length);
        data.put("clock", clock);
        data.put("outbound", corridor.outbound());
        data.put("inbound", corridor.inbound());
        data.put(
                "way",
                reader.way().stream().map(w -> new Mark(w.place(), w.at())).toList());
        List<Object> stops = new ArrayList<>();
        for (Corridor.Stop s : corridor.stops()) {
            Map<String, Object> stop = new LinkedHashMap<>();
            stop.put("place", s.place());
            stop.put("plan", reader.plan(s.place()));
            stop.put("at", s.at());
            stop.put("cycle", s.cycle());
            stop.put("offset", s.offset());
            stop.put("yellow", s.yellow());
            stop.put("out", spans(s.outbound()));
            stop.put("in", spans(s.inbound()));
            stops.add(stop);
        }
        data.put("stops", stops);
        List<Object> lines = new ArrayList<>();
        for (CorridorTraces.Trace t : traces == null ? List.<CorridorTraces.Trace>of() : traces.traces()) {
            lines.add(new Line(t.outbound(), t.points()));
        }
        data.put("traces", lines);
        data.put("save", save);
        return JsonFile.text(data);
    }

    private static List<double[]> spans(List<Span> spans) {
        return spans.stream().map(s -> new double[] {s.from(), s.to()}).toList();
    }
}
