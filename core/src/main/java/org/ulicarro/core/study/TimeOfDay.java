package org.ulicarro.core.study;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ulicarro.core.base.Clock;

/**
 * A time of day in a list, {@code "16:34"} or {@code "16:34:30"}.
 *
 * @param seconds since midnight
 */
@Form(pattern = "^ *(?:[01]?[0-9]|2[0-4]):[0-5][0-9](?::[0-5][0-9])? *$", example = "16:34")
public record TimeOfDay(double seconds) {

    private static final Pattern PARTS = Pattern.compile(" *(\\d{1,2}):(\\d{2})(?::(\\d{2}))? *");

    public static TimeOfDay parse(String text) {
        Matcher m = PARTS.matcher(text);
        if (!m.matches()) {
            throw new IllegalArgumentException(text);
        }
        int seconds = m.group(3) == null ? 0 : Integer.parseInt(m.group(3));
        return new TimeOfDay(Integer.parseInt(m.group(1)) * 3600 + Integer.parseInt(m.group(2)) * 60 + seconds);
    }

    /** As a study writes it: {@code 16:34}, with seconds where there are some. */
    @Override
    public String toString() {
        return Clock.timeOfDay(seconds);
    }
}
