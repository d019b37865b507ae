package org.ulicarro.core.measure;

/**
 * How long the vehicles of one movement waited in the measured period of one replication: control and entry delay of each that arrived in
 * it; who had not got through when the run ended counts with the time so far. Also of an approach ({@code movement} is "all") or a place.
 *
 * @param place id
 * @param approach its name, or "all"
 * @param movement id, or "all"
 * @param name short name, {@code EBL}
 * @param vehicles how many arrived
 * @param unfinished how many of them had not got through
 * @param waitS mean (s); NaN for nobody
 * @param waitP50S half of them waited no longer (s)
 * @param waitP95S 95 of 100 waited no longer (s)
 * @param waitMaxS the longest (s)
 */
@TableName("waits")
public record WaitRow(
        String place,
        String approach,
        String movement,
        String name,
        int vehicles,
        int unfinished,
        double waitS,
        double waitP50S,
        double waitP95S,
        double waitMaxS) {}
