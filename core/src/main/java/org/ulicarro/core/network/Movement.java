package org.ulicarro.core.network;

import java.util.List;
import org.ulicarro.core.study.Turn;

/**
 * A way through a place, from one link to another.
 *
 * @param index number in the network
 * @param place id of the place
 * @param id {@code from-road>to-road}, valid at any place
 * @param name short name, {@code EBL}
 * @param approach name of the approach, {@code EB}
 * @param turn what it does
 * @param rule what holds a driver before it
 * @param fromLink index of the link it leaves
 * @param toLink index of the link it enters in the end
 * @param paths its turning paths, from the inside; at a roundabout those onto the ring
 * @param onward movements on the ring that follow until {@code toLink}; empty elsewhere
 * @param bypass whether it passes beside the junction on a slip lane
 */
public record Movement(
        int index,
        String place,
        String id,
        String name,
        String approach,
        Turn turn,
        EntryRule rule,
        int fromLink,
        int toLink,
        List<TurningPath> paths,
        List<Integer> onward,
        boolean bypass) {

    /** The same under another short name. */
    Movement named(String other) {
        return new Movement(index, place, id, other, approach, turn, rule, fromLink, toLink, paths, onward, bypass);
    }

    /** A stretch of a roundabout's ring, of which whole movements are made; no table lists it. */
    public boolean isInner() {
        return rule == EntryRule.RING;
    }
}
