/**
 * What each driver does in a step, and how vehicles move. {@link org.ulicarro.core.traffic.driving.LaneLoop} is the door of stages 5 and 6, {@link org.ulicarro.core.traffic.driving.HandOver} of 6b and 7; {@link org.ulicarro.core.traffic.driving.Driving} says what a driver has to heed
 * where the lane loop's short way does not do, {@code Pedals} keeps the strictest of it.
 */
package org.ulicarro.core.traffic.driving;
