/**
 * The simulation of every vehicle: parallel arrays of state, and a step that reads like a table of contents ({@link
 * org.ulicarro.core.traffic.Traffic#step}).
 *
 * <p>The rooms, each of which knows only those before it: {@code lanes}, {@code state}, {@code events}, {@code following}, {@code way}, {@code people}, {@code stops}, {@code setup}, {@code junctions}, {@code changing}, {@code entries}, {@code watching}, {@code driving}. This package puts them together: {@link
 * org.ulicarro.core.traffic.Traffic} is the step, {@link org.ulicarro.core.traffic.TrafficView} what observers may see.
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
