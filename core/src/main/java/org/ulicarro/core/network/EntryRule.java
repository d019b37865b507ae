package org.ulicarro.core.network;

/** What holds a driver at the line before a place. */
public enum EntryRule {
    /** Nothing: it has priority, or meets nobody. */
    FREE,
    /** A signal. */
    SIGNAL,
    /** Gaps in the streams that go first. */
    YIELD,
    /** A full stop, then gaps. */
    STOP,
    /** A full stop, then its turn. */
    ALL_STOP,
    /** It is on a roundabout's ring already. */
    RING
}
