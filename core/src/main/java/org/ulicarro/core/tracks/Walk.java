package org.ulicarro.core.tracks;

/**
 * One walker in one block.
 *
 * @param id number among the walkers
 * @param crossing number of the crossing
 * @param there whether from its first kerb
 * @param aside to the right of the way there, as a share of half the crossing's width
 * @param speed m/s
 * @param begin tick at which it is first seen in the block
 * @param position there, from its kerb (m)
 * @param motion 0 stands, 1 walks, 2 steps back
 * @param ticks of changes
 * @param motions from them on; 3 gone
 */
public record Walk(
        int id,
        int crossing,
        boolean there,
        double aside,
        double speed,
        int begin,
        double position,
        int motion,
        int[] ticks,
        int[] motions) {

    private static final double SECONDS_PER_TICK = 0.1;

    /** Where it is at a tick, from its kerb (m); NaN before it came and after it has gone. */
    public double at(double tick) {
        if (tick < begin) {
            return Double.NaN;
        }
        double at = position;
        double since = begin;
        int doing = motion;
        for (int i = 0; i < ticks.length && ticks[i] <= tick; i++) {
            at += moved(doing, ticks[i] - since);
            since = ticks[i];
            doing = motions[i];
        }
        return doing == WalkWriter.GONE ? Double.NaN : Math.max(0, at + moved(doing, tick - since));
    }

    private double moved(int doing, double forTicks) {
        double metres = forTicks * SECONDS_PER_TICK * speed;
        return doing == WalkWriter.WALKS ? metres : doing == WalkWriter.STEPS_BACK ? -metres : 0;
    }
}
