package org.ulicarro.cli;

/** Exit codes, the same for all commands. */
final class Exit {

    static final int DONE = 0;
    /** Done, but what was asked about does not hold. */
    static final int DOES_NOT_HOLD = 1;
    /** Wrong usage. */
    static final int USAGE = 2;
    /** Input that cannot be used, or output that cannot be written. */
    static final int INPUT = 3;
    /** The run could not finish. */
    static final int UNFINISHED = 4;
    /** A defect of ours. */
    static final int DEFECT = 70;

    private Exit() {}
}
