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

    private static final double[] UNSIGNALISED_LIMITS = {10, 15, 25, 35, 50};

    /** At stop and yield signs and roundabouts, from control delay (s per vehicle). */
    public static LevelOfService atSign(double delay) {
        return within(UNSIGNALISED_LIMITS, delay);
    }

    /** At a signal, from control delay (s per vehicle); a limit itself belongs to the better level. */
    public static LevelOfService atSignal(double delay) {
        return within(SIGNAL_LIMITS, delay);
    }

    private static LevelOfService within(double[] limits, double delay) {
        for (int i = 0; i < limits.length; i++) {
            if (delay <= limits[i]) {
                return values()[i];
            }
        }
        return F;
    }
}
