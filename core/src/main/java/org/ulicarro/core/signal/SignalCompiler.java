package org.ulicarro.core.signal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalController.Group;

/** Turns the signal part of a study into controllers, and finds everything that keeps it from being safe or complete. */
public final class SignalCompiler {

    private final Network network;
    private final String period;
    private final List<Fault> faults;
    private final List<SignalSystem.GroupInfo> groups = new ArrayList<>();
    private final int[] groupOf;
    private final boolean[] yields;
    private final int[][] crossingGroups; // crossing, half -> group
    private final List<int[]> never = new ArrayList<>(); // pairs of groups that a monitor watches
    private final List<SignalSystem.Placed> controllers = new ArrayList<>();
    private final List<DetectorPlace> detectors = new ArrayList<>();
    private final List<int[]> sharedGreens = new ArrayList<>(); // pairs of groups that have green at the same time

    private SignalCompiler(Network network, String period, List<Fault> faults) {
        this.network = network;
        this.period = period;
        this.faults = faults;
        groupOf = new int[network.movements().size()];
        Arrays.fill(groupOf, SignalSystem.NO_GROUP);
        yields = new boolean[network.movements().size()];
        crossingGroups = new int[network.crossings().size()][2];
        for (int[] halves : crossingGroups) {
            Arrays.fill(halves, SignalSystem.NO_GROUP);
        }
    }

    /**
     * Compiles the control of all places.
     *
     * @param period id of the period that is run: the plan of that name is used where there is one
     * @param faults receives what is wrong
     */
    public static SignalSystem compile(
            Network network, Map<String, SignalController> signals, String period, List<Fault> faults) {
        SignalCompiler compiler = new SignalCompiler(network, period, faults);
        signals.forEach(compiler::addPlace);
        return new SignalSystem(
                compiler.groups,
                compiler.groupOf,
                compiler.yields,
                compiler.together(),
                compiler.crossingGroups,
                compiler.detectors,
                compiler.never,
                compiler.controllers);
    }

    private boolean[][] together() {
        boolean[][] together = new boolean[groups.size()][groups.size()];
        sharedGreens.forEach(pair -> {
            together[pair[0]][pair[1]] = true;
            together[pair[1]][pair[0]] = true;
        });
        return together;
    }

    private void addPlace(String place, SignalController controller) {
        Junction junction = network.junctions().get(place);
        if (junction == null || !junction.signalised()) {
            return; // said by the study's rules
        }
        String pointer = Fault.child("/signals", place);
        if (controller.kind() == SignalController.Kind.ACTUATED) {
            new RingCompiler(this, network, faults).add(junction, controller, pointer);
            return;
        }
        if (controller.groups().isEmpty()) {
            faults.add(Fault.error(pointer, "a fixed controller needs groups: {EB: {serves: [EBT, …]}, …}"));
        }
        int firstGroup = groups.size();
        int before = faults.size();
        controller.groups().forEach((id, group) -> addGroup(junction, id, group, Fault.child(pointer + "/groups", id)));
        checkAllServed(junction, pointer + "/groups");
        checkSharedLanes(junction, pointer + "/groups");
        boolean groupsHold = faults.size() == before; // else conflicts of greens may only follow from a wrong name
        controller.plans().keySet().forEach(plan -> {
            FixedPlan fixed = FixedPlan.of(controller, plan, pointer, faults);
            if (fixed != null) {
                checkPlan(junction, controller, fixed, firstGroup, groupsHold, pointer);
                if (plan.equals(chosen(controller))) {
                    add(place, controller(junction, controller, fixed, firstGroup));
                }
            }
        });
        if (chosen(controller) == null) {
            faults.add(Fault.error(
                    pointer + "/plans",
                    "'" + place + "' has " + controller.plans().size() + " plans, but none is called '" + period
                            + "' like the period; name one so"));
        }
    }

    int nextGroup() {
        return groups.size();
    }

    /** The group that serves a movement, or {@link SignalSystem#NO_GROUP}. */
    int groupOf(int movement) {
        return groupOf[movement];
    }

