package org.ulicarro.core.traffic.state;

import org.ulicarro.core.traffic.lanes.LaneTable;

/** What the step reads and writes of everybody, by name: each is a place in the record of a row. */
abstract class RecordedState extends Records {

    /** Below this a vehicle stands (m/s). */
    public static final double STANDING = 0.01;

    /** Front bumper, m along its lane. */
    public double pos(int row) {
        return drive[(row << DRIVE) + now + POS];
    }

    public void pos(int row, double value) {
        drive[(row << DRIVE) + now + POS] = value;
    }

    /** m/s, never negative */
    public double speed(int row) {
        return drive[(row << DRIVE) + now + SPEED];
    }

    public void speed(int row, double value) {
        drive[(row << DRIVE) + now + SPEED] = value;
    }

    /** m/s², written by {@code Driving}, read by {@code Motion} */
    public double accel(int row) {
        return drive[(row << DRIVE) + ACCEL];
    }

    public void accel(int row, double value) {
        drive[(row << DRIVE) + ACCEL] = value;
    }

    /** m */
    public double length(int row) {
        return drive[(row << DRIVE) + LENGTH];
    }

    public void length(int row, double value) {
        drive[(row << DRIVE) + LENGTH] = value;
    }

    /** Desired speed here (m/s). */
    public double desiredSpeed(int row) {
        return drive[(row << DRIVE) + DESIRED_SPEED];
    }

    public void desiredSpeed(int row, double value) {
        drive[(row << DRIVE) + DESIRED_SPEED] = value;
    }

    /** Time gap (s). */
    public double timeGap(int row) {
        return drive[(row << DRIVE) + TIME_GAP];
    }

    public void timeGap(int row, double value) {
        drive[(row << DRIVE) + TIME_GAP] = value;
    }

    /** Maximum acceleration (m/s²). */
    public double maximumAcceleration(int row) {
        return drive[(row << DRIVE) + MAXIMUM_ACCELERATION];
    }

    public void maximumAcceleration(int row, double value) {
        drive[(row << DRIVE) + MAXIMUM_ACCELERATION] = value;
    }

    /** Comfortable deceleration (m/s²). */
    public double comfortableDeceleration(int row) {
        return drive[(row << DRIVE) + COMFORTABLE_DECELERATION];
    }

    public void comfortableDeceleration(int row, double value) {
        drive[(row << DRIVE) + COMFORTABLE_DECELERATION] = value;
    }

    /** Standing distance to the vehicle ahead (m). */
    public double standingGap(int row) {
        return drive[(row << DRIVE) + STANDING_GAP];
    }

    public void standingGap(int row, double value) {
        drive[(row << DRIVE) + STANDING_GAP] = value;
    }

    /** 1 / (2 sqrt(maximumAcceleration * comfortableDeceleration)) of the following rule (s²/m). */
    public double ruleConstant(int row) {
        return drive[(row << DRIVE) + RULE_CONSTANT];
    }

    public void ruleConstant(int row, double value) {
        drive[(row << DRIVE) + RULE_CONSTANT] = value;
    }

    /** Position on its lane of the slower stretch ahead that binds first (m). */
    public double slowAt(int row) {
        return drive[(row << DRIVE) + SLOW_AT];
    }

    public void slowAt(int row, double value) {
        drive[(row << DRIVE) + SLOW_AT] = value;
    }

    /** Speed there (m/s); at least the desired speed where there is none. */
    public double slowTo(int row) {
        return drive[(row << DRIVE) + SLOW_TO];
    }

    public void slowTo(int row, double value) {
        drive[(row << DRIVE) + SLOW_TO] = value;
    }

    /** What it is known by outside of the step. */
    public int slot(int row) {
        return state[(row << STATE) + SLOT];
    }

    public void slot(int row, int value) {
        state[(row << STATE) + SLOT] = value;
    }

    /** Number among the departures; -1 once it has left. */
    public int id(int row) {
        return state[(row << STATE) + ID];
    }

    public void id(int row, int value) {
        state[(row << STATE) + ID] = value;
    }

    /** The lane after this one, or {@link Fleet#EXIT}, or {@link Fleet#WRONG_LANE}. */
    public int next(int row) {
        return state[(row << STATE) + NEXT];
    }

    public void next(int row, int value) {
        state[(row << STATE) + NEXT] = value;
    }

    /** Tick at which it came to a stand, or -1 while it moves. */
    public int stoodSince(int row) {
        return state[(row << STATE) + STOOD_SINCE];
    }

    public void stoodSince(int row, int value) {
        state[(row << STATE) + STOOD_SINCE] = value;
    }

    /** Number among the departures of the vehicle behind its restraint, or -1. */
    public int restrainedBy(int row) {
        return state[(row << STATE) + RESTRAINED_BY];
    }

