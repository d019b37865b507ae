package org.ulicarro.core.traffic.state;

/** What set a vehicle's acceleration in a step: the strictest of all that it had to heed. The order is part of the track format. */
public enum Restraint {
    /** Its own wish. */
    NOTHING,
    /** A vehicle ahead on its way. */
    VEHICLE,
    /** A signal that does not show green. */
    SIGNAL,
    /** It waits for a gap or for its turn before vehicles that go first. */
    GAP,
    /** Somebody is on, or about to cross, the stretch of the junction that it comes to. */
    CROSSING,
    /** It has to change lanes and finds no room. */
    LANE,
    /** A curve or a lower limit ahead. */
    CURVE,
    /** It leaves room for somebody who has to change lanes. */
    ROOM,
    /** A stop of its service. */
    STOP,
    /** A closed stretch of its lane. */
    CLOSURE,
    /** What its engine can do at this speed and grade. */
    POWER,
    /** There is no room to stand clear of the junction behind it. */
    KEEP_CLEAR,
    /** People cross, or are about to. */
    WALKERS,
    /** A gate that serves it, or will. */
    GATE
}
