package org.ulicarro.core.traffic.state;

import java.util.Arrays;

/** Rows or lanes that a stage found and a later one has to deal with, in the order found. One for each share of the work. */
public final class Tally {

    private int[] items = new int[64];
    private int count;

    public void clear() {
        count = 0;
    }

    public void add(int item) {
        if (count == items.length) {
            items = Arrays.copyOf(items, count * 2);
        }
        items[count++] = item;
    }

    public int count() {
        return count;
    }

    public int at(int i) {
        return items[i];
    }

    /** Puts what others found behind what is here. */
    public void addAll(Tally other) {
        for (int i = 0; i < other.count; i++) {
            add(other.items[i]);
        }
    }

    /** Keeps the first ones. */
    void shorten(int to) {
        count = to;
    }

    public void set(int i, int item) {
        items[i] = item;
    }
}
