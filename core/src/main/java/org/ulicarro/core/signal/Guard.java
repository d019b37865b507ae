package org.ulicarro.core.signal;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;

/**
 * What groups may show when somebody wants something else: greens last for their minimum, yellow follows, and a green begins when all that
 * conflict with it have cleared. So the way from any set of greens to any other one is found, and nobody has to write it.
 */
public final class Guard implements Stateful {

    private static final int RED = Aspect.RED.ordinal();
    private static final int GREEN = Aspect.GREEN.ordinal();
    private static final int YELLOW = Aspect.YELLOW.ordinal();
    private static final int LONG = 1_000_000;

    /**
     * A group. Times in ticks.
     *
     * @param people whether it lets people go
     * @param least shortest green or walk
     * @param yellow after green; clearance of people
     * @param red after yellow
     * @param never groups that may never have green with it
     * @param clears of each of those, ticks from the end of its green until this one may begin
     * @param host group beside which its turns may go in gaps; negative for none
     */
    public record Group(boolean people, int least, int yellow, int red, int[] never, int[] clears, int host) {}

    private final Group[] groups;
    private final int firstGroup;
    private final int[] state; // group -> ordinal of the aspect of its own signal
    private final int[] lasts; // group -> ticks of it
    private final int[] sinceGreen; // group -> ticks since its green ended
    private final int[] clearsFor; // group -> ticks from the end of its green until all others may begin
    private final boolean hosts; // whether any group has a host
    private final int[] late; // group -> what it is to show while it waits for what follows
    private final boolean[] moved; // group -> whether it has been dealt with in this tick

    public Guard(Group[] groups, int firstGroup) {
        this.groups = groups;
        this.firstGroup = firstGroup;
        state = new int[groups.length];
        lasts = new int[groups.length];
        sinceGreen = new int[groups.length];
        moved = new boolean[groups.length];
        late = new int[groups.length];
        java.util.Arrays.fill(sinceGreen, LONG);
        clearsFor = new int[groups.length];
        hosts = java.util.Arrays.stream(groups).anyMatch(group -> group.host() >= 0);
        for (Group group : groups) {
            for (int i = 0; i < group.never().length; i++) {
                int other = group.never()[i];
                clearsFor[other] = Math.max(clearsFor[other], group.clears()[i] + 1);
            }
        }
    }

    /** Shows what is wanted, whatever it is: somebody has made sure that it is safe. */
    public void follow(int g, int wanted) {
        set(g, wanted);
    }

    /**
     * Shows what may be shown.
     *
     * @param wanted of each group, what it is to show
     * @return whether all show it
     */
    public boolean approach(int[] wanted) {
        boolean all = true;
        java.util.Arrays.fill(moved, false);
        for (int g = 0; g < state.length; g++) { // first those that end or clear, so that others see it in this tick
            if (state[g] != RED) {
                set(g, ending(g, wanted[g]));
                moved[g] = true;
            } else if (wanted[g] != GREEN) {
                set(g, RED);
            }
        }
        for (int g = 0; g < state.length; g++) {
            if (!moved[g] && wanted[g] == GREEN) {
                set(g, isClear(g) ? GREEN : RED);
            }
            all &= state[g] == wanted[g];
        }
        return all;
    }

    /**
     * As {@link #approach}, but vehicles keep their green until what follows could not begin sooner anyway, for the sake of people who
     * finish or of somebody's minimum.
     */
    public boolean approachLate(int[] wanted) {
        boolean waits = false;
        for (int g = 0; g < groups.length; g++) {
            boolean keeps = state[g] == GREEN && wanted[g] != GREEN && mayWait(g, wanted);
            late[g] = keeps ? GREEN : wanted[g];
            waits |= keeps;
        }
        return approach(late) && !waits;
    }

    /** Whether a green that is to end holds nobody up if it goes on for another tick: vehicles that follow, or people where none do. */
    private boolean mayWait(int g, int[] wanted) {
        if (groups[g].people()) {
            return false; // their clearance is what others wait for
        }
        for (boolean people : new boolean[] {false, true}) {
            boolean any = false;
            for (int h = 0; h < groups.length; h++) {
                int clears =
                        wanted[h] == GREEN && state[h] != GREEN && groups[h].people() == people ? clears(g, h) : -1;
                if (clears >= 0) {
                    any = true;
                    if (clears + 1 > due(h, wanted)) {
                        return false;
                    }
                }
            }
            if (any) {
                return true;
            }
        }
        return false;
    }

    /** Ticks from the end of one group's green to the beginning of another's; -1 where they may go together. */
    private int clears(int ends, int begins) {
        int[] never = groups[begins].never();
        for (int i = 0; i < never.length; i++) {
            if (never[i] == ends) {
                return groups[begins].clears()[i];
            }
        }
        return -1;
    }

