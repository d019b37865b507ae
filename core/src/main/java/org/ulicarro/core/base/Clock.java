package org.ulicarro.core.base;

import java.util.Locale;

/**
 * Time of day as a count of ticks of 0.1 s since midnight. Ticks are counted, never added up as fractions, so an hour is exactly
 * 36 000 of them.
 */
public final class Clock {

    public static final int TICKS_PER_SECOND = 10;

    private Clock() {}

    public static double seconds(long tick) {
        return tick / (double) TICKS_PER_SECOND;
    }

    /** Nearest tick to a time in seconds. */
    public static int ticks(double seconds) {
        return (int) StrictMath.round(seconds * TICKS_PER_SECOND);
    }

    /** {@code HH:MM}, with seconds only where they are not zero. Hours go on past 24 for a period that crosses midnight. */
    public static String timeOfDay(double seconds) {
        long whole = StrictMath.round(seconds);
        String minutes = String.format(Locale.ROOT, "%02d:%02d", whole / 3600, whole / 60 % 60);
        return whole % 60 == 0 ? minutes : minutes + String.format(Locale.ROOT, ":%02d", whole % 60);
    }

    /** {@code HH:MM:SS.t} of a tick, always in full. */
    public static String timeOfDayToTenth(long tick) {
        long whole = Math.floorDiv(tick, TICKS_PER_SECOND);
        return String.format(
                Locale.ROOT,
                "%02d:%02d:%02d.%d",
                whole / 3600,
                whole / 60 % 60,
                whole % 60,
                Math.floorMod(tick, TICKS_PER_SECOND));
    }
}
