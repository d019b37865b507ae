package org.ulicarro.files.gmns;

import org.ulicarro.core.study.Study;

/**
 * The units that tables are written in, those of the study.
 *
 * @param length as the tables name it
 * @param metres of one
 * @param speed as the tables name it
 * @param metresPerSecond of one
 */
record TableUnits(String length, double metres, String speed, double metresPerSecond) {

    static TableUnits of(Study.Units units) {
        return units == Study.Units.US
                ? new TableUnits("ft", 0.3048, "mph", 1609.344 / 3600)
                : new TableUnits("m", 1, "km/h", 1 / 3.6);
    }

    double length(double si) {
        return si / metres;
    }

    Double lengthOrNull(Double si) {
        return si == null ? null : Double.valueOf(si / metres);
    }

    double speed(double si) {
        return si / metresPerSecond;
    }
}
