package org.ulicarro.core.study;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * People who want over a crossing, {@code 240 /h} in both directions together, or by direction, {@code 160 /h + 80 /h}; alone or
 * {@code in groups of 3}.
 *
 * @param there people per second from the first kerb: right of a road that leads away from its place, or of its first direction
 * @param back people per second from the other kerb
 * @param group people who come together; 1 where everybody comes alone
 */
@Form(
        pattern = "^ *[0-9]+(\\.[0-9]+)? */h( *\\+ *[0-9]+(\\.[0-9]+)? */h)?( +in groups of [1-9][0-9]?)? *$",
        example = "240 /h in groups of 3")
public record WalkerFlow(double there, double back, int group) {

    private static final Pattern PARTS =
            Pattern.compile(" *([0-9.]+) */h(?: *\\+ *([0-9.]+) */h)?(?: +in groups of ([0-9]+))? *");

    public static WalkerFlow parse(String text) {
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
}