    void watch(int groupA, int groupB) {
        never.add(new int[] {groupA, groupB});
    }

    void share(int groupA, int groupB) {
        sharedGreens.add(new int[] {groupA, groupB});
    }

    void add(String place, SignalSystem.Maker maker) {
        controllers.add(new SignalSystem.Placed(place, maker));
    }

    /** The number of a detector on the board. */
    int detector(DetectorPlace place) {
        if (!detectors.contains(place)) {
            detectors.add(place);
        }
        return detectors.indexOf(place);
    }

    void addGroup(Junction junction, String id, Group group, String here) {
        int index = groups.size();
        if (group.forPeople()) {
            groups.add(new SignalSystem.GroupInfo(junction.id(), id, clearance(junction, group), true));
            new FootGroups(network, crossingGroups, faults).add(junction, index, group, here);
            return;
        }
        if (group.serves().isEmpty()) {
            faults.add(
                    Fault.error(here, "group '" + id + "' serves nobody; give it serves: [EBT, …] or crosses: [road]"));
        }
        groups.add(new SignalSystem.GroupInfo(junction.id(), id, group.yellow(), false));
        for (int i = 0; i < group.serves().size(); i++) {
            Movement movement = find(junction, group.serves().get(i), here + "/serves/" + i);
            if (movement != null && groupOf[movement.index()] != SignalSystem.NO_GROUP) {
                faults.add(Fault.error(
                        here + "/serves/" + i,
                        "movement " + movement.name() + " is served by group '"
                                + groups.get(groupOf[movement.index()]).id() + "' already"));
            } else if (movement != null) {
                groupOf[movement.index()] = index;
            }
        }
        for (int i = 0; i < group.yields().size(); i++) {
            Movement movement = find(junction, group.yields().get(i), here + "/yields/" + i);
            if (movement != null && groupOf[movement.index()] != index) {
                faults.add(Fault.error(
                        here + "/yields/" + i, "movement " + movement.name() + " is not served by group '" + id + "'"));
            } else if (movement != null) {
                yields[movement.index()] = true;
            }
        }
        if (!(group.yellow() >= 0 && group.yellow() <= 10) || !(group.red() >= 0 && group.red() <= 30)) {
            faults.add(Fault.error(here, "yellow must be 0 s to 10 s and red 0 s to 30 s"));
        }
    }

    private Movement find(Junction junction, String text, String pointer) {
        Network.Lookup lookup = network.movement(junction.id(), text);
        if (lookup.movement() == null && !lookup.closed()) { // a closed one has no green, and needs none
            faults.add(Fault.error(pointer, lookup.problem()));
        }
        return lookup.movement();
    }

    void checkAllServed(Junction junction, String pointer) {
        for (int movement : junction.movements()) {
            Movement m = network.movements().get(movement);
            if (groupOf[movement] == SignalSystem.NO_GROUP && !m.bypass()) {
                faults.add(Fault.error(
                        pointer,
                        "no group serves " + m.name() + " (" + m.id()
                                + "), which has a lane; add it to a group's 'serves' or"
                                + " take its arrow off the road"));
            }
        }
    }

    /** A left turn with a signal of its own needs a lane of its own, or it stands in the through lane's green. */
    void checkSharedLanes(Junction junction, String pointer) {
        for (int i : junction.movements()) {
            for (int j : junction.movements()) {
                Movement left = network.movements().get(i);
                Movement other = network.movements().get(j);
                boolean held = left.turn() == org.ulicarro.core.study.Turn.LEFT
                        && !yields[i]
                        && groupOf[i] != groupOf[j]
                        && left.fromLink() == other.fromLink();
                if (held
                        && left.paths().stream()
                                .anyMatch(p -> network.path(p.fromLane(), j).isPresent())) {
                    faults.add(Fault.error(
                            pointer,
                            left.name() + " shares a lane with " + other.name()
                                    + " but has another group: each would stand in"
                                    + " the other's green. Give it a lane of its own, or one group with 'yields: ["
                                    + left.name() + "]'"));
                }
            }
        }
    }

