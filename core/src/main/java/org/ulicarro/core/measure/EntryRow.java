package org.ulicarro.core.measure;

import org.ulicarro.core.study.About;

/**
 * Who wanted to come in at one entry in one interval of one replication, and who found room.
 */
@TableName(value = "unserved", about = "who wanted to come in at each entry, who waited outside, and who still does")
public record EntryRow(
        @About("where the entry begins") String place,
        @About("its road's direction") String link,
        @About("start of the interval (s since midnight)") double fromS,
        @About("its end (s since midnight)") double toS,

        @About("vehicles that wanted to come in during the interval")
        int wanted,

        @About("vehicles that came in during it, whenever they wanted to")
        int entered,

        @About(
                "mean time outside of those who wanted to come in during it; who is still outside counts with the time so far (s)")
        double entryDelayS,

        @About(
                "how many waited outside when it began: with those who wanted to come in, as many as entered and are left")
        int outsideStart,

        @About("the most that waited outside at once during the interval")
        int outsidePeak,

        @About("how many waited outside when it ended: its unserved demand")
        int outsideEnd) {}
