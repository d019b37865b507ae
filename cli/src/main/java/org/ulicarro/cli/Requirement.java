package org.ulicarro.cli;

import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.measure.Statistic;

/**
 * Something that a run has to fulfil: {@code market NBL control_delay < 55 s}, {@code market delay <= 30 s}, {@code network CO2 < 1600 kg}.
 *
 * @param text as it was written
 */
record Requirement(String text, String subject, String measure, boolean less, double value) {

    private static final Pattern FORM =
            Pattern.compile("\\s*(.+?)\\s+(\\S+)\\s*(<=?|>=?)\\s*([-+0-9.eE]+)\\s*([^\\s0-9]*)\\s*");

    /** Reads it; null where it has another form. */
    static Requirement parse(String text) {
        Matcher m = FORM.matcher(text);
        if (!m.matches()) {
            return null;
        }
        try {
            return new Requirement(
                    text.strip(), m.group(1), m.group(2), m.group(3).startsWith("<"), Double.parseDouble(m.group(4)));
        } catch (NumberFormatException e) {
            return null;
        }
    }

    /**
     * What a run has instead, and whether that is enough: "market NBL control_delay is 157.4 ± 11.3 s".
     *
     * @throws IOException when the run has no such figure
     */
    Answer in(Figures figures) throws IOException {
        boolean whole = subject.equals("network");
        Figures.Measure known = Arrays.stream(Figures.Measure.values())
                .filter(m -> m.word.equals(measure))
                .findFirst()
                .orElse(null);
        if (!whole && known == null) {
            List<String> words =
                    Arrays.stream(Figures.Measure.values()).map(m -> m.word).toList();
            throw new IOException("'" + text + "': there is no measure '" + measure + "'."
                    + Names.suggestion(measure, words) + " Measures: " + String.join(", ", words));
        }
        if (whole) {
            figures.network();
        } else {
            figures.movements(subject.split("\\s+")[0], known);
        }
        for (Map.Entry<Figures.Key, double[]> one : figures.values().entrySet()) {
            Figures.Key key = one.getKey();
            String word = key.measure().replace(' ', '_');
            if (key.subject().equalsIgnoreCase(subject) && word.equalsIgnoreCase(measure)) {
                Statistic s = Statistic.of(one.getValue());
                boolean holds = less ? s.mean() < value : s.mean() > value;
                String is = String.format(
                        Locale.ROOT,
                        "%s: it is %." + key.decimals() + "f ± %." + key.decimals() + "f %s",
                        text,
                        s.mean(),
                        (s.hi() - s.lo()) / 2,
                        key.unit());
                return new Answer(holds, is);
            }
        }
        throw new IOException("'" + text + "': run " + figures.name() + " has no '" + subject + "' with that measure."
                + Names.suggestion(
                        subject,
                        figures.values().keySet().stream()
                                .map(Figures.Key::subject)
                                .distinct()
                                .toList()));
    }

    /** Whether it holds, and the figure. */
    record Answer(boolean holds, String words) {}
}
