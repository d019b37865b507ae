package org.ulicarro.core.study;

import java.util.Map;

/**
 * How drivers behave. What is left out keeps its usual value.
 *
 * @param following the rule by which they follow each other
 * @param urban on roads of a town; null for as usual
 * @param motorway on motorways; null for as usual
 * @param allRoads numbers that hold everywhere
 */
public record DriversInput(
        @Usual("intelligent-driver")
        @About(
                "The rule by which drivers follow each other: intelligent-driver (Treiber, Hennecke, Helbing 2000) or gipps (1981).")
        Following following,

        @About("Drivers on roads of a town.") Drivers urban,
        @About("Drivers on motorways.") Drivers motorway,

        @About("Numbers of drivers that hold on all roads: docs/drivers.md lists them.")
        DriverNumbers allRoads) {

    /** Nothing is written. */
    public static final DriversInput USUAL = new DriversInput(null, null, null, null);

    /** Published rules of following. */
    public enum Following {
        INTELLIGENT_DRIVER,
        GIPPS
    }

    public DriversInput {
        following = following == null ? Following.INTELLIGENT_DRIVER : following;
        allRoads = allRoads == null ? DriverNumbers.USUAL : allRoads;
    }

    /** Drivers of classes of road. */
    public static DriversInput of(Map<RoadClass, Drivers> byClass) {
        return new DriversInput(null, byClass.get(RoadClass.URBAN), byClass.get(RoadClass.MOTORWAY), null);
    }

    /** Those of a class of road; null where nothing is written for it. */
    public Drivers of(RoadClass roadClass) {
        return switch (roadClass) {
            case URBAN -> urban;
            case MOTORWAY -> motorway;
        };
    }
}
