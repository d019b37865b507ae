package org.ulicarro.core.network;

/**
 * The way from one lane through a place to another.
 *
 * @param lane index of the lane that it is itself
 * @param movement index of its movement
 * @param fromLane lane it leaves
 * @param toLane lane it enters
 * @param radius least radius of its curve (m), infinite where it is straight
 */
public record TurningPath(int lane, int movement, int fromLane, int toLane, double radius) {}
