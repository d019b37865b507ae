package org.ulicarro.core.signal;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.List;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.signal.ring.RingWatch;
import org.ulicarro.core.signal.ring.Schedule;
import org.ulicarro.core.signal.ring.Transition;

/**
 * Plans by the clock. Where one ends and another begins, greens are held for their minimum and begin after the clearances of others; then
 * the new plan gets into step by cycles that are longer or shorter.
 */
final class FixedTime implements Controller {

    private static final int NONE = -1;

    /**
     * A group. Times in ticks.
     *
     * @param least shortest green or walk
     * @param yellow after green; clearance of people
     * @param red after yellow
     * @param never groups that may never have green with it
     * @param host group beside which its turns may go in gaps; negative for none
     */
    record Group(int least, int yellow, int red, int[] never, int host) {}

    /**
     * What a controller has.
     *
     * @param firstGroup index of its first group in the network
     */
    record Setup(
            int firstGroup, Group[] groups, List<FixedProgram> programs, Schedule schedule, Transition transition) {}

    private final Setup setup;
    private final Group[] groups;
    private final RingWatch watch;
    private final int[] state; // group -> ordinal of the aspect of its own signal
    private final int[] lasts; // group -> ticks of it
    private int current = NONE; // place of the program
    private int zero; // tick at which this cycle began
    private int change; // by how much it is longer than the program's
    private int[] order; // ticks of the program, as this cycle shows them
    private boolean takesOver; // what is shown is not yet what the program says

    FixedTime(Setup setup, RingWatch watch) {
        this.setup = setup;
        this.watch = watch;
        groups = setup.groups();
        state = new int[groups.length];
        lasts = new int[groups.length];
    }

    @Override
    public void advance(int tick, DetectorBoard detectors, Aspects aspects) {
        moveOn(tick);
        Aspect[][] shown = setup.programs().get(current).shown();
        int second = order[tick - zero];
        boolean differs = false;
        for (int g = 0; g < groups.length; g++) {
            int wanted = shown[g][second].ordinal();
            int now = takesOver ? allowed(g, wanted) : wanted;
            lasts[g] = now == state[g] ? Math.min(1_000_000, lasts[g] + 1) : 0;
            state[g] = now;
            differs |= now != wanted;
        }
        takesOver &= differs;
        for (int g = 0; g < groups.length; g++) {
            aspects.show(setup.firstGroup() + g, aspect(g, aspects), tick);
        }
    }

    private void moveOn(int tick) {
        if (current == NONE) {
            begin(setup.schedule().at(tick), tick);
            int cycle = program().cycle();
            zero = tick - Math.floorMod(tick - program().offset(), cycle);
            cycle(0);
        } else if (tick - zero >= order.length) {
            int wanted = setup.schedule().at(tick);
            zero = tick;
            if (wanted != current) {
                takesOver = true;
                begin(wanted, tick);
            }
            int late = Math.floorMod(tick - program().offset(), program().cycle());
            cycle(setup.transition().change(late, program().cycle(), program().shorter().length));
        }
    }

    private FixedProgram program() {
        return setup.programs().get(current);
    }

    private void begin(int which, int tick) {
        current = which;
        watch.plan(tick, program().id());
    }

    private void cycle(int by) {
        if (order == null
                || by != change
                || by != 0
                || order.length != program().cycle()) {
            order = program().cycle(by, setup.transition().way());
        }
        change = by;
    }

    /** What a group may show when the plan wants something, coming from what it shows. */
    private int allowed(int g, int wanted) {
        Group group = groups[g];
        int green = Aspect.GREEN.ordinal();
        if (state[g] == green) {
            return wanted == green || lasts[g] + 1 < group.least() ? green : Aspect.YELLOW.ordinal();
        }
        if (state[g] == Aspect.YELLOW.ordinal()) {
            return lasts[g] + 1 < group.yellow() ? state[g] : Aspect.RED.ordinal();
        }
        return wanted == green && isClear(g) ? green : Aspect.RED.ordinal();
    }

    /** Whether all that conflict have cleared. */
    private boolean isClear(int g) {
        for (int other : groups[g].never()) {
            boolean clear = state[other] == Aspect.RED.ordinal() && lasts[other] + 1 >= groups[other].red();
            if (!clear) {
                return false;
            }
        }
        return true;
    }

    /** Turns whose own signal is red may go in gaps beside their host's green. */
    private Aspect aspect(int g, Aspects aspects) {
        Aspect own = Aspect.of(state[g]);
        int host = groups[g].host();
        if (host < 0 || own != Aspect.RED || lasts[g] < groups[g].red()) {
            return own;
        }
        Aspect beside = Aspect.of(state[host]);
        boolean flashed = aspects.of(setup.firstGroup() + g) != Aspect.RED;
        return beside == Aspect.GREEN
                ? Aspect.FLASHING_YELLOW
                : beside == Aspect.YELLOW && flashed ? Aspect.YELLOW : Aspect.RED;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(current);
        out.writeInt(zero);
        out.writeInt(change);
        out.writeBoolean(takesOver);
        SavedArrays.write(out, state, state.length);
        SavedArrays.write(out, lasts, lasts.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        current = in.readInt();
        zero = in.readInt();
        int by = in.readInt();
        takesOver = in.readBoolean();
        SavedArrays.read(in, state);
        SavedArrays.read(in, lasts);
        if (current != NONE) {
            order = null;
            cycle(by);
        }
    }
}
