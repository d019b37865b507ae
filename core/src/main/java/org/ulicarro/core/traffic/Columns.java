package org.ulicarro.core.traffic;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.base.SavedArrays;

/** Parallel arrays with one entry per row that grow and are saved together. */
abstract class Columns {

    private final List<int[]> intColumns = new ArrayList<>();
    private final List<double[]> doubleColumns = new ArrayList<>();
    private int capacity;

    /** Gives every column room for that many rows. */
    final void reserve(int rows) {
        if (rows > capacity) {
            capacity = Integer.highestOneBit(Math.max(256, rows - 1)) * 2;
            intColumns.clear();
            doubleColumns.clear();
            allocate();
        }
    }

    final int capacity() {
        return capacity;
    }

    /** Sets each column to {@link #ints} or {@link #doubles} of itself, always in the same order. */
    abstract void allocate();

    final int[] ints(int[] old) {
        int[] grown = old == null ? new int[capacity] : Arrays.copyOf(old, capacity);
        intColumns.add(grown);
        return grown;
    }

    final double[] doubles(double[] old) {
        double[] grown = old == null ? new double[capacity] : Arrays.copyOf(old, capacity);
        doubleColumns.add(grown);
        return grown;
    }

    final void saveColumns(DataOutput out, int rows) throws IOException {
        for (int[] column : intColumns) {
            SavedArrays.write(out, column, rows);
        }
        for (double[] column : doubleColumns) {
            SavedArrays.write(out, column, rows);
        }
    }

    final void restoreColumns(DataInput in) throws IOException {
        for (int[] column : intColumns) {
            SavedArrays.read(in, column);
        }
        for (double[] column : doubleColumns) {
            SavedArrays.read(in, column);
        }
    }
}
