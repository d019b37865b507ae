package org.ulicarro.core.tracks;

import org.ulicarro.core.base.Clock;

/**
 * What to record of one replication.
 *
 * @param replication its number, from 1
 * @param from first tick
 * @param to last tick
 * @param sampleTicks ticks between samples, a multiple of the step
 */
public record TrackSettings(int replication, int from, int to, int sampleTicks) {

    private static final int MOST_BLOCK_TICKS = 60 * Clock.TICKS_PER_SECOND;

    /**
     * Settings from times.
     *
     * @param from s since midnight
     * @param to s since midnight
     * @param every s between samples; what does not fit the step is rounded up to it
     * @param step s
     * @param origin s since midnight at which the steps begin to be counted
     */
    public static TrackSettings of(int replication, double from, double to, double every, double step, double origin) {
        int stepTicks = Clock.ticks(step);
        int samples = Math.max(1, (Clock.ticks(every) + stepTicks - 1) / stepTicks);
        int start = Clock.ticks(origin);
        int first = (Math.max(0, Clock.ticks(from) - start) + stepTicks - 1) / stepTicks;
        return new TrackSettings(replication, start + first * stepTicks, Clock.ticks(to), samples * stepTicks);
    }

    /** Samples fill a block up to a minute, at least one of them. */
    int blockTicks() {
        return Math.max(1, MOST_BLOCK_TICKS / sampleTicks) * sampleTicks;
    }
}
