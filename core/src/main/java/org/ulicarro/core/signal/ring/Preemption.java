package org.ulicarro.core.signal.ring;

/**
 * What takes the place of all phases while a detector is occupied, as for an emergency vehicle or a train. Times in ticks.
 *
 * @param id as in the study
 * @param detector that starts it
 * @param first phases that have green first, to clear what stands in the way; may be none
 * @param firstFor for so long
 * @param phases that have green while it lasts
 * @param least how long they have it at least
 */
public record Preemption(String id, int detector, int[] first, int firstFor, int[] phases, int least) {}
