package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.measure.BackOfQueue;
import org.ulicarro.core.measure.Condition;
import org.ulicarro.core.measure.EmissionRow;
import org.ulicarro.core.measure.EntryRow;
import org.ulicarro.core.measure.LaneCycle;
import org.ulicarro.core.measure.LineRow;
import org.ulicarro.core.measure.MovementFigure;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.NetworkFigure;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.TotalRow;
import org.ulicarro.core.measure.TravelTimeRow;
import org.ulicarro.core.measure.WaitRow;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunRecord;

/** Figures of a run that can be compared: each with its value in every replication. */
final class Figures {

    /**
     * What a figure is of, and what it measures.
     *
     * @param subject such as "market NBL", "network", "quayside west-east"
     * @param measure such as "delay"
     * @param unit such as "s"
     * @param decimals as it is printed
     * @param sign -1 where less is better, 1 where more is, 0 where neither
     */
    record Key(String subject, String measure, String unit, int decimals, int sign) {}

    private final Run run;
    private final RunRecord record;
    private boolean withStudy;
    private final Map<Key, double[]> values = new LinkedHashMap<>();

    Figures(Run run) {
        this.run = run;
        record = run.record();
    }

    /** The run's folder, with that of its study before it once {@link #nameStudy} was called. */
    String name() {
        String name = run.name();
        return withStudy ? study().getFileName() + "/" + name : name;
    }

    /** The folder of its study. */
    Path study() {
        return run.folder().toAbsolutePath().normalize().getParent().getParent();
    }

    void nameStudy() {
        withStudy = true;
    }

    RunRecord record() {
        return record;
    }

    Map<Key, double[]> values() {
        return values;
    }

    private void put(Key key, int replication, double value) {
        values.computeIfAbsent(key, none -> {
            double[] all = new double[record.replications()];
            java.util.Arrays.fill(all, Double.NaN);
            return all;
        })[replication - 1] = value;
    }

    /** What all journeys cost. */
    Figures network() throws IOException {
        for (Observed<TotalRow> o : run.rows(TotalRow.class)) {
            for (NetworkFigure figure : NetworkFigure.values()) {
                figure.of(o.row()).ifPresent(value -> put(key(figure), o.replication(), value));
            }
        }
        Map<Integer, Integer> outside = new LinkedHashMap<>();
        for (Observed<EntryRow> o : run.rows(EntryRow.class)) {
            if (o.row().fromS() == record.fromS() && o.row().toS() == record.toS()) {
                outside.merge(o.replication(), o.row().outsideEnd(), Integer::sum);
            }
        }
        outside.forEach((replication, count) ->
                put(new Key("network", "unserved at the end", "veh", 1, -1), replication, count));
        for (Observed<EmissionRow> o : run.rows(EmissionRow.class)) {
            for (NetworkFigure figure : NetworkFigure.values()) {
                figure.of(o.row()).ifPresent(value -> put(key(figure), o.replication(), value));
            }
        }
        return this;
    }

    private static Key key(NetworkFigure figure) {
        return new Key(Condition.NETWORK, figure.name, figure.unit, figure.decimals, figure.sign);
    }

    /** One measure of every place, or of the movements of one. */
    Figures movements(String place, MovementFigure measure) throws IOException {
        Map<Integer, BackOfQueue> backs = measure.overCycles() ? backsOfQueue() : Map.of();
        for (Observed<MovementRow> o : run.rows(MovementRow.class)) {
            MovementRow r = o.row();
            boolean whole = r.fromS() == record.fromS() && r.toS() == record.toS();
            boolean isPlace = r.approach().equals(MovementRow.ALL);
            if (whole && (place == null ? isPlace : r.place().equals(place))) {
                String subject = MovementFigure.subject(r);
                put(
                        new Key(subject, measure.word, measure.unit, measure.decimals, measure.sign),
                        o.replication(),
                        measure.of(r, backs.get(o.replication())));
            }
        }
        return this;
    }

    private Map<Integer, BackOfQueue> backsOfQueue() throws IOException {
        Map<Integer, List<LaneCycle>> cycles = new LinkedHashMap<>();
        for (int replication = 1; replication <= record.replications(); replication++) {
            cycles.put(replication, new ArrayList<>());
        }
        for (Observed<LaneCycle> o : run.rows(LaneCycle.class)) {
            cycles.get(o.replication()).add(o.row());
        }
        Map<Integer, BackOfQueue> backs = new LinkedHashMap<>();
        cycles.forEach((replication, of) -> backs.put(replication, new BackOfQueue(of)));
        return backs;
    }

    /** How long a few vehicles of each place, or of the movements of one, waited. */
    Figures waits(String place) throws IOException {
        for (Observed<WaitRow> o : run.rows(WaitRow.class)) {
            WaitRow r = o.row();
            boolean isPlace = r.approach().equals(MovementRow.ALL);
            if (place == null ? isPlace : r.place().equals(place)) {
                String subject = isPlace
                        ? r.place()
                        : r.place() + " " + r.name() + (r.movement().equals(MovementRow.ALL) ? " all" : "");
                put(new Key(subject, "wait_p95", "s", 1, -1), o.replication(), r.waitP95S());
            }
        }
        return this;
    }

    /** Travel times along corridors, and of lines. */
    Figures journeys() throws IOException {
        for (Observed<TravelTimeRow> o : run.rows(TravelTimeRow.class)) {
            TravelTimeRow r = o.row();
            if (r.whole()) {
                put(
                        new Key(r.corridor() + " " + r.fromPlace() + " to " + r.toPlace(), "travel time", "s", 1, -1),
                        o.replication(),
                        r.travelTimeS());
            }
        }
        for (Observed<LineRow> o : run.rows(LineRow.class)) {
            put(
                    new Key("line " + o.row().line(), "travel time", "s", 1, -1),
                    o.replication(),
                    o.row().travelTimeS());
        }
        return this;
    }

    /** What a corridor costs those who drive all of it, by direction. */
    Figures corridor(String id) throws IOException {
        for (Observed<TravelTimeRow> o : run.rows(TravelTimeRow.class)) {
            TravelTimeRow r = o.row();
            if (r.whole() && r.corridor().equals(id)) {
                String way = r.fromPlace() + " to " + r.toPlace();
                put(new Key(way, "travel time", "s", 1, -1), o.replication(), r.travelTimeS());
                put(new Key(way, "control delay", "s", 1, -1), o.replication(), r.controlDelayS());
                put(new Key(way, "stops", "", 2, -1), o.replication(), r.stops());
                put(new Key(way, "fuel", "l", 3, -1), o.replication(), r.fuelL());
                put(new Key(way, "CO2", "kg", 3, -1), o.replication(), r.co2Kg());
            }
        }
        return this;
    }

    /** Keys of one run that another one has, too. */
    List<Key> shared(Figures other) {
        List<Key> keys = new ArrayList<>(values.keySet());
        keys.retainAll(other.values.keySet());
        return keys;
    }
}
