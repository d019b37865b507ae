package org.ulicarro.core.measure;

import org.ulicarro.core.study.About;

/**
 * Travel times along a corridor, or one stretch of it, in the measured period of one replication: of those who drove all of it and began in
 * the period. From line to line; from coming in, and to going out, where the corridor begins and ends with the plan.
 */
@TableName(value = "travel_times", about = "along corridors: mean and percentiles, whole and by stretch")
public record TravelTimeRow(
        @About("id") String corridor,
        @About("where it begins") String fromPlace,
        @About("where it ends") String toPlace,
        @About("whether it is the whole corridor") boolean whole,
        @About("how many") int vehicles,
        @About("mean; NaN for nobody (s)") double travelTimeS,
        @About("15 of 100 were as quick (s)") double travelTimeP15S,
        @About("half of them were (s)") double travelTimeP50S,
        @About("85 of 100 were (s)") double travelTimeP85S,
        @About("95 of 100 were (s)") double travelTimeP95S,

        @About("mean control delay of those who drove the whole corridor; NaN for a stretch (s)")
        double controlDelayS,

        @About("mean number of stops for control") double stops,
        @About("mean fuel (l)") double fuelL,
        @About("mean carbon dioxide (kg)") double co2Kg) {}
