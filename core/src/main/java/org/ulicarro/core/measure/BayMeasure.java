package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Looks each second whether somebody who wants into a turning bay stands in the lane beside it because the bay is full. */
final class BayMeasure implements Measure<BayRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(BayRow.class, BayMeasure::new);
        }
    }

    /** Slower than this counts as standing (m/s): 8 km/h. */
    private static final double STANDS = 8 / 3.6;

    /** Until this far beyond where a bay begins its drivers still block the lane beside it (m). */
    private static final double MOUTH = 10;

    private record Bay(Lane lane, int beside) {}

    private final Network network;
    private final Intervals intervals;
    private final List<Bay> bays = new ArrayList<>();
    private final int[] seconds; // bay -> in which it spilled
    private final int[] times; // bay -> how often that began
    private final int[] spills; // bay -> 1 while it does
    private final double[] first; // bay -> when it began first, NaN for never

    BayMeasure(Fitting at) {
        network = at.network();
        intervals = at.intervals();
        for (Link link : network.links()) {
            List<Lane> lanes = network.lanesOf(link);
            for (int i = 0; i < lanes.size(); i++) {
                boolean inner = i + 1 < lanes.size()
                        && lanes.get(i).start() > lanes.get(i + 1).start();
                boolean outer = i > 0 && lanes.get(i).start() > lanes.get(i - 1).start();
                if (lanes.get(i).start() > 0
                        && !lanes.get(i).ends()
                        && lanes.get(i).number() > 0
                        && (inner || outer)) {
                    bays.add(new Bay(
                            lanes.get(i), lanes.get(inner ? i + 1 : i - 1).index()));
                }
            }
        }
        seconds = new int[bays.size()];
        times = new int[bays.size()];
        spills = new int[bays.size()];
        first = new double[bays.size()];
        Arrays.fill(first, Double.NaN);
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        if (intervals.slice(view.secondEnded()) < 0) {
            return;
        }
        for (int b = 0; b < spills.length; b++) {
            boolean now = spills(view, bays.get(b));
            if (now && spills[b] == 0) {
                times[b]++;
                first[b] = Double.isNaN(first[b]) ? view.now() : first[b];
            }
            spills[b] = now ? 1 : 0;
            seconds[b] += spills[b];
        }
    }

    private static boolean spills(TrafficView view, Bay bay) {
        double mouth = bay.lane.start() + MOUTH;
        int last = view.vehiclesOn(bay.lane.index()) - 1;
        boolean full = last >= 0
                && view.speed(bay.lane.index(), last) < STANDS
                && view.position(bay.lane.index(), last) - view.length(bay.lane.index(), last) < mouth;
        if (!full) {
            return false; // those who wait to come in are held up by something else
        }
        for (int k = 0; k < view.vehiclesOn(bay.beside); k++) {
            if (view.position(bay.beside, k) < mouth
                    && view.speed(bay.beside, k) < STANDS
                    && view.wantsInto(bay.beside, k, bay.lane.index())) {
                return true;
            }
        }
        return false;
    }

    @Override
    public List<BayRow> rows(TrafficView end) {
        List<BayRow> rows = new ArrayList<>();
        for (int b = 0; b < bays.size(); b++) {
            Lane lane = bays.get(b).lane;
            Link link = network.links().get(lane.link());
            String movements = network.movementsFrom(link.index()).stream()
                    .filter(m -> network.path(lane.index(), m.index()).isPresent())
                    .map(m -> m.name())
                    .collect(Collectors.joining(" "));
            rows.add(new BayRow(
                    link.to(),
                    link.id(),
                    lane.number(),
                    movements,
                    network.lanes().get(bays.get(b).beside).number(),
                    seconds[b],
                    times[b],
                    first[b]));
        }
        return rows;
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // nothing is open at the end
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, seconds, seconds.length);
        SavedArrays.write(out, times, times.length);
        SavedArrays.write(out, spills, spills.length);
        SavedArrays.write(out, first, first.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, seconds);
        SavedArrays.read(in, times);
        SavedArrays.read(in, spills);
        SavedArrays.read(in, first);
    }
}
