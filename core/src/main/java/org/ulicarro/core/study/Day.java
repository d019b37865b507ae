package org.ulicarro.core.study;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * A day for which signals may have plans of their own: a day of the week, {@code tue}, or a date, {@code 2027-05-04}.
 *
 * @param weekday its day of the week; null where the calendar has no such date
 * @param date null where only the day of the week is known
 */
@Form(pattern = "^" + Day.ONE + "$", example = "tue")
public record Day(DayOfWeek weekday, LocalDate date) {

    static final String WEEKDAY = "(mon|tue|wed|thu|fri|sat|sun)";
    static final String ONE = "(" + WEEKDAY + "|[0-9]{4}-[0-9]{2}-[0-9]{2})";

    private static final List<String> NAMES =
            Arrays.stream(DayOfWeek.values()).map(Day::name).toList();

    /** Whether the calendar has it. */
    public boolean exists() {
        return weekday != null;
    }

    public static Day parse(String text) {
        int weekday = NAMES.indexOf(text);
        if (weekday >= 0) {
            return new Day(DayOfWeek.of(weekday + 1), null);
        }
        try {
            LocalDate date = LocalDate.parse(text);
            return new Day(date.getDayOfWeek(), date);
        } catch (DateTimeException e) {
            if (text.matches("^" + ONE + "$")) {
                return new Day(null, null); // said by the rules of a study, with its place
            }
            throw new IllegalArgumentException(text, e);
        }
    }

    /** The day so many days later. */
    public Day later(int days) {
        return new Day(weekday.plus(days), date == null ? null : date.plusDays(days));
    }

    /**
     * Whether it is one of some days.
     *
     * @param words as keys of a schedule name them, {@code sat sun}, {@code mon-thu}, {@code 2027-12-24}
     * @param byDate whether dates count; else days of the week
     * @throws IllegalArgumentException when one of them is no day
     */
    boolean isAmong(String words, boolean byDate) {
        boolean found = false;
        for (String word : words.strip().split(" +")) {
            if (word.matches(WEEKDAY + "-" + WEEKDAY)) {
                int first = NAMES.indexOf(word.substring(0, 3));
                int length = Math.floorMod(NAMES.indexOf(word.substring(4)) - first, NAMES.size());
                found |= !byDate && Math.floorMod(weekday.ordinal() - first, NAMES.size()) <= length;
            } else {
                Day day = parse(word);
                if (!day.exists()) {
                    throw new IllegalArgumentException(word);
                }
                found |=
                        byDate ? day.date != null && day.date.equals(date) : day.date == null && day.weekday == weekday;
            }
        }
        return found;
    }

    private static String name(DayOfWeek day) {
        return day.name().substring(0, 3).toLowerCase(Locale.ROOT);
    }

    /** As a study writes it. */
    @Override
    public String toString() {
        return !exists() ? "no day" : date == null ? name(weekday) : date.toString();
    }
}
