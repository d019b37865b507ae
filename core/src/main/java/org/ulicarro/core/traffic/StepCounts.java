package org.ulicarro.core.traffic;

/**
 * How much the step has had to look at since its start: what does not depend on the machine.
 *
 * @param lanes lanes in use that were visited, one for each step
 * @param plain vehicle-steps of drivers who only follow along a lane, dealt with in the small loop
 * @param special all other vehicle-steps
 */
public record StepCounts(long lanes, long plain, long special) {}
