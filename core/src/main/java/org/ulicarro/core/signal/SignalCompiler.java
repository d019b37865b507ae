package org.ulicarro.core.signal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.EntryRule;
import org.ulicarro.core.network.Intergreens;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.ring.Schedule;
import org.ulicarro.core.signal.ring.Transition;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalController.Group;
import org.ulicarro.core.study.TimeOfDay;

/** Turns the signal part of a study into controllers, and finds everything that keeps it from being safe or complete. */
public final class SignalCompiler {

    private final Network network;
    private final String period;
    private final double start; // of the measured period (s)
    private final List<Fault> faults;
    private final List<SignalSystem.GroupInfo> groups = new ArrayList<>();
    private final Served served;
    private final FootGroups foot;
    private final int[][] crossingGroups; // crossing, half -> group
    private final List<int[]> never = new ArrayList<>(); // pairs of groups that a monitor watches
    private final List<SignalSystem.Placed> controllers = new ArrayList<>();
    private final Map<String, List<StageWay>> ways = new LinkedHashMap<>();
    private final List<DetectorPlace> detectors = new ArrayList<>();
    private final List<int[]> sharedGreens = new ArrayList<>(); // pairs of groups that have green at the same time

    private SignalCompiler(Network network, String period, double start, List<Fault> faults) {
        this.network = network;
        this.period = period;
        this.start = start;
        this.faults = faults;
        served = new Served(network);
        crossingGroups = new int[network.crossings().size()][2];
        for (int[] halves : crossingGroups) {
            Arrays.fill(halves, SignalSystem.NO_GROUP);
        }
        foot = new FootGroups(network, crossingGroups, faults);
    }

    /**
     * Compiles the control of all places.
     *
     * @param period id of the period that is run: the plan of that name is used where there is one
     * @param start time of day at which it begins to be measured (s)
     * @param faults receives what is wrong
     */
    public static SignalSystem compile(
            Network network, Map<String, SignalController> signals, String period, double start, List<Fault> faults) {
        SignalCompiler compiler = new SignalCompiler(network, period, start, faults);
        signals.forEach(compiler::addPlace);
        return new SignalSystem(
                compiler.groups,
                compiler.served,
                compiler.together(),
                compiler.crossingGroups,
                compiler.detectors,
                compiler.never,
                compiler.controllers,
                compiler.ways);
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
        KindCompiler compiler = switch (controller.kind()) {
            case FIXED -> new FixedCompiler(this, network, faults)::add;
            case ACTUATED -> new RingCompiler(this, network, faults)::add;
            case STAGES -> new StageCompiler(this, network, faults)::add;
            case METER -> new MeterCompiler(this, network, faults)::add;
            case OUTSIDE -> new OutsideCompiler(this, network, faults)::add;
        };
        compiler.add(junction, controller, pointer);
    }

    /** Turns what a study says of one place into a controller; one for each kind, which the compiler counts. */
    private interface KindCompiler {
        void add(Junction junction, SignalController controller, String pointer);
    }

    int nextGroup() {
        return groups.size();
    }

    /** The group that serves a movement, or {@link SignalSystem#NO_GROUP}. */
    int groupOf(int movement) {
        return served.groupOf(movement);
    }

    void watch(int groupA, int groupB) {
        never.add(new int[] {groupA, groupB});
    }

    void share(int groupA, int groupB) {
        sharedGreens.add(new int[] {groupA, groupB});
    }

    void add(String place, SpanOrder order, SignalSystem.Maker maker) {
        controllers.add(new SignalSystem.Placed(place, maker, order));
    }

    void addWays(String place, List<StageWay> found) {
        ways.put(place, found);
    }

    /** The number of a detector on the board. Those without a channel of their own are counted at their place. */
    int detector(DetectorPlace asked) {
        int same = 1;
        for (int d = 0; d < detectors.size(); d++) {
            DetectorPlace known = detectors.get(d);
            if (known.withChannel(asked.channel()).equals(asked)) {
                return d;
            }
            same += known.place().equals(asked.place()) ? 1 : 0;
        }
        detectors.add(asked.channel() > 0 ? asked : asked.withChannel(same));
        return detectors.size() - 1;
    }

    DetectorPlace detectorPlace(int detector) {
        return detectors.get(detector);
    }

    void addGroup(Junction junction, String id, Group group, String here) {
        addGroup(junction, id, group, false, here);
    }

