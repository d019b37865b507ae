package org.ulicarro.cli;

import java.io.IOException;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.measure.Condition;
import org.ulicarro.core.measure.MovementFigure;
import org.ulicarro.core.measure.Statistic;

/** Holds the figures of a run against a condition. */
final class Requirement {

    private Requirement() {}

    /**
     * What a run has instead, and whether that is enough: "market NBL control_delay is 157.4 ± 11.3 s".
     *
     * @throws IOException when the run has no such figure
     */
    static Answer of(Condition condition, Figures figures) throws IOException {
        if (condition.ofNetwork()) {
            figures.network();
        } else {
            MovementFigure known = MovementFigure.named(condition.measure()).orElse(null);
            if (known == null) {
                throw new IOException("'" + condition.text() + "': there is no measure '" + condition.measure() + "'."
                        + Names.suggestion(condition.measure(), MovementFigure.words()) + " Measures: "
                        + String.join(", ", MovementFigure.words()));
            }
            figures.movements(condition.subject().split("\\s+")[0], known);
        }
        for (Map.Entry<Figures.Key, double[]> one : figures.values().entrySet()) {
            Figures.Key key = one.getKey();
            String word = key.measure().replace(' ', '_');
            if (key.subject().equalsIgnoreCase(condition.subject()) && word.equalsIgnoreCase(condition.measure())) {
                Statistic s = Statistic.of(one.getValue());
                String is = String.format(
                        Locale.ROOT,
                        "%s: it is %." + key.decimals() + "f ± %." + key.decimals() + "f %s",
                        condition.text(),
                        s.mean(),
                        (s.hi() - s.lo()) / 2,
                        key.unit());
                return new Answer(condition.holds(s.mean()), is);
            }
        }
        throw new IOException("'" + condition.text() + "': run " + figures.name() + " has no '" + condition.subject()
                + "' with that measure."
                + Names.suggestion(
                        condition.subject(),
                        figures.values().keySet().stream()
                                .map(Figures.Key::subject)
                                .distinct()
                                .toList()));
    }

    /** Whether it holds, and the figure. */
    record Answer(boolean holds, String words) {}
}
