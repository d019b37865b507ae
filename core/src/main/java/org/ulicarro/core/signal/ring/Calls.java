package org.ulicarro.core.signal.ring;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import java.util.stream.IntStream;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.signal.DetectorBoard;

/** Who asks for which phase, and whether vehicles still come. */
final class Calls implements Stateful {

    private static final int LONG = 1_000_000;

    private Phase[] phase;
    private final int[] detector; // wire -> its detector
    private final int[]
            targets; // phases that wires call and extend, wire by wire: all in one row, so that they are at hand
    private final int[] firstCalled; // wire -> where its called phases begin there; one more at the end
    private final int[] firstExtended; // wire -> where those that it extends begin
    private final int[] delay; // wire -> ticks
    private final int[] stretch;
    private final Inputs.Failure[][] failures;
    private final boolean anyFails;
    private final boolean[] pulse; // wire -> whether it tells only that a vehicle comes
    private final Inputs.Lock[] lock; // wire -> whether its calls stay
    private final int[] queue; // wire -> ticks for which it extends a green while its queue goes; 0 for always
    private final int[] gone; // wire -> 1 once its queue has gone, in this green
    private final int[] onFor; // wire -> ticks for which a vehicle has been on it
    private final int[] offFor; // wire -> ticks since one left
    private final int[] present; // phase -> 1 while a detector calls it
    private final int[] locked; // phase -> 1 from a call to its green
    private final int[] pressed; // phase -> 1 from when people call to their walk
    private final int[] walk; // phase -> what people beside it see, one of those of People
    private final int[] arrived; // phase -> vehicles that came since its green ended
    private final int[] lastSeen; // phase -> tick at which a vehicle extended its green last
    private final int[] opposedFor; // phase -> ticks for which somebody else has called in its green
    private final int[] foot; // phase -> group of its people, or -1
    private final boolean[] stands; // phase -> whether a recall calls it whatever others do
    private int[] withPeople = {}; // phases with a group of people
    private int now; // tick of the last reading
    private boolean anyPresent = true; // whether any detector calls
    private boolean anySoft; // whether any recall asks if others call
    private boolean quiet; // whether nobody calls but recalls

    /** As it starts: every phase is called, also by people. */
    Calls(Phase[] phase, Inputs inputs) {
        this.phase = phase;
        int wires = inputs.wires.size();
        detector = inputs.wires.stream().mapToInt(Inputs.Wire::detector).toArray();
        targets = inputs.wires.stream()
                .flatMapToInt(w -> IntStream.concat(Arrays.stream(w.calls()), Arrays.stream(w.extend())))
                .toArray();
        firstCalled = new int[wires + 1];
        firstExtended = new int[wires];
        for (int w = 0; w < wires; w++) {
            firstExtended[w] = firstCalled[w] + inputs.wires.get(w).calls().length;
            firstCalled[w + 1] = firstExtended[w] + inputs.wires.get(w).extend().length;
        }
        delay = inputs.wires.stream().mapToInt(Inputs.Wire::delay).toArray();
        stretch = inputs.wires.stream().mapToInt(Inputs.Wire::stretch).toArray();
        failures = inputs.wires.stream()
                .map(w -> w.failures().toArray(Inputs.Failure[]::new))
                .toArray(Inputs.Failure[][]::new);
        anyFails = Arrays.stream(failures).anyMatch(f -> f.length > 0);
        pulse = new boolean[wires];
        for (int w = 0; w < wires; w++) {
            pulse[w] = inputs.wires.get(w).pulse();
        }
        lock = inputs.wires.stream().map(Inputs.Wire::lock).toArray(Inputs.Lock[]::new);
        queue = inputs.wires.stream().mapToInt(Inputs.Wire::queue).toArray();
        gone = new int[wires];
        onFor = new int[wires];
        offFor = new int[wires];
        Arrays.fill(offFor, LONG);
        present = new int[phase.length];
        locked = new int[phase.length];
        pressed = new int[phase.length];
        walk = new int[phase.length];
        arrived = new int[phase.length];
        lastSeen = new int[phase.length];
        opposedFor = new int[phase.length];
        foot = new int[phase.length];
        stands = new boolean[phase.length];
        use(phase);
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
        anySoft = false;
        for (int p = 0; p < phase.length; p++) {
            Phase.Recall recall = phase[p].recall();
            foot[p] = phase[p].footGroup();
            stands[p] = recall.min() || recall.max() || recall.people() && foot[p] >= 0 && !phase[p].omitsPeople();
            anySoft |= recall.soft();
        }
        withPeople = IntStream.range(0, foot.length).filter(p -> foot[p] >= 0).toArray();
    }