    public void restrainedBy(int row, int value) {
        state[(row << STATE) + RESTRAINED_BY] = value;
    }

    /** The lane beside its own that it would change into now, or {@link LaneTable#NONE}. */
    public int target(int row) {
        return state[(row << STATE) + TARGET];
    }

    public void target(int row, int value) {
        state[(row << STATE) + TARGET] = value;
    }

    /** Lanes to go towards the kerb (negative: the middle) to the one that suits its way best. */
    public int need(int row) {
        return state[(row << STATE) + NEED];
    }

    public void need(int row, int value) {
        state[(row << STATE) + NEED] = value;
    }

    /** Place of the next movement in its route. */
    public int cursor(int row) {
        return state[(row << STATE) + CURSOR];
    }

    public void cursor(int row, int value) {
        state[(row << STATE) + CURSOR] = value;
    }

    /** The lane on which its front is. */
    public int lane(int row) {
        return state[(row << STATE) + LANE];
    }

    public void lane(int row, int value) {
        state[(row << STATE) + LANE] = value;
    }

    /** Reaction left before it moves off (s). */
    public float ready(int row) {
        return Float.intBitsToFloat(state[(row << STATE) + READY]);
    }

    public void ready(int row, float value) {
        mark(row, REACTING);
        state[(row << STATE) + READY] = Float.floatToRawIntBits(value);
    }

    /** Whether some of its reaction time has run off. */
    public boolean isReacting(int row) {
        return (state[(row << STATE) + WHAT] & REACTING) != 0;
    }

    /** Share of its time gap and standing distance that it keeps: below 1 for a while after somebody moved in, or in a queue with a shorter time gap of its own. */
    public float ease(int row) {
        return Float.intBitsToFloat(state[(row << STATE) + EASE]);
    }

    public void ease(int row, float value) {
        state[(row << STATE) + EASE] = Float.floatToRawIntBits(value);
    }

    private void set(int row, int bits, int values) {
        int at = (row << STATE) + WHAT;
        state[at] = state[at] & ~bits | values;
    }

    /** Bits of what few vehicles are about. */
    public int rare(int row) {
        return state[(row << STATE) + WHAT] & RARE;
    }

    public void rare(int row, int bits) {
        set(row, RARE, bits);
    }

    /** Sets some of the bits of {@link #rare}. */
    public void mark(int row, int bits) {
        state[(row << STATE) + WHAT] |= bits;
    }

    public void unmark(int row, int bits) {
        state[(row << STATE) + WHAT] &= ~bits;
    }

    /** 1 while something at or behind its stop line keeps it back. */
    public int holds(int row) {
        return (state[(row << STATE) + WHAT] & HOLDS) == 0 ? 0 : 1;
    }

    public void holds(int row, int value) {
        set(row, HOLDS, value == 0 ? 0 : HOLDS);
    }

    /** 1 for a driver who leaves room for those who must change lanes. */
    public int lets(int row) {
        return (state[(row << STATE) + WHAT] & LETS) == 0 ? 0 : 1;
    }

    public void lets(int row, int value) {
        set(row, LETS, value == 0 ? 0 : LETS);
    }

    /** 1 for a driver who drives into a junction without room behind it. */
    public int blocks(int row) {
        return (state[(row << STATE) + WHAT] & BLOCKS) == 0 ? 0 : 1;
    }

    public void blocks(int row, int value) {
        set(row, BLOCKS, value == 0 ? 0 : BLOCKS);
    }

    /** At yellow: UNDECIDED, GOES or STOPS. */
    public byte decision(int row) {
        return (byte) (state[(row << STATE) + WHAT] >> DECISION_AT & 3);
    }

    public void decision(int row, int value) {
        set(row, 3 << DECISION_AT, value << DECISION_AT);
    }

    /** Whether it has taken its gap, see above. */
    public byte committed(int row) {
        return (byte) (state[(row << STATE) + WHAT] >> COMMITTED_AT & 7);
    }

    public void committed(int row, int value) {
        set(row, 7 << COMMITTED_AT, value << COMMITTED_AT);
    }

    /** Ordinal of the {@code Motive} of its wish to change lanes, or of the change that it makes. */
    public byte motive(int row) {
        return (byte) (state[(row << STATE) + WHAT] >> MOTIVE_AT & 7);
    }

    public void motive(int row, int value) {
        set(row, 7 << MOTIVE_AT, value << MOTIVE_AT);
    }

    /** Ordinal of the {@link Restraint} that set its acceleration in the last step. */
    public byte restraint(int row) {
        return (byte) (state[(row << STATE) + WHAT] >> RESTRAINT_AT & 15);
    }

    public void restraint(int row, int value) {
        set(row, 15 << RESTRAINT_AT, value << RESTRAINT_AT);
    }
}
