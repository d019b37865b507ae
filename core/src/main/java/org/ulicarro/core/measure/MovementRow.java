package org.ulicarro.core.measure;

import org.ulicarro.core.study.About;

/**
 * One movement in one interval of one replication; also an approach ({@code movement} is "all") or a place ({@code approach} too).
 * Delays and stops are means per vehicle that arrived in the interval; NaN when none did.
 */
@TableName(value = "movements", about = "delay, stops and queues by movement, approach and place")
public record MovementRow(
        @About("id") String place,
        @About("its name, or 'all'") String approach,
        @About("id from-road>to-road, or 'all'") String movement,

        @About("short name, EBL; the approach's or place's name on their rows")
        String name,

        @About("start of the interval (s since midnight)") double fromS,
        @About("its end (s since midnight)") double toS,
        @About("that passed the line in the interval") double vehicles,
        @About("that arrived in it") double demand,

        @About("of those, how many had not got through when the run ended; their delay so far counts")
        double unfinished,

        @About("time lost to the control (s)") double controlDelayS,
        @About("waited outside for want of room (s)") double entryDelayS,

        @About("that the curve costs even a vehicle alone (s)")
        double geometricDelayS,

        @About("time below 8 km/h (s)") double stoppedDelayS,
        @About("per vehicle") double stops,
        @About("mean queue of its longest lane (m)") double queueMeanM,
        @About("longest queue of any of its lanes (m)") double queueMaxM,
        @About("whether it ever goes in gaps of others") boolean inGaps,

        @About("share of those who would have arrived on green had nothing delayed them; NaN without a signal")
        double arrivalsOnGreen,

        @About("that share over the share of time with green; NaN without a signal")
        double platoonRatio,

        @About("saturation flow of its lanes together, whole period only; NaN where too few headways were seen (pcu/h)")
        double saturationPcuh,

        @About("degree of saturation of its fullest lane, whole period only; NaN likewise")
        double vc,

        @About(
                "share of greens that did not serve the queue before them, worst lane, whole period only; NaN without a signal")
        double splitFailureShare) {

    public static final String ALL = "all";
}
