package org.ulicarro.core.piece;

/**
 * A road that leads out of a piece, and where it ends now.
 *
 * @param road id
 * @param inner the place of the piece
 * @param outside the place that it led to
 * @param end id of the place at which it ends now
 * @param first whether the outer place is the road's first one
 * @param at where it is cut, along its axis from its first place (m)
 * @param in index of the link that leads into the piece, or -1
 * @param inFrom where the piece begins on it (m from its start)
 * @param out index of the link that leads out of the piece, or -1
 * @param outTo where the piece ends on it (m from its start); its length where that is the whole link
 */
public record Cut(
        String road,
        String inner,
        String outside,
        String end,
        boolean first,
        double at,
        int in,
        double inFrom,
        int out,
        double outTo) {

    /** The end of a cut road is called after it, since a road is cut on one side only. */
    public static String end(String road) {
        return "cut-" + road;
    }
}
