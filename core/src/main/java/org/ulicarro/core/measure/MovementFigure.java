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
    QUEUE_BACK_50("queue_back_50", 0.50),
    QUEUE_BACK_95("queue_back_95", 0.95),
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

    private final ToDoubleFunction<MovementRow> of; // null for one over cycles
    private final double share; // of the cycles that it is not exceeded in; NaN for one of a whole row

    MovementFigure(String word, String unit, int decimals, int sign, ToDoubleFunction<MovementRow> of) {
        this.word = word;
        this.unit = unit;
        this.decimals = decimals;
        this.sign = sign;
        this.of = of;
        share = Double.NaN;
    }

    /** A percentile of the back of queue over cycles. */
    MovementFigure(String word, double share) {
        this.word = word;
        unit = "m";
        decimals = 0;
        sign = -1;
        of = null;
        this.share = share;
    }

    /** Whether cycles have to be known. */
    public boolean overCycles() {
        return of == null;
    }

    /**
     * Its value; NaN where the row has none.
     *
     * @param backs of the cycles of the same replication; asked only by a figure over cycles
     */
    public double of(MovementRow row, BackOfQueue backs) {
        return of == null ? backs.of(row, share) : of.applyAsDouble(row);
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
