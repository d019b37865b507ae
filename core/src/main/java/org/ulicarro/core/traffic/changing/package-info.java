/**
 * Lane changes: {@link org.ulicarro.core.traffic.changing.Wishes} is stage 3a, what drivers want, {@link org.ulicarro.core.traffic.changing.LaneChanges} stage 3b, what becomes of it; {@link org.ulicarro.core.traffic.changing.Gaps} says whether there is room.
 */
package org.ulicarro.core.traffic.changing;
