package org.ulicarro.core.signal;

import java.util.List;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.study.TimeSpan;

/**
 * What a place shows while it flashes, and when (NTCIP 1202 v03, unitFlashStatus: automatic and fault monitor).
 *
 * @param firstGroup number of its first group
 * @param shows of each of its groups
 * @param times stretches of each day
 * @param faults stretches in which the controller fails
 * @param red how long all show red before control begins again (ticks)
 */
record Flash(int firstGroup, Aspect[] shows, List<TimeSpan> times, List<TimeSpan> faults, int red) {

    boolean isFault(int tick) {
        return isIn(faults, tick);
    }

    boolean isTime(int tick) {
        return isIn(times, tick);
    }

    private static boolean isIn(List<TimeSpan> spans, int tick) {
        double time = Clock.seconds(Math.floorMod(tick, Schedule.DAY));
        for (TimeSpan span : spans) {
            if (span.has(time)) {
                return true;
            }
        }
        return false;
    }
}
