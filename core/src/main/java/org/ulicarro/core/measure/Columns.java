package org.ulicarro.core.measure;

import java.lang.reflect.RecordComponent;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/** Components of a row as columns of its table. */
public final class Columns {

    private Columns() {}

    /** The column of a component: {@code control_delay_s} of {@code controlDelayS}, {@code back_p95_m} of {@code backP95M}. */
    public static String name(RecordComponent component) {
        return component.getName().replaceAll("([A-Z])", "_$1").toLowerCase(Locale.ROOT);
    }

    /** What a row has in a column: a text, a number or a truth; lists of words are one text. */
    public static Object value(RecordComponent component, Record row) {
        try {
            Object value = component.getAccessor().invoke(row);
            return value instanceof List<?> words
                    ? words.stream().map(String::valueOf).collect(Collectors.joining(" "))
                    : value;
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("rows are public records", e);
        }
    }
}
