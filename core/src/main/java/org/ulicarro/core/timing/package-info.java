/**
 * Signal timing by formula: flow ratios, critical movements, cycles and what binds them, delay.
 *
 * <p>Start at {@link org.ulicarro.core.timing.PlaceTiming}. It needs no simulation.
 */
package org.ulicarro.core.timing;
