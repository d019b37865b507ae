/**
 * Who gives way to whom at junctions and crossings: {@link org.ulicarro.core.traffic.junctions.GiveWay} is stage 4, {@link org.ulicarro.core.traffic.junctions.Streams} judges gaps, the others each know one kind of place.
 */
package org.ulicarro.core.traffic.junctions;
