package org.ulicarro.core.measure;

import org.ulicarro.core.study.About;

/**
 * How long the vehicles of one movement waited in the measured period of one replication: control and entry delay of each that arrived in
 * it; who had not got through when the run ended counts with the time so far. Also of an approach ({@code movement} is "all") or a place.
 */
@TableName(value = "waits", about = "how long vehicles waited: mean, median, 95th percentile, longest")
public record WaitRow(
        @About("id") String place,
        @About("its name, or 'all'") String approach,
        @About("id, or 'all'") String movement,
        @About("short name, EBL") String name,
        @About("how many arrived") int vehicles,
        @About("how many of them had not got through") int unfinished,
        @About("mean (s); NaN for nobody") double waitS,
        @About("half of them waited no longer (s)") double waitP50S,
        @About("95 of 100 waited no longer (s)") double waitP95S,
        @About("the longest (s)") double waitMaxS) {}
