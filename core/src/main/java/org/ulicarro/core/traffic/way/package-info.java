/**
 * Where a vehicle is going: {@link org.ulicarro.core.traffic.way.Routes} is the movements of its route, {@link org.ulicarro.core.traffic.way.Wayfinding} the door that says which lanes lead there and how fast they may be driven on.
 */
package org.ulicarro.core.traffic.way;
