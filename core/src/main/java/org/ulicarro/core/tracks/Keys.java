package org.ulicarro.core.tracks;

/** Numbers that begin an entry of a leg. What they mean to a reader is in docs/tracks.md. */
final class Keys {

    /** The leg ends with its last sample. */
    static final int END = 0;

    static final int ONTO = 1;
    static final int STARTED_OVER = 2;
    static final int MOVED_OVER = 3;
    static final int LEFT = 4;
    static final int STATE = 5;
    static final int WAITS = 6;
    static final int STOP_OR_GO = 7;

    /** Samples of a vehicle that stands, whose delay grows with each and of which nothing else changes. */
    static final int STILL = 8;

    /** From here on an entry is a sample. */
    static final int SAMPLE = 9;

    // bits of the state
    static final int INDICATOR_LEFT = 1;
    static final int INDICATOR_RIGHT = 2;
    static final int BRAKES = 4;
    static final int QUEUED = 8;
    static final int STANDS = 16; // only at the start of a leg; later told by STOP_OR_GO

    private Keys() {}

    /** What a position is expected to be some ticks after the last sample, at its change per sample interval. */
    static int expected(int position, int change, int ticks, int sampleTicks) {
        if (ticks == sampleTicks) {
            return position + change;
        }
        return position + Math.floorDiv(2 * change * ticks + sampleTicks, 2 * sampleTicks);
    }
}
