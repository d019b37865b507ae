package org.ulicarro.core.base;

/**
 * The standard normal quantile, to about 1e-16. Ours rather than a library's because every digit of a run must be the same on all
 * machines, and the arithmetic here is plain IEEE 754 with {@link StrictMath}.
 *
 * <p>Source: M. J. Wichura, <i>Algorithm AS 241: The percentage points of the normal distribution</i>, Applied Statistics 37,
 * 1988, PPND16.
 */
final class NormalQuantile {

    private static final double[] CENTRE_NUMERATOR = {
        3.3871328727963666080e0, 1.3314166789178437745e2, 1.9715909503065514427e3, 1.3731693765509461125e4,
        4.5921953931549871457e4, 6.7265770927008700853e4, 3.3430575583588128105e4, 2.5090809287301226727e3
    };
    private static final double[] CENTRE_DENOMINATOR = {
        1.0, 4.2313330701600911252e1, 6.8718700749205790830e2, 5.3941960214247511077e3,
        2.1213794301586595867e4, 3.9307895800092710610e4, 2.8729085735721942674e4, 5.2264952788528545610e3
    };
    private static final double[] MIDDLE_NUMERATOR = {
        1.42343711074968357734e0, 4.63033784615654529590e0, 5.76949722146069140550e0, 3.64784832476320460504e0,
        1.27045825245236838258e0, 2.41780725177450611770e-1, 2.27238449892691845833e-2, 7.74545014278341407640e-4
    };
    private static final double[] MIDDLE_DENOMINATOR = {
        1.0, 2.05319162663775882187e0, 1.67638483018380384940e0, 6.89767334985100004550e-1,
        1.48103976427480074590e-1, 1.51986665636164571966e-2, 5.47593808499534494600e-4, 1.05075007164441684324e-9
    };
    private static final double[] TAIL_NUMERATOR = {
        6.65790464350110377720e0, 5.46378491116411436990e0, 1.78482653991729133580e0, 2.96560571828504891230e-1,
        2.65321895265761230930e-2, 1.24266094738807843860e-3, 2.71155556874348757815e-5, 2.01033439929228813265e-7
    };
    private static final double[] TAIL_DENOMINATOR = {
        1.0, 5.99832206555887937690e-1, 1.36929880922735805310e-1, 1.48753612908506148525e-2,
        7.86869131145613259100e-4, 1.84631831751005468180e-5, 1.42151175831644588870e-7, 2.04426310338993978564e-15
    };

    private NormalQuantile() {}

    /** z with P(Z <= z) = p, for 0 < p < 1. */
    static double of(double p) {
        double q = p - 0.5;
        if (Math.abs(q) <= 0.425) {
            return q * ratio(CENTRE_NUMERATOR, CENTRE_DENOMINATOR, 0.180625 - q * q);
        }
        double r = StrictMath.sqrt(-StrictMath.log(q < 0 ? p : 1 - p));
        double z = r <= 5
                ? ratio(MIDDLE_NUMERATOR, MIDDLE_DENOMINATOR, r - 1.6)
                : ratio(TAIL_NUMERATOR, TAIL_DENOMINATOR, r - 5);
        return q < 0 ? -z : z;
    }

    private static double ratio(double[] numerator, double[] denominator, double x) {
        return polynomial(numerator, x) / polynomial(denominator, x);
    }

    private static double polynomial(double[] coefficients, double x) {
        double sum = 0;
        for (int i = coefficients.length - 1; i >= 0; i--) {
            sum = sum * x + coefficients[i];
        }
        return sum;
    }
}
