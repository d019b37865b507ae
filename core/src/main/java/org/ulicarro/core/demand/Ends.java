package org.ulicarro.core.demand;

/**
 * Where a journey begins and ends, whatever way it takes.
 *
 * @param from place where it enters
 * @param to place where it leaves
 */
public record Ends(String from, String to) {}
