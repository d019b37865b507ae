package org.ulicarro.core.signal;

import java.util.List;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.study.SignalController.Group;
import org.ulicarro.core.study.Turn;

/** Signal groups that let people over crossings. */
public final class FootGroups {

    /** Speed for which a clearance lasts where none is written (m/s). */
    static final double CLEARING_SPEED = 1.2;

    private final Network network;
    private final int[][] crossingGroups;
    private final List<Fault> faults;

    FootGroups(Network network, int[][] crossingGroups, List<Fault> faults) {
        this.network = network;
        this.crossingGroups = crossingGroups;
        this.faults = faults;
    }

    void add(Junction junction, int index, Group group, String pointer) {
        if (!group.serves().isEmpty()) {
            faults.add(SignalFault.PEOPLE_AND_VEHICLES.at(pointer + "/crosses"));
        }
        for (int i = 0; i < group.crosses().size(); i++) {
            String name = group.crosses().get(i);
            int crossing = crossing(network, junction, name);
            if (crossing < 0) {
                List<String> known = network.crossings().stream()
                        .filter(c -> junction.id().equals(c.place()))
                        .map(MarkedCrossing::road)
                        .toList();
                faults.add(SignalFault.NO_CROSSING.at(
                        pointer + "/crosses/" + i, junction.id(), name, Names.suggestion(name, known)));
                continue;
            }
            for (int half = 0; half < 2; half++) {
                if (name.endsWith(half == 0 ? ".far" : ".near")) {
                    continue;
                }
                if (crossingGroups[crossing][half] != SignalSystem.NO_GROUP) {
                    faults.add(SignalFault.CROSSING_TAKEN.at(pointer + "/crosses/" + i, name));
                    break;
                }
                crossingGroups[crossing][half] = index;
            }
        }
    }

    /** By the road, or by one half of a crossing with a refuge; -1 for none. */
    private static int crossing(Network network, Junction junction, String name) {
        for (int c = 0; c < network.crossings().size(); c++) {
            MarkedCrossing crossing = network.crossings().get(c);
            if (junction.id().equals(crossing.place())) {
                boolean half = crossing.refuge()
                        && (name.equals(crossing.road() + ".near") || name.equals(crossing.road() + ".far"));
                if (name.equals(crossing.road()) || half) {
                    return c;
                }
            }
        }
        return -1;
    }

    /** How long people have to finish: as written, or for the longest crossing of the group (s). */
    public static double clearance(Network network, Junction junction, Group group) {
        return group.clear() != null
                ? group.clear()
                : StrictMath.ceil(metres(network, junction, group) / CLEARING_SPEED);
    }

    /** The longest way of its people, over a whole crossing or half of one (m). */
    public static double metres(Network network, Junction junction, Group group) {
        double longest = 0;
        for (String name : group.crosses()) {
            int c = crossing(network, junction, name);
            if (c >= 0) {
                MarkedCrossing crossing = network.crossings().get(c);
                double length = name.endsWith(".near")
                        ? crossing.middle()
                        : name.endsWith(".far") ? crossing.length() - crossing.middle() : crossing.length();
                longest = Math.max(longest, length);
            }
        }
        return longest;
    }

    /** A movement of one group and a crossing of the other that may never go together, or null. */
    String[] crossed(Junction junction, Served served, int groupA, int groupB) {
        for (int c = 0; c < crossingGroups.length; c++) {
            for (int half = 0; half < 2; half++) {
                int people = crossingGroups[c][half];
                if (people != groupA && people != groupB) {
                    continue;
                }
                int vehicles = people == groupA ? groupB : groupA;
                for (int m : junction.movements()) {
                    boolean never = served.serves(vehicles, m)
                            && (leaves(network, m, c)
                                    || served.isProtectedIn(vehicles, m)
                                    || !mayTurnInto(network, m, served.yieldsIn(vehicles, m)));
                    if (never && crosses(network, c, half, m)) {
                        return new String[] {
                            network.movements().get(m).name(),
                            "people over " + network.crossings().get(c).road()
                        };
                    }
                }
            }
        }
        return null;
    }

    /** Turns to the kerb's side give way to people on the crossing they turn into; others only where they go in gaps. */
    private static boolean mayTurnInto(Network network, int movement, boolean inGaps) {
        Turn kerb = network.keepsRight() ? Turn.RIGHT : Turn.LEFT;
        return inGaps || network.movements().get(movement).turn() == kerb;
    }

    /** Whether a movement starts over the crossing of its own leg. */
    private static boolean leaves(Network network, int movement, int crossing) {
        int from = network.movements().get(movement).fromLink();
        return network.links()
                .get(from)
                .road()
                .equals(network.crossings().get(crossing).road());
    }

    private static boolean crosses(Network network, int crossing, int half, int m) {
        MarkedCrossing marked = network.crossings().get(crossing);
        Movement movement = network.movements().get(m);
        for (TurningPath path : movement.paths()) {
            for (MarkedCrossing.Crossed crossed : marked.crossed()) {
                boolean sameHalf = !marked.refuge() || (crossed.at() < marked.middle() ? 0 : 1) == half;
                if (crossed.lane() == path.lane() && sameHalf) {
                    return true;
                }
            }
        }
        return false;
    }
}
