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
    private final int[] changed; // groups that have changed since somebody looked at them
    private final boolean[] isChanged; // group -> whether it is among them
    private int changedCount;

    public Aspects(int groups) {
        shown = new int[groups];
        since = new int[groups];
        before = new int[groups];
        changed = new int[groups];
        isChanged = new boolean[groups];
        allChanged();
    }

    private void allChanged() {
        for (int group = 0; group < shown.length; group++) {
            noteChange(group);
        }
    }

    private void noteChange(int group) {
        if (!isChanged[group]) {
            isChanged[group] = true;
            changed[changedCount++] = group;
        }
    }

    /** How many groups have changed since {@link #forgetChanges}. */
    public int changedCount() {
        return changedCount;
    }

    /** The i-th of them. */
    public int changed(int i) {
        return changed[i];
    }

    public void forgetChanges() {
        for (int i = 0; i < changedCount; i++) {
            isChanged[changed[i]] = false;
        }
        changedCount = 0;
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
            noteChange(group);
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
        allChanged();
    }
}
