package org.ulicarro.core.measure;

/**
 * Who wanted to come in at one entry in one interval of one replication, and who found room.
 *
 * @param place where the entry begins
 * @param link its road's direction
 * @param fromS start of the interval (s since midnight)
 * @param toS its end (s since midnight)
 * @param wanted vehicles that wanted to come in during the interval
 * @param entered vehicles that came in during it, whenever they wanted to
 * @param entryDelayS mean time outside of those who wanted to come in during it; who is still outside counts with the time so far (s)
 * @param outsideStart how many waited outside when it began: with those who wanted to come in, as many as entered and are left
 * @param outsidePeak the most that waited outside at once during the interval
 * @param outsideEnd how many waited outside when it ended: its unserved demand
 */
@TableName("unserved")
public record EntryRow(
        String place,
        String link,
        double fromS,
        double toS,
        int wanted,
        int entered,
        double entryDelayS,
        int outsideStart,
        int outsidePeak,
        int outsideEnd) {}
