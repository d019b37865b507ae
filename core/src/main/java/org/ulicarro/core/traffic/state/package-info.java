/**
 * What changes in a step: records of vehicles, the queue of each lane, accounts, who stands where.
 *
 * <p>The doors are {@link org.ulicarro.core.traffic.state.Fleet} (vehicles), {@link org.ulicarro.core.traffic.state.LaneQueues} (who is on which lane), {@link org.ulicarro.core.traffic.state.Occupancy} (who is ahead of a place, whose body is still there)
 * and {@link org.ulicarro.core.traffic.state.Ledger} (what a journey has cost). Nothing here decides how anybody drives.
 */
package org.ulicarro.core.traffic.state;
