package org.ulicarro.core.assign;

import org.ulicarro.core.measure.TableName;
import org.ulicarro.core.study.About;

/** One direction of a road in one slice of the last iteration. */
@TableName(value = "links", about = "volumes and times of roads in the last iteration")
public record RoadRow(
        @About("the road's direction") String link,
        @About("start of the slice (s since midnight)") double fromS,
        @About("its end (s since midnight)") double toS,
        @About("who came onto it, mean of the replications") double vehicles,
        @About("mean time along it; NaN for nobody (s)") double timeS,
        @About("by formula, with nobody on the road (s)") double freeS,
        @About("vehicles in the iteration before") double vehiclesBefore,

        @About("mean time in the iteration before; NaN for nobody (s)")
        double timeBeforeS) {}