    String chosen(SignalController controller) {
        if (controller.plans().containsKey(period)) {
            return period;
        }
        return controller.plans().size() == 1
                ? controller.plans().keySet().iterator().next()
                : null;
    }

    private void checkPlan(
            Junction junction,
            SignalController controller,
            FixedPlan plan,
            int firstGroup,
            boolean groupsHold,
            String pointer) {
        String here = Fault.child(pointer + "/plans", plan.id()) + "/greens";
        plan.greens().keySet().stream()
                .filter(group -> !controller.groups().containsKey(group))
                .forEach(group -> faults.add(Fault.error(
                        Fault.child(here, group),
                        "there is no group '" + group + "'."
                                + Names.suggestion(group, controller.groups().keySet()))));
        List<String> ids = List.copyOf(controller.groups().keySet());
        boolean sound = groupsHold;
        for (String id : ids) {
            sound &= checkGreens(controller.groups().get(id), id, plan, here);
        }
        for (int a = 0; sound && a < ids.size(); a++) {
            for (int b = a; b < ids.size(); b++) {
                checkPair(junction, controller, plan, ids, a, b, firstGroup, here);
            }
        }
    }

    private boolean checkGreens(Group group, String id, FixedPlan plan, String pointer) {
        List<CycleRange> ranges = plan.greens().getOrDefault(id, List.of());
        if (ranges.isEmpty()) {
            faults.add(Fault.error(pointer, "group '" + id + "' never gets green in plan '" + plan.id() + "'"));
            return false;
        }
        int before = faults.size();
        for (int i = 0; i < ranges.size(); i++) {
            CycleRange range = ranges.get(i);
            String here = Fault.child(pointer, id) + "/" + i;
            double seconds = range.seconds(plan.cycle());
            if (range.from() >= plan.cycle() || range.to() > plan.cycle()) {
                faults.add(Fault.error(
                        here, "green " + range + " lies outside the cycle of " + text(plan.cycle()) + " s"));
            } else if (group.forPeople() && seconds < group.walk()) {
                faults.add(Fault.error(
                        here,
                        "walk " + range + " of group '" + id + "' lasts " + text(seconds) + " s, its shortest walk is "
                                + text(group.walk()) + " s"));
            } else if (!group.forPeople() && seconds < group.minGreen()) {
                faults.add(Fault.error(
                        here,
                        "green " + range + " of group '" + id + "' lasts " + text(seconds) + " s, its min-green is "
                                + text(group.minGreen()) + " s: " + text(group.minGreen() - seconds)
                                + " s are missing"));
            }
            for (int j = 0; j < i; j++) {
                if (overlap(range, 0, ranges.get(j), plan.cycle()) > 0) {
                    faults.add(Fault.error(
                            here, "greens " + ranges.get(j) + " and " + range + " of group '" + id + "' overlap"));
                }
            }
        }
        return faults.size() == before;
    }

    private void checkPair(
            Junction junction,
            SignalController controller,
            FixedPlan plan,
            List<String> ids,
            int a,
            int b,
            int firstGroup,
            String pointer) {
        String[] pair = neverTogether(junction, firstGroup + a, firstGroup + b);
        if (pair == null) {
            return;
        }
        String names = pair[0] + " and " + pair[1];
        if (a == b) {
            faults.add(Fault.error(
                    pointer,
                    "group '" + ids.get(a) + "' serves " + names
                            + ", whose paths cross; let one of them yield or give it a" + " group of its own"));
            return;
        }
        for (int[] order : new int[][] {{a, b}, {b, a}}) {
            Group first = controller.groups().get(ids.get(order[0]));
            double after = first.forPeople() ? clearance(junction, first) : first.yellow();
            double allRed = first.forPeople() ? 0 : first.red();
            List<CycleRange> ending = plan.greens().get(ids.get(order[0]));
            List<CycleRange> starting = plan.greens().get(ids.get(order[1]));
            for (int i = 0; i < starting.size(); i++) {
                String here = Fault.child(pointer, ids.get(order[1])) + "/" + i;
                for (CycleRange end : ending) {
                    double together = overlap(end, 0, starting.get(i), plan.cycle());
                    double clearance = after + allRed;
                    double early = overlap(end, clearance, starting.get(i), plan.cycle());
                    if (together > 0 && order[0] == a) {
                        faults.add(Fault.error(
                                here,
                                "groups '" + ids.get(a) + "' and '" + ids.get(b) + "' have green together for "
                                        + text(together) + " s, but " + names + " may never go together"));
                    } else if (together <= 0 && early > 0) {
                        faults.add(Fault.error(
                                here,
                                "green " + starting.get(i) + " of '" + ids.get(order[1]) + "' begins " + text(early)
                                        + " s before '" + ids.get(order[0]) + "' (green " + end
                                        + (first.forPeople() ? ", clear " : ", yellow ") + text(after) + " s"
                                        + (first.forPeople() ? "" : ", red " + text(allRed) + " s") + ") has cleared; "
                                        + names + " conflict"));
                    }
                }
            }
        }
    }

