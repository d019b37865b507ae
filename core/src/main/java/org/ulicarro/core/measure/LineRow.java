package org.ulicarro.core.measure;

/**
 * A line of buses or trams in the measured period of one replication: its vehicles that reached the end of their way in it.
 *
 * @param line id of the service
 * @param runs how many did
 * @param travelTimeS mean time from when each was due at its first place to the end of its way; NaN for none (s)
 * @param travelTimeMaxS the longest; NaN for none (s)
 * @param controlDelayS mean delay at signals, signs and roundabouts on the way (s)
 * @param headwayS mean time between two of them at the end of the way; NaN for fewer than two (s)
 * @param headwayVariation standard deviation of that over its mean: 0 is regular, 1 is as by chance; NaN for fewer than three
 */
@TableName("lines")
public record LineRow(
        String line,
        int runs,
        double travelTimeS,
        double travelTimeMaxS,
        double controlDelayS,
        double headwayS,
        double headwayVariation) {}
