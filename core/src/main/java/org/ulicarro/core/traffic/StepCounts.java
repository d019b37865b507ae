package org.ulicarro.core.traffic;

/**
 * How much the step has had to look at since its start: what does not depend on the machine.
 *
 * @param lanes lanes in use that were visited, one for each step
 * @param plain vehicle-steps of drivers who only follow along a lane, dealt with in the small loop
 * @param special all other vehicle-steps
 * @param wishing vehicle-steps at which the stage of wishes looked whether there is anything to wish for
 * @param queueing vehicle-steps at which was looked whether somebody joined a queue or left it
 */
public record StepCounts(long lanes, long plain, long special, long wishing, long queueing) {

    /** A line of the processor's cache. */
    private static final long LINE = 64;

    /** Lines of a record that hold what a vehicle is about. */
    private static final long STATE = 1;

    /** Lines of a record that hold how it drives. */
    private static final long DRIVE = 2;

    /** Lines of a record with its accounts. */
    private static final long BOOKS = 1;

    /** Vehicle-steps of all who moved. */
    public long driving() {
        return plain + special;
    }

    /** Visits of records of vehicles, by all sweeps over lanes, for each vehicle that moved. */
    public double passes() {
        return (driving() + wishing + queueing) / (double) driving();
    }

    /** Bytes of records of vehicles and lanes that these sweeps touch for each vehicle that moved: whole lines of cache. */
    public double bytes() {
        long lines = plain * (DRIVE + STATE)
                + special * (DRIVE + STATE + BOOKS)
                + wishing * STATE
                + queueing * (STATE + DRIVE)
                + lanes;
        return LINE * lines / (double) driving();
    }
}
