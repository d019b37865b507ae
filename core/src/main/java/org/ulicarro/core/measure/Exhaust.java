package org.ulicarro.core.measure;

/**
 * What a vehicle gives off at a speed and an acceleration: max(0, f1 + f2 v + f3 v² + f4 a + f5 a² + f6 v a), in g/s with v in m/s and a in m/s²,
 * with coefficients of their own for braking where the source has them. Source: L. Int Panis, S. Broekx, R. Liu, <i>Modelling instantaneous
 * traffic emission and the influence of traffic speed limits</i>, Science of the Total Environment 371, 2006, table 2: measured on 25
 * vehicles in urban traffic in Belgium, hot engines, Euro 0 to III. It holds for comparing driving, not for the fleet of today.
 */
enum Exhaust {
    PETROL_CAR(
            new double[] {5.53e-01, 1.61e-01, -2.89e-03, 2.66e-01, 5.11e-01, 1.83e-01},
            new double[] {6.19e-04, 8.00e-05, -4.03e-06, -4.13e-04, 3.80e-04, 1.77e-04},
            new double[] {2.17e-04, 0, 0, 0, 0, 0},
            new double[] {0.00e+00, 1.57e-05, -9.21e-07, 0.00e+00, 3.75e-05, 1.89e-05},
            new double[] {4.47e-03, 7.32e-07, -2.87e-08, -3.41e-06, 4.94e-06, 1.66e-06},
            new double[] {2.63e-03, 0, 0, 0, 0, 0},
            2.348),
    DIESEL_CAR(
            new double[] {3.24e-01, 8.59e-02, 4.96e-03, -5.86e-02, 4.48e-01, 2.30e-01},
            new double[] {2.41e-03, -4.11e-04, 6.73e-05, -3.07e-03, 2.14e-03, 1.50e-03},
            new double[] {1.68e-03, -6.62e-05, 9.00e-06, 2.50e-04, 2.91e-04, 1.20e-04},
            new double[] {0.00e+00, 3.13e-04, -1.84e-05, 0.00e+00, 7.50e-04, 3.78e-04},
            new double[] {9.22e-05, 9.09e-06, -2.29e-07, -2.20e-05, 1.69e-05, 3.75e-06},
            new double[] {5.25e-05, 7.22e-06, -1.87e-07, 0.00e+00, -1.02e-05, -4.22e-06},
            2.689),
    HEAVY(
            new double[] {1.52e+00, 1.88e+00, -6.95e-02, 4.71e+00, 5.88e+00, 2.09e+00},
            new double[] {3.56e-02, 9.71e-03, -2.40e-04, 3.26e-02, 1.33e-02, 1.15e-02},
            null,
            new double[] {2.14e-04, 3.35e-04, -2.22e-05, 2.07e-03, 1.80e-03, 2.27e-04},
            new double[] {1.04e-03, 4.87e-04, -1.49e-05, 1.27e-03, 2.10e-04, 1.00e-04},
            null,
            2.689),
    BUS(
            new double[] {9.04e-01, 1.13e+00, -4.27e-02, 2.81e+00, 3.45e+00, 1.22e+00},
            new double[] {2.36e-02, 6.51e-03, -1.70e-04, 2.17e-02, 8.94e-03, 7.57e-03},
            null,
            new double[] {2.23e-04, 3.47e-04, -2.38e-05, 2.08e-03, 1.76e-03, 2.23e-04},
            new double[] {1.55e-03, 8.20e-04, -2.42e-05, 1.86e-03, 3.21e-04, 1.36e-04},
            null,
            2.689);

    /** Below this acceleration the coefficients for braking hold (m/s²). */
    private static final double BRAKING = -0.5;

    private final double[] co2;
    private final double[] nox;
    private final double[] noxBraking; // null: the same
    private final double[] pm;
    private final double[] voc;
    private final double[] vocBraking; // null: the same

    /** Carbon dioxide of a litre of fuel (kg): 8 887 and 10 180 g a gallon, US EPA, 75 FR 25324, 2010. */
    final double kgPerLitre;

    Exhaust(
            double[] co2,
            double[] nox,
            double[] noxBraking,
            double[] pm,
            double[] voc,
            double[] vocBraking,
            double kgPerLitre) {
        this.co2 = co2;
        this.nox = nox;
        this.noxBraking = noxBraking;
        this.pm = pm;
        this.voc = voc;
        this.vocBraking = vocBraking;
        this.kgPerLitre = kgPerLitre;
    }

    /** g/s */
    double co2(double v, double a) {
        return rate(co2, v, a);
    }

    /** g/s */
    double nox(double v, double a) {
        return rate(noxBraking != null && a < BRAKING ? noxBraking : nox, v, a);
    }

    /** g/s */
    double pm(double v, double a) {
        return rate(pm, v, a);
    }

    /** g/s */
    double voc(double v, double a) {
        return rate(vocBraking != null && a < BRAKING ? vocBraking : voc, v, a);
    }

    private static double rate(double[] f, double v, double a) {
        double rate = f[0] + f[1] * v + f[2] * v * v + f[3] * a + f[4] * a * a + f[5] * v * a;
        return rate < 0 ? 0 : rate;
    }
}
