package org.ulicarro.core.analysis;

/** Mean delay at a fixed-time signal with random arrivals. Times in seconds, flows in vehicles per second. */
public final class SignalDelay {

    private SignalDelay() {}

    /**
     * Webster's delay per vehicle (s), all three terms: c(1-λ)²/2(1-λx) + x²/2q(1-x) - 0.65 (c/q²)^(1/3) x^(2+5λ).
     *
     * <p>Source: F. V. Webster, <i>Traffic Signal Settings</i>, Road Research Technical Paper 39, HMSO 1958. Holds for 0 &lt; x &lt; 1.
     *
     * @param cycle c (s)
     * @param green λ, effective green as a share of the cycle
     * @param saturation x, demand over capacity
     * @param flow q, demand (veh/s)
     */
    public static double webster(double cycle, double green, double saturation, double flow) {
        if (!(saturation > 0 && saturation < 1)) {
            throw new IllegalArgumentException("Webster's delay holds for 0 < x < 1, got " + saturation);
        }
        double random = saturation * saturation / (2 * flow * (1 - saturation));
        double correction =
                0.65 * StrictMath.pow(cycle / (flow * flow), 1.0 / 3) * StrictMath.pow(saturation, 2 + 5 * green);
        return uniform(cycle, green, saturation) + random - correction;
    }

    /**
     * Uniform delay per vehicle (s), c(1-λ)²/2(1-λ min(1, x)); d1 of the Highway Capacity Manual, equation 19-20 with random
     * arrivals, and Webster's first term.
     */
    public static double uniform(double cycle, double green, double saturation) {
        return cycle * (1 - green) * (1 - green) / (2 * (1 - green * Math.min(1, saturation)));
    }

    /**
     * Incremental delay per vehicle (s), 900 T [(x-1) + sqrt((x-1)² + 8kIx/cT)] with k = 0.5 for pre-timed control and I = 1 for
     * an isolated signal.
     *
     * <p>Source: Highway Capacity Manual, 6th ed., equation 19-26.
     *
     * @param saturation x, demand over capacity; may exceed 1
     * @param capacity c (veh/h)
     * @param hours T, length of the analysis period (h)
     */
    public static double incremental(double saturation, double capacity, double hours) {
        double over = saturation - 1;
        return 900 * hours * (over + StrictMath.sqrt(over * over + 4 * saturation / (capacity * hours)));
    }
}
