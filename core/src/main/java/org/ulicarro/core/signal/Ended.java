package org.ulicarro.core.signal;

/** Why a green ended. */
public enum Ended {
    /** No vehicle came for its passage time. */
    GAP_OUT,
    /** It had its longest green while somebody else called. */
    MAX_OUT,
    /** Its split was over. */
    FORCE_OFF,
    /** The coordinated green gave way to others at the end of its split. */
    YIELD,
    /** A bus or tram is expected, and it was in the way. */
    PRIORITY,
    /** A pre-emption holds other greens. */
    PREEMPTION,
    /** Another plan with another order of phases begins. */
    PLAN
}