    void addGroup(Junction junction, String id, Group group, boolean overlaps, String here) {
        int index = groups.size();
        if (group.forPeople()) {
            groups.add(new SignalSystem.GroupInfo(junction.id(), id, clearance(junction, group), true, false));
            foot.add(junction, index, group, here);
            return;
        }
        if (group.serves().isEmpty()) {
            faults.add(
                    Fault.error(here, "group '" + id + "' serves nobody; give it serves: [EBT, …] or crosses: [road]"));
        }
        groups.add(new SignalSystem.GroupInfo(junction.id(), id, group.yellow(), false, overlaps));
        List<Movement> inGaps = new ArrayList<>();
        for (int i = 0; i < group.yields().size(); i++) {
            Movement movement = find(junction, group.yields().get(i), here + "/yields/" + i);
            if (movement != null) {
                inGaps.add(movement);
            }
        }
        List<Movement> all = new ArrayList<>();
        for (int i = 0; i < group.serves().size(); i++) {
            Movement movement = find(junction, group.serves().get(i), here + "/serves/" + i);
            all.add(movement);
            if (movement != null
                    && junction.minor()
                            .contains(network.links().get(movement.fromLink()).road())) {
                faults.add(Fault.error(
                        here + "/serves/" + i,
                        movement.name() + " comes from a leg that stops ('minor' at the place), so it has no signal"));
                continue;
            }
            if (movement != null && !served.add(movement.index(), index, inGaps.contains(movement))) {
                faults.add(Fault.error(
                        here + "/serves/" + i,
                        "movement " + movement.name() + " is served by group '"
                                + groups.get(served.groupOf(movement.index())).id() + "' already"));
            }
        }
        for (Movement m : inGaps) {
            if (!all.contains(m)) {
                faults.add(Fault.error(
                        here + "/yields/" + inGaps.indexOf(m),
                        "movement " + m.name() + " is not served by group '" + id + "'"));
            }
        }
        if (!(group.yellow() >= 0 && group.yellow() <= 10) || !(group.red() >= 0 && group.red() <= 30)) {
            faults.add(Fault.error(here, "yellow must be 0 s to 10 s and red 0 s to 30 s"));
        }
    }

    /** A signal for one lane of a movement. */
    void addLaneGroup(Junction junction, String id, Movement movement, int lane, double yellow) {
        served.addLane(movement.index(), lane, groups.size());
        groups.add(new SignalSystem.GroupInfo(junction.id(), id, yellow, false, false));
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
            if (served.groupOf(movement) == SignalSystem.NO_GROUP && m.rule() == EntryRule.SIGNAL) {
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
        boolean[] yields = served.yields();
        for (int i : junction.movements()) {
            for (int j : junction.movements()) {
                Movement left = network.movements().get(i);
                Movement other = network.movements().get(j);
                boolean held = left.turn() == org.ulicarro.core.study.Turn.LEFT
                        && !yields[i]
                        && served.groupOf(i) != served.groupOf(j)
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

    double clearance(Junction junction, Group group) {
        return FootGroups.clearance(network, junction, group);
    }

    /** Names of the first two movements, or of people, of two groups that may never go together, or null. */
    String[] neverTogether(Junction junction, int groupA, int groupB) {
        String[] vehicles = served.neverTogether(junction, groupA, groupB);
        return vehicles == null ? foot.crossed(junction, served, groupA, groupB) : vehicles;
    }

    /** The longest intergreen that geometry asks for between two groups of vehicles (s); NaN where they do not conflict. */
    double intergreen(Junction junction, int ends, int begins) {
        double longest = Double.NaN;
        for (int i : junction.movements()) {
            for (int j : junction.movements()) {
                boolean conflict = i != j
                        && served.groupOf(i) == ends
                        && served.groupOf(j) == begins
                        && neverTogether(junction, ends, begins) != null;
                double one = conflict
                        ? Intergreens.between(
                                network,
                                network.movements().get(i),
                                network.movements().get(j))
                        : Double.NaN;
                longest = Double.isNaN(one) || longest >= one ? longest : one;
            }
        }
        return longest;
    }

    /** Which groups let which movements go. */
    Served served() {
        return served;
    }

    /** Plans that run: those of the schedule, or the one of the period. The first one is that of the period's start. */
    List<String> running(SignalController controller, String pointer) {
        List<String> plans =
                new ArrayList<>(new LinkedHashSet<>(controller.schedule().values()));
        for (String plan : plans) {
            if (!controller.plans().containsKey(plan)) {
                faults.add(Fault.error(
                        pointer + "/schedule",
                        "there is no plan '" + plan + "'."
                                + Names.suggestion(plan, controller.plans().keySet())));
            }
        }
        if (plans.isEmpty() && chosen(controller) != null) {
            plans.add(chosen(controller));
        } else if (plans.isEmpty()) {
            faults.add(Fault.error(
                    pointer + "/plans",
                    "there are " + controller.plans().size() + " plans, but none is called '" + period
                            + "' like the period, and no schedule; name one so, or write schedule: {06:00: …}"));
        }
        return plans;
    }

    /** The plan that runs first: what is timed, and drawn. */
    int firstOf(Schedule schedule) {
        return schedule.at(Clock.ticks(start));
    }

    /** When which of the running plans begins. */
    Schedule schedule(SignalController controller, List<String> running, String pointer) {
        if (controller.schedule().isEmpty()) {
            return Schedule.ONE;
        }
        TreeMap<Integer, Integer> starts = new TreeMap<>();
        controller.schedule().forEach((time, plan) -> {
            try {
                starts.put(Clock.ticks(TimeOfDay.parse(time).seconds()), running.indexOf(plan));
            } catch (IllegalArgumentException e) {
                faults.add(Fault.error(
                        Fault.child(pointer + "/schedule", time), "'" + time + "' is no time of day such as 06:30"));
            }
        });
        return starts.isEmpty()
                ? Schedule.ONE
                : new Schedule(
                        starts.keySet().stream().mapToInt(i -> i).toArray(),
                        starts.values().stream().mapToInt(i -> i).toArray());
    }

    static Transition transition(SignalController controller) {
        SignalController.TransitionInput input = controller.transition();
        return input == null
                ? Transition.USUAL
                : new Transition(Transition.Way.valueOf(input.way().name()), input.most());
    }
}
