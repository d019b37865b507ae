package org.ulicarro.core.signal;

/** What a meter does now, for those who measure it. */
public interface MeterState {

    /** Id of its place. */
    String place();

    /** Whether it meters, rather than lets everybody go. */
    boolean active();

    /** How many it lets go, all lanes together (veh/s). */
    double rate();

    /** Whether the queue on the ramp makes it let go as many as it may. */
    boolean overridden();
}
