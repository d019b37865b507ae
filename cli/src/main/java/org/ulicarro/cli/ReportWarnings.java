package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.ulicarro.files.RunRecord;

/** What a reader must know before the figures of a run. */
final class ReportWarnings {

    private ReportWarnings() {}

    /**
     * Sentences, run by run.
     *
     * @param of said in front of each, empty for a report of one run
     */
    static List<String> of(RunRecord r, String of) {
        List<String> warnings = new ArrayList<>();
        if (r.leftSomeOutside()) {
            warnings.add(String.format(
                    Locale.ROOT,
                    "%s%.0f vehicles found no room to enter by the end of the period (at most %d at once). They wait outside, and"
                            + " delays inside look better than they are.",
                    of,
                    r.unservedAtEnd(),
                    r.unservedPeak()));
        } else if (r.unservedPeak() >= 10) {
            warnings.add(String.format(
                    Locale.ROOT,
                    "%sAt times up to %d vehicles wait outside for room; their time there is the entry delay.",
                    of,
                    r.unservedPeak()));
        }
        if (!r.standstills().isEmpty()) {
            warnings.add(of + Standstills.words(r) + ". " + r.standstills().get(0) + ".");
        }
        if (r.replications() < 5) {
            warnings.add(of + r.replications() + " replication(s) are too few to know what a figure is worth.");
        }
        if (r.missedTurns() >= 1) {
            warnings.add(String.format(
                    Locale.ROOT,
                    "%s%.1f vehicles per replication found no room to change lanes for their turn and drove another way.",
                    of,
                    r.missedTurns()));
        }
        if (r.movedUp() > 0) {
            warnings.add(String.format(
                    Locale.ROOT,
                    "%sfull roads held each other in a circle: %.1f times per replication a driver moved up into a junction without room behind it.",
                    of,
                    r.movedUp()));
        }
        r.incidents().forEach(incident -> warnings.add(of + incident));
        return warnings;
    }
}
