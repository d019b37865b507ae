package org.ulicarro.core.traffic.watching;

import java.util.List;
import org.ulicarro.core.traffic.state.Restraint;

/**
 * Vehicles that block each other, so that none of them will ever move by itself.
 *
 * @param found tick at which it was found
 * @param since tick since which none of them has moved
 * @param place through which nobody gets, or null where they wait for each other in a ring
 * @param vehicles numbers among the departures; in a ring each waits for the next, the last for the first
 * @param reasons ordinals of what each waits for, as {@link Restraint}
 * @param lanes lane of each
 */
public record Standstill(
        int found, int since, String place, List<Integer> vehicles, List<Integer> reasons, List<Integer> lanes) {}
