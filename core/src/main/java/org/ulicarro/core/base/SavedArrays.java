package org.ulicarro.core.base;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;

/** Writes and reads the used part of arrays, each with its length in front. */
public final class SavedArrays {

    private SavedArrays() {}

    public static void write(DataOutput out, double[] values, int used) throws IOException {
        out.writeInt(used);
        for (int i = 0; i < used; i++) {
            out.writeDouble(values[i]);
        }
    }

    public static void write(DataOutput out, int[] values, int used) throws IOException {
        out.writeInt(used);
        for (int i = 0; i < used; i++) {
            out.writeInt(values[i]);
        }
    }

    /** Whole columns of a table, one behind the other. */
    public static void write(DataOutput out, double[][] reals, int[][] wholes) throws IOException {
        for (double[] column : reals) {
            write(out, column, column.length);
        }
        for (int[] column : wholes) {
            write(out, column, column.length);
        }
    }

    public static void read(DataInput in, double[][] reals, int[][] wholes) throws IOException {
        for (double[] column : reals) {
            read(in, column);
        }
        for (int[] column : wholes) {
            read(in, column);
        }
    }

    public static void read(DataInput in, double[] into) throws IOException {
        int used = in.readInt();
        for (int i = 0; i < used; i++) {
            into[i] = in.readDouble();
        }
    }

    public static void read(DataInput in, int[] into) throws IOException {
        int used = in.readInt();
        for (int i = 0; i < used; i++) {
            into[i] = in.readInt();
        }
    }
}