    /** Ticks until a group could have green if all in its way ended as soon as they may. */
    private int due(int h, int[] wanted) {
        int due = 0;
        for (int i = 0; i < groups[h].never().length; i++) {
            int other = groups[h].never()[i];
            if (wanted[other] != GREEN) {
                int minimum = state[other] == GREEN ? Math.max(0, groups[other].least() - lasts[other] - 1) : 0;
                due = Math.max(due, minimum + groups[h].clears()[i] - sinceGreen[other]);
            }
        }
        return due;
    }

    private void set(int g, int shows) {
        sinceGreen[g] = shows == GREEN ? 0 : Math.min(LONG, sinceGreen[g] + 1);
        lasts[g] = shows == state[g] ? Math.min(LONG, lasts[g] + 1) : 0;
        state[g] = shows;
    }

    /** Whether the turns of some group go in gaps beside another one's green: what these show changes by itself. */
    public boolean hasHosts() {
        return hosts;
    }

    /** So many ticks have passed in which all went on showing what they show. */
    public void rest(int ticks) {
        for (int g = 0; g < groups.length; g++) {
            sinceGreen[g] = state[g] == GREEN ? 0 : Math.min(LONG, sinceGreen[g] + ticks);
            lasts[g] = Math.min(LONG, lasts[g] + ticks);
        }
    }

    /** What a group that is not red shows next. */
    private int ending(int g, int wanted) {
        if (state[g] == GREEN) {
            return wanted == GREEN || lasts[g] + 1 < groups[g].least() ? GREEN : YELLOW;
        }
        return lasts[g] + 1 < groups[g].yellow() ? YELLOW : RED;
    }

    /** Whether all that conflict have cleared. */
    private boolean isClear(int g) {
        int[] never = groups[g].never();
        for (int i = 0; i < never.length; i++) {
            int other = never[i];
            if (state[other] != RED || sinceGreen[other] <= groups[g].clears()[i]) {
                return false;
            }
        }
        return true;
    }

    /** Begins with what the groups show, whoever has shown it. */
    void takeOver(Aspects aspects, int tick) {
        for (int g = 0; g < groups.length; g++) {
            Aspect shows = aspects.of(firstGroup + g);
            int ticks = Math.max(0, Math.min(LONG, tick - 1 - aspects.since(firstGroup + g)));
            boolean own = shows == Aspect.GREEN || shows == Aspect.YELLOW;
            state[g] = own ? shows.ordinal() : RED;
            lasts[g] = shows == Aspect.FLASHING_YELLOW ? LONG : ticks; // its own signal has been red all the while
            sinceGreen[g] = switch (shows) {
                case GREEN -> 0;
                case YELLOW -> ticks + 1;
                case RED -> Math.min(LONG, groups[g].yellow() + ticks + 1);
                case FLASHING_YELLOW, FLASHING_RED, DARK -> LONG;
            };
        }
    }

    /** Whether nobody could tell any more that another one decided before: minima are over, and all that is red has cleared. */
    boolean hasSettled() {
        for (int g = 0; g < groups.length; g++) {
            boolean green = state[g] == GREEN && lasts[g] + 1 >= groups[g].least();
            if (!green && (state[g] != RED || sinceGreen[g] < clearsFor[g])) {
                return false;
            }
        }
        return true;
    }

    public boolean isGreen(int g) {
        return state[g] == GREEN;
    }

    /** How long a group has had green (ticks); 0 while it has none. */
    public int greenFor(int g) {
        return state[g] == GREEN ? lasts[g] + 1 : 0;
    }

    public void show(int tick, Aspects aspects) {
        for (int g = 0; g < groups.length; g++) {
            aspects.show(firstGroup + g, aspect(g, aspects), tick);
        }
    }

    /** Turns whose own signal is red may go in gaps beside their host's green. */
    private Aspect aspect(int g, Aspects aspects) {
        Aspect own = Aspect.of(state[g]);
        int host = groups[g].host();
        if (host < 0 || own != Aspect.RED || lasts[g] < groups[g].red()) {
            return own;
        }
        boolean flashed = aspects.of(firstGroup + g) != Aspect.RED;
        return state[host] == GREEN
                ? Aspect.FLASHING_YELLOW
                : state[host] == YELLOW && flashed ? Aspect.YELLOW : Aspect.RED;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, state, state.length);
        SavedArrays.write(out, lasts, lasts.length);
        SavedArrays.write(out, sinceGreen, sinceGreen.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, state);
        SavedArrays.read(in, lasts);
        SavedArrays.read(in, sinceGreen);
    }
}
