package org.ulicarro.core.assign;

import org.ulicarro.core.measure.TableName;
import org.ulicarro.core.study.About;

/** A way between two ends in one slice, and who takes it. */
@TableName(value = "paths", about = "ways between two ends, with shares and times")
public record PathRow(
        @About("where it begins") String origin,
        @About("where it ends") String destination,

        @About("number of the way between these ends") int path,

        @About("types of vehicle that choose like this; all for everybody")
        String types,

        @About("roads in order, joined by >") String links,
        @About("of these roads together (m)") double lengthM,

        @About("start of the slice of departure (s since midnight)")
        double fromS,

        @About("its end (s since midnight)") double toS,
        @About("of those who travel between these ends") double share,
        @About("who take it, mean of the replications") double vehicles,
        @About("by the last iteration (s)") double timeS,

        @About("what it costs by the times that drivers know: with length, tolls and what they avoid (s)")
        double costS) {}
