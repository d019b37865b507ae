package org.ulicarro.core.assign;

import org.ulicarro.core.measure.TableName;
import org.ulicarro.core.study.About;

/** What drivers know of the time of one turn of a road, the way into it or out of the plan, in one slice: smoothed over iterations. */
@TableName(value = "times", about = "times of roads as drivers know them, by the turn at their end")
public record KnownTimeRow(
        @About("the road's direction") String link,

        @About("id of the turn; > at the end of the plan, < for the wait before the road")
        String turn,

        @About("start of the slice (s since midnight)") double fromS,
        @About("(s)") double timeS) {}
