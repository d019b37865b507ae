package org.ulicarro.core.network;

/**
 * Two paths that leave the same lane and share their first metres.
 *
 * @param pathA lane index of one path
 * @param pathB lane index of the other
 * @param until metres along either of them up to which two vehicles touch side by side
 */
public record Divergence(int pathA, int pathB, double until) {}
