package org.ulicarro.core.traffic.lanes;

/**
 * What is special about each lane, as bits: a lane of which none is set asks nothing of its drivers but to follow along it. Those that never
 * change are compiled once; {@link #BLOCKED} and {@link #SHUT} come and go in each replication.
 */
public final class LaneKinds {

    /** It is a turning path. */
    public static final int PATH = 1;
    /** Other paths leave the same lane. */
    public static final int PARTS = 1 << 1;
    /** A crossing lies on it. */
    public static final int WALKED = 1 << 2;
    /** A booth stands on it. */
    public static final int GATED = 1 << 3;
    /** A stretch of it is closed now. */
    public static final int BLOCKED = 1 << 4;
    /** It belongs to a motorway. */
    public static final int MOTORWAY = 1 << 5;
    /** Drivers have a time gap of their own on it or on a path that leaves it. */
    public static final int TUNED = 1 << 6;
    /** It goes up or down. */
    public static final int GRADED = 1 << 7;
    /** It has stretches with limits of their own. */
    public static final int ZONED = 1 << 8;
    /** It has a neighbour, a lay-by or another lane of its link: drivers may wish to change. */
    public static final int SIDEWAYS = 1 << 9;
    /** It is an arc of a roundabout. */
    public static final int RING = 1 << 10;
    /** A signal on a path that leaves it does not let go now. */
    public static final int SHUT = 1 << 11;

    /** Everybody who waits for a gap before this path does so at the line. */
    public static final int AT_LINE = 1 << 12;
    /** A path that yields to others. */
    public static final int YIELDS = 1 << 13;
    /** A path that meets others. */
    public static final int MEETS = 1 << 14;
    /** A path on which long vehicles and others beside them mind each other. */
    public static final int LONGS = 1 << 15;

    /** Of a lane with any of these nobody is a plain follower. */
    public static final int UNUSUAL = WALKED | GATED | BLOCKED | TUNED | GRADED;

    public final int[] of; // lane -> bits

    public LaneKinds(LaneTable table, LaneRules rules, GateTable gates) {
        of = new int[table.lanes];
        for (int lane = 0; lane < table.lanes; lane++) {
            boolean sideways = table.left[lane] != LaneTable.NONE
                    || table.right[lane] != LaneTable.NONE
                    || table.first[lane] != table.last[lane]
                    || table.hasLayby[lane];
            of[lane] = bit(table.path[lane], PATH)
                    | bit(table.parts[lane], PARTS)
                    | bit(table.foot.ofLane[lane].length > 0, WALKED)
                    | bit(gates.onLane[lane].length > 0, GATED)
                    | bit(rules.motorway[lane], MOTORWAY)
                    | bit(rules.tuned[lane], TUNED)
                    | bit(rules.grade[lane] != 0, GRADED)
                    | bit(rules.speeds.vary(lane), ZONED)
                    | bit(sideways, SIDEWAYS)
                    | bit(table.onRing[lane], RING)
                    | bit(table.path[lane] && table.atLine[lane], AT_LINE)
                    | bit(!Double.isNaN(table.waitAt[lane]), YIELDS)
                    | bit(table.meets[lane].length > 0, MEETS)
                    | bit(table.longs.from[lane].length > 0, LONGS);
        }
    }

    private static int bit(boolean set, int bit) {
        return set ? bit : 0;
    }
}
