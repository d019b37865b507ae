package org.ulicarro.core.measure;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * A table of results as its rows describe it: files, exports, help and pages follow from this.
 *
 * @param <R> its rows
 * @param row their class
 * @param name {@code travel_times}
 * @param about what it tells, in a few words
 * @param columns in the order of the row's components
 */
public record Table<R extends Record>(Class<R> row, String name, String about, List<Column> columns) {

    /** By what rows can be chosen. */
    public enum Choice {
        PLACE,
        MOVEMENT,
        TYPE,
        TIMES
    }

    /**
     * The table of a kind of row.
     *
     * @throws IllegalArgumentException for a record without a {@link TableName}
     */
    public static <R extends Record> Table<R> of(Class<R> row) {
        TableName named = row.getAnnotation(TableName.class);
        if (named == null) {
            throw new IllegalArgumentException(row.getName() + " names no table");
        }
        return new Table<>(
                row,
                named.value(),
                named.about(),
                Arrays.stream(row.getRecordComponents()).map(Column::of).toList());
    }

    /** What its rows can be chosen by: they have what is asked for in a column. */
    public Set<Choice> choices() {
        Set<Choice> choices = EnumSet.noneOf(Choice.class);
        if (has("place")) {
            choices.add(Choice.PLACE);
        }
        if (has("movement")) {
            choices.add(Choice.MOVEMENT);
        }
        if (has("type") || hasWords("vehicles")) {
            choices.add(Choice.TYPE);
        }
        if (has("from_s") && has("to_s")) {
            choices.add(Choice.TIMES);
        }
        return choices;
    }

    private boolean hasWords(String column) {
        return columns.stream()
                .anyMatch(c -> c.name().equals(column) && c.component().getType() == String.class);
    }

    private boolean has(String column) {
        return columns.stream().anyMatch(c -> c.name().equals(column));
    }
}
