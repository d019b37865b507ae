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
 * @param priorityShare since a bus or tram wanted another one, or a pre-emption did
 * @param skipShare share of the cycles of its place in which it had no green; cycles are counted by the group with most greens
 * @param earlyReturnS how much earlier than its split says a coordinated green began, since others had no use for their time: mean
 *     over its greens (s); NaN where it is not coordinated
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
        double forceOffShare,
        double priorityShare,
        double skipShare,
        double earlyReturnS) {}
