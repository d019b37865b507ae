package org.ulicarro.core.measure;

/**
 * What one signal group did in the measured period of one replication.
 *
 * @param place id
 * @param signalGroup id
 * @param people whether it lets people go
 * @param greens how many began
 * @param greenS mean green or walk (s)
 * @param cycleS mean time from one beginning to the next (s); NaN below two
 * @param greenShare share of the time with green
 * @param gapOutShare share of the greens that ended since nobody came; NaN where the controller gives no reasons
 * @param maxOutShare since they had lasted as long as they may
 * @param forceOffShare since their split was over, or the coordinated green gave way
 */
@TableName("signals")
public record SignalRow(
        String place,
        String signalGroup,
        boolean people,
        int greens,
        double greenS,
        double cycleS,
        double greenShare,
        double gapOutShare,
        double maxOutShare,
        double forceOffShare) {}
