package org.ulicarro.core.measure;

/**
 * Fuel by the power at the wheels: a constant for the idling engine and its auxiliaries, and an amount for each unit of work, with no
 * fuel for braking. Source of the form: R. Akçelik, R. Smit, M. Besley, <i>Calibrating fuel consumption and emission models for modern
 * vehicles</i>, IPENZ Transportation Group Conference, Rotorua 2012, there f = α + β1 P for P > 0, α else. The work is that of rolling,
 * air, grade and acceleration, as in H. Rakha, I. Lucic, S. H. Demarchi, J. R. Setti, M. Van Aerde, <i>Vehicle dynamics model for
 * predicting maximum truck acceleration levels</i>, Journal of Transportation Engineering 127, 2001. It holds at any speed,
 * acceleration and grade that a road allows; cold starts and air conditioning are not in it.
 *
 * <p>Masses, drag and efficiencies are ours, of a usual vehicle of each class with a usual load; {@code ExhaustTest} holds them against
 * published consumption. Nitrogen oxides, particles and volatile compounds follow the fuel: European Environment Agency, <i>EMEP/EEA air
 * pollutant emission inventory guidebook</i>, chapter 1.A.3.b, tier 1, g for each kg of fuel. Those are of a fleet of the nineties,
 * before filters and catalysts for diesels: for comparing alternatives, not for a balance of the air.
 */
enum Exhaust {
    //          kg     m²    -      mL/s  mL/kJ   kg/l   kg/l   g/kg fuel: NOx, PM, VOC
    PETROL_CAR(1450, 0.65, 0.012, 0.25, 0.095, 0.745, 2.348, 8.73, 0.03, 10.05),
    DIESEL_CAR(1550, 0.65, 0.012, 0.18, 0.076, 0.835, 2.689, 12.96, 1.10, 0.70),
    VAN(2200, 1.15, 0.012, 0.22, 0.076, 0.835, 2.689, 14.91, 1.52, 1.54),
    MOTORCYCLE(260, 0.45, 0.015, 0.12, 0.105, 0.745, 2.348, 6.64, 2.20, 131.40),
    TRUCK(9000, 4.20, 0.007, 0.62, 0.0714, 0.835, 2.689, 33.37, 0.94, 1.92),
    ARTICULATED(28000, 6.00, 0.006, 0.95, 0.0714, 0.835, 2.689, 33.37, 0.94, 1.92),
    BUS(13500, 5.20, 0.0075, 0.80, 0.0714, 0.835, 2.689, 33.37, 0.94, 1.92);

    private static final double GRAVITY = 9.81; // m/s²
    private static final double HALF_AIR = 0.6; // half the density of air, kg/m³
    private static final double ROTATING = 1.05; // mass with what turns in it, as a share

    private final double mass;
    private final double drag; // drag coefficient times front area, m²
    private final double rolling;
    private final double idle; // mL/s
    private final double work; // mL for each kJ at the wheels
    private final double density; // kg of a litre
    private final double nox; // g of a kg of fuel
    private final double pm;
    private final double voc;

    /** Carbon dioxide of a litre of fuel (kg): 8 887 and 10 180 g a gallon, US EPA, 75 FR 25324, 2010. */
    final double kgPerLitre;

    Exhaust(
            double mass,
            double drag,
            double rolling,
            double idle,
            double work,
            double density,
            double kgPerLitre,
            double nox,
            double pm,
            double voc) {
        this.mass = mass;
        this.drag = drag;
        this.rolling = rolling;
        this.idle = idle;
        this.work = work;
        this.density = density;
        this.kgPerLitre = kgPerLitre;
        this.nox = nox;
        this.pm = pm;
        this.voc = voc;
    }

    /**
     * Fuel burnt in a second.
     *
     * @param v speed (m/s)
     * @param a acceleration (m/s²)
     * @param grade uphill, as a share
     * @return mL/s, never below that of the idling engine
     */
    double fuel(double v, double a, double grade) {
        double force = mass * (GRAVITY * (rolling + grade) + ROTATING * a) + HALF_AIR * drag * v * v;
        double power = force * v / 1000; // kW
        return power > 0 ? idle + work * power : idle;
    }

    /** Carbon dioxide of so much fuel (g of mL). */
    double co2(double fuel) {
        return fuel * kgPerLitre;
    }

    /** Nitrogen oxides of so much fuel (g of mL). */
    double nox(double fuel) {
        return fuel * density / 1000 * nox;
    }

    /** Particles of so much fuel (g of mL). */
    double pm(double fuel) {
        return fuel * density / 1000 * pm;
    }

    /** Volatile organic compounds of so much fuel (g of mL). */
    double voc(double fuel) {
        return fuel * density / 1000 * voc;
    }
}
