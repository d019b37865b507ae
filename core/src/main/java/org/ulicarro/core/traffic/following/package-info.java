/**
 * How a vehicle follows another one and drives on a free road, and with which numbers of its driver.
 *
 * <p>The door is {@link org.ulicarro.core.traffic.following.FollowingRule}, one for a run; {@link org.ulicarro.core.traffic.following.Follower} asks it for one vehicle, {@link org.ulicarro.core.traffic.following.SafeSpeed} bounds whatever it says, {@link
 * org.ulicarro.core.traffic.following.Traits} draws a driver's numbers.
 */
package org.ulicarro.core.traffic.following;
