package org.ulicarro.core.measure;

import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import java.util.stream.Stream;

/** Figures of movements, approaches and places, as comparisons and conditions name them. */
public enum MovementFigure {
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

    /** Its name. */
    public final String word;

    /** Its unit; empty for a share. */
    public final String unit;

    /** Decimals as it is printed. */
    public final int decimals;

    /** -1 where less is better, 1 where more is. */
    public final int sign;

    private final ToDoubleFunction<MovementRow> of;

    MovementFigure(String word, String unit, int decimals, int sign, ToDoubleFunction<MovementRow> of) {
        this.word = word;
        this.unit = unit;
        this.decimals = decimals;
        this.sign = sign;
        this.of = of;
    }

    /** Its value; NaN where the row has none. */
    public double of(MovementRow row) {
        return of.applyAsDouble(row);
    }

    /** The one of that name. */
    public static Optional<MovementFigure> named(String word) {
        return Stream.of(values()).filter(f -> f.word.equals(word)).findFirst();
    }

    /** All names. */
    public static List<String> words() {
        return Stream.of(values()).map(f -> f.word).toList();
    }

    /** What a row is of, in words: {@code market}, {@code market NB all}, {@code market NBL}. */
    public static String subject(MovementRow row) {
        if (row.approach().equals(MovementRow.ALL)) {
            return row.place();
        }
        return row.place() + " " + row.name() + (row.movement().equals(MovementRow.ALL) ? " all" : "");
    }
}
