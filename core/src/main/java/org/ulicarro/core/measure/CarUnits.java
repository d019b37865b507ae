package org.ulicarro.core.measure;

import org.ulicarro.core.study.VehicleType;

/**
 * How many cars a vehicle counts as at a stop line. Heavy vehicles after the Highway Capacity Manual (6th edition, chapter 19: E_T = 2.0),
 * two-wheelers after R. M. Kimber, M. McDonald, N. Hounsell, <i>The prediction of saturation flows for road junctions controlled by
 * traffic signals</i>, TRRL Research Report 67, 1986.
 */
final class CarUnits {

    private static final double[] UNITS = new double[VehicleType.values().length];

    static {
        for (VehicleType type : VehicleType.values()) {
            UNITS[type.ordinal()] = switch (type) {
                case CAR, VAN -> 1.0;
                case TRUCK, ARTICULATED, BUS -> 2.0;
                case TRAM -> 3.0;
                case BICYCLE -> 0.2;
                case MOTORCYCLE -> 0.4;
            };
        }
    }

    private CarUnits() {}

    static double of(VehicleType type) {
        return UNITS[type.ordinal()];
    }
}
