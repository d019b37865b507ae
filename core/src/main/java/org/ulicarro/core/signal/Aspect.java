package org.ulicarro.core.signal;

/** What a signal group shows to drivers, or to people: walk, clearance and don't walk for green, yellow and red. */
public enum Aspect {
    RED,
    GREEN,
    YELLOW,
    /** Turns may go in gaps. */
    FLASHING_YELLOW,
    /** As at a stop sign. */
    FLASHING_RED,
    /** Of people: none is shown, and they go in gaps. */
    DARK;

    private static final Aspect[] ALL = values();

    static Aspect of(int ordinal) {
        return ALL[ordinal];
    }

    /** Whether vehicles may go, if only in gaps. */
    public boolean letsGo() {
        return this == GREEN || this == FLASHING_YELLOW;
    }
}
