package org.ulicarro.core.measure;

import java.util.function.Function;

/**
 * What a measure registers itself with: its rows, and how it is made for a replication. A subclass with {@code @AutoService} is found
 * wherever it lies; tables, files and help then follow from its rows.
 */
public abstract class Instrument {

    private final Table<?> table;
    private final Function<Fitting, ? extends Measure<?>> maker;

    /**
     * An instrument.
     *
     * @param row what its table is made of, a record with a {@link TableName}
     * @param maker makes the measure for a replication
     */
    protected <R extends Record> Instrument(Class<R> row, Function<Fitting, ? extends Measure<R>> maker) {
        table = Table.of(row);
        this.maker = maker;
    }

    public final Table<?> table() {
        return table;
    }

    final Measure<?> fit(Fitting fitting) {
        return maker.apply(fitting);
    }
}
