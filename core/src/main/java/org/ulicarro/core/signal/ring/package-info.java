/**
 * Actuated control in rings and barriers, in the words and by the rules of NEMA TS 2-2021, section 3.5, and the Signal Timing Manual
 * (NCHRP Report 812, 2015), chapters 5 to 7.
 *
 * <p>{@link RingPlan} and {@link Phase} say what is to happen, {@link Inputs} what detectors tell, and {@link RingController} runs them,
 * tick by tick:
 * <ol>
 * <li>Inputs set calls and restart passage timers.
 * <li>Each ring in green counts its timers. It is ready to end when its minimum and its walk and clearance are over and it has gapped
 * out, maxed out or is forced off, and somebody else calls.
 * <li>A ring ends its phase for another one before the barrier on its own; over the barrier all rings go together, or none.
 * <li>Yellow and red clearance run their time; a new green begins when all who must have cleared have.
 * </ol>
 */
package org.ulicarro.core.signal.ring;
