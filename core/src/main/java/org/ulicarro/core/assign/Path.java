package org.ulicarro.core.assign;

import java.util.List;

/**
 * A way between two ends.
 *
 * @param ends number of its ends
 * @param entry index of the link on which it begins
 * @param turns indices of its movements without those on rings
 * @param links indices of its links, the entry first; arcs of rings are not among them
 * @param names ids of these links
 * @param taste names what drivers think of it
 * @param length of these links together (m)
 */
record Path(int ends, int entry, int[] turns, int[] links, List<String> names, long taste, double length) {

    boolean isSame(Path other) {
        return names.equals(other.names);
    }
}
