package org.ulicarro.core.network;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.network.Conflict.Who;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.study.Turn;

/**
 * Who gives way to whom at one place. Movements have ranks, and the lower rank goes first: those of the Highway Capacity Manual
 * (7th edition, 2022, chapter 20) where minor legs stop or yield; on permissive greens left and back turns after everybody who comes
 * against them; on a roundabout those who enter after those on the ring; where a slip lane ends, its traffic last. Who turns across a lane
 * of its own approach that is kept for others, as one for bicycles or a track, goes after those in it who go straight on or turn, too.
 */
final class Priorities {

    /** Rank of everybody where order of arrival decides. */
    static final int EQUAL = 1;

    // On a roundabout: those on the ring settle among themselves who goes first, those who enter wait for both.
    static final int ON_RING = 10;
    static final int ENTERING = 11;
    static final int BESIDE = 12;

    private final Draft draft;
    private final List<Movement> movements; // all of the network so far
    private final Map<Integer, Integer> rank = new LinkedHashMap<>();
    private final Map<Integer, Set<Integer>> yieldsTo = new LinkedHashMap<>();

    Priorities(Draft draft) {
        this.draft = draft;
        movements = draft.movements;
    }

    void rank(int movement, int value) {
        rank.put(movement, value);
    }

    void yieldsTo(int movement, Set<Integer> others) {
        yieldsTo.put(movement, others);
    }

    /** Rank by what a movement is; 1 goes before 2. */
    static int rankOf(Control control, Turn turn, boolean minor, boolean bypass) {
        if (bypass) {
            return 9;
        }
        return switch (control) {
            case ALL_STOP -> EQUAL;
            case SIGNAL -> turn == Turn.LEFT ? 3 : turn == Turn.UTURN ? 4 : turn == Turn.RIGHT ? 2 : 1;
            case NONE -> turn == Turn.THROUGH ? 1 : turn == Turn.RIGHT ? 2 : 3;
            case STOP, YIELD, ROUNDABOUT -> byLeg(turn, minor);
        };
    }

    private static int byLeg(Turn turn, boolean minor) {
        if (!minor) {
            return turn == Turn.LEFT ? 2 : turn == Turn.UTURN ? 3 : 1;
        }
        return switch (turn) {
            case RIGHT -> 4;
            case THROUGH -> 5;
            case LEFT -> 6;
            case UTURN -> 7;
        };
    }

    Who between(TurningPath a, TurningPath b) {
        boolean aToB = yieldsTo.getOrDefault(a.movement(), Set.of()).contains(b.movement());
        boolean bToA = yieldsTo.getOrDefault(b.movement(), Set.of()).contains(a.movement());
        if (aToB != bToA) {
            return aToB ? Who.A_YIELDS : Who.B_YIELDS;
        }
        if (movements.get(a.movement()).fromLink()
                == movements.get(b.movement()).fromLink()) {
            return besideEachOther(a, b);
        }
        int rankA = rank.getOrDefault(a.movement(), EQUAL);
        int rankB = rank.getOrDefault(b.movement(), EQUAL);
        if (rankA == rankB) {
            return Who.IN_TURN;
        }
        return rankA > rankB ? Who.A_YIELDS : Who.B_YIELDS;
    }

    /** Of two paths of one approach: lanes only cross where one of them is kept for others. */
    private Who besideEachOther(TurningPath a, TurningPath b) {
        boolean keptA = draft.isKept(draft.lanes.get(a.fromLane()));
        boolean keptB = draft.isKept(draft.lanes.get(b.fromLane()));
        boolean onA = movements.get(a.movement()).turn() == Turn.THROUGH;
        boolean onB = movements.get(b.movement()).turn() == Turn.THROUGH;
        if (!keptA && !keptB || onA && onB) {
            return Who.IN_TURN;
        }
        if (onA != onB) {
            return onA ? Who.B_YIELDS : Who.A_YIELDS;
        }
        return keptA == keptB ? Who.IN_TURN : keptA ? Who.B_YIELDS : Who.A_YIELDS;
    }
}
