package org.ulicarro.core.measure;

/**
 * How well a simulated hourly flow meets a counted one: GEH = sqrt(2 (m - c)² / (m + c)), m and c in veh/h. It forgives large differences in
 * percent of small flows. Source: Highways Agency, <i>Design Manual for Roads and Bridges</i>, volume 12, section 2, part 1, 1996, which asks
 * for a value under 5 in 85 % of all cases.
 */
public final class Geh {

    /** A flow is met below this. */
    public static final double MET = 5;

    private Geh() {}

    /** 0 where nobody was counted nor simulated. */
    public static double of(double simulated, double counted) {
        double sum = simulated + counted;
        return sum <= 0 ? 0 : Math.sqrt(2 * (simulated - counted) * (simulated - counted) / sum);
    }
}
