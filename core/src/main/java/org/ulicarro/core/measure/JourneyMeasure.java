package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.demand.DeparturesView;
import org.ulicarro.core.study.VehicleKind;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.Journeys;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Sums whole journeys by type of vehicle. */
final class JourneyMeasure implements Measure<TotalRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(TotalRow.class, JourneyMeasure::new);
        }
    }

    private static final int UNFINISHED = 1;
    private static final int DISTANCE = 2;
    private static final int TRAVEL = 3;
    private static final int DELAY = 4;
    private static final int WAY_CHANGES = 5;
    private static final int FIGURES = 6;

    private final double from;
    private final double to;
    private final Map<String, double[]> byType = new TreeMap<>(); // how many, then the figures above

    JourneyMeasure(Fitting at) {
        Intervals intervals = at.intervals();
        from = intervals.from(intervals.whole());
        to = intervals.to(intervals.whole());
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        add(view.departures(), events.journeys());
        for (int i = 0; i < events.wayChangeCount(); i++) {
            int d = events.wayChangeVehicle(i);
            if (isMeasured(view.departures(), d)) {
                sums(view.departures(), d)[WAY_CHANGES]++;
            }
        }
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        add(view.departures(), events.journeys());
    }

    private void add(DeparturesView departures, Journeys journeys) {
        for (int i = 0; i < journeys.count(); i++) {
            int d = journeys.vehicle(i);
            if (isMeasured(departures, d)) {
                double[] sums = sums(departures, d);
                sums[0]++;
                sums[UNFINISHED] += journeys.finished(i) ? 0 : 1;
                sums[DISTANCE] += journeys.metres(i);
                sums[TRAVEL] += journeys.seconds(i);
                sums[DELAY] += journeys.delay(i);
            }
        }
    }

    private boolean isMeasured(DeparturesView departures, int d) {
        return departures.time(d) >= from && departures.time(d) < to;
    }

    private double[] sums(DeparturesView departures, int d) {
        String id = departures.kind(d).id();
        double[] sums = byType.get(id);
        if (sums == null) {
            sums = new double[FIGURES];
            byType.put(id, sums);
        }
        return sums;
    }

    /** All types together, then each in the order of their names. */
    @Override
    public List<TotalRow> rows(TrafficView view) {
        Map<String, Double> occupancy = new LinkedHashMap<>();
        DeparturesView departures = view.departures();
        for (int d = 0; d < departures.size(); d++) {
            VehicleKind kind = departures.kind(d);
            occupancy.putIfAbsent(kind.id(), kind.vehicle().occupancy());
        }
        List<TotalRow> rows = new ArrayList<>();
        double[] all = new double[FIGURES];
        double people = 0;
        double peopleDelay = 0;
        for (Map.Entry<String, double[]> one : byType.entrySet()) {
            double[] sums = one.getValue();
            double aboard = occupancy.get(one.getKey());
            rows.add(row(one.getKey(), sums, aboard * sums[0], aboard * sums[DELAY]));
            for (int f = 0; f < FIGURES; f++) {
                all[f] += sums[f];
            }
            people += aboard * sums[0];
            peopleDelay += aboard * sums[DELAY];
        }
        rows.add(0, row(TotalRow.ALL, all, people, peopleDelay));
        return rows;
    }

    private static TotalRow row(String type, double[] sums, double people, double peopleDelay) {
        return new TotalRow(
                type,
                (int) sums[0],
                (int) sums[UNFINISHED],
                sums[DISTANCE],
                sums[TRAVEL],
                sums[DELAY],
                people,
                peopleDelay,
                (int) sums[WAY_CHANGES]);
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(byType.size());
        for (Map.Entry<String, double[]> one : byType.entrySet()) {
            out.writeUTF(one.getKey());
            SavedArrays.write(out, one.getValue(), FIGURES);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        byType.clear();
        int size = in.readInt();
        for (int i = 0; i < size; i++) {
            double[] sums = new double[FIGURES];
            String id = in.readUTF();
            SavedArrays.read(in, sums);
            byType.put(id, sums);
        }
    }
}
