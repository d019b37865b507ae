package org.ulicarro.core.assign;

import org.ulicarro.core.measure.TableName;
import org.ulicarro.core.study.About;

/** How many ways or roads changed by how much from the iteration before: one class of one of them, slice by slice. */
@TableName(value = "changes", about = "ways and roads by how much they changed from one iteration to the next")
public record ChangeRow(
        @About("path_time, link_time or link_volume") String what,

        @About("least change of the class: a share of the time, or vehicles in a slice")
        double atLeast,

        @About("greatest change of the class; NaN for any") double atMost,

        @About("how many ways or roads and slices") int count,
        @About("vehicles on them") double vehicles) {}
