package org.ulicarro.core.signal;

/** Told what phases show, when it changes. Ticks of the day; phases by their numbers. */
public interface ControlWatch {

    /** Tells nobody. */
    ControlWatch NONE = new ControlWatch() {};

    default void green(int tick, String phase) {}

    default void yellow(int tick, String phase, Ended because) {}

    /** A coordinated phase has become green, so many ticks before its split says. */
    default void early(int tick, String phase, int ticks) {}

    default void red(int tick, String phase) {}

    default void walk(int tick, String phase) {}

    default void finish(int tick, String phase) {}

    default void dontWalk(int tick, String phase) {}

    /** Its red after yellow is over. */
    default void cleared(int tick, String phase) {}

    default void overlap(int tick, String id, Aspect shows) {}

    /** A priority request comes (true) or goes. */
    default void priority(int tick, String id, boolean comes) {}

    /** A pre-emption begins or ends. */
    default void preemption(int tick, String id, boolean begins) {}

    /**
     * A stage begins, or is gone to.
     *
     * @param because the rule that led to it, in words; empty for the first one
     */
    default void stage(int tick, String id, String because) {}

    /**
     * Signals begin to flash, or have done so.
     *
     * @param fault whether the controller has failed
     */
    default void flash(int tick, boolean begins, boolean fault) {}

    /** A plan takes over. */
    default void plan(int tick, String id) {}
}
