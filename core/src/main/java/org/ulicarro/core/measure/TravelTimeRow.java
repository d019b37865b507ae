package org.ulicarro.core.measure;

/**
 * Travel times along a corridor, or one stretch of it, in the measured period of one replication: of those who drove all of it and began in
 * the period. From line to line; from coming in, and to going out, where the corridor begins and ends with the plan.
 *
 * @param corridor id
 * @param fromPlace where it begins
 * @param toPlace where it ends
 * @param whole whether it is the whole corridor
 * @param vehicles how many
 * @param travelTimeS mean; NaN for nobody (s)
 * @param travelTimeP15S 15 of 100 were as quick (s)
 * @param travelTimeP50S half of them were (s)
 * @param travelTimeP85S 85 of 100 were (s)
 * @param travelTimeP95S 95 of 100 were (s)
 * @param controlDelayS mean control delay of those who drove the whole corridor; NaN for a stretch (s)
 * @param stops mean number of stops for control
 * @param fuelL mean fuel (l)
 * @param co2Kg mean carbon dioxide (kg)
 */
@TableName("travel_times")
public record TravelTimeRow(
        String corridor,
        String fromPlace,
        String toPlace,
        boolean whole,
        int vehicles,
        double travelTimeS,
        double travelTimeP15S,
        double travelTimeP50S,
        double travelTimeP85S,
        double travelTimeP95S,
        double controlDelayS,
        double stops,
        double fuelL,
        double co2Kg) {}