    double clearance(Junction junction, Group group) {
        return FootGroups.clearance(network, junction, group);
    }

    /** Names of the first two movements of two groups that may never go together, or null. */
    String[] neverTogether(Junction junction, int groupA, int groupB) {
        for (int i : junction.movements()) {
            for (int j : junction.movements()) {
                if (groupOf[i] == groupA
                        && groupOf[j] == groupB
                        && i != j
                        && Compatibility.of(network, junction, i, j, yields) == Compatibility.NEVER) {
                    return new String[] {
                        network.movements().get(i).name(),
                        network.movements().get(j).name()
                    };
                }
            }
        }
        return FootGroups.crossed(network, junction, crossingGroups, groupOf, yields, groupA, groupB);
    }

    /** Seconds that two ranges of a cycle share, the first one lengthened at its end. */
    private static double overlap(CycleRange a, double longer, CycleRange b, double cycle) {
        double shared = 0;
        double endA = a.from() + a.seconds(cycle) + longer;
        double endB = b.from() + b.seconds(cycle);
        for (int turn = -1; turn <= 1; turn++) {
            double shift = turn * cycle;
            shared += Math.max(0, Math.min(endA, endB + shift) - Math.max(a.from(), b.from() + shift));
        }
        return shared;
    }

    private SignalSystem.Maker controller(
            Junction junction, SignalController controller, FixedPlan plan, int firstGroup) {
        int cycle = Clock.ticks(plan.cycle());
        int offset = Clock.ticks(plan.offset());
        Aspect[][] shown = new Aspect[controller.groups().size()][cycle];
        int g = 0;
        for (var group : controller.groups().entrySet()) {
            Arrays.fill(shown[g], Aspect.RED);
            for (CycleRange range : plan.greens().getOrDefault(group.getKey(), List.of())) {
                int start = Clock.ticks(range.from());
                int green = Clock.ticks(range.seconds(plan.cycle()));
                int yellow = Clock.ticks(
                        group.getValue().forPeople()
                                ? clearance(junction, group.getValue())
                                : group.getValue().yellow());
                for (int t = 0; t < green + yellow; t++) {
                    shown[g][Math.floorMod(start + t, cycle)] = t < green ? Aspect.GREEN : Aspect.YELLOW;
                }
            }
            g++;
        }
        findSharedGreens(firstGroup, shown);
        return watch -> new FixedTime(firstGroup, shown, cycle, offset);
    }

    private void findSharedGreens(int firstGroup, Aspect[][] shown) {
        for (int a = 0; a < shown.length; a++) {
            for (int b = a; b < shown.length; b++) {
                for (int t = 0; t < shown[a].length; t++) {
                    if (shown[a][t] == Aspect.GREEN && shown[b][t] == Aspect.GREEN) {
                        sharedGreens.add(new int[] {firstGroup + a, firstGroup + b});
                        break;
                    }
                }
            }
        }
    }

    private static String text(double seconds) {
        return java.math.BigDecimal.valueOf(StrictMath.round(seconds * 10), 1)
                .stripTrailingZeros()
                .toPlainString();
    }
}
