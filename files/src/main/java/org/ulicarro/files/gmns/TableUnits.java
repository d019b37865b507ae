package org.ulicarro.files.gmns;

import org.ulicarro.core.base.PrintedUnit;
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
        PrintedUnit length = units.length();
        PrintedUnit speed = units.speed();
        return new TableUnits(length.name(), length.size(), speed.name(), speed.size());
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
