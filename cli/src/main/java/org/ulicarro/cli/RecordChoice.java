package org.ulicarro.cli;

import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.tracks.TrackSettings;
import org.ulicarro.files.DayTimes;

/**
 * What of a run is recorded.
 *
 * @param replication a number, {@link #ALL}, {@link #LAST} or {@link #NONE}
 * @param from s since midnight, NaN for the start of the warm-up
 * @param to s since midnight, NaN for the end of the drain time
 * @param every s between samples
 * @param text as it was written; null for nothing
 */
record RecordChoice(int replication, double from, double to, double every, String text) {

    static final int ALL = 0;
    static final int LAST = -1;
    static final int NONE = -2;

    private static final Pattern EVERY = Pattern.compile("(\\d{1,4})\\s*s");
    private static final String FORM =
            "'--record' takes last, all or the number of a replication, a window such as 16:30-16:45 and a time between"
                    + " samples such as 5s, with commas between them; not '%s'";

    /**
     * Reads it from the command line.
     *
     * @param text null for nothing
     * @throws IllegalArgumentException with words for the user
     */
    static RecordChoice parse(String text) {
        RecordChoice choice = new RecordChoice(text == null ? NONE : LAST, Double.NaN, Double.NaN, 1, text);
        for (String part : text == null ? new String[0] : text.split(",", -1)) {
            choice = choice.with(part.trim());
        }
        return choice;
    }

    private RecordChoice with(String part) {
        Matcher time = EVERY.matcher(part);
        String[] window = part.split("-", -1);
        if (part.equals("all")) {
            return new RecordChoice(ALL, from, to, every, text);
        } else if (part.equals("last")) {
            return new RecordChoice(LAST, from, to, every, text);
        } else if (part.matches("[1-9]\\d{0,4}")) {
            return new RecordChoice(Integer.parseInt(part), from, to, every, text);
        } else if (time.matches() && Integer.parseInt(time.group(1)) >= 1 && Integer.parseInt(time.group(1)) <= 600) {
            return new RecordChoice(replication, from, to, Integer.parseInt(time.group(1)), text);
        } else if (window.length == 2) {
            OptionalDouble start = DayTimes.parse(window[0]);
            OptionalDouble end = DayTimes.parse(window[1]);
            if (start.isPresent() && end.isPresent() && start.getAsDouble() < end.getAsDouble()) {
                return new RecordChoice(replication, start.getAsDouble(), end.getAsDouble(), every, text);
            }
        }
        throw new IllegalArgumentException(FORM.formatted(part));
    }

    boolean records() {
        return replication != NONE;
    }

    /** Whether one replication of so many is recorded. */
    boolean includes(int number, int count) {
        return replication == ALL || replication == number || replication == LAST && number == count;
    }

    TrackSettings settings(int number, Model model) {
        var window = model.demand().window();
        double first = Double.isNaN(from) ? window.start() : Math.max(from, window.start());
        double last = Double.isNaN(to) ? window.end() : Math.min(to, window.end());
        return TrackSettings.of(number, first, last, every, model.study().step(), window.start());
    }
}
