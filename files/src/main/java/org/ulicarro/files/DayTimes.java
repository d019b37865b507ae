package org.ulicarro.files;

import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ulicarro.core.study.TimeOfDay;

/** Times of day as text: {@code 16:30} or {@code 16:30:15}. */
public final class DayTimes {

    static final String PATTERN = "^ *(?:[01]?[0-9]|2[0-4]):[0-5][0-9](?::[0-5][0-9])? *$";

    private static final Pattern PARTS = Pattern.compile("\\s*(\\d{1,2}):(\\d{2})(?::(\\d{2}))?\\s*");
    private static final Pattern FORM = Pattern.compile(PATTERN);

    private DayTimes() {}

    /** Seconds since midnight, or empty when the text is no time of day. */
    public static OptionalDouble parse(String text) {
        Matcher m = PARTS.matcher(text);
        if (!FORM.matcher(text).matches() || !m.matches()) {
            return OptionalDouble.empty();
        }
        int seconds = m.group(3) == null ? 0 : Integer.parseInt(m.group(3));
        return OptionalDouble.of(Integer.parseInt(m.group(1)) * 3600 + Integer.parseInt(m.group(2)) * 60 + seconds);
    }

    /** As a study writes it. */
    static String text(double seconds) {
        return new TimeOfDay(seconds).toString();
    }
}
