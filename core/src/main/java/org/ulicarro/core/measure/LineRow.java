package org.ulicarro.core.measure;

import org.ulicarro.core.study.About;

/**
 * A line of buses or trams in the measured period of one replication: its vehicles that reached the end of their way in it.
 */
@TableName(value = "lines", about = "buses and trams: travel time, delay at controls, regularity")
public record LineRow(
        @About("id of the service") String line,
        @About("how many did") int runs,

        @About("mean time from when each was due at its first place to the end of its way; NaN for none (s)")
        double travelTimeS,

        @About("the longest; NaN for none (s)") double travelTimeMaxS,

        @About("mean delay at signals, signs and roundabouts on the way (s)")
        double controlDelayS,

        @About("mean time between two of them at the end of the way; NaN for fewer than two (s)")
        double headwayS,

        @About("standard deviation of that over its mean: 0 is regular, 1 is as by chance; NaN for fewer than three")
        double headwayVariation) {}
