package org.ulicarro.files.osm;

import java.util.List;

/**
 * What the tags of a way say of a road. Directions: ahead is that of the way's nodes.
 *
 * @param way id on the map
 * @param name of the street, or null
 * @param kind its class
 * @param link whether it is a slip road or ramp of its class
 * @param ring whether it is part of a roundabout
 * @param ahead lanes ahead, 0 where nobody may
 * @param back lanes back
 * @param speed limit (m/s)
 * @param turnsAhead arrows from the left, {@code L T TR}; empty where none are drawn
 * @param turnsBack likewise
 * @param busAhead lanes from the left that only buses may use
 * @param busBack likewise
 * @param only {@code bus} where nobody else may use it, or null
 * @param closedTo types that may not
 * @param level of a bridge or tunnel, 0 on the ground
 * @param guessed what was assumed: {@code lanes}, {@code speed}
 */
record WayRoad(
        long way,
        String name,
        Kind kind,
        boolean link,
        boolean ring,
        int ahead,
        int back,
        double speed,
        List<String> turnsAhead,
        List<String> turnsBack,
        List<Integer> busAhead,
        List<Integer> busBack,
        String only,
        List<String> closedTo,
        int level,
        List<String> guessed) {

    /** Classes of roads from the least important. */
    enum Kind {
        SERVICE("service", 1, 30, 0.1),
        LIVING("living_street", 1, 10, 0.1),
        RESIDENTIAL("residential", 1, 50, 0.3),
        UNCLASSIFIED("unclassified", 1, 50, 1),
        TERTIARY("tertiary", 1, 50, 2),
        SECONDARY("secondary", 1, 50, 4),
        PRIMARY("primary", 1, 50, 6),
        TRUNK("trunk", 1, 80, 8),
        MOTORWAY("motorway", 2, 120, 10);

        final String word;
        final int lanes; // usual ones of a direction
        final double kmh; // usual limit
        final double carries; // what a lane carries beside that of an unclassified road: for trials

        Kind(String word, int lanes, double kmh, double carries) {
            this.word = word;
            this.lanes = lanes;
            this.kmh = kmh;
            this.carries = carries;
        }

        static Kind of(String highway) {
            String plain = highway.endsWith("_link") ? highway.substring(0, highway.length() - 5) : highway;
            for (Kind kind : values()) {
                if (kind.word.equals(plain)) {
                    return kind;
                }
            }
            return plain.equals("road") ? UNCLASSIFIED : null;
        }
    }

    boolean isOneWay() {
        return ahead == 0 || back == 0;
    }

    /** The same road for one direction only. */
    WayRoad oneWay(boolean isAhead) {
        return new WayRoad(
                way,
                name,
                kind,
                link,
                ring,
                isAhead ? ahead : 0,
                isAhead ? 0 : back,
                speed,
                isAhead ? turnsAhead : List.of(),
                isAhead ? List.of() : turnsBack,
                isAhead ? busAhead : List.of(),
                isAhead ? List.of() : busBack,
                only,
                closedTo,
                level,
                guessed);
    }

    /** The same road as somebody sees it who comes the other way. */
    WayRoad turned() {
        return new WayRoad(
                way,
                name,
                kind,
                link,
                ring,
                back,
                ahead,
                speed,
                turnsBack,
                turnsAhead,
                busBack,
                busAhead,
                only,
                closedTo,
                level,
                guessed);
    }
}
