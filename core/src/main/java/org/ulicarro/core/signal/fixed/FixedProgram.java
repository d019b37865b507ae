package org.ulicarro.core.signal.fixed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Guard;
import org.ulicarro.core.signal.Transition;

/**
 * A plan by the clock: stretches of the cycle in which nothing that is shown changes. A town has thousands of plans, so none is kept tick
 * by tick.
 *
 * @param cycle ticks
 * @param offset tick of the day, modulo the cycle, of its tick 0
 * @param begins first tick of each stretch; the first one begins at 0
 * @param shown group to stretch to what it shows
 * @param longer ticks of the cycle that may be shown for longer: somebody has green and nobody is clearing
 * @param shorter ticks that may all be left out, and every green still has its minimum
 */
record FixedProgram(String id, int cycle, int offset, int[] begins, Aspect[][] shown, Ticks longer, Ticks shorter) {

    /**
     * A plan.
     *
     * @param shown group to tick of the cycle to what it shows
     */
    static FixedProgram of(String id, Aspect[][] shown, int offset, Guard.Group[] groups) {
        int cycle = shown[0].length;
        int[][] reds = new int[shown.length][]; // group, tick -> ticks of red before it
        int[][] greens = new int[shown.length][]; // likewise of green
        for (int g = 0; g < shown.length; g++) {
            reds[g] = before(shown[g], Aspect.RED);
            greens[g] = before(shown[g], Aspect.GREEN);
        }
        List<Integer> longer = new ArrayList<>();
        for (int t = 0; t < cycle; t++) {
            if (isSteady(shown, groups, reds, t)) {
                longer.add(t);
            }
        }
        List<Integer> shorter = new ArrayList<>();
        int[][] slack = new int[shown.length][];
        for (int g = 0; g < shown.length; g++) {
            slack[g] = slack(shown[g], greens[g], groups[g].least());
        }
        for (int t : longer) {
            boolean can = true;
            for (int g = 0; g < shown.length; g++) {
                can &= shown[g][t] != Aspect.GREEN || slack[g][start(greens[g], t)] > 0;
            }
            if (can) {
                shorter.add(t);
                for (int g = 0; g < shown.length; g++) {
                    if (shown[g][t] == Aspect.GREEN) {
                        slack[g][start(greens[g], t)]--;
                    }
                }
            }
        }
        int[] begins = IntStream.range(0, cycle)
                .filter(t -> t == 0 || Arrays.stream(shown).anyMatch(group -> group[t] != group[t - 1]))
                .toArray();
        Aspect[][] stretches = Arrays.stream(shown)
                .map(group -> Arrays.stream(begins).mapToObj(t -> group[t]).toArray(Aspect[]::new))
                .toArray(Aspect[][]::new);
        return new FixedProgram(id, cycle, offset, begins, stretches, Ticks.of(longer), Ticks.of(shorter));
    }

    /** The stretch to which a tick of the cycle belongs. */
    int stretch(int tick) {
        int found = Arrays.binarySearch(begins, tick);
        return found >= 0 ? found : -found - 2;
    }

    /** The tick of the cycle at which a stretch is over. */
    int end(int stretch) {
        return stretch + 1 < begins.length ? begins[stretch + 1] : cycle;
    }

    /** How many ticks before each, back round the cycle, show an aspect without a break; a cycle's length where all do. */
    private static int[] before(Aspect[] shown, Aspect aspect) {
        int[] run = new int[shown.length];
        int length = 0;
        for (Aspect one : shown) { // once round to know how the cycle begins
            length = one == aspect ? length + 1 : 0;
        }
        for (int t = 0; t < shown.length; t++) {
            run[t] = Math.min(length, shown.length);
            length = shown[t] == aspect ? length + 1 : 0;
        }
        return run;
    }

    /** Whether somebody has green at a tick, and nobody's yellow or red is running. */
    private static boolean isSteady(Aspect[][] shown, Guard.Group[] groups, int[][] reds, int t) {
        boolean green = false;
        for (int g = 0; g < shown.length; g++) {
            green |= shown[g][t] == Aspect.GREEN;
            boolean clears = shown[g][t] == Aspect.RED && reds[g][t] < Math.min(groups[g].red(), shown[g].length);
            if (shown[g][t] == Aspect.YELLOW || clears) {
                return false;
            }
        }
        return green;
    }

    /** Tick at which the green of a tick began; 0 where it is green all the time. */
    private static int start(int[] greens, int t) {
        return greens[t] == greens.length ? 0 : Math.floorMod(t - greens[t], greens.length);
    }

    /** By how much each green is longer than it must be, at the tick at which it begins. */
    private static int[] slack(Aspect[] shown, int[] greens, int least) {
        int[] slack = new int[shown.length];
        for (int t = 0; t < shown.length; t++) {
            if (shown[t] == Aspect.GREEN) {
                slack[start(greens, t)]++;
            }
        }
        for (int t = 0; t < shown.length; t++) {
            slack[t] = Math.max(0, slack[t] - least);
        }
        return slack;
    }

    /**
     * Ticks of the plan in the order in which a cycle shows them that is longer or shorter.
     *
     * @param change by how many it is longer
     */
    int[] cycle(int change, Transition.Way way) {
        int[] times = new int[cycle]; // how often each tick is shown
        Arrays.fill(times, 1);
        int many = longer.count();
        if (change > 0 && way == Transition.Way.DWELL) {
            times[longer.at(many - 1)] += change;
        } else if (change > 0) {
            for (int i = 0; i < many; i++) {
                times[longer.at(i)] += (int) ((long) (i + 1) * change / many - (long) i * change / many);
            }
        }
        for (int i = 0; i < -change; i++) {
            times[shorter.at((int) ((long) i * shorter.count() / -change))] = 0;
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
