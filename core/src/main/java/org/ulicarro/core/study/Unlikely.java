package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Quantity;

/** Warns of values that can be read but that no driver or vehicle on a road has: mostly a wrong unit. */
final class Unlikely {

    private final Study study;
    private final List<Fault> faults;

    Unlikely(Study study, List<Fault> faults) {
        this.study = study;
        this.faults = faults;
    }

    void warn() {
        study.vehicles().forEach((type, own) -> vehicle(Fault.child("/vehicles", Written.of(type)), own));
        study.demand().types().forEach((id, type) -> vehicle(Fault.child("/demand/types", id), type.changes()));
        for (RoadClass roadClass : RoadClass.values()) {
            drivers(
                    Fault.child("/drivers", Written.of(roadClass)),
                    study.drivers().of(roadClass));
        }
    }

    private void vehicle(String at, VehicleInput own) {
        if (own == null) {
            return;
        }
        mean(at + "/desired-speed", own.desiredSpeed(), 0.5, 1.6, 100, "%");
        spread(at + "/desired-speed", own.desiredSpeed(), 0.3, 100, "%");
        mean(at + "/acceleration", own.acceleration(), 0.2, 4, 1, "m/s²");
        mean(at + "/deceleration", own.deceleration(), 0.5, 6, 1, "m/s²");
        mean(at + "/top-speed", own.topSpeed(), 10 / 3.6, 250 / 3.6, 3.6, "km/h");
        share(at + "/time-gap", own.timeGap(), 0.4, 3);
    }

    private void drivers(String at, Drivers own) {
        if (own == null) {
            return;
        }
        mean(at + "/time-gap", own.timeGap(), 0.4, 4, 1, "s");
        mean(at + "/reaction", own.reaction(), 0, 3, 1, "s");
        mean(at + "/standing-spacing", own.standingSpacing(), 5, 12, 1, "m");
        share(at + "/acceleration", own.acceleration(), 0.3, 2.5);
    }

    private void share(String pointer, Double value, double least, double most) {
        if (value != null) {
            mean(pointer, new Quantity(value, 0), least, most, 100, "%");
        }
    }

    private void mean(String pointer, Quantity value, double least, double most, double per, String unit) {
        if (value != null && !(value.mean() >= least && value.mean() <= most)) {
            warn(pointer, value.mean(), least, most, per, unit);
        }
    }

    private void spread(String pointer, Quantity value, double most, double per, String unit) {
        if (value != null && value.spread() > most) {
            warn(pointer, value.spread(), 0, most, per, unit);
        }
    }

    private void warn(String pointer, double value, double least, double most, double per, String unit) {
        faults.add(StudyFault.UNUSUAL.at(
                pointer, number(value * per), unit, number(least * per), number(most * per), unit));
    }

    private static String number(double value) {
        return new java.math.BigDecimal(value)
                .round(new java.math.MathContext(3))
                .stripTrailingZeros()
                .toPlainString();
    }
}
