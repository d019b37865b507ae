package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import org.ulicarro.core.analysis.band.Corridor;
import org.ulicarro.core.analysis.band.CorridorReader;
import org.ulicarro.core.analysis.band.Objective;
import org.ulicarro.core.analysis.band.OffsetSearch;
import org.ulicarro.core.run.Model;

/** Offsets of a corridor that {@code band} is asked to find. */
final class BandOffsets {

    private final Model model;
    private final CorridorReader reader;
    private final Corridor before;
    private final double queue;
    private final Function<String, ? extends RuntimeException> wrong;
    private final Map<String, List<String>> rings = new TreeMap<>();

    /**
     * @param queue what a standing queue takes to clear ahead of the platoon, at each signal (s)
     * @param wrong makes what is thrown where words cannot be taken
     */
    BandOffsets(Model model, CorridorReader reader, double queue, Function<String, ? extends RuntimeException> wrong) {
        this.model = model;
        this.reader = reader;
        this.queue = queue;
        this.wrong = wrong;
        before = reader.corridor();
    }

    /** Orders of phases of signals that got another one. */
    Map<String, List<String>> rings() {
        return rings;
    }

    /** From distance and speed for one direction, {@code out} or {@code in}. */
    Corridor oneWay(String direction) {
        if (!direction.equals("out") && !direction.equals("in")) {
            throw wrong.apply("--one-way takes out or in, not '" + direction + "'");
        }
        Corridor found = OffsetSearch.oneWay(before.withQueues(queue, queue), direction.equals("out"));
        return before.withOffsets(
                found.stops().stream().mapToDouble(Corridor.Stop::offset).toArray());
    }

    /** Best offsets, and best sequences where they may be chosen. */
    Corridor best(String objectiveWord, boolean sequences) {
        Objective objective = OffsetWords.objective(objectiveWord, wrong);
        double share = objective == Objective.WEIGHTED ? OffsetWords.outboundShare(model, before, reader) : 0.5;
        List<List<Corridor.Stop>> variants = new ArrayList<>();
        List<List<CorridorReader.Sequence>> orders = new ArrayList<>();
        for (Corridor.Stop stop : before.stops()) {
            List<CorridorReader.Sequence> own = sequences ? reader.sequences(stop) : List.of();
            List<Corridor.Stop> all = new ArrayList<>(List.of(stop));
            own.forEach(sequence -> all.add(sequence.stop()));
            orders.add(own);
            variants.add(all);
        }
        OffsetSearch.Found found = OffsetSearch.bothWays(
                before.withQueues(queue, queue),
                variants.stream()
                        .map(all ->
                                all.stream().map(s -> s.withQueue(queue, queue)).toList())
                        .toList(),
                objective,
                share);
        List<Corridor.Stop> stops = new ArrayList<>();
        for (int k = 0; k < variants.size(); k++) {
            int v = found.variant()[k];
            stops.add(variants.get(k).get(v).at(found.corridor().stops().get(k).offset()));
            if (v > 0) {
                rings.put(stops.get(k).place(), orders.get(k).get(v - 1).rings());
            }
        }
        return before.withStops(stops);
    }
}
