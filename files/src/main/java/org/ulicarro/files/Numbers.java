package org.ulicarro.files;

import java.util.regex.Pattern;

/** Numbers in tables, with what was probably meant where one cannot be read. */
final class Numbers {

    private static final Pattern THOUSANDS = Pattern.compile("[0-9]{1,3}([,.' ][0-9]{3})+");
    private static final Pattern DECIMAL_COMMA = Pattern.compile("-?[0-9]+,[0-9]{1,2}");
    private static final Pattern UNIT = Pattern.compile("(-?[0-9.]+) *[A-Za-z/%]+");

    private Numbers() {}

    /** The number, or NaN when there is none that is finite. */
    static double parse(String text) {
        try {
            double value = Double.parseDouble(text);
            boolean plain = !text.isEmpty() && "0123456789.+-".indexOf(text.charAt(text.length() - 1)) >= 0;
            return Double.isFinite(value) && plain ? value : Double.NaN;
        } catch (NumberFormatException e) {
            return Double.NaN;
        }
    }

    /** Why a text is no number of something, and what would be. */
    static String problem(String text, String what) {
        String start = "'" + text + "' is no number of " + what;
        if (text.isEmpty()) {
            return "here a number of " + what + " is missing";
        }
        if (DECIMAL_COMMA.matcher(text).matches()) {
            return start + "; decimals take a point: " + text.replace(',', '.');
        }
        if (THOUSANDS.matcher(text).matches()) {
            return start + "; write it without marks between thousands: " + text.replaceAll("[,.' ]", "");
        }
        var unit = UNIT.matcher(text);
        return unit.matches() ? start + "; write the number alone: " + unit.group(1) : start;
    }
}
