package org.ulicarro.core.study;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A stretch of the day, {@code 22:00-06:00}; one that ends before it begins lasts over midnight.
 *
 * @param from its start (s since midnight)
 * @param to its end (s since midnight)
 */
@Form(pattern = "^ *" + TimeSpan.CLOCK + " *- *" + TimeSpan.CLOCK + " *$", example = "22:00-06:00")
public record TimeSpan(double from, double to) {

    static final String CLOCK = "(?:[01]?[0-9]|2[0-4]):[0-5][0-9](?::[0-5][0-9])?";

    private static final Pattern PARTS = Pattern.compile(" *(" + CLOCK + ") *- *(" + CLOCK + ") *");

    public static TimeSpan parse(String text) {
        Matcher m = PARTS.matcher(text);
        if (!m.matches()) {
            throw new IllegalArgumentException(text);
        }
        return new TimeSpan(
                TimeOfDay.parse(m.group(1)).seconds(),
                TimeOfDay.parse(m.group(2)).seconds());
    }

    /** Whether a time of day lies within. */
    public boolean has(double time) {
        return from <= to ? time >= from && time < to : time >= from || time < to;
    }

    /** As a study writes it. */
    @Override
    public String toString() {
        return new TimeOfDay(from) + "-" + new TimeOfDay(to);
    }
}
