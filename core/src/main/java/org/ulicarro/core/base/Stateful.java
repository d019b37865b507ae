package org.ulicarro.core.base;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;

/** A part of a simulation that can be written out between two steps and read back into a fresh object of the same study. */
public interface Stateful {

    void save(DataOutput out) throws IOException;

    /** Reads exactly what {@link #save} wrote. */
    void restore(DataInput in) throws IOException;
}
