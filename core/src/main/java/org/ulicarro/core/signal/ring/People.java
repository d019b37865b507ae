package org.ulicarro.core.signal.ring;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.ControlWatch;

/** What the people beside each ring's phase see: walk, then time to finish, then don't walk. */
final class People implements Stateful {

    static final int DONT = 0;
    static final int WALK = 1;
    static final int FINISH = 2;

    private final Calls calls;
    private final ControlWatch watch;
    private final int[] shows; // ring -> one of the above
    private final int[] timer; // ring -> ticks of it
    private final int[] beside; // ring -> its phase, of what is shown

    People(int rings, Calls calls, ControlWatch watch) {
        this.calls = calls;
        this.watch = watch;
        shows = new int[rings];
        timer = new int[rings];
        beside = new int[rings];
    }

    private void show(int r, int what) {
        shows[r] = what;
        timer[r] = 0;
        calls.peopleSee(beside[r], what);
    }

    void startWalk(int r, int tick, int p, Phase phase) {
        beside[r] = p;
        calls.servedPeople(p);
        show(r, WALK);
        watch.walk(tick, phase.id());
    }

    /** The green beside them ends: who is on the crossing finishes meanwhile. */
    void greenEnds(int r) {
        if (shows[r] == WALK) {
            stop(r);
        }
    }

    /** Nobody walks beside a ring's phase. */
    void stop(int r) {
        if (shows[r] != DONT) {
            show(r, DONT);
        }
    }

    /** Walk ends now, and what people need to finish follows; whether there was walk. */
    boolean cut(int r, int tick, Phase phase) {
        if (shows[r] != WALK) {
            return false;
        }
        show(r, FINISH);
        watch.finish(tick, phase.id());
        return true;
    }

    boolean hasWalkedFor(int r, int ticks) {
        return shows[r] == WALK && timer[r] + 1 >= ticks;
    }

    /** Whether somebody may still be on the crossing. */
    boolean areWalking(int r) {
        return shows[r] != DONT;
    }

    /** Whether vehicles beside them have to keep green: until what is left for people to finish may run in yellow and red. */
    boolean keepGreen(int r, Phase phase) {
        return shows[r] == WALK || shows[r] == FINISH && phase.clear() - timer[r] > phase.intoYellow();
    }

    /** Whether walk has lasted as long as it must. */
    boolean hasWalked(int r, Phase phase) {
        return shows[r] == WALK && timer[r] + 1 >= phase.walk();
    }

    /**
     * Counts a tick.
     *
     * @param clear how long people have to finish
     * @param holds whether walk goes on beyond its shortest
     */
    void count(int r, int tick, Phase phase, int clear, boolean holds) {
        timer[r]++;
        if (shows[r] == WALK && timer[r] >= phase.walk() && !holds) {
            show(r, FINISH);
            watch.finish(tick, phase.id());
        } else if (shows[r] == FINISH && timer[r] >= clear) {
            show(r, DONT);
            watch.dontWalk(tick, phase.id());
        }
    }

    /** What people see, as a number. */
    int state(int r) {
        return shows[r];
    }

    Aspect aspect(int r) {
        return shows[r] == WALK ? Aspect.GREEN : shows[r] == FINISH ? Aspect.YELLOW : Aspect.RED;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, shows, shows.length);
        SavedArrays.write(out, timer, timer.length);
        SavedArrays.write(out, beside, beside.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, shows);
        SavedArrays.read(in, timer);
        SavedArrays.read(in, beside);
    }
}
