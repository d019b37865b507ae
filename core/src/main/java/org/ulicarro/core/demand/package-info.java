/**
 * From counts to departures: who leaves where, when, in which vehicle, by which way. {@link
 * org.ulicarro.core.demand.Departures} are the only input of traffic.
 */
package org.ulicarro.core.demand;
