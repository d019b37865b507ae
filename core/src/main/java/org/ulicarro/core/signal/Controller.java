package org.ulicarro.core.signal;

import org.ulicarro.core.base.Stateful;

/** Decides what the signal groups of one place show. Asked once per tick, in rising ticks. */
public interface Controller extends Stateful {

    void advance(int tick, DetectorBoard detectors, Aspects aspects);

    /**
     * Asked after a tick: the next one in which it may do anything else than let time pass. Until then it need not be asked, and is told
     * by {@link #rest} how long that was.
     */
    default int restsUntil(int tick) {
        return tick + 1;
    }

    /** Why what it shows changed in the tick that was asked last, in words for who rehearses it; empty where its watch is told. */
    default String because() {
        return "";
    }

    /** So many ticks have passed in which it was not asked. */
    default void rest(int ticks) {}
}
