package org.ulicarro.core.signal;

import java.util.Arrays;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Network;

/**
 * Which groups let which movements go, and which of them in gaps. A movement has one group; a turn can have another one beside it, during
 * whose green it may go in gaps while its own is red.
 */
public final class Served {

    private final Network network;
    private final int[] groupOf; // movement -> its own group
    private final int[] hostOf; // movement -> the group beside which it goes in gaps
    private final Map<Integer, Integer> groupOfLane =
            new TreeMap<>(); // lane before a line with a signal of its own -> its group
    private final boolean[] yields; // movement -> whether it goes in gaps during its own green
    private final boolean[] byRight; // movement -> whether nobody walks while it turns

    Served(Network network) {
        this.network = network;
        int n = network.movements().size();
        groupOf = new int[n];
        hostOf = new int[n];
        yields = new boolean[n];
        byRight = new boolean[n];
        Arrays.fill(groupOf, SignalSystem.NO_GROUP);
        Arrays.fill(hostOf, SignalSystem.NO_GROUP);
    }

    public int groupOf(int movement) {
        return groupOf[movement];
    }

    /** One lane of a movement has a signal of its own, as at a meter. */
    void addLane(int movement, int lane, int group) {
        if (groupOf[movement] == SignalSystem.NO_GROUP) {
            groupOf[movement] = group;
        }
        groupOfLane.put(lane, group);
    }

    Map<Integer, Integer> lanes() {
        return groupOfLane;
    }

    public int hostOf(int movement) {
        return hostOf[movement];
    }

    int[] groups() {
        return groupOf;
    }

    int[] hosts() {
        return hostOf;
    }

    /** Whether each movement goes in gaps at any time. */
    boolean[] yields() {
        boolean[] any = yields.clone();
        for (int m = 0; m < any.length; m++) {
            any[m] |= hostOf[m] != SignalSystem.NO_GROUP;
        }
        return any;
    }

    /**
     * A group serves a movement.
     *
     * @param inGaps whether it has to yield
     * @return false when another one does already in the same way
     */
    boolean add(int movement, int group, boolean inGaps) {
        if (groupOf[movement] == SignalSystem.NO_GROUP) {
            groupOf[movement] = group;
            yields[movement] = inGaps;
            return true;
        }
        if (hostOf[movement] != SignalSystem.NO_GROUP || inGaps == yields[movement]) {
            return false;
        }
        hostOf[movement] = inGaps ? group : groupOf[movement];
        groupOf[movement] = inGaps ? groupOf[movement] : group;
        yields[movement] = false;
        return true;
    }

    /** A movement turns by right: nobody walks meanwhile on the crossing that it turns over. */
    void protect(int movement) {
        byRight[movement] = true;
    }

    /** Whether a movement turns by right during a group's green. */
    boolean isProtectedIn(int group, int movement) {
        return byRight[movement] && groupOf[movement] == group;
    }

    public boolean serves(int group, int movement) {
        return group >= 0 && (groupOf[movement] == group || hostOf[movement] == group);
    }

    /** Whether a movement that a group serves goes in gaps during its green. */
    public boolean yieldsIn(int group, int movement) {
        return hostOf[movement] == group || yields[movement];
    }

    /** Names of the first two movements of two groups that may never go together, or null. */
    String[] neverTogether(Junction junction, int groupA, int groupB) {
        for (int i : junction.movements()) {
            for (int j : junction.movements()) {
                if (serves(groupA, i) && serves(groupB, j) && i != j) {
                    boolean inGaps = yieldsIn(groupA, i) || yieldsIn(groupB, j);
                    if (Compatibility.of(network, junction, i, j, inGaps) == Compatibility.NEVER) {
                        return new String[] {
                            network.movements().get(i).name(),
                            network.movements().get(j).name()
                        };
                    }
                }
            }
        }
        return null;
    }
}
