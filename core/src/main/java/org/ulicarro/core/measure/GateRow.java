package org.ulicarro.core.measure;

/**
 * One lane of a gate in one interval of one replication.
 *
 * @param gate id
 * @param link its road's direction
 * @param lane number of the lane, from the left; 0 for all lanes of the gate together
 * @param fromS start of the interval (s since midnight)
 * @param toS its end (s since midnight)
 * @param served vehicles whose service began in it
 * @param waitS mean of what they lost on the way to the gate since they came onto its road; NaN for nobody (s)
 * @param waitMaxS the longest (s)
 * @param serviceS mean time of service (s)
 * @param busyShare share of the time in which somebody was served
 */
@TableName("gates")
public record GateRow(
        String gate,
        String link,
        int lane,
        double fromS,
        double toS,
        int served,
        double waitS,
        double waitMaxS,
        double serviceS,
        double busyShare) {}
