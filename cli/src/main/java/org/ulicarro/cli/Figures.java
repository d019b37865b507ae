package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.measure.EmissionRow;
import org.ulicarro.core.measure.EntryRow;
import org.ulicarro.core.measure.LineRow;
import org.ulicarro.core.measure.MovementRow;
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

    /** Measures of movements, approaches and places: name, unit, decimals, which way is better. */
    enum Measure {
        DELAY("delay", "s", 1, -1, r -> r.controlDelayS() + r.entryDelayS()),
        CONTROL_DELAY("control_delay", "s", 1, -1, MovementRow::controlDelayS),
        ENTRY_DELAY("entry_delay", "s", 1, -1, MovementRow::entryDelayS),
        STOPPED_DELAY("stopped_delay", "s", 1, -1, MovementRow::stoppedDelayS),
        STOPS("stops", "/veh", 2, -1, MovementRow::stops),
        QUEUE_MEAN("queue_mean", "m", 1, -1, MovementRow::queueMeanM),
        QUEUE_MAX("queue_max", "m", 0, -1, MovementRow::queueMaxM),
        VEHICLES("vehicles", "veh", 1, 1, MovementRow::vehicles),
        ARRIVALS_ON_GREEN("arrivals_on_green", "", 2, 1, MovementRow::arrivalsOnGreen),
        VC("vc", "", 2, -1, MovementRow::vc),
        SPLIT_FAILURES("split_failures", "", 2, -1, MovementRow::splitFailureShare);

        final String word;
        final String unit;
        final int decimals;
        final int sign;
        final ToDoubleFunction<MovementRow> of;

        Measure(String word, String unit, int decimals, int sign, ToDoubleFunction<MovementRow> of) {
            this.word = word;
            this.unit = unit;
            this.decimals = decimals;
            this.sign = sign;
            this.of = of;
        }
    }

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
            TotalRow r = o.row();
            if (r.type().equals(TotalRow.ALL)) {
                put(new Key("network", "delay of a journey", "s", 1, -1), o.replication(), r.delayS() / r.vehicles());
                put(new Key("network", "delay of all", "veh-h", 1, -1), o.replication(), r.delayS() / 3600);
                put(new Key("network", "delay of people", "h", 1, -1), o.replication(), r.peopleDelayS() / 3600);
                put(
                        new Key("network", "mean speed", "km/h", 1, 1),
                        o.replication(),
                        r.distanceM() / r.travelTimeS() * 3.6);
                put(new Key("network", "not yet arrived", "veh", 1, -1), o.replication(), r.unfinished());
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
            EmissionRow r = o.row();
            if (r.place().equals(MovementRow.ALL) && r.vehicles().equals(MovementRow.ALL)) {
                put(new Key("network", "fuel", "l", 1, -1), o.replication(), r.fuelL());
                put(new Key("network", "CO2", "kg", 1, -1), o.replication(), r.co2Kg());
            }
        }
        return this;
    }

    /** One measure of every place, or of the movements of one. */
    Figures movements(String place, Measure measure) throws IOException {
        for (Observed<MovementRow> o : run.rows(MovementRow.class)) {
            MovementRow r = o.row();
            boolean whole = r.fromS() == record.fromS() && r.toS() == record.toS();
            boolean isPlace = r.approach().equals(MovementRow.ALL);
            if (whole && (place == null ? isPlace : r.place().equals(place))) {
                String subject = isPlace
                        ? r.place()
                        : r.place() + " " + r.name() + (r.movement().equals(MovementRow.ALL) ? " all" : "");
                put(
                        new Key(subject, measure.word, measure.unit, measure.decimals, measure.sign),
                        o.replication(),
                        measure.of.applyAsDouble(r));
            }
        }
        return this;
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
