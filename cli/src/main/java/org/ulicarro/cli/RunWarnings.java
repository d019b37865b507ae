package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.ulicarro.files.RunRecord;

/** What has to be known before the figures of a run: warnings and notes, each of one or two lines. */
final class RunWarnings {

    /** Fewer outside for a moment are arrivals that came in a bunch; they stand in the entry delay. */
    private static final int WORTH_A_WARNING = 10;

    /** Fewer vehicles at the start than this share of what follows, and the warm-up was too short. */
    private static final double EMPTY_START = 0.75;

    private static final int WIDTH = 90;

    private static final String NEXT_LINE = "\n         ";

    private RunWarnings() {}

    /** As they stand above a table. */
    static List<String> of(RunRecord record) {
        List<String> all = new ArrayList<>();
        if (record.leftSomeOutside()) {
            all.add(String.format(
                    Locale.ROOT,
                    "warning: %.1f vehicles found no room to enter by the end of the period (at most %d at once);"
                            + NEXT_LINE + "they wait outside, and the delays inside look better than they are",
                    record.unservedAtEnd(),
                    record.unservedPeak()));
        } else if (record.unservedPeak() >= WORTH_A_WARNING) {
            all.add(String.format(
                    Locale.ROOT,
                    "warning: at times up to %d vehicles found no room to enter and waited outside: see 'unserved';"
                            + NEXT_LINE + "that time is entry delay, and no part of the delay inside",
                    record.unservedPeak()));
        }
        if (record.missedTurns() > 0) {
            all.add(String.format(
                    Locale.ROOT,
                    "warning: %.1f vehicles per replication found no room to change lanes for their turn in time;"
                            + NEXT_LINE + "they drove on another way, and are counted where they went",
                    record.missedTurns()));
        }
        if (record.movedUp() > 0) {
            all.add(String.format(
                    Locale.ROOT,
                    "warning: full roads held each other in a circle: %.1f times per replication somebody moved up into a junction"
                            + NEXT_LINE
                            + "without room behind it, since nothing else moved. Signals that near need offsets",
                    record.movedUp()));
        }
        if (record.startFill() < EMPTY_START) {
            all.add(String.format(
                    Locale.ROOT,
                    "warning: the period starts too empty: %.0f %% of the vehicles of its first quarter of an hour are on the road;"
                            + NEXT_LINE + "a longer warm-up makes delays larger",
                    100 * record.startFill()));
        }
        if (record.noWay() > 0) {
            all.add(String.format(
                    Locale.ROOT,
                    "warning: %.1f vehicles per replication had no way round a closed road: they drove where they may not,"
                            + NEXT_LINE + "or waited in front of it",
                    record.noWay()));
        }
        if (record.detoured() > 0) {
            all.add(String.format(
                    Locale.ROOT,
                    "note: %.1f vehicles per replication took another way round closed roads",
                    record.detoured()));
        }
        if (!record.standstills().isEmpty()) {
            List<String> how = Wrapped.lines(List.of(record.standstills().get(0).split(" ")), WIDTH);
            all.add("warning: " + Standstills.words(record) + NEXT_LINE + String.join(NEXT_LINE, how));
        }
        all.addAll(record.incidents());
        if (record.replications() < 2) {
            all.add("warning: one replication has no interval; run at least five to know what a figure is worth");
        }
        return all;
    }

    /** The same for machines, each on one line, and what the study's check said. */
    static List<String> lines(RunRecord record) {
        List<String> all = new ArrayList<>();
        of(record).forEach(one -> all.add(one.replace(NEXT_LINE, " ")));
        all.addAll(record.warnings());
        return all;
    }
}
