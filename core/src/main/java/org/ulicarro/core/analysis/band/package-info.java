/**
 * Coordination of signals along a corridor: greens of the through movements in time and distance, the bands that pass all of them
 * unhindered, offsets that make bands widest. {@link org.ulicarro.core.analysis.band.CorridorReader} gets a corridor out of a model.
 */
package org.ulicarro.core.analysis.band;
