package org.ulicarro.core.signal.events;

/**
 * Something that a controller did or saw.
 *
 * @param tick of the day
 * @param place whose controller
 * @param parameter which phase, overlap, detector, input or plan, from 1
 * @param who the same by its id
 */
public record SignalEvent(int tick, String place, EventCode code, int parameter, String who) {}
