/**
 * What stands before anybody drives: lanes, turning paths, conflicts, crossings, gates, closures and what holds along lanes, as flat arrays. Compiled once for a model, shared by all of its replications, never changed.
 *
 * <p>The door is {@link org.ulicarro.core.traffic.lanes.LaneTable}; {@link org.ulicarro.core.traffic.lanes.LaneKinds} says in bits what is special about a lane.
 */
package org.ulicarro.core.traffic.lanes;
