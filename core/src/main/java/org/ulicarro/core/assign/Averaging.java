package org.ulicarro.core.assign;

/**
 * How far shares move towards those that drivers would choose: by steps that shrink quickly while what is wanted moves away, and slowly while it
 * comes nearer. H. X. Liu, X. He, B. He, <i>Method of successive weighted averages (MSWA) and self-regulated averaging schemes for solving
 * stochastic user equilibrium problem</i>, Networks and Spatial Economics 9, 2009.
 */
final class Averaging {

    /** The paper has 1.5 to 2 and 0.01 to 0.5. */
    private static final double AWAY = 1.8;

    private static final double NEARER = 0.3;

    private double divisor;
    private double before = Double.NaN;

    /** @param first step, above 0 up to 1 */
    Averaging(double first) {
        divisor = 1 / first;
    }

    /**
     * The next step, above 0 up to 1.
     *
     * @param distance between the shares and those wanted
     */
    double step(double distance) {
        if (!Double.isNaN(before)) {
            divisor += distance >= before ? AWAY : NEARER;
        }
        before = distance;
        return 1 / divisor;
    }

    /** The step taken last. */
    double last() {
        return 1 / divisor;
    }
}
