package org.ulicarro.core.signal;

import java.util.List;

/**
 * Which plan by the day and the time of day.
 *
 * @param tables one for each kind of day
 * @param days day, from that of tick 0 on, to its table; afterwards its weeks come round again
 */
public record Schedule(List<Table> tables, int[] days) {

    /** Ticks of a day. */
    public static final int DAY = 864_000;

    private static final int WEEK = 7;

    /**
     * One day's plans.
     *
     * @param from ticks of the day at which plans begin, rising
     * @param plan places of those plans in their list
     */
    public record Table(int[] from, int[] plan) {

        /** The plan of a moment, or -1 before the first one. */
        private int at(int now) {
            int found = -1;
            for (int i = 0; i < from.length && from[i] <= now; i++) {
                found = plan[i];
            }
            return found;
        }
    }

    /** One plan all day. */
    public static final Schedule ONE = daily(new int[] {0}, new int[] {0});

    /**
     * The same every day.
     *
     * @param from ticks of the day at which plans begin, rising
     * @param plan places of those plans in their list
     */
    public static Schedule daily(int[] from, int[] plan) {
        return new Schedule(List.of(new Table(from, plan)), new int[] {0});
    }

    /** The plan of a moment; before the first one of a day, the last one of the day before. */
    public int at(int tick) {
        int day = Math.floorDiv(tick, DAY);
        int found = table(day).at(Math.floorMod(tick, DAY));
        return found >= 0 ? found : table(day - 1).at(DAY);
    }

    private Table table(int day) {
        if (days.length < WEEK) {
            return tables.get(0);
        }
        int known = day < 0 ? day + WEEK : day < days.length ? day : days.length - WEEK + (day - days.length) % WEEK;
        return tables.get(days[known]);
    }
}
