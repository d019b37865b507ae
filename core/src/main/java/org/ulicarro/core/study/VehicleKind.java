package org.ulicarro.core.study;

/**
 * A type of vehicle in one study: built in, or made by the study from a built-in one.
 *
 * @param id as in the study
 * @param base the built-in type: whose lanes it may use, how it is drawn
 * @param vehicle its properties
 */
public record VehicleKind(String id, VehicleType base, Vehicle vehicle) {

    /** A built-in type as it is. */
    public static VehicleKind of(VehicleType type) {
        return new VehicleKind(Written.of(type), type, type.usual());
    }
}
