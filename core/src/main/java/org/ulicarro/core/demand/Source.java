package org.ulicarro.core.demand;

/** A part of the demand. Immutable; the same seed and replication draw the same departures. */
interface Source {
    /** Adds everybody of one replication. */
    void draw(long seed, int replication, DepartureDraft draft);
}
