package org.ulicarro.core.traffic.state;

import java.util.Arrays;
import org.ulicarro.core.traffic.lanes.JunctionTable;

/**
 * On which paths of each place somebody is or is about to come: one look at a word instead of one at each path that another one meets,
 * nearly all of which are empty. Follows from where everybody is; a path that is told to be quiet is.
 */
public final class Junctions {

    // A place has 1 << WORDS words.
    private static final int WORDS = 2;
    private static final int BUSY = 0; // paths with a vehicle or a rear on them
    private static final int COMING = 1; // paths onto which somebody who has a gap may come
    private static final int LONG = 2; // paths with a long vehicle or its rear on them
    private static final int LONG_COMING = 3; // paths onto which a long vehicle comes next

    private final JunctionTable table;
    private final long[] masks;
    private final int[] place;
    private final long[] words;

    public Junctions(JunctionTable table) {
        this.table = table;
        masks = table.masks;
        place = table.place;
        words = new long[table.places << WORDS];
    }

    /** Notes who is on a path now. */
    void set(int path, boolean busy, boolean anyLong) {
        int at = place[path] << WORDS;
        long bit = table.bit[path];
        if (table.shared[place[path]]) {
            busy = true;
            anyLong = true;
        }
        words[at + BUSY] = busy ? words[at + BUSY] | bit : words[at + BUSY] & ~bit;
        words[at + LONG] = anyLong ? words[at + LONG] | bit : words[at + LONG] & ~bit;
    }

    /** Forgets who is about to come to a place. */
    public void clearComing(int which) {
        words[(which << WORDS) + COMING] = 0;
        words[(which << WORDS) + LONG_COMING] = 0;
    }

    /** The paths of a place with somebody on them, as bits. */
    public long busy(int which) {
        return words[(which << WORDS) + BUSY];
    }

    public long bit(int path) {
        return table.bit[path];
    }

    /** Whether somebody may be on a path, all of its body or the rear of it, or about to come onto it without waiting. */
    public boolean isBusyOrComing(int path) {
        int at = place[path] << WORDS;
        return ((words[at + BUSY] | words[at + COMING]) & table.bit[path]) != 0;
    }

    /** Whether a path is among those of some bits. */
    public boolean isAmong(int path, long bits) {
        return (table.bit[path] & bits) != 0;
    }

    /** Somebody who has a gap, or has just taken one, comes onto a path next. */
    public void comes(int path) {
        words[(place[path] << WORDS) + COMING] |= table.bit[path];
    }

    /** A long vehicle comes onto a path next. */
    public void longComes(int path) {
        words[(place[path] << WORDS) + LONG_COMING] |= table.bit[path];
    }

    /** Whether nobody is on the paths that a path meets, nor is about to come onto one without waiting. */
    public boolean isQuiet(int path) {
        int at = place[path] << WORDS;
        int mask = path << JunctionTable.MASKS;
        return (words[at + BUSY] & masks[mask + JunctionTable.MEETS]
                        | words[at + COMING] & masks[mask + JunctionTable.FIRST])
                == 0;
    }

    /** Whether nobody is on the paths that leave the same lane as a path. */
    public boolean isAlone(int path) {
        return (words[(place[path] << WORDS) + BUSY] & masks[(path << JunctionTable.MASKS) + JunctionTable.SIBLINGS])
                == 0;
    }

    /** Whether no long vehicle is or comes where it would be in the way of a car on a path. */
    public boolean isFreeOfLong(int path) {
        int at = place[path] << WORDS;
        return ((words[at + LONG] | words[at + LONG_COMING])
                        & masks[(path << JunctionTable.MASKS) + JunctionTable.LONGS])
                == 0;
    }

    void restart() {
        Arrays.fill(words, 0);
    }
}
