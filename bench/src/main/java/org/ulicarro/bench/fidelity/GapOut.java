package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.DetectorBoard;
import org.ulicarro.core.signal.ring.Inputs;
import org.ulicarro.core.signal.ring.Phase;
import org.ulicarro.core.signal.ring.RingController;
import org.ulicarro.core.signal.ring.RingPlan;

/**
 * How long random arrivals keep an actuated green: until the first gap of the passage time e, (e^(qe) - 1)/q in the mean for arrivals at a
 * rate q. The controller alone; a phase with next to no minimum against another one that always calls.
 */
final class GapOut {

    /** A vehicle covers the detector until the tick of 0.1 s in which it came is over: so long in the mean (s). The passage begins then. */
    private static final double COVERS = 0.05;

    private static final int REPLICATIONS = 10;
    private static final int HOURS = 20;
    private static final int TICKS_PER_HOUR = 36_000;

    private GapOut() {}

    static List<Row> rows() {
        List<Row> rows = new ArrayList<>();
        for (double[] one : new double[][] {{300, 2}, {600, 2}, {300, 3}, {600, 3}, {900, 3}, {600, 4}}) {
            double q = one[0] / 3600;
            double expected = (Math.exp(q * (one[1] + COVERS)) - 1) / q;
            double[] found = new double[REPLICATIONS];
            for (int k = 1; k <= REPLICATIONS; k++) {
                found[k - 1] = meanGreen(q, (int) Math.rint(one[1] * 10), k);
            }
            rows.add(Row.of(
                    Scene.text("green kept by %.0f veh/h, passage %.0f s (s)", one[0], one[1]),
                    0.98 * expected,
                    1.02 * expected,
                    found));
        }
        return rows;
    }

    private static Phase phase(int group, int min, int max, int passage, boolean always) {
        Phase.Recall recall = new Phase.Recall(true, always, false, false);
        return new Phase(
                Integer.toString(group),
                group,
                -1,
                min,
                max,
                passage,
                30,
                10,
                0,
                0,
                0,
                recall,
                false,
                false,
                false,
                false,
                false,
                false,
                0,
                new int[0],
                false,
                false,
                null,
                null,
                false,
                0);
    }

    private static double meanGreen(double q, int passage, int replication) {
        List<Phase> phases = List.of(phase(0, 1, 1_000_000, passage, false), phase(1, 20, 20, 10, true));
        RingPlan plan = new RingPlan("plan", phases, new int[][][] {{{0}, {1}}}, null);
        Inputs inputs = new Inputs(List.of(new Inputs.Wire(0, new int[] {0}, new int[] {0}, 0, 0)));
        RingController controller = new RingController(RingController.Setup.of(plan, inputs), ControlWatch.NONE);
        Aspects aspects = new Aspects(2);
        long key = Draws.key(7, replication, Draws.Purpose.ARRIVALS, 1);
        double chance = 1 - Math.exp(-q / 10); // of an arrival within a tick
        int[] now = new int[1];
        DetectorBoard board = detector -> Draws.uniform(key, now[0]) < chance;
        long green = 0;
        long times = 0;
        Aspect before = Aspect.RED;
        for (int tick = 0; tick < HOURS * TICKS_PER_HOUR; tick++) {
            now[0] = tick;
            controller.advance(tick, board, aspects);
            Aspect shown = aspects.of(0);
            green += shown == Aspect.GREEN ? 1 : 0;
            times += shown == Aspect.GREEN && before != Aspect.GREEN ? 1 : 0;
            before = shown;
        }
        return green / 10.0 / times;
    }
}
