package org.ulicarro.core.demand;

/**
 * What leaves one counted place for the next, and what that one counts, over the measured period.
 *
 * @param from place that it leaves
 * @param to place that it comes to
 * @param link the road that it comes in on
 * @param leaves vehicles that the first place sends
 * @param arrives vehicles that the second one counts
 * @param hours length of the period (h)
 * @param driveway place on the way that takes up differences, or null
 * @param absorbed vehicles that it adds, negative for those that turn off there; slice by slice, so that both may happen in a period
 */
public record Imbalance(
        String from,
        String to,
        String link,
        double leaves,
        double arrives,
        double hours,
        String driveway,
        double absorbed) {

    /** Vehicles that appear on the way, negative for those that disappear. */
    public double difference() {
        return arrives - leaves;
    }

    /** The difference as a share of what leaves; NaN where nothing does. */
    public double share() {
        return leaves > 0 ? difference() / leaves : Double.NaN;
    }

    /** GEH of the two hourly rates, √(2(m − c)²/(m + c)): Design Manual for Roads and Bridges, vol. 12, 1996. */
    public double geh() {
        double sum = (leaves + arrives) / hours;
        double gap = difference() / hours;
        return sum > 0 ? Math.sqrt(2 * gap * gap / sum) : 0;
    }
}
