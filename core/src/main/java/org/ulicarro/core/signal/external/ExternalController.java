package org.ulicarro.core.signal.external;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.signal.AsksProgram;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.Controller;
import org.ulicarro.core.signal.DetectorBoard;
import org.ulicarro.core.signal.ExternalProgram;
import org.ulicarro.core.signal.Guard;
import org.ulicarro.core.signal.fixed.FixedCompiler;

/**
 * Shows what an external program asks for, as far as it is safe: minimum greens, yellows and clearances are kept here. Who does not answer,
 * or asks for what may never go together, is not asked again: a fixed plan takes over, safely, for the rest of the run.
 */
final class ExternalController implements Controller, AsksProgram {

    private static final int RED = Aspect.RED.ordinal();
    private static final int GREEN = Aspect.GREEN.ordinal();

    /**
     * What a place has.
     *
     * @param detectors on the board
     * @param peopleGroups those of its groups that let people go
     * @param every ticks between two questions
     * @param fallback the plan that takes over
     */
    record Setup(
            ExternalProgram.Place place,
            int firstGroup,
            Guard.Group[] groups,
            int[] detectors,
            int[] peopleGroups,
            int every,
            FixedCompiler.Fallback fallback) {}

    private final Setup setup;
    private final Guard guard;
    private final Controller fallback;
    private final int[] wanted; // group -> ordinal of the aspect that is asked for
    private final int[] came; // detector -> vehicles since the last question
    private final int[] on; // detector -> ticks occupied since then
    private final boolean[] occupied; // detector, in the tick before
    private ExternalProgram program = ExternalProgram.NOBODY;
    private ExternalProgram.Line line;
    private int number; // questions so far
    private int sinceAsked; // ticks
    private boolean fell;

    ExternalController(Setup setup, ControlWatch watch) {
        this.setup = setup;
        guard = new Guard(setup.groups(), setup.firstGroup());
        fallback = setup.fallback().from(guard, watch);
        wanted = new int[setup.groups().length];
        Arrays.fill(wanted, RED);
        came = new int[setup.detectors().length];
        on = new int[came.length];
        occupied = new boolean[came.length];
        sinceAsked = setup.every();
    }

    /** Who decides; before the first tick. */
    @Override
    public void connect(ExternalProgram who) {
        program = who;
    }

    @Override
    public void advance(int tick, DetectorBoard board, Aspects aspects) {
        if (fell) {
            fallback.advance(tick, board, aspects);
            return;
        }
        for (int d = 0; d < came.length; d++) {
            boolean now = board.occupied(setup.detectors()[d]);
            came[d] += now && !occupied[d] ? 1 : 0;
            on[d] += now ? 1 : 0;
            occupied[d] = now;
        }
        if (sinceAsked >= setup.every()) {
            ask(tick, board, aspects);
            if (fell) {
                fallback.advance(tick, board, aspects);
                return;
            }
        }
        sinceAsked++;
        guard.approach(wanted);
        guard.show(tick, aspects);
    }

    private void ask(int tick, DetectorBoard board, Aspects aspects) {
        if (line == null) {
            line = program.open(setup.place());
        }
        number++;
        ExternalProgram.Answer answer = line.ask(sight(tick, board, aspects));
        String why = answer.failure() == null ? unsafe(answer.green()) : answer.failure();
        if (why != null) {
            fell = true;
            line.fellBack(tick, why);
            return;
        }
        for (int g = 0; g < wanted.length; g++) {
            wanted[g] = answer.green()[g] ? GREEN : RED;
        }
        sinceAsked = 0;
        Arrays.fill(came, 0);
        Arrays.fill(on, 0);
    }

    private ExternalProgram.Sight sight(int tick, DetectorBoard board, Aspects aspects) {
        int groups = wanted.length;
        double[] share = new double[on.length];
        for (int d = 0; d < on.length; d++) {
            share[d] = (double) on[d] / Math.max(1, sinceAsked);
        }
        Aspect[] shows = new Aspect[groups];
        double[] shownFor = new double[groups];
        boolean[] asked = new boolean[groups];
        for (int g = 0; g < groups; g++) {
            shows[g] = aspects.of(setup.firstGroup() + g);
            shownFor[g] = number == 1 ? 0 : Clock.seconds(tick - aspects.since(setup.firstGroup() + g));
        }
        for (int g : setup.peopleGroups()) {
            asked[g] = board.pressed(setup.firstGroup() + g);
        }
        return new ExternalProgram.Sight(number, tick, occupied.clone(), came.clone(), share, shows, shownFor, asked);
    }

    /** Why what is asked for can never be shown, or null. */
    private String unsafe(boolean[] green) {
        if (green.length != wanted.length) {
            return "the answer is for " + green.length + " groups, there are " + wanted.length;
        }
        List<ExternalProgram.Group> groups = setup.place().groups();
        for (int g = 0; g < green.length; g++) {
            for (int other : setup.groups()[g].never()) {
                if (green[g] && green[other] && other > g) {
                    return "it asks for green of '" + groups.get(g).id() + "' and '"
                            + groups.get(other).id() + "', which may never go together";
                }
            }
        }
        return null;
    }

    /** The replication is over. */
    @Override
    public void close() {
        if (line != null) {
            line.close();
        }
    }

    @Override
    public String because() {
        return fell ? fallback.because() : "as it was asked for outside";
    }

    /** @throws UnsupportedOperationException while a program outside decides: what that one has in mind is not known here */
    @Override
    public void save(DataOutput out) throws IOException {
        if (line != null && !fell) {
            throw new UnsupportedOperationException("a program outside decides there, whose state is not known here");
        }
        out.writeBoolean(fell);
        out.writeInt(number);
        out.writeInt(sinceAsked);
        for (boolean one : occupied) {
            out.writeBoolean(one);
        }
        SavedArrays.write(out, wanted, wanted.length);
        SavedArrays.write(out, came, came.length);
        SavedArrays.write(out, on, on.length);
        fallback.save(out);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        fell = in.readBoolean();
        number = in.readInt();
        sinceAsked = in.readInt();
        for (int d = 0; d < occupied.length; d++) {
            occupied[d] = in.readBoolean();
        }
        SavedArrays.read(in, wanted);
        SavedArrays.read(in, came);
        SavedArrays.read(in, on);
        fallback.restore(in);
    }
}
