package org.ulicarro.core.assign;

import org.ulicarro.core.measure.TableName;
import org.ulicarro.core.study.About;

/** A count that demand was fitted to, and how it is met. */
@TableName(value = "counts", about = "counts that demand was fitted to, before and after")
public record CountRow(
        @About("where it was counted") String place,
        @About("short name of the movement") String movement,
        @About("vehicles in the period") double counted,

        @About("that drivers send there with demand as it is")
        double before,

        @About("that they send there with demand as it was fitted")
        double after,

        @About("of the hourly rates, with demand as it is") double gehBefore,

        @About("of the hourly rates, with demand as it was fitted")
        double gehAfter) {}
