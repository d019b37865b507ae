package org.ulicarro.core.measure;

import org.ulicarro.core.study.About;

/**
 * How long one direction of a road took those who made one turn at its end, in one interval of one replication: from the line before it, or
 * from coming in, to the line at its end, or to going out. So the times of a way add up to its travel time.
 */
@TableName(
        value = "turn_times",
        about = "how long each road took, by the turn at its end: what a way costs, stretch by stretch")
public record TurnTimeRow(
        @About("the road's direction") String link,
        @About("id of the turn; empty where the plan ends") String movement,
        @About("start of the interval (s since midnight)") double fromS,
        @About("its end (s since midnight)") double toS,

        @About("who came onto the road in it, and made the turn before the run ended")
        int vehicles,

        @About("mean of their times; NaN for nobody (s)") double timeS) {}
