package org.ulicarro.core.network;

/** What it costs to drive along a link and turn at its end, at a time of day: what a {@link WayTree} is to see. */
public interface TurnCost {

    /**
     * Seconds from coming onto a link until passing its line with a movement, or what counts like them; infinite where that may not be.
     *
     * @param at when the link is come onto (s since midnight)
     */
    double along(Link link, Movement turn, double at);

    /** The same until leaving the plan at its end. */
    double out(Link link, double at);

    /** What counts beside time for driving on a link that is come onto then (s): a toll, or that drivers do not like it. */
    default double beside(Link link, double at) {
        return 0;
    }

    /** Seconds with nobody on the way. */
    static TurnCost freeTime() {
        return new TurnCost() {
            @Override
            public double along(Link link, Movement turn, double at) {
                return link.freeTime();
            }

            @Override
            public double out(Link link, double at) {
                return link.freeTime();
            }
        };
    }
}
