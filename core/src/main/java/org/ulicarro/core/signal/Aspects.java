package org.ulicarro.core.signal;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;

/** What every signal group of the network shows now, and since when. */
public final class Aspects implements Stateful {

    private static final Aspect[] ALL = Aspect.values();

    private final int[] shown; // group -> ordinal of its aspect
    private final int[] since; // group -> tick at which it began
    private final int[] before; // group -> ordinal of what it showed before

    private int changes; // since it was made

    public Aspects(int groups) {
        shown = new int[groups];
        since = new int[groups];
        before = new int[groups];
    }

    public Aspect of(int group) {
        return ALL[shown[group]];
    }

    /** The tick at which the group began to show what it shows. */
    public int since(int group) {
        return since[group];
    }

    /** How often any group has changed: who looks again only when this has grown misses nothing. */
    public int changes() {
        return changes;
    }

    /** What the group showed before that. */
    Aspect before(int group) {
        return ALL[before[group]];
    }

    /** Shows it from a tick on; what is shown already goes on. */
    public void show(int group, Aspect aspect, int tick) {
        if (shown[group] != aspect.ordinal()) {
            before[group] = shown[group];
            shown[group] = aspect.ordinal();
            since[group] = tick;
            changes++;
        }
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, shown, shown.length);
        SavedArrays.write(out, since, since.length);
        SavedArrays.write(out, before, before.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, shown);
        SavedArrays.read(in, since);
        SavedArrays.read(in, before);
    }
}
