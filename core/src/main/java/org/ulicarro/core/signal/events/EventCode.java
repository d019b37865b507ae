package org.ulicarro.core.signal.events;

/** Codes of the open enumeration that one of our controllers can have, with what their parameter counts. */
public enum EventCode {
    GREEN(1, "phase begins green", Counts.PHASE),
    GAP_OUT(4, "phase gaps out", Counts.PHASE),
    MAX_OUT(5, "phase maxes out", Counts.PHASE),
    FORCE_OFF(6, "phase is forced off", Counts.PHASE),
    GREEN_ENDS(7, "phase ends green", Counts.PHASE),
    YELLOW(8, "phase begins yellow", Counts.PHASE),
    YELLOW_ENDS(9, "phase ends yellow", Counts.PHASE),
    RED_CLEARANCE(10, "phase begins red clearance", Counts.PHASE),
    RED_CLEARANCE_ENDS(11, "phase ends red clearance", Counts.PHASE),
    WALK(21, "people begin walk", Counts.PHASE),
    PEOPLE_CLEAR(22, "people begin clearance", Counts.PHASE),
    DONT_WALK(23, "people begin don't walk", Counts.PHASE),
    FLASHING_YELLOW(32, "turns in gaps begin", Counts.PHASE),
    FLASHING_YELLOW_ENDS(33, "turns in gaps end", Counts.PHASE),
    OVERLAP_GREEN(61, "overlap begins green", Counts.OVERLAP),
    OVERLAP_YELLOW(63, "overlap begins yellow", Counts.OVERLAP),
    OVERLAP_RED(64, "overlap begins red", Counts.OVERLAP),
    DETECTOR_OFF(81, "detector is free", Counts.DETECTOR),
    DETECTOR_ON(82, "detector is occupied", Counts.DETECTOR),
    BUTTON_FREE(89, "button is let go", Counts.PHASE),
    BUTTON(90, "button is pressed", Counts.PHASE),
    PREEMPTION_CALLED(102, "pre-emption is called", Counts.INPUT),
    PREEMPTION_EXIT(111, "pre-emption ends", Counts.INPUT),
    PRIORITY_IN(112, "bus or tram checks in", Counts.INPUT),
    PRIORITY_OUT(115, "bus or tram checks out", Counts.INPUT),
    PLAN(131, "plan begins", Counts.PLAN),
    FLASH(173, "flash status changes", Counts.FLASH);

    /** What a parameter counts. */
    public enum Counts {
        PHASE,
        OVERLAP,
        DETECTOR,
        INPUT,
        PLAN,
        /** NTCIP 1202, unitFlashStatus: 2 none, 3 automatic, 5 fault. */
        FLASH
    }

    private final int number;
    private final String words;
    private final Counts counts;

    EventCode(int number, String words, Counts counts) {
        this.number = number;
        this.words = words;
        this.counts = counts;
    }

    /** Its number in the enumeration. */
    public int number() {
        return number;
    }

    public String words() {
        return words;
    }

    public Counts counts() {
        return counts;
    }
}
