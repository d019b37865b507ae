package org.ulicarro.core.timing;

import java.util.function.ToDoubleFunction;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Movement;

/**
 * What signals are timed for.
 *
 * @param vehicles of each movement (veh/h)
 * @param people over each crossing, both ways (persons/h)
 */
public record Flows(ToDoubleFunction<Movement> vehicles, ToDoubleFunction<MarkedCrossing> people) {}
