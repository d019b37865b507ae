package org.ulicarro.core.traffic;

import java.util.List;

/**
 * Vehicles that block each other in a ring, so that none of them will ever move by itself.
 *
 * @param found tick at which it was found
 * @param since tick since which none of them has moved
 * @param vehicles numbers among the departures; each waits for the next, the last for the first
 * @param reasons ordinals of what each waits for, as {@link Restraint}
 * @param lanes lane of each
 */
public record Standstill(int found, int since, List<Integer> vehicles, List<Integer> reasons, List<Integer> lanes) {}
