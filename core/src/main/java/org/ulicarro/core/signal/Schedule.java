package org.ulicarro.core.signal;

/**
 * Which plan by the time of day.
 *
 * @param from ticks of the day at which plans begin, rising
 * @param plan places of those plans in their list
 */
public record Schedule(int[] from, int[] plan) {

    /** Ticks of a day. */
    public static final int DAY = 864_000;

    /** One plan all day. */
    public static final Schedule ONE = new Schedule(new int[] {0}, new int[] {0});

    /** The plan of a moment; before the first one of a day, the last one of the day before. */
    public int at(int tick) {
        int now = Math.floorMod(tick, DAY);
        int found = plan[plan.length - 1];
        for (int i = 0; i < from.length && from[i] <= now; i++) {
            found = plan[i];
        }
        return found;
    }
}
