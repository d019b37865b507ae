package org.ulicarro.core.measure;

import org.ulicarro.core.study.About;

/**
 * One lane of a gate in one interval of one replication.
 */
@TableName(value = "gates", about = "gates: whom they served, what they waited")
public record GateRow(
        @About("id") String gate,
        @About("its road's direction") String link,

        @About("number of the lane, from the left; 0 for all lanes of the gate together")
        int lane,

        @About("start of the interval (s since midnight)") double fromS,
        @About("its end (s since midnight)") double toS,
        @About("vehicles whose service began in it") int served,

        @About("mean of what they lost on the way to the gate since they came onto its road; NaN for nobody (s)")
        double waitS,

        @About("the longest (s)") double waitMaxS,
        @About("mean time of service (s)") double serviceS,

        @About("share of the time in which somebody was served")
        double busyShare) {}
