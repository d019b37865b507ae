package org.ulicarro.core.signal;

/** A controller by a stage script, for those who want to know what it does. */
public interface StageState {

    /** What the script sees and decides now. */
    StageAccount account();
}
