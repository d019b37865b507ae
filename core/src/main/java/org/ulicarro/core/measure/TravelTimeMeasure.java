package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.events.Visits;

/** Follows vehicles along corridors, both ways, from place to place. */
final class TravelTimeMeasure implements Measure<TravelTimeRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(TravelTimeRow.class, TravelTimeMeasure::new);
        }
    }

    private static final int NOWHERE = -1;

    // what a vehicle has cost so far
    private static final int CONTROL = 0; // s
    private static final int STOPS = 1;
    private static final int FUEL = 2; // l
    private static final int CO2 = 3; // g
    private static final int COSTS = 4;

    /** One direction of a corridor, and how far each vehicle has come on it. */
    private static final class Way {
        private final String corridor;
        private final List<String> places;
        private int[] at = {}; // vehicle -> place of the corridor that it passed last, or NOWHERE
        private double[] since = {}; // vehicle -> when it did
        private double[]
                began = {}; // vehicle -> when it passed the first place; NaN when it came onto the corridor later
        private double[] before = {}; // vehicle -> its costs at that moment
        private final double[][] times; // stretch, the whole at the end -> s
        private final int[] count;
        private final double[] costs = new double[COSTS]; // of all who drove the whole way

        Way(String corridor, List<String> places) {
            this.corridor = corridor;
            this.places = places;
            times = new double[places.size()][0];
            count = new int[places.size()];
        }

        void reserve(int vehicles) {
            if (at.length < vehicles) {
                at = new int[vehicles];
                Arrays.fill(at, NOWHERE);
                since = new double[vehicles];
                began = new double[vehicles];
                before = new double[vehicles * COSTS];
            }
        }

        void add(int stretch, double seconds) {
            if (count[stretch] == times[stretch].length) {
                times[stretch] = Arrays.copyOf(times[stretch], Math.max(64, 2 * count[stretch]));
            }
            times[stretch][count[stretch]++] = seconds;
        }
    }

    private final Network network;
    private final Intervals intervals;
    private final List<Way> ways = new ArrayList<>();
    private int[] lastLink = {}; // vehicle -> link it is on
    private double[] control = {}; // vehicle -> control delay of its closed accounts, s
    private int[] stops = {}; // vehicle -> stops of those
    private final EmissionMeasure emissions; // has what each vehicle burns

    TravelTimeMeasure(Fitting at) {
        emissions = at.shared(EmissionMeasure.class, EmissionMeasure::new);
        network = at.network();
        intervals = at.intervals();
        at.corridors().forEach((id, corridor) -> {
            List<String> back = new ArrayList<>(corridor.via());
            Collections.reverse(back);
            ways.add(new Way(id, corridor.via()));
            ways.add(new Way(id, back));
        });
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        if (ways.isEmpty()) {
            return;
        }
        if (lastLink.length == 0) {
            lastLink = new int[view.departures().size()];
            reserve();
        }
        Visits closed = events.visits();
        for (int i = 0; i < closed.count(); i++) {
            control[closed.vehicle(i)] += closed.controlDelay(i);
            stops[closed.vehicle(i)] += closed.stops(i);
        }
        for (int e = 0; e < events.enteredCount(); e++) {
            int v = events.enteredVehicle(e);
            Link link = network.links().get(view.departures().entry(v));
            lastLink[v] = link.index();
            for (Way way : ways) {
                begin(way, v, link.from(), link.to(), events.enteredAt(e));
            }
        }
        for (int e = 0; e < events.lineCount(); e++) {
            Movement movement = network.movements().get(events.lineMovement(e));
            if (!movement.isInner()) {
                Link to = network.links().get(movement.toLink());
                for (Way way : ways) {
                    pass(way, events.lineVehicle(e), movement, to, events.lineAt(e));
                }
                lastLink[events.lineVehicle(e)] = to.index();
            }
        }
        for (int e = 0; e < events.leftCount(); e++) {
            int v = events.leftVehicle(e);
            String end = network.links().get(lastLink[v]).to();
            for (Way way : ways) {
                arrive(way, v, end, events.leftAt(e));
                way.at[v] = NOWHERE;
            }
        }
    }

    private void reserve() {
        control = new double[lastLink.length];
        stops = new int[lastLink.length];
        ways.forEach(way -> way.reserve(lastLink.length));
    }

    private double cost(int v, int which) {
        return switch (which) {
            case CONTROL -> control[v];
            case STOPS -> stops[v];
            case FUEL -> emissions.fuel(v);
            default -> emissions.co2(v);
        };
    }

    private void pass(Way way, int v, Movement movement, Link to, double at) {
        arrive(way, v, movement.place(), at);
        int place = way.at[v];
        boolean goesOn = place != NOWHERE
                && place + 1 < way.places.size()
                && way.places.get(place).equals(movement.place())
                && way.places.get(place + 1).equals(to.to());
        if (!goesOn) {
            way.at[v] = NOWHERE;
            begin(way, v, movement.place(), to.to(), at);
        }
    }

    /** Comes onto the corridor, where the way leads along it. */
    private void begin(Way way, int v, String from, String to, double at) {
        int place = way.places.indexOf(from);
        if (place >= 0
                && place + 1 < way.places.size()
                && way.places.get(place + 1).equals(to)) {
            way.at[v] = place;
            way.since[v] = at;
            way.began[v] = place == 0 ? at : Double.NaN;
            for (int c = 0; c < COSTS; c++) {
                way.before[v * COSTS + c] = cost(v, c);
            }
        }
    }

    /** Has come to the next place of the corridor, if it is on it. */
    private void arrive(Way way, int v, String place, double at) {
        int last = way.at[v];
        if (last == NOWHERE
                || last + 1 >= way.places.size()
                || !way.places.get(last + 1).equals(place)) {
            return;
        }
        if (intervals.slice(way.since[v]) >= 0) {
            way.add(last, at - way.since[v]);
        }
        way.at[v] = last + 1;
        way.since[v] = at;
        if (last + 2 == way.places.size() && intervals.slice(way.began[v]) >= 0) {
            way.add(way.places.size() - 1, at - way.began[v]);
            for (int c = 0; c < COSTS; c++) {
                way.costs[c] += cost(v, c) - way.before[v * COSTS + c];
            }
        }
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // who is under way has no travel time
    }

    /** Direction by direction the whole corridor, then its stretches. */
    @Override
    public List<TravelTimeRow> rows(TrafficView end) {
        List<TravelTimeRow> rows = new ArrayList<>();
        for (Way way : ways) {
            int n = way.places.size();
            rows.add(row(way, way.places.get(0), way.places.get(n - 1), true, n - 1));
            for (int i = 0; i + 1 < n && n > 2; i++) {
                rows.add(row(way, way.places.get(i), way.places.get(i + 1), false, i));
            }
        }
        return rows;
    }

    private static TravelTimeRow row(Way way, String from, String to, boolean whole, int stretch) {
        double[] times = Arrays.copyOf(way.times[stretch], way.count[stretch]);
        return new TravelTimeRow(
                way.corridor,
                from,
                to,
                whole,
                times.length,
                Arrays.stream(times).sum() / times.length,
                Percentile.of(times, 0.15),
                Percentile.of(times, 0.50),
                Percentile.of(times, 0.85),
                Percentile.of(times, 0.95),
                cost(way, stretch, CONTROL),
                cost(way, stretch, STOPS),
                cost(way, stretch, FUEL),
                cost(way, stretch, CO2) / 1000);
    }

    /** Mean of those who drove the whole way; NaN for a stretch. */
    private static double cost(Way way, int stretch, int which) {
        return stretch == way.places.size() - 1 ? way.costs[which] / way.count[stretch] : Double.NaN;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(lastLink.length);
        SavedArrays.write(out, lastLink, lastLink.length);
        SavedArrays.write(out, control, control.length);
        SavedArrays.write(out, stops, stops.length);
        for (Way way : ways) {
            SavedArrays.write(out, way.at, way.at.length);
            SavedArrays.write(out, way.since, way.since.length);
            SavedArrays.write(out, way.began, way.began.length);
            SavedArrays.write(out, way.before, way.before.length);
            SavedArrays.write(out, way.costs, way.costs.length);
            SavedArrays.write(out, way.count, way.count.length);
            for (int s = 0; s < way.count.length; s++) {
                SavedArrays.write(out, way.times[s], way.count[s]);
            }
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        lastLink = new int[in.readInt()];
        SavedArrays.read(in, lastLink);
        if (!ways.isEmpty()) {
            reserve();
        }
        SavedArrays.read(in, control);
        SavedArrays.read(in, stops);
        for (Way way : ways) {
            SavedArrays.read(in, way.at);
            SavedArrays.read(in, way.since);
            SavedArrays.read(in, way.began);
            SavedArrays.read(in, way.before);
            SavedArrays.read(in, way.costs);
            SavedArrays.read(in, way.count);
            for (int s = 0; s < way.count.length; s++) {
                way.times[s] = new double[way.count[s]];
                SavedArrays.read(in, way.times[s]);
            }
        }
    }
}
