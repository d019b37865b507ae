package org.ulicarro.core.study;

import java.util.Map;

/**
 * How drivers behave. What is left out keeps its usual value.
 *
 * @param urban on roads of a town; null for as usual
 * @param motorway on motorways; null for as usual
 * @param allRoads numbers that hold everywhere
 */
public record DriversInput(
        @About("Drivers on roads of a town.") Drivers urban,
        @About("Drivers on motorways.") Drivers motorway,

        @About("Numbers of drivers that hold on all roads: docs/drivers.md lists them.")
        DriverNumbers allRoads) {

    /** Nothing is written. */
    public static final DriversInput USUAL = new DriversInput(null, null, null);

    public DriversInput {
        allRoads = allRoads == null ? DriverNumbers.USUAL : allRoads;
    }

    /** Drivers of classes of road. */
    public static DriversInput of(Map<RoadClass, Drivers> byClass) {
        return new DriversInput(byClass.get(RoadClass.URBAN), byClass.get(RoadClass.MOTORWAY), null);
    }

    /** Those of a class of road; null where nothing is written for it. */
    public Drivers of(RoadClass roadClass) {
        return switch (roadClass) {
            case URBAN -> urban;
            case MOTORWAY -> motorway;
        };
    }
}
