package org.ulicarro.core.signal.fixed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Ticks of a cycle in rising order, most of them in runs without a break.
 *
 * @param first first tick of each run
 * @param before how many ticks stand in the runs before each; one more at the end, for all
 */
record Ticks(int[] first, int[] before) {

    static Ticks of(List<Integer> rising) {
        List<Integer> first = new ArrayList<>();
        List<Integer> before = new ArrayList<>();
        for (int i = 0; i < rising.size(); i++) {
            if (i == 0 || rising.get(i) != rising.get(i - 1) + 1) {
                first.add(rising.get(i));
                before.add(i);
            }
        }
        before.add(rising.size());
        return new Ticks(
                first.stream().mapToInt(i -> i).toArray(),
                before.stream().mapToInt(i -> i).toArray());
    }

    int count() {
        return before[first.length];
    }

    /** The tick that stands at a place, from 0. */
    int at(int place) {
        int found = Arrays.binarySearch(before, 0, first.length, place);
        int run = found >= 0 ? found : -found - 2;
        return first[run] + place - before[run];
    }
}
