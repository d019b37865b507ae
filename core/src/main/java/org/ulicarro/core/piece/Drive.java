package org.ulicarro.core.piece;

import java.util.List;

/**
 * A vehicle's way through a piece, from when it came to its border until it left: who comes back makes another one.
 *
 * @param vehicle its number in the replication of the whole
 * @param time when it came to the border, or wanted to come in where an end of the whole is one of the piece (s since midnight)
 * @param from place where it came in
 * @param to place where it left, or means to where the replication ended before
 * @param type id of its type
 * @param driver what names the draws of who drives
 * @param lane number of the lane in which it came to the border, from the left; 0 where it began in the piece
 * @param speed at which it came to the border (m/s); NaN where it began in the piece
 * @param line place of its service among those of the whole, or -1
 * @param first whether it began its whole journey here
 * @param came whether it really came in before the replication ended
 * @param links of its way, in order, arcs of roundabouts left out
 */
public record Drive(
        int vehicle,
        double time,
        String from,
        String to,
        String type,
        long driver,
        int lane,
        double speed,
        int line,
        boolean first,
        boolean came,
        List<String> links) {}
