/**
 * The simulation of every vehicle: parallel arrays of state, and a step that reads like a table of contents ({@link
 * org.ulicarro.core.traffic.Traffic#step}).
 *
 * <p>What callers may rely on:
 *
 * <ol>
 *   <li>A decision in a step reads only what stood at the end of the step before; the pure stages write only what belongs to the
 *       vehicle that decides.
 *   <li>Vehicles of a lane stand in order, furthest downstream first, and never overlap.
 *   <li>Every vehicle that wanted to travel is waiting outside, on the road, or through: nothing is removed to keep a run going.
 *   <li>After the arrays have grown to the run's size, a step allocates nothing.
 * </ol>
 */
package org.ulicarro.core.traffic;
