package org.ulicarro.core.signal.meter;

import org.ulicarro.core.signal.Schedule;

/**
 * A meter, compiled. Rates are vehicles per tick of all its lanes together.
 *
 * @param firstGroup signal group of its first lane; the others follow
 * @param waits lane -> detector at its line
 * @param gone lane -> detector just behind it
 * @param yellow ticks
 * @param perGreen vehicles let go on one green of a lane
 * @param together whether all lanes have green at once
 * @param schedule which of the rates begins when
 * @param rates by their place in the schedule
 * @param from tick of the day from which it meters
 * @param to tick of the day at which it ends
 * @param least the least rate that feedback comes to
 * @param most the greatest one, also while the queue is too long
 * @param main detectors of the main road; none for a rate without feedback
 * @param target occupancy to hold (share)
 * @param gain change of rate for a share of occupancy of 1
 * @param every ticks between two rates
 * @param back detectors where the queue must not come to
 * @param full occupancy of any of them above which the queue is too long (share)
 */
record MeterProgram(
        int firstGroup,
        int[] waits,
        int[] gone,
        int yellow,
        int perGreen,
        boolean together,
        Schedule schedule,
        double[] rates,
        int from,
        int to,
        double least,
        double most,
        int[] main,
        double target,
        double gain,
        int every,
        int[] back,
        double full) {

    boolean isActive(int tick) {
        int now = Math.floorMod(tick, Schedule.DAY);
        return now >= from && now < to;
    }
}
