package org.ulicarro.core.study;

import java.util.Map;

/**
 * Any point where roads meet, end or change.
 *
 * @param at position in metres, x east and y north of the study's origin
 * @param control who goes first here
 * @param legs names of the approaches as on the count sheet, by road; the others are named by their geometry
 */
public record Place(
        @Required @About("Position [x, y] in metres, x east, y north.")
        Point at,

        @Usual("none") @About("Who goes first: a signal, or nobody meets here.")
        Control control,

        @About("Names of the approaches as on the count sheet, by road: {quay-1: EB}.")
        Map<String, String> legs) {

    public enum Control {
        NONE,
        SIGNAL
    }

    public Place {
        legs = InOrder.map(legs);
    }
}
