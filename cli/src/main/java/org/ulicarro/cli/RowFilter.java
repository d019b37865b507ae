package org.ulicarro.cli;

import java.io.IOException;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Set;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.measure.Columns;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.files.DayTimes;
import picocli.CommandLine.Option;

/** Which rows of a table are shown. */
final class RowFilter {

    @Option(names = "--place", paramLabel = "PLACE", description = "rows of this place only")
    private String place;

    @Option(
            names = "--movement",
            paramLabel = "M",
            description = "rows of this movement only: a short name such as NBL, or an id such as quay-1>mill")
    private String movement;

    @Option(names = "--from", paramLabel = "TIME", description = "intervals that begin at this time of day or later")
    private String from;

    @Option(names = "--to", paramLabel = "TIME", description = "intervals that end at this time of day or earlier")
    private String to;

    @Option(names = "--type", paramLabel = "TYPE", description = "rows of this type of vehicle only")
    private String type;

    String place() {
        return place;
    }

    /** The options that are used. */
    Set<ResultTable.Choice> used() {
        Set<ResultTable.Choice> used = EnumSet.noneOf(ResultTable.Choice.class);
        if (place != null) {
            used.add(ResultTable.Choice.PLACE);
        }
        if (movement != null) {
            used.add(ResultTable.Choice.MOVEMENT);
        }
        if (type != null) {
            used.add(ResultTable.Choice.TYPE);
        }
        if (asksForTimes()) {
            used.add(ResultTable.Choice.TIMES);
        }
        return used;
    }

    /** Whether a movement is meant, by its short name or id. */
    boolean isMovement(String name, String id) {
        return movement == null || name.equalsIgnoreCase(movement) || id.equalsIgnoreCase(movement);
    }

    /** Whether an interval is meant (s since midnight). */
    boolean isInterval(double fromS, double toS) {
        return fromS >= seconds(from, Double.NEGATIVE_INFINITY) && toS <= seconds(to, Double.POSITIVE_INFINITY);
    }

    boolean asksForMovement() {
        return movement != null;
    }

    String movement() {
        return movement;
    }

    /** Whether intervals are asked for. */
    boolean asksForTimes() {
        return from != null || to != null;
    }

    /** What is wrong with the times, or null. */
    String problem() {
        for (String time : Arrays.asList(from, to)) {
            if (time != null && DayTimes.parse(time).isEmpty()) {
                return "'" + time + "' is no time of day such as 16:45";
            }
        }
        return null;
    }

    /**
     * The rows that are meant.
     *
     * @param length of the whole period (s): it is left out where intervals are asked for
     * @throws IOException when a name means no row of the run
     */
    <R extends Record> List<Observed<R>> apply(List<Observed<R>> rows, double length) throws IOException {
        List<Observed<R>> kept = rows;
        kept = named(kept, place, "place", List.of("place"));
        kept = named(kept, movement, "movement", List.of("name", "movement"));
        kept = named(kept, type, "type", List.of("type", "vehicles"));
        if (!asksForTimes() || kept.isEmpty() || component(kept.get(0).row(), "fromS") == null) {
            return kept;
        }
        double begin = seconds(from, Double.NEGATIVE_INFINITY);
        double end = seconds(to, Double.POSITIVE_INFINITY);
        return kept.stream()
                .filter(o -> {
                    double fromS = number(o.row(), "fromS");
                    double toS = number(o.row(), "toS");
                    return fromS >= begin && toS <= end && toS - fromS < length - 1;
                })
                .toList();
    }

    private static double seconds(String time, double otherwise) {
        OptionalDouble parsed = time == null ? OptionalDouble.empty() : DayTimes.parse(time);
        return parsed.orElse(otherwise);
    }

    private static <R extends Record> List<Observed<R>> named(
            List<Observed<R>> rows, String wanted, String what, List<String> components) throws IOException {
        if (wanted == null || rows.isEmpty()) {
            return rows;
        }
        List<Observed<R>> kept = new ArrayList<>();
        Set<String> known = new LinkedHashSet<>();
        boolean any = false;
        for (Observed<R> one : rows) {
            boolean is = false;
            for (String name : components) {
                RecordComponent component = component(one.row(), name);
                if (component != null && component.getType() == String.class) {
                    any = true;
                    String value = (String) Columns.value(component, one.row());
                    known.add(value);
                    is |= value.equalsIgnoreCase(wanted);
                }
            }
            if (is) {
                kept.add(one);
            }
        }
        if (!any) {
            throw new IOException("this table has no column '" + what + "' to choose rows by");
        }
        if (kept.isEmpty()) {
            throw new IOException("this table has no " + what + " '" + wanted + "'." + Names.suggestion(wanted, known));
        }
        return kept;
    }

    private static RecordComponent component(Record row, String name) {
        return Arrays.stream(row.getClass().getRecordComponents())
                .filter(c -> c.getName().equals(name))
                .findFirst()
                .orElse(null);
    }

    private static double number(Record row, String name) {
        return (Double) Columns.value(component(row, name), row);
    }
}
