package org.ulicarro.core.signal.meter;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.Controller;
import org.ulicarro.core.signal.DetectorBoard;
import org.ulicarro.core.signal.MeterState;

/**
 * A ramp meter. A lane gets green when somebody waits at its line and the rate allows the next one; the green ends when so many have
 * crossed the line as one green is for. With feedback the rate is set anew every interval by ALINEA: r(k) = r(k-1) + K (target - o(k)), o the
 * occupancy of the main road behind the merge over the last interval. Source: M. Papageorgiou, H. Hadj-Salem, J.-M. Blosseville,
 * <i>ALINEA: A local feedback control law for on-ramp metering</i>, Transportation Research Record 1320, 1991.
 */
final class MeterController implements Controller, MeterState {

    private static final int RED = 0;
    private static final int GREEN = 1;
    private static final int YELLOW = 2;

    /** A green that nobody uses ends after this (ticks). */
    private static final int LONGEST = 100;

    private final String place;
    private final MeterProgram program;
    private final int[] state; // lane -> RED, GREEN or YELLOW
    private final int[] lasts; // lane -> ticks of it
    private final int[] left; // lane -> vehicles that may still go on this green
    private final boolean[] crossing; // lane -> whether somebody is on the detector behind its line
    private double credit; // vehicles that the rate has allowed and that have not been let go
    private int turn; // lane that comes next
    private double rate; // vehicles per tick
    private boolean override;
    private boolean active;
    private int inInterval; // ticks of the interval for feedback
    private final int[] onMain; // detector -> ticks occupied in it
    private final int[] onBack;

    MeterController(String place, MeterProgram program) {
        this.place = place;
        this.program = program;
        int lanes = program.waits().length;
        state = new int[lanes];
        lasts = new int[lanes];
        left = new int[lanes];
        crossing = new boolean[lanes];
        onMain = new int[program.main().length];
        onBack = new int[program.back().length];
        rate = program.most();
        java.util.Arrays.fill(state, GREEN); // until it meters for the first time
    }

    @Override
    public void advance(int tick, DetectorBoard board, Aspects aspects) {
        observe(tick, board);
        boolean meters = program.isActive(tick);
        if (meters && !active) {
            for (int lane = 0; lane < state.length; lane++) {
                left[lane] = 0; // its green ends now
            }
        }
        active = meters;
        if (active) {
            credit = Math.min(program.perGreen() * (program.together() ? state.length : 1), credit + rate);
        }
        for (int lane = 0; lane < state.length; lane++) {
            move(lane, board);
        }
        if (active) {
            release(board);
        }
        for (int lane = 0; lane < state.length; lane++) {
            Aspect shows = state[lane] == GREEN ? Aspect.GREEN : state[lane] == YELLOW ? Aspect.YELLOW : Aspect.RED;
            aspects.show(program.firstGroup() + lane, shows, tick);
        }
    }

    private void observe(int tick, DetectorBoard board) {
        for (int d = 0; d < onMain.length; d++) {
            onMain[d] += board.occupied(program.main()[d]) ? 1 : 0;
        }
        for (int d = 0; d < onBack.length; d++) {
            onBack[d] += board.occupied(program.back()[d]) ? 1 : 0;
        }
        boolean feedback = onMain.length > 0;
        if (!feedback) {
            rate = override
                    ? program.most()
                    : program.rates()[program.schedule().at(tick)];
        }
        if (++inInterval < program.every()) {
            return;
        }
        double occupancy = 0;
        for (int on : onMain) {
            occupancy += (double) on / inInterval / onMain.length;
        }
        double fullest = 0;
        for (int on : onBack) {
            fullest = Math.max(fullest, (double) on / inInterval);
        }
        override = fullest > program.full();
        if (feedback) {
            double next = rate + program.gain() * (program.target() - occupancy);
            rate = override ? program.most() : Math.max(program.least(), Math.min(program.most(), next));
        }
        inInterval = 0;
        java.util.Arrays.fill(onMain, 0);
        java.util.Arrays.fill(onBack, 0);
    }

    /** Ends greens that are used up, and yellows. */
    private void move(int lane, DetectorBoard board) {
        boolean over = board.occupied(program.gone()[lane]);
        if (over && !crossing[lane] && left[lane] > 0) {
            left[lane]--;
        }
        crossing[lane] = over;
        int before = state[lane];
        if (!active) {
            state[lane] = GREEN;
        } else if (state[lane] == GREEN && (left[lane] == 0 || lasts[lane] >= LONGEST)) {
            state[lane] = program.yellow() > 0 ? YELLOW : RED;
        } else if (state[lane] == YELLOW && lasts[lane] + 1 >= program.yellow()) {
            state[lane] = RED;
        }
        lasts[lane] = state[lane] == before ? lasts[lane] + 1 : 0;
    }

    private void release(DetectorBoard board) {
        if (program.together()) {
            boolean all = true;
            boolean any = false;
            for (int lane = 0; lane < state.length; lane++) {
                all &= state[lane] == RED;
                any |= board.occupied(program.waits()[lane]);
            }
            if (all && any && credit >= program.perGreen() * state.length) {
                credit -= program.perGreen() * state.length;
                for (int lane = 0; lane < state.length; lane++) {
                    letGo(lane);
                }
            }
            return;
        }
        for (int i = 0; i < state.length && credit >= program.perGreen(); i++) {
            int lane = (turn + i) % state.length;
            if (state[lane] == RED && board.occupied(program.waits()[lane])) {
                credit -= program.perGreen();
                letGo(lane);
                turn = (lane + 1) % state.length;
            }
        }
    }

    private void letGo(int lane) {
        state[lane] = GREEN;
        lasts[lane] = 0;
        left[lane] = program.perGreen();
    }

    @Override
    public String place() {
        return place;
    }

    @Override
    public boolean active() {
        return active;
    }

    @Override
    public double rate() {
        return rate * Clock.TICKS_PER_SECOND;
    }

    @Override
    public boolean overridden() {
        return override;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeDouble(credit);
        out.writeInt(turn);
        out.writeDouble(rate);
        out.writeBoolean(override);
        out.writeBoolean(active);
        out.writeInt(inInterval);
        for (boolean over : crossing) {
            out.writeBoolean(over);
        }
        for (int[] column : columns()) {
            SavedArrays.write(out, column, column.length);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        credit = in.readDouble();
        turn = in.readInt();
        rate = in.readDouble();
        override = in.readBoolean();
        active = in.readBoolean();
        inInterval = in.readInt();
        for (int lane = 0; lane < crossing.length; lane++) {
            crossing[lane] = in.readBoolean();
        }
        for (int[] column : columns()) {
            SavedArrays.read(in, column);
        }
    }

    private int[][] columns() {
        return new int[][] {state, lasts, left, onMain, onBack};
    }
}
