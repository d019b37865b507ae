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
 * @param fromLink index of the link it leaves
 * @param toLink index of the link it enters
 * @param paths its turning paths, from the left
 */
public record Movement(
        int index,
        String place,
        String id,
        String name,
        String approach,
        Turn turn,
        int fromLink,
        int toLink,
        List<TurningPath> paths) {}
