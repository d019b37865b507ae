package org.ulicarro.core.assign;

/**
 * How far shares move towards those that drivers would choose: by steps that shrink quickly while what is wanted moves away, and slowly while it
 * comes nearer. H. X. Liu, X. He, B. He, <i>Method of successive weighted averages (MSWA) and self-regulated averaging schemes for solving
 * stochastic user equilibrium problem</i>, Networks and Spatial Economics 9, 2009.
 */
final class Averaging {

    /** The paper has 1.5 to 2. */
    private static final double AWAY = 1.8;

    /** The paper has 0.01 to 0.5. */
    private static final double NEARER = 0.3;

    /** Without chance in what is measured, steps may grow again while what is wanted comes nearer: that leads to exact solutions. */
    private static final double NEARER_BY_FORMULAS = 0.9;

    private final boolean byFormulas;
    private double divisor;
    private double before = Double.NaN;

    private Averaging(double divisor, boolean byFormulas) {
        this.divisor = divisor;
        this.byFormulas = byFormulas;
    }

    /** For times that are measured; the first step goes half the way, since ways by formulas are near already. */
    static Averaging ofMeasured() {
        return new Averaging(2, false);
    }

    /** The same from a step on that was reached before. */
    static Averaging ofMeasured(double step) {
        return new Averaging(1 / step, false);
    }

    /** For a guess by formulas, which need not be exact. */
    static Averaging ofGuess() {
        return new Averaging(1, false);
    }

    /** For times by formulas that lead to exact solutions; the first step goes all the way. */
    static Averaging ofFormulas() {
        return new Averaging(1, true);
    }

    /**
     * The next step, above 0 up to 1.
     *
     * @param distance between the shares and those wanted
     */
    double step(double distance) {
        if (distance >= before) {
            divisor += AWAY;
        } else if (!Double.isNaN(before)) {
            divisor = byFormulas ? Math.max(1, NEARER_BY_FORMULAS * divisor) : divisor + NEARER;
        }
        before = distance;
        return last();
    }

    /** The step taken last. */
    double last() {
        return 1 / divisor;
    }
}
