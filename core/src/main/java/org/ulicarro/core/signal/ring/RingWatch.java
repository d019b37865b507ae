package org.ulicarro.core.signal.ring;

/** Told what phases show, when it changes. Ticks of the day; phases by their numbers. */
public interface RingWatch {

    /** Tells nobody. */
    RingWatch NONE = new RingWatch() {};

    default void green(int tick, String phase) {}

    default void yellow(int tick, String phase, Ended because) {}

    default void red(int tick, String phase) {}

    default void walk(int tick, String phase) {}

    default void finish(int tick, String phase) {}

    default void dontWalk(int tick, String phase) {}
}