    /**
     * Reads the board; a call of a phase in green is none.
     *
     */
    void read(int tick, DetectorBoard board, Rings rings) {
        now = tick;
        if (anyPresent) {
            Arrays.fill(present, 0);
            anyPresent = false;
        }
        for (int p : withPeople) {
            if (hears(p) && board.pressed(foot[p])) {
                pressed[p] = 1;
            }
        }
        for (int w = 0; w < detector.length; w++) {
            boolean on = board.occupied(detector[w]);
            if (anyFails) {
                on = reports(w, tick, on);
            }
            if (queue[w] > 0) {
                followQueue(w, on, rings);
            }
            if (on || offFor[w] <= stretch[w]) { // else nobody is there, nor was
                read(w, on, rings);
            }
        }
        quiet = anySoft;
        for (int p = 0; quiet && p < phase.length; p++) {
            quiet &= phase[p].omitted() || !isCalledBySomebody(p);
        }
    }

    /**
     * Whether a button is a call: who presses during walk is served already (NEMA TS 2-2021, 3.5.3.3: pedestrian calls are remembered
     * outside walk); whether one who is too late for it waits for the next is for the phase to say.
     */
    private boolean hears(int p) {
        return walk[p] == People.DONT || walk[p] == People.FINISH && !phase[p].dropsLate();
    }

    private boolean reports(int w, int tick, boolean there) {
        for (Inputs.Failure failure : failures[w]) {
            if (tick >= failure.from() && tick < failure.to()) {
                return failure.occupied();
            }
        }
        return there;
    }

    /** A detector for the queue has done its work with the first gap of a green, or at its limit (NTCIP 1202 v03, vehicleDetectorQueueLimit). */
    private void followQueue(int w, boolean on, Rings rings) {
        int green = 0;
        for (int i = firstExtended[w]; i < firstCalled[w + 1]; i++) {
            green = Math.max(green, rings.greenOf(targets[i]));
        }
        gone[w] = green > 0 && (gone[w] == 1 || !on || green >= queue[w]) ? 1 : 0;
    }

    private void read(int w, boolean on, Rings rings) {
        boolean comes = on && onFor[w] == 0;
        offFor[w] = on ? 0 : offFor[w] + 1;
        onFor[w] = on ? onFor[w] + 1 : 0;
        boolean calls = pulse[w] ? comes : on;
        boolean extendsGreen = calls
                || !pulse[w]
                        && offFor[w] <= stretch[w]; // a stretched one only extends (NTCIP 1202, vehicleDetectorExtend)
        if (!extendsGreen) {
            return;
        }
        boolean counts = onFor[w] > delay[w] || delay[w] == 0;
        for (int i = firstCalled[w]; i < firstExtended[w]; i++) {
            int p = targets[i];
            if (calls && !rings.hasGreen[p]) {
                arrived[p] += comes ? 1 : 0;
                if (counts) {
                    present[p] = 1;
                    anyPresent = true;
                    locked[p] |= stays(w, p, rings) ? 1 : 0;
                }
            }
        }
        for (int i = firstExtended[w]; i < firstCalled[w + 1] && gone[w] == 0; i++) {
            lastSeen[targets[i]] = now;
        }
    }

    private boolean stays(int w, int p, Rings rings) {
        return switch (lock[w]) {
            case BY_PHASE -> phase[p].locks();
            case NEVER -> false;
            case IN_RED -> !rings.hasYellow(p);
            case IN_YELLOW_AND_RED -> true;
        };
    }

    /** Whether a phase is called, by vehicles, people or a recall. */
    boolean any(int p) {
        return !phase[p].omitted() && isCalled(p);
    }

    private boolean isCalledBySomebody(int p) {
        return present[p] == 1 || locked[p] == 1 || pressed[p] == 1 && !phase[p].omitsPeople();
    }

    private boolean isCalled(int p) {
        return isCalledBySomebody(p) || stands[p] || quiet && phase[p].recall().soft();
    }

    boolean people(int p) {
        return !phase[p].omitsPeople() && (pressed[p] == 1 || phase[p].recall().people() && phase[p].footGroup() >= 0);
    }

    /** A phase has begun: its calls are answered, and its passage time runs. */
    void served(int p) {
        locked[p] = 0;
        present[p] = 0;
        lastSeen[p] = now - 1; // this tick is the first without anybody
        arrived[p] = 0;
        opposedFor[p] = 0;
    }

    void servedPeople(int p) {
        pressed[p] = 0;
    }

    void peopleSee(int p, int what) {
        walk[p] = what;
    }

    /** A tick of its green, with or without a call of others. */
    void oppose(int p, boolean opposed) {
        opposedFor[p] += opposed ? 1 : 0;
    }

    /** Whether nobody has come for the passage time. */
    boolean gap(int p) {
        return !phase[p].recall().max() && now - lastSeen[p] > passage(p);
    }

    /** Whether somebody has come within the passage time. */
    boolean comes(int p) {
        return now - lastSeen[p] <= passage(p) && lastSeen[p] > 0;
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
        anyPresent = true;
    }

    private int[][] columns() {
        return new int[][] {gone, onFor, offFor, present, locked, pressed, walk, arrived, lastSeen, opposedFor};
    }
}
