package org.ulicarro.core.signal.ring;

/** Told what phases show, when it changes. Ticks of the day; phases by their numbers. */
public interface RingWatch {

    /** Tells nobody. */
    RingWatch NONE = new RingWatch() {};

    default void green(int tick, int phase) {}

    default void yellow(int tick, int phase, Ended because) {}

    default void red(int tick, int phase) {}

    default void walk(int tick, int phase) {}

    default void finish(int tick, int phase) {}

    default void dontWalk(int tick, int phase) {}
}
