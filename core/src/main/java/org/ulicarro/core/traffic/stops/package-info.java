/**
 * Where vehicles stop on purpose: bus stops ({@link org.ulicarro.core.traffic.stops.Halts}) and gates that serve one vehicle at a time ({@link org.ulicarro.core.traffic.stops.Gates}).
 */
package org.ulicarro.core.traffic.stops;
