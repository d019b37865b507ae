package org.ulicarro.core.measure;

import org.ulicarro.core.study.About;

/**
 * A ramp meter in one interval of one replication.
 */
@TableName(value = "meters", about = "ramp meters: rate, wait, queue")
public record MeterRow(
        @About("id") String place,
        @About("start of the interval (s since midnight)") double fromS,
        @About("its end (s since midnight)") double toS,
        @About("that passed the line") double vehicles,
        @About("that arrived") double demand,

        @About("mean control and entry delay of those who arrived; NaN for nobody (s)")
        double waitS,

        @About("longest queue of any of its lanes (m)") double queueMaxM,

        @About("mean rate while it metered; NaN when it did not (veh/h)")
        double rateVehh,

        @About("share of the time in which it metered") double meteredShare,

        @About("share of that time in which the queue made it let go as many as it may")
        double overrideShare) {}
