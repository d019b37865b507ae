package org.ulicarro.core.measure;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Something that traffic has to fulfil: {@code market NBL control_delay < 55 s}, {@code market delay <= 30 s}, {@code network CO2 < 1600 kg}.
 *
 * @param text as it was written
 * @param subject a place, a movement or approach of one, or the network
 * @param measure one word
 * @param less whether the figure has to be below the value, else above
 * @param value in the unit of the figure
 */
public record Condition(String text, String subject, String measure, boolean less, double value) {

    /** In place of a place: all that travel. */
    public static final String NETWORK = "network";

    private static final Pattern FORM =
            Pattern.compile("\\s*(.+?)\\s+(\\S+)\\s*(<=?|>=?)\\s*([-+0-9.eE]+)\\s*([^\\s0-9]*)\\s*");

    /** Reads it; empty where it has another form. */
    public static Optional<Condition> parse(String text) {
        Matcher m = FORM.matcher(text);
        if (!m.matches()) {
            return Optional.empty();
        }
        try {
            double value = Double.parseDouble(m.group(4));
            return Optional.of(new Condition(
                    text.strip(), m.group(1), m.group(2), m.group(3).startsWith("<"), value));
        } catch (NumberFormatException e) {
            return Optional.empty();
        }
    }

    /** Whether it is about all that travel. */
    public boolean ofNetwork() {
        return subject.equals(NETWORK);
    }

    /** Whether a figure fulfils it. */
    public boolean holds(double figure) {
        return less ? figure < value : figure > value;
    }

    /** By how much a figure misses it, as a share of the value; 0 where it holds. */
    public double excess(double figure) {
        if (holds(figure)) {
            return 0;
        }
        double by = less ? figure - value : value - figure;
        return by / Math.max(StrictMath.abs(value), 1e-9);
    }
}
