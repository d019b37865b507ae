package org.ulicarro.core.analysis;

/** Level of service from delay, after the Highway Capacity Manual, 6th ed., exhibits 19-8, 20-2 and 22-8. */
public enum LevelOfService {
    A,
    B,
    C,
    D,
    E,
    F;

    private static final double[] SIGNAL_LIMITS = {10, 20, 35, 55, 80};

    /** At a signal, from control delay (s per vehicle); a limit itself belongs to the better level. */
    public static LevelOfService atSignal(double delay) {
        for (int i = 0; i < SIGNAL_LIMITS.length; i++) {
            if (delay <= SIGNAL_LIMITS[i]) {
                return values()[i];
            }
        }
        return F;
    }
}
