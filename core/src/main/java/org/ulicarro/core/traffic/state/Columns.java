package org.ulicarro.core.traffic.state;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.base.SavedArrays;

/** Parallel arrays with one entry per row that grow and are saved together. */
abstract class Columns {

    /**
     * What each column is longer than a power of two (bytes): columns of equal length would lie such that the entries of one row
     * compete for the same few places of the processor's cache.
     */
    private static final int APART = 304;

    private final List<byte[]> byteColumns = new ArrayList<>();
    private final List<int[]> intColumns = new ArrayList<>();
    private final List<float[]> floatColumns = new ArrayList<>();
    private final List<double[]> doubleColumns = new ArrayList<>();
    private int capacity;

    /** Gives every column room for that many rows. */
    public final void reserve(int rows) {
        if (rows > capacity) {
            capacity = Integer.highestOneBit(Math.max(256, rows - 1)) * 2;
            byteColumns.clear();
            intColumns.clear();
            floatColumns.clear();
            doubleColumns.clear();
            allocate();
        }
    }

    public final int capacity() {
        return capacity;
    }

    /** Sets each column to {@link #bytes}, {@link #ints}, {@link #floats} or {@link #doubles} of itself, always in the same order. */
    abstract void allocate();

    final byte[] bytes(byte[] old) {
        byte[] grown = old == null ? new byte[capacity + APART] : Arrays.copyOf(old, capacity + APART);
        byteColumns.add(grown);
        return grown;
    }

    final int[] ints(int[] old) {
        int[] grown = old == null ? new int[capacity + APART / 4] : Arrays.copyOf(old, capacity + APART / 4);
        intColumns.add(grown);
        return grown;
    }

    final float[] floats(float[] old) {
        float[] grown = old == null ? new float[capacity + APART / 4] : Arrays.copyOf(old, capacity + APART / 4);
        floatColumns.add(grown);
        return grown;
    }

    final double[] doubles(double[] old) {
        double[] grown = old == null ? new double[capacity + APART / 8] : Arrays.copyOf(old, capacity + APART / 8);
        doubleColumns.add(grown);
        return grown;
    }

    /** Bytes that one row takes. */
    public final int bytesPerRow() {
        return byteColumns.size() + 4 * intColumns.size() + 4 * floatColumns.size() + 8 * doubleColumns.size();
    }

    final void saveColumns(DataOutput out, int rows) throws IOException {
        for (byte[] column : byteColumns) {
            out.write(column, 0, rows);
        }
        for (int[] column : intColumns) {
            SavedArrays.write(out, column, rows);
        }
        for (float[] column : floatColumns) {
            for (int i = 0; i < rows; i++) {
                out.writeFloat(column[i]);
            }
        }
        for (double[] column : doubleColumns) {
            SavedArrays.write(out, column, rows);
        }
    }

    final void restoreColumns(DataInput in, int rows) throws IOException {
        for (byte[] column : byteColumns) {
            in.readFully(column, 0, rows);
        }
        for (int[] column : intColumns) {
            SavedArrays.read(in, column);
        }
        for (float[] column : floatColumns) {
            for (int i = 0; i < rows; i++) {
                column[i] = in.readFloat();
            }
        }
        for (double[] column : doubleColumns) {
            SavedArrays.read(in, column);
        }
    }
}
