package org.ulicarro.core.base;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Puts figures into sentences, in the units that their readers use. Sentences are kept in metric units: a figure that stands before
 * {@code m}, {@code km/h}, {@code m/s} or {@code m/s2} is told in feet and miles to those who asked for these. What stands in braces is
 * an example of what to write and stays.
 */
public enum Wording {
    METRIC(Map.of()),
    US(Map.of(
            "m",
            PrintedUnit.of(Dimension.LENGTH, "ft"),
            "km/h",
            new PrintedUnit("mph", 1.609344),
            "m/s",
            new PrintedUnit("ft/s", 0.3048),
            "m/s2",
            PrintedUnit.of(Dimension.ACCELERATION, "ft/s2")));

    /** An example in braces, or else a placeholder or a figure with what may be its unit. */
    private static final Pattern FIGURE = Pattern.compile(
            "\\{[^}]*}|(?:(?<place>%(?:%|[-+]?(?:\\.\\d+)?[sdf]))|(?<figure>(?<![\\w.])\\d+(?:\\.\\d+)?))(?: (?<unit>m/s2|m/s|km/h|m)(?![\\w/]))?");

    private final Map<String, PrintedUnit> units; // by the metric ones that they stand for

    Wording(Map<String, PrintedUnit> units) {
        this.units = units;
    }

    /**
     * A sentence with its values.
     *
     * @param words as for {@link String#format}, with placeholders {@code %s}, {@code %d} and {@code %.1f}, in the order of the values
     */
    public String of(String words, List<Object> values) {
        Object[] told = values.toArray();
        String format = units.isEmpty() ? words : inUnits(words, told);
        return String.format(Locale.ROOT, format, told);
    }

    private String inUnits(String words, Object[] values) {
        StringBuilder format = new StringBuilder();
        Matcher found = FIGURE.matcher(words);
        int place = 0;
        while (found.find()) {
            String placeholder = found.group("place");
            PrintedUnit unit = found.group("unit") == null ? null : units.get(found.group("unit"));
            String told = found.group();
            if (unit != null && placeholder == null) {
                double figure = unit.of(Double.parseDouble(found.group("figure")));
                told = String.format(Locale.ROOT, "%.1f", figure).replace(".0", "") + " " + unit.name();
            } else if (unit != null && values[place] instanceof Double figure) {
                values[place] = unit.of(figure);
                told = placeholder + " " + unit.name();
            }
            if (placeholder != null && !placeholder.equals("%%")) {
                place++;
            }
            found.appendReplacement(format, Matcher.quoteReplacement(told));
        }
        return found.appendTail(format).toString();
    }
}
