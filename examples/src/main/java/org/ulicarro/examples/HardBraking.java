package org.ulicarro.examples;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.measure.Fitting;
import org.ulicarro.core.measure.Instrument;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.measure.Intervals;
import org.ulicarro.core.measure.Measure;
import org.ulicarro.core.measure.TableName;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replications;
import org.ulicarro.core.run.Trials;
import org.ulicarro.core.study.About;
import org.ulicarro.core.traffic.FleetView;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** A measure of one's own: how long vehicles brake harder than 3 m/s² in the measured period. With its table, it is this one file. */
public final class HardBraking implements Measure<HardBraking.Row> {

    private static final double HARD = -3; // m/s²

    /** Its table. */
    @TableName(value = "hard_braking", about = "how long vehicles brake harder than 3 m/s²")
    public record Row(
            @About("vehicle-seconds of it") double brakingS,
            @About("share of all vehicle-seconds") double share) {}

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(Row.class, HardBraking::new);
        }
    }

    private final Intervals period;
    private double braking; // s
    private double all; // s

    private HardBraking(Fitting at) {
        period = at.intervals();
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        if (view.now() <= period.from(period.whole()) || view.now() > period.to(period.whole())) {
            return;
        }
        FleetView vehicles = view.rows();
        for (int row = 0; row < vehicles.count(); row++) {
            if (vehicles.vehicle(row) >= 0) {
                all += view.stepSeconds();
                braking += vehicles.acceleration(row) < HARD ? view.stepSeconds() : 0;
            }
        }
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // all has been seen
    }

    @Override
    public List<Row> rows(TrafficView end) {
        return List.of(new Row(braking, braking / all));
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeDouble(braking);
        out.writeDouble(all);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        braking = in.readDouble();
        all = in.readDouble();
    }

    /** @param args the folder of a study, and how many replications */
    public static void main(String[] args) throws IOException, StudyProblem, InterruptedException {
        Model model =
                StudyFolder.read(Path.of(args[0]), List.of()).compile(null).model();
        Trials.run(model, Replications.of(Integer.parseInt(args[1])), Instruments.of(Row.class))
                .rows(Row.class)
                .forEach(one -> System.out.printf(
                        Locale.ROOT,
                        "replication %d: %.0f vehicle-seconds of hard braking, %.2f %% of all%n",
                        one.replication(),
                        one.row().brakingS(),
                        100 * one.row().share()));
    }
}
