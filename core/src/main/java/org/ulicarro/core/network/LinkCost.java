package org.ulicarro.core.network;

/** What it costs to drive along a link, as a {@link Router} is to see it. */
@FunctionalInterface
public interface LinkCost {

    /** Seconds, or what counts like them; infinite where the link may not be used. */
    double of(Link link);

    /** Seconds with nobody on the way. */
    static LinkCost freeTime() {
        return Link::freeTime;
    }
}
