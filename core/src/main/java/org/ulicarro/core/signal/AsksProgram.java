package org.ulicarro.core.signal;

/** A controller that asks an external program. */
public interface AsksProgram {

    /** Who is asked from now on; before the first tick. */
    void connect(ExternalProgram program);

    /** Nothing will be asked any more. */
    void close();
}
