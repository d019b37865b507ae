package org.ulicarro.core.signal;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.signal.ring.Transition;

/**
 * A plan by the clock, tick by tick.
 *
 * @param shown group to tick of the cycle to what it shows
 * @param offset tick of the day, modulo the cycle, of its tick 0
 * @param longer ticks of the cycle that may be shown for longer: somebody has green and nobody is clearing
 * @param shorter ticks that may all be left out, and every green still has its minimum
 */
record FixedProgram(String id, Aspect[][] shown, int offset, int[] longer, int[] shorter) {

    static FixedProgram of(String id, Aspect[][] shown, int offset, Guard.Group[] groups) {
        int cycle = shown[0].length;
        List<Integer> longer = new ArrayList<>();
        for (int t = 0; t < cycle; t++) {
            if (isSteady(shown, groups, t)) {
                longer.add(t);
            }
        }
        List<Integer> shorter = new ArrayList<>();
        int[][] slack = new int[shown.length][];
        for (int g = 0; g < shown.length; g++) {
            slack[g] = slack(shown[g], groups[g].least());
        }
        for (int t : longer) {
            boolean can = true;
            for (int g = 0; g < shown.length; g++) {
                can &= shown[g][t] != Aspect.GREEN || slack[g][start(shown[g], t)] > 0;
            }
            if (can) {
                shorter.add(t);
                for (int g = 0; g < shown.length; g++) {
                    if (shown[g][t] == Aspect.GREEN) {
                        slack[g][start(shown[g], t)]--;
                    }
                }
            }
        }
        return new FixedProgram(
                id,
                shown,
                offset,
                longer.stream().mapToInt(i -> i).toArray(),
                shorter.stream().mapToInt(i -> i).toArray());
    }

    int cycle() {
        return shown[0].length;
    }

    /** Whether somebody has green at a tick, and nobody's yellow or red is running. */
    private static boolean isSteady(Aspect[][] shown, Guard.Group[] groups, int t) {
        boolean green = false;
        int cycle = shown[0].length;
        for (int g = 0; g < shown.length; g++) {
            green |= shown[g][t] == Aspect.GREEN;
            if (shown[g][t] == Aspect.YELLOW) {
                return false;
            }
            for (int back = 1; shown[g][t] == Aspect.RED && back <= groups[g].red(); back++) {
                if (shown[g][Math.floorMod(t - back, cycle)] != Aspect.RED) {
                    return false;
                }
            }
        }
        return green;
    }

    /** Tick at which the green of a tick began; the tick itself where it is green all the time. */
    private static int start(Aspect[] shown, int t) {
        for (int back = 1; back < shown.length; back++) {
            if (shown[Math.floorMod(t - back, shown.length)] != Aspect.GREEN) {
                return Math.floorMod(t - back + 1, shown.length);
            }
        }
        return 0;
    }

    /** By how much each green is longer than it must be, at the tick at which it begins. */
    private static int[] slack(Aspect[] shown, int least) {
        int[] slack = new int[shown.length];
        for (int t = 0; t < shown.length; t++) {
            if (shown[t] == Aspect.GREEN) {
                slack[start(shown, t)]++;
            }
        }
        for (int t = 0; t < shown.length; t++) {
            slack[t] = Math.max(0, slack[t] - least);
        }
        return slack;
    }

    /**
     * Ticks of the plan in the order in which a cycle shows them.
     *
     * @param change by how many it is longer
     */
    int[] cycle(int change, Transition.Way way) {
        int cycle = cycle();
        int[] times = new int[cycle]; // how often each tick is shown
        java.util.Arrays.fill(times, 1);
        if (change > 0 && way == Transition.Way.DWELL) {
            times[longer[longer.length - 1]] += change;
        } else if (change > 0) {
            for (int i = 0; i < longer.length; i++) {
                times[longer[i]] += (int) ((long) (i + 1) * change / longer.length - (long) i * change / longer.length);
            }
        }
        for (int i = 0; i < -change; i++) {
            times[shorter[(int) ((long) i * shorter.length / -change)]] = 0;
        }
        int[] order = new int[cycle + change];
        int n = 0;
        for (int t = 0; t < cycle; t++) {
            for (int i = 0; i < times[t]; i++) {
                order[n++] = t;
            }
        }
        return order;
    }
}
