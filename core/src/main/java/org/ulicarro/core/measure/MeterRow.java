package org.ulicarro.core.measure;

/**
 * A ramp meter in one interval of one replication.
 *
 * @param place id
 * @param fromS start of the interval (s since midnight)
 * @param toS its end (s since midnight)
 * @param vehicles that passed the line
 * @param demand that arrived
 * @param waitS mean control and entry delay of those who arrived; NaN for nobody (s)
 * @param queueMaxM longest queue of any of its lanes (m)
 * @param rateVehh mean rate while it metered; NaN when it did not (veh/h)
 * @param meteredShare share of the time in which it metered
 * @param overrideShare share of that time in which the queue made it let go as many as it may
 */
@TableName("meters")
public record MeterRow(
        String place,
        double fromS,
        double toS,
        double vehicles,
        double demand,
        double waitS,
        double queueMaxM,
        double rateVehh,
        double meteredShare,
        double overrideShare) {}
