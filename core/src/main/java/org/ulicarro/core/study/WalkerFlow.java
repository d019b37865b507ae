package org.ulicarro.core.study;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * People who want over a crossing, {@code 240 /h} in both directions together, or by direction, {@code 160 /h + 80 /h}; alone or
 * {@code in groups of 3}. Other flows for parts of the day follow: {@code 60 /h; 16:40-16:55 900 /h in groups of 4}.
 *
 * @param there people per second from the first kerb: right of a road that leads away from its place, or of its first direction
 * @param back people per second from the other kerb
 * @param group people who come together; 1 where everybody comes alone
 * @param slots parts of the day with another flow, in order; they do not overlap
 */
@Form(pattern = WalkerFlow.PATTERN, example = "240 /h in groups of 3; 16:40-16:55 900 /h")
public record WalkerFlow(double there, double back, int group, List<Slot> slots) {

    private static final String FLOW =
            " *[0-9]+(\\.[0-9]+)? */h( *\\+ *[0-9]+(\\.[0-9]+)? */h)?( +in groups of [1-9][0-9]?)? *";
    private static final String CLOCK = "(?:[01]?[0-9]|2[0-4]):[0-5][0-9](?::[0-5][0-9])?";
    static final String PATTERN = "^" + FLOW + "(; *" + CLOCK + " *- *" + CLOCK + " +" + FLOW + ")*$";

    private static final Pattern PARTS =
            Pattern.compile(" *([0-9.]+) */h(?: *\\+ *([0-9.]+) */h)?(?: +in groups of ([0-9]+))? *");
    private static final Pattern TIMED = Pattern.compile(" *(" + CLOCK + ") *- *(" + CLOCK + ")( .*)");

    /**
     * A part of the day with its own flow.
     *
     * @param from its start (s since midnight)
     * @param to its end (s since midnight)
     * @param flow people then
     */
    public record Slot(double from, double to, WalkerFlow flow) {}

    /** The same all day. */
    public WalkerFlow(double there, double back, int group) {
        this(there, back, group, List.of());
    }

    public WalkerFlow {
        slots = List.copyOf(slots);
    }

    public static WalkerFlow parse(String text) {
        String[] pieces = text.split(";");
        WalkerFlow usual = one(pieces[0]);
        List<Slot> slots = new ArrayList<>();
        for (int i = 1; i < pieces.length; i++) {
            Matcher m = TIMED.matcher(pieces[i]);
            if (!m.matches()) {
                throw new IllegalArgumentException(text);
            }
            slots.add(new Slot(
                    TimeOfDay.parse(m.group(1)).seconds(),
                    TimeOfDay.parse(m.group(2)).seconds(),
                    one(m.group(3))));
        }
        return new WalkerFlow(usual.there, usual.back, usual.group, slots);
    }

    private static WalkerFlow one(String text) {
        Matcher m = PARTS.matcher(text);
        if (!m.matches()) {
            throw new IllegalArgumentException(text);
        }
        double first = Double.parseDouble(m.group(1)) / 3600;
        boolean both = m.group(2) == null;
        double there = both ? first / 2 : first;
        double back = both ? first / 2 : Double.parseDouble(m.group(2)) / 3600;
        return new WalkerFlow(there, back, m.group(3) == null ? 1 : Integer.parseInt(m.group(3)));
    }

    /** What holds at a time of day. */
    public WalkerFlow at(double time) {
        for (Slot slot : slots) {
            if (time >= slot.from() && time < slot.to()) {
                return slot.flow();
            }
        }
        return this;
    }

    /** As a study writes it: {@code 240 /h in groups of 3; 16:40-16:55 900 /h}. */
    @Override
    public String toString() {
        StringBuilder text = new StringBuilder(flow());
        for (Slot slot : slots) {
            text.append("; ").append(new TimeOfDay(slot.from())).append('-').append(new TimeOfDay(slot.to()));
            text.append(' ').append(slot.flow().flow());
        }
        return text.toString();
    }

    private String flow() {
        String people = there == back ? hourly(there, 2) : hourly(there, 1) + " + " + hourly(back, 1);
        return people + (group == 1 ? "" : " in groups of " + group);
    }

    /** People an hour, with as few digits as read back to the same flow of one of so many directions. */
    private static String hourly(double flow, int directions) {
        BigDecimal hour = new BigDecimal(flow * 3600 * directions);
        for (int digits = 0; digits < 15; digits++) {
            BigDecimal rounded = hour.setScale(digits, RoundingMode.HALF_EVEN);
            if (rounded.doubleValue() / 3600 / directions == flow) {
                return rounded.toPlainString() + " /h";
            }
        }
        return hour.round(MathContext.DECIMAL64).toPlainString() + " /h";
    }
}
