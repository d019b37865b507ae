package org.ulicarro.core.base;

import java.math.BigDecimal;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A number with its unit as people write it, {@code 60 m} or {@code 1.0 s ± 0.2 s}, turned into SI.
 *
 * @param mean the value in SI
 * @param spread standard deviation in SI, 0 where none is written
 */
public record Quantity(double mean, double spread) {

    private static final String NUMBER = "[-+]?\\d+(?:\\.\\d+)?";
    private static final String UNIT = "((?:[^\\s\\d±+,.][^\\s±]*)?)";
    private static final Pattern FORM = Pattern.compile(
            "\\s*(" + NUMBER + ")\\s*" + UNIT + "\\s*(?:(?:±|\\+-)\\s*(" + NUMBER + ")\\s*" + UNIT + "\\s*)?");

    /** A quantity's text that cannot be read; the message says what to write instead. */
    public static final class Unreadable extends Exception {
        private static final long serialVersionUID = 1L;

        Unreadable(String message) {
            super(message);
        }
    }

    /**
     * Reads a quantity.
     *
     * @throws Unreadable when it has no unit, a unit of another dimension, or no number
     */
    public static Quantity parse(String text, Dimension dimension) throws Unreadable {
        Matcher m = FORM.matcher(text);
        if (!m.matches()) {
            throw new Unreadable(
                    "'" + text + "' is not " + dimension.noun() + "; write for example '" + dimension.example() + "'");
        }
        double mean = value(text, m.group(1), m.group(2), dimension);
        if (m.group(3) == null) {
            return new Quantity(mean, 0);
        }
        double spread = value(text, m.group(3), m.group(4).isEmpty() ? m.group(2) : m.group(4), dimension);
        if (spread < 0) {
            throw new Unreadable("the spread in '" + text + "' is negative");
        }
        return new Quantity(mean, spread);
    }

    private static double value(String text, String number, String unit, Dimension dimension) throws Unreadable {
        if (unit.isEmpty()) {
            throw new Unreadable(bareNumber(number, dimension));
        }
        Double factor = dimension.units().get(unit);
        if (factor == null) {
            List<String> known = List.copyOf(dimension.units().keySet());
            throw new Unreadable("'" + unit + "' in '" + text + "' is no unit of " + dimension.noun() + "; use "
                    + String.join(", ", known.subList(0, known.size() - 1))
                    + (known.size() > 1 ? " or " : "") + known.get(known.size() - 1));
        }
        return new BigDecimal(number).doubleValue() * factor;
    }

    /** A bare number up to this is taken for a share of one, a larger one for a percentage. */
    private static final double LARGEST_SHARE = 2;

    /** What to say when a number stands where a quantity is due: proposes it with both usual units. */
    public static String bareNumber(String number, Dimension dimension) {
        List<String> units = List.copyOf(dimension.units().keySet());
        if (dimension == Dimension.SHARE && Math.abs(Double.parseDouble(number)) <= LARGEST_SHARE) {
            // who leaves the sign out means a share of one: 0.8 is 80 %
            BigDecimal percent = new BigDecimal(number).movePointRight(2).stripTrailingZeros();
            return "'" + number + "' has no unit; write '" + percent.toPlainString() + " %'";
        }
        String proposal = "write '" + number + " " + units.get(0) + "'";
        if (units.size() > 1) {
            proposal += " or '" + number + " " + units.get(1) + "'";
        }
        return "'" + number + "' has no unit; " + proposal;
    }

    /** The pattern of a quantity for a JSON Schema, so that an editor checks while one types. */
    public static String pattern(Dimension dimension, boolean withSpread) {
        StringBuilder units = new StringBuilder();
        for (String unit : dimension.units().keySet()) {
            units.append(units.length() == 0 ? "" : "|").append(unit);
        }
        String one = NUMBER.replace("\\d", "[0-9]") + " *(?:" + units + ")";
        return "^ *" + one + (withSpread ? " *(?:(?:±|\\+-) *" + one + ")?" : "") + " *$";
    }

    @Override
    public String toString() {
        return spread == 0
                ? String.format(Locale.ROOT, "%s", mean)
                : String.format(Locale.ROOT, "%s ± %s", mean, spread);
    }
}
