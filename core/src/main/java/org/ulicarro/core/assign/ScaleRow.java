package org.ulicarro.core.assign;

import org.ulicarro.core.measure.TableName;
import org.ulicarro.core.study.About;

/** What fitting to counts made of the demand between two ends. */
@TableName(value = "scales", about = "demand between ends, before and after it was fitted to counts")
public record ScaleRow(
        @About("where it begins") String origin,
        @About("where it ends") String destination,

        @About("vehicles of the run as the demand says, mean of the replications")
        double before,

        @About("vehicles as they were fitted") double after,
        @About("after over before") double factor) {}
