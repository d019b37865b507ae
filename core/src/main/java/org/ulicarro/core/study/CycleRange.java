package org.ulicarro.core.study;

/**
 * A stretch of the cycle, written {@code 43-60}; {@code 78-8} goes over the end of the cycle.
 *
 * @param from first second
 * @param to second at which it ends
 */
@Form(pattern = "^[0-9]+(\\.[0-9])?-[0-9]+(\\.[0-9])?$", example = "43-60")
public record CycleRange(double from, double to) {

    public static CycleRange parse(String text) {
        int dash = text.indexOf('-');
        return new CycleRange(
                Double.parseDouble(text.substring(0, dash)), Double.parseDouble(text.substring(dash + 1)));
    }

    /** Its length in a cycle of that many seconds. */
    public double seconds(double cycle) {
        return to >= from ? to - from : to + cycle - from;
    }

    @Override
    public String toString() {
        return text(from) + "-" + text(to);
    }

    private static String text(double seconds) {
        return seconds == (long) seconds ? Long.toString((long) seconds) : Double.toString(seconds);
    }
}
