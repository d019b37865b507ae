package org.ulicarro.core.signal.fixed;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.Controller;
import org.ulicarro.core.signal.DetectorBoard;
import org.ulicarro.core.signal.Guard;
import org.ulicarro.core.signal.Schedule;
import org.ulicarro.core.signal.Transition;

/**
 * Plans by the clock. Where one ends and another begins, greens are held for their minimum and begin after the clearances of others; then
 * the new plan gets into step by cycles that are longer or shorter.
 */
final class FixedTime implements Controller {

    private static final int NONE = -1;

    /**
     * What a controller has.
     *
     * @param firstGroup index of its first group in the network
     */
    record Setup(
            int firstGroup,
            Guard.Group[] groups,
            List<FixedProgram> programs,
            Schedule schedule,
            Transition transition) {}

    private final Setup setup;
    private final Guard guard;
    private final int[] wanted; // group -> ordinal of the aspect that the plan says
    private final ControlWatch watch;
    private int current = NONE; // place of the program
    private int zero; // tick at which this cycle began
    private int change; // by how much it is longer than the program's
    private int[] order; // ticks of the program, as this cycle shows them; null where it shows each once
    private int second; // tick of the program that is shown
    private boolean takesOver; // what is shown is not yet what the program says

    FixedTime(Setup setup, ControlWatch watch) {
        this(setup, new Guard(setup.groups(), setup.firstGroup()), watch);
        takesOver = false;
    }

    /** Takes over from somebody else, whose guard knows what is shown. */
    FixedTime(Setup setup, Guard guard, ControlWatch watch) {
        this.setup = setup;
        this.watch = watch;
        this.guard = guard;
        wanted = new int[setup.groups().length];
        takesOver = true;
    }

    @Override
    public void advance(int tick, DetectorBoard detectors, Aspects aspects) {
        moveOn(tick);
        FixedProgram program = program();
        second = tickOf(tick - zero);
        int stretch = program.stretch(second);
        Aspect[][] shown = program.shown();
        for (int g = 0; g < shown.length; g++) {
            wanted[g] = shown[g][stretch].ordinal();
            if (!takesOver) {
                guard.follow(g, wanted[g]);
            }
        }
        if (takesOver) {
            takesOver = !guard.approach(wanted);
        }
        guard.show(tick, aspects);
    }

    @Override
    public String because() {
        String at =
                String.format(Locale.ROOT, "second %.1f", Clock.seconds(second)).replace(".0", "");
        String length =
                String.format(Locale.ROOT, " of %.1f", Clock.seconds(length())).replace(".0", "");
        return at + length + (takesOver ? ", " + program().id() + " takes over" : change != 0 ? ", into step" : "");
    }

    @Override
    public int restsUntil(int tick) {
        if (takesOver || guard.hasHosts()) {
            return tick + 1;
        }
        FixedProgram program = program();
        int at = tick - zero;
        int stretch = program.stretch(tickOf(at));
        if (order == null) {
            return zero + program.end(stretch);
        }
        int next = at + 1;
        while (next < order.length && program.stretch(order[next]) == stretch) {
            next++;
        }
        return zero + next;
    }

    @Override
    public void rest(int ticks) {
        guard.rest(ticks);
    }

    private void moveOn(int tick) {
        if (current == NONE) {
            begin(setup.schedule().at(tick), tick);
            int cycle = program().cycle();
            zero = tick - Math.floorMod(tick - program().offset(), cycle);
            cycle(0);
        } else if (tick - zero >= length()) {
            int wanted = setup.schedule().at(tick);
            zero = tick;
            if (wanted != current) {
                takesOver = true;
                begin(wanted, tick);
            }
            int late = Math.floorMod(tick - program().offset(), program().cycle());
            cycle(setup.transition()
                    .change(late, program().cycle(), program().shorter().count()));
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
        order = by == 0 ? null : program().cycle(by, setup.transition().way());
        change = by;
    }

    /** Ticks of the cycle in hand. */
    private int length() {
        return program().cycle() + change;
    }

    /** The tick of the program that is shown so many ticks after the cycle in hand began. */
    private int tickOf(int sinceZero) {
        return order == null ? sinceZero : order[sinceZero];
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(current);
        out.writeInt(zero);
        out.writeInt(change);
        out.writeBoolean(takesOver);
        guard.save(out);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        current = in.readInt();
        zero = in.readInt();
        int by = in.readInt();
        takesOver = in.readBoolean();
        guard.restore(in);
        if (current != NONE) {
            cycle(by);
        }
    }
}
