package org.ulicarro.cli;

import java.util.List;
import java.util.Locale;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.measure.TotalRow;
import org.ulicarro.core.run.ReplicationResult;

/**
 * How sure a mean has to be before a run may end.
 *
 * @param share half of the 95 % interval as a share of the mean
 * @param of "network" for the delay of a journey, or a place for its control and entry delay
 * @param most replications that it may take
 */
record Precision(double share, String of, int most) {

    static final String NETWORK = "network";

    /** Fewer replications tell nothing about their spread. */
    static final int LEAST = 5;

    /** The figure so far. */
    Statistic of(List<ReplicationResult> results) {
        ToDoubleFunction<ReplicationResult> figure = of.equals(NETWORK) ? Precision::journey : this::place;
        return Statistic.of(results.stream().mapToDouble(figure).toArray());
    }

    private static double journey(ReplicationResult result) {
        TotalRow all = result.rows(TotalRow.class).get(0);
        return all.delayS() / all.vehicles();
    }

    private double place(ReplicationResult result) {
        MovementRow last = null; // intervals come before the whole period
        for (MovementRow row : result.rows(MovementRow.class)) {
            if (row.place().equals(of) && row.approach().equals(MovementRow.ALL)) {
                last = row;
            }
        }
        if (last == null) {
            List<String> places = result.rows(MovementRow.class).stream()
                    .map(MovementRow::place)
                    .distinct()
                    .toList();
            throw new IllegalArgumentException(
                    "--of takes 'network' or a place with a control, not '" + of + "'." + Names.suggestion(of, places));
        }
        return last.controlDelayS() + last.entryDelayS();
    }

    boolean isReached(List<ReplicationResult> results) {
        return results.size() >= LEAST && of(results).relativeHalfWidth() <= share;
    }

    /** How many more to run now. */
    int more(List<ReplicationResult> results) {
        int needed = Math.max(LEAST, of(results).replicationsFor(share));
        // the spread of a few replications is a guess: half of what seems missing, then look again
        int missing = Math.max(1, (needed - results.size() + 1) / 2);
        return Math.min(missing, most - results.size());
    }

    String words(List<ReplicationResult> results) {
        Statistic s = of(results);
        return String.format(
                Locale.ROOT,
                "%s: delay %.1f s ± %.1f %% after %d replications",
                of.equals(NETWORK) ? "a journey" : "'" + of + "'",
                s.mean(),
                100 * s.relativeHalfWidth(),
                results.size());
    }
}
