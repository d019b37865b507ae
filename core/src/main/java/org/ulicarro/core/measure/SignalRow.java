package org.ulicarro.core.measure;

import org.ulicarro.core.study.About;

/**
 * What one signal group did in the measured period of one replication.
 */
@TableName(value = "signals", about = "groups: greens, cycles, why greens ended")
public record SignalRow(
        @About("id") String place,
        @About("id") String signalGroup,
        @About("whether it lets people go") boolean people,
        @About("how many began") int greens,
        @About("mean green or walk (s)") double greenS,

        @About("mean time from one beginning to the next (s); NaN below two")
        double cycleS,

        @About("share of the time with green") double greenShare,

        @About("share of the greens that ended since nobody came; NaN where the controller gives no reasons")
        double gapOutShare,

        @About("since they had lasted as long as they may") double maxOutShare,

        @About("since their split was over, or the coordinated green gave way")
        double forceOffShare,

        @About("since a bus or tram wanted another one, or a pre-emption did")
        double priorityShare,

        @About(
                "share of the cycles of its place in which it had no green; cycles are counted by the group with most greens")
        double skipShare,

        @About(
                "how much earlier than its split says a coordinated green began, since others had no use for their time: mean over its greens (s); NaN where it is not coordinated")
        double earlyReturnS) {}
