package org.ulicarro.core.measure;

/**
 * One movement in one interval of one replication; also an approach ({@code movement} is "all") or a place ({@code approach} too).
 * Delays and stops are means per vehicle that arrived in the interval; NaN when none did.
 *
 * @param place id
 * @param approach its name, or "all"
 * @param movement id {@code from-road>to-road}, or "all"
 * @param name short name, {@code EBL}; the approach's or place's name on their rows
 * @param fromS start of the interval (s since midnight)
 * @param toS its end (s since midnight)
 * @param vehicles that passed the line in the interval
 * @param demand that arrived in it
 * @param unfinished of those, how many had not got through when the run ended; their delay so far counts
 * @param controlDelayS time lost to the control (s)
 * @param entryDelayS waited outside for want of room (s)
 * @param geometricDelayS that the curve costs even a vehicle alone (s)
 * @param stoppedDelayS time below 8 km/h (s)
 * @param stops per vehicle
 * @param queueMeanM mean queue of its longest lane (m)
 * @param queueMaxM longest queue of any of its lanes (m)
 * @param inGaps whether it ever goes in gaps of others
 * @param arrivalsOnGreen share of those who would have arrived on green had nothing delayed them; NaN without a signal
 * @param platoonRatio that share over the share of time with green; NaN without a signal
 * @param saturationPcuh saturation flow of its lanes together, whole period only; NaN where too few headways were seen (pcu/h)
 * @param vc degree of saturation of its fullest lane, whole period only; NaN likewise
 * @param splitFailureShare share of greens that did not serve the queue before them, worst lane, whole period only; NaN without a signal
 */
@TableName("movements")
public record MovementRow(
        String place,
        String approach,
        String movement,
        String name,
        double fromS,
        double toS,
        double vehicles,
        double demand,
        double unfinished,
        double controlDelayS,
        double entryDelayS,
        double geometricDelayS,
        double stoppedDelayS,
        double stops,
        double queueMeanM,
        double queueMaxM,
        boolean inGaps,
        double arrivalsOnGreen,
        double platoonRatio,
        double saturationPcuh,
        double vc,
        double splitFailureShare) {

    public static final String ALL = "all";
}
