package org.ulicarro.core.signal.ring;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.signal.DetectorBoard;

/** Who asks for which phase, and whether vehicles still come. */
final class Calls implements Stateful {

    private static final int LONG = 1_000_000;

    private Phase[] phase;
    private final int[] detector; // wire -> its detector
    private final int[][] calls; // wire -> phases that it calls
    private final int[][] extend; // wire -> phases that it extends
    private final int[] delay; // wire -> ticks
    private final int[] stretch;
    private final Inputs.Failure[][] failures;
    private final int[] onFor; // wire -> ticks for which a vehicle has been on it
    private final int[] offFor; // wire -> ticks since one left
    private final int[] present; // phase -> 1 while a detector calls it
    private final int[] locked; // phase -> 1 from a call to its green
    private final int[] pressed; // phase -> 1 from when people call to their walk
    private final int[] arrived; // phase -> vehicles that came since its green ended
    private final int[] since; // phase -> ticks since a vehicle extended its green
    private final int[] opposedFor; // phase -> ticks for which somebody else has called in its green
    private boolean quiet; // whether nobody calls but recalls

    /** As it starts: every phase is called, also by people. */
    Calls(Phase[] phase, Inputs inputs) {
        this.phase = phase;
        int wires = inputs.wires.size();
        detector = inputs.wires.stream().mapToInt(Inputs.Wire::detector).toArray();
        calls = inputs.wires.stream().map(Inputs.Wire::calls).toArray(int[][]::new);
        extend = inputs.wires.stream().map(Inputs.Wire::extend).toArray(int[][]::new);
        delay = inputs.wires.stream().mapToInt(Inputs.Wire::delay).toArray();
        stretch = inputs.wires.stream().mapToInt(Inputs.Wire::stretch).toArray();
        failures = inputs.wires.stream()
                .map(w -> w.failures().toArray(Inputs.Failure[]::new))
                .toArray(Inputs.Failure[][]::new);
        onFor = new int[wires];
        offFor = new int[wires];
        Arrays.fill(offFor, LONG);
        present = new int[phase.length];
        locked = new int[phase.length];
        pressed = new int[phase.length];
        arrived = new int[phase.length];
        since = new int[phase.length];
        opposedFor = new int[phase.length];
        callAll(new boolean[phase.length]);
    }

    /** A call for every phase without green, also by people. */
    void callAll(boolean[] green) {
        for (int p = 0; p < phase.length; p++) {
            locked[p] = green[p] ? 0 : 1;
            pressed[p] = !green[p] && phase[p].footGroup() >= 0 ? 1 : 0;
        }
    }

    /** Phases with the times and recalls of another plan. */
    void use(Phase[] other) {
        phase = other;
    }

    /**
     * Reads the board; a call of a phase in green is none.
     *
     * @param green of each phase, whether it has green
     */
    void read(int tick, DetectorBoard board, boolean[] green) {
        Arrays.fill(present, 0);
        for (int p = 0; p < phase.length; p++) {
            since[p] = Math.min(LONG, since[p] + 1);
            if (phase[p].footGroup() >= 0 && board.pressed(phase[p].footGroup())) {
                pressed[p] = 1;
            }
        }
        for (int w = 0; w < detector.length; w++) {
            read(w, reports(w, tick, board), green);
        }
        quiet = true;
        for (int p = 0; p < phase.length; p++) {
            quiet &= present[p] == 0 && locked[p] == 0 && pressed[p] == 0;
        }
    }

    private boolean reports(int w, int tick, DetectorBoard board) {
        for (Inputs.Failure failure : failures[w]) {
            if (tick >= failure.from() && tick < failure.to()) {
                return failure.occupied();
            }
        }
        return board.occupied(detector[w]);
    }

    private void read(int w, boolean on, boolean[] green) {
        boolean comes = on && onFor[w] == 0;
        offFor[w] = on ? 0 : Math.min(LONG, offFor[w] + 1);
        onFor[w] = on ? onFor[w] + 1 : 0;
        boolean there = on || offFor[w] <= stretch[w];
        if (!there) {
            return;
        }
        boolean counts = onFor[w] > delay[w] || delay[w] == 0;
        for (int p : calls[w]) {
            if (!green[p]) {
                arrived[p] += comes ? 1 : 0;
                if (counts) {
                    present[p] = 1;
                    locked[p] |= phase[p].locks() ? 1 : 0;
                }
            }
        }
        for (int p : extend[w]) {
            since[p] = 0;
        }
    }

    /** Whether a phase is called, by vehicles, people or a recall. */
    boolean any(int p) {
        Phase.Recall recall = phase[p].recall();
        return present[p] == 1 || locked[p] == 1 || recall.min() || recall.max() || people(p) || recall.soft() && quiet;
    }

    boolean people(int p) {
        return pressed[p] == 1 || phase[p].recall().people() && phase[p].footGroup() >= 0;
    }

    /** A phase has begun: its calls are answered, and its passage time runs. */
    void served(int p) {
        locked[p] = 0;
        present[p] = 0;
        since[p] = 1; // this tick is the first without anybody
        arrived[p] = 0;
        opposedFor[p] = 0;
    }

    void servedPeople(int p) {
        pressed[p] = 0;
    }

    /** A tick of its green, with or without a call of others. */
    void oppose(int p, boolean opposed) {
        opposedFor[p] += opposed ? 1 : 0;
    }

    /** Whether nobody has come for the passage time. */
    boolean gap(int p) {
        return !phase[p].recall().max() && since[p] > passage(p);
    }

    /** The passage time, shorter the longer others have waited. */
    private int passage(int p) {
        Phase.VolumeDensity volume = phase[p].volume();
        if (volume == null || opposedFor[p] <= volume.reduceAfter()) {
            return phase[p].passage();
        }
        int into = Math.min(volume.reduceOver(), opposedFor[p] - volume.reduceAfter());
        int less = volume.reduceOver() == 0
                ? phase[p].passage() - volume.leastGap()
                : (phase[p].passage() - volume.leastGap()) * into / volume.reduceOver();
        return phase[p].passage() - less;
    }

    /** The shortest green that those who came since the last one need (ticks). */
    int initial(int p) {
        Phase.VolumeDensity volume = phase[p].volume();
        return volume == null ? 0 : Math.min(volume.mostInitial(), volume.perActuation() * arrived[p]);
    }

    @Override
    public void save(DataOutput out) throws IOException {
        for (int[] column : columns()) {
            SavedArrays.write(out, column, column.length);
        }
        out.writeBoolean(quiet);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        for (int[] column : columns()) {
            SavedArrays.read(in, column);
        }
        quiet = in.readBoolean();
    }

    private int[][] columns() {
        return new int[][] {onFor, offFor, present, locked, pressed, arrived, since, opposedFor};
    }
}
