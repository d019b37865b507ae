package org.ulicarro.core.signal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.EntryRule;
import org.ulicarro.core.network.Intergreens;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.Day;
import org.ulicarro.core.study.FlashInput;
import org.ulicarro.core.study.Period;
import org.ulicarro.core.study.SignalController.Group;

/**
 * Signals in the making: what every kind of control adds to, groups, detectors, controllers, pairs that never go together, and what it asks
 * of the others. {@link #finished} is the result.
 */
public final class SignalDraft {

    private final Network network;
    private final When when;
    private final List<Fault> faults;
    private final List<SignalSystem.GroupInfo> groups = new ArrayList<>();
    private final Served served;
    private final FootGroups foot;
    private final int[][] crossingGroups; // crossing, half -> group
    private final List<int[]> never = new ArrayList<>(); // pairs of groups that a monitor watches
    private final List<SignalSystem.Placed> controllers = new ArrayList<>();
    private final Map<String, List<StageWay>> ways = new LinkedHashMap<>();
    private final Set<Integer> flashes = new TreeSet<>(); // groups that flash at times
    private final List<DetectorPlace> detectors = new ArrayList<>();
    private final Set<Integer> ofApproaches =
            new TreeSet<>(); // movements whose whole approach was written in their place
    private final List<int[]> sharedGreens = new ArrayList<>(); // pairs of groups that have green at the same time

    /**
     * The period that is run.
     *
     * @param period its id: the plan of that name is used where there is one
     * @param start time of day at which it begins to be measured (s)
     * @param day its day; null for one like all others
     */
    public record When(String period, double start, Day day) {

        /** A period of a study. */
        public static When of(String id, Period period) {
            return new When(id, period.from(), period.day());
        }
    }

    /**
     * Nothing yet.
     *
     * @param when the period that is run
     * @param faults receives what is wrong
     */
    public SignalDraft(Network network, When when, List<Fault> faults) {
        this.network = network;
        this.when = when;
        this.faults = faults;
        served = new Served(network);
        crossingGroups = new int[network.crossings().size()][2];
        for (int[] halves : crossingGroups) {
            Arrays.fill(halves, SignalSystem.NO_GROUP);
        }
        foot = new FootGroups(network, crossingGroups, faults);
    }

    /** What has been added. */
    public SignalSystem finished() {
        return new SignalSystem(
                groups, served, together(), crossingGroups, detectors, never, controllers, ways, flashes);
    }

    public When when() {
        return when;
    }

    public Network network() {
        return network;
    }

    /** Receives what is wrong. */
    public List<Fault> faults() {
        return faults;
    }

    /** Group to those that may have green at the same time, ascending: a table of all pairs would grow with the square of a town. */
    private int[][] together() {
        List<SortedSet<Integer>> others = new ArrayList<>();
        groups.forEach(group -> others.add(new TreeSet<>()));
        sharedGreens.forEach(pair -> {
            others.get(pair[0]).add(pair[1]);
            others.get(pair[1]).add(pair[0]);
        });
        return others.stream().map(of -> of.stream().mapToInt(i -> i).toArray()).toArray(int[][]::new);
    }

    /** The number of the group that is added next. */
    public int nextGroup() {
        return groups.size();
    }

    /** The group that serves a movement, or {@link SignalSystem#NO_GROUP}. */
    public int groupOf(int movement) {
        return served.groupOf(movement);
    }

    public void watch(int groupA, int groupB) {
        never.add(new int[] {groupA, groupB});
    }

    public void share(int groupA, int groupB) {
        sharedGreens.add(new int[] {groupA, groupB});
    }

    /**
     * A place that is finished.
     *
     * @param order of the greens of its first plan; null where none says it
     * @param firstGroup number of the first of its groups
     * @param groups what must be heeded where its signals take over from others
     */
    public void add(String place, SpanOrder order, int firstGroup, Guard.Group[] groups, SignalSystem.Maker maker) {
        controllers.add(new SignalSystem.Placed(place, maker, order, firstGroup, groups));
    }

    /** A place flashes at times: its controller is one that does. */
    public void flash(String place, Aspect[] shows, FlashInput flash) {
        for (int i = 0; i < controllers.size(); i++) {
            SignalSystem.Placed placed = controllers.get(i);
            if (placed.place().equals(place)) {
                Flash how =
                        new Flash(placed.firstGroup(), shows, flash.times(), flash.faults(), Clock.ticks(flash.red()));
                controllers.set(i, placed.with(watch -> new FlashingController(how, placed, groups.size(), watch)));
                for (int g = 0; g < shows.length; g++) {
                    flashes.add(placed.firstGroup() + g);
                }
            }
        }
    }

    /** Ids of the groups of a place, in the order of their numbers. */
    public List<String> groupsAt(String place) {
        return groups.stream()
                .filter(g -> g.place().equals(place))
                .map(SignalSystem.GroupInfo::id)
                .toList();
    }

    /** The number of a group; -1 where there is none. */
    public int groupAt(String place, String id) {
        for (int g = 0; g < groups.size(); g++) {
            if (groups.get(g).place().equals(place) && groups.get(g).id().equals(id)) {
                return g;
            }
        }
        return -1;
    }

    public boolean isForPeople(String place, String id) {
        int g = groupAt(place, id);
        return g >= 0 && groups.get(g).people();
    }

    public void addWays(String place, List<StageWay> found) {
        ways.put(place, found);
    }

    /** The number of a detector on the board. Those without a channel of their own are counted at their place. */
    public int detector(DetectorPlace asked) {
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

    public DetectorPlace detectorPlace(int detector) {
        return detectors.get(detector);
    }

    public void addGroup(Junction junction, String id, Group group, String here) {
        addGroup(junction, id, group, false, here);
    }

    public void addGroup(Junction junction, String id, Group group, boolean overlaps, String here) {
        int index = groups.size();
        if (group.forPeople()) {
            groups.add(new SignalSystem.GroupInfo(junction.id(), id, clearance(junction, group), true, false));
            foot.add(junction, index, group, here);
            for (int i = 0; i < group.byRight().size(); i++) {
                faults.add(SignalFault.PROTECTED_UNSERVED.at(
                        here + "/protected/" + i, group.byRight().get(i), id));
            }
            return;
        }
        if (group.serves().isEmpty()) {
            faults.add(SignalFault.GROUP_SERVES_NOBODY.at(here, id));
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
                faults.add(SignalFault.LEG_STOPS.at(here + "/serves/" + i, movement.name()));
                continue;
            }
            if (movement != null && !served.add(movement.index(), index, inGaps.contains(movement))) {
                faults.add(SignalFault.SERVED_TWICE.at(
                        here + "/serves/" + i,
                        movement.name(),
                        groups.get(served.groupOf(movement.index())).id()));
            }
        }
        for (Movement m : inGaps) {
            if (!all.contains(m) && !isOfWholeApproach(m)) {
                faults.add(SignalFault.YIELDS_UNSERVED.at(here + "/yields/" + inGaps.indexOf(m), m.name(), id));
            }
        }
        for (int i = 0; i < group.byRight().size(); i++) {
            Movement movement = find(junction, group.byRight().get(i), here + "/protected/" + i);
            if (movement != null && (!all.contains(movement) || inGaps.contains(movement))) {
                faults.add(SignalFault.PROTECTED_UNSERVED.at(here + "/protected/" + i, movement.name(), id));
            } else if (movement != null) {
                served.protect(movement.index());
            }
        }
        if (!(group.yellow() >= 0 && group.yellow() <= 10) || !(group.red() >= 0 && group.red() <= 30)) {
            faults.add(SignalFault.CLEARANCE_BOUNDS.at(here));
        }
    }

    /** A signal for one lane of a movement. */
    public void addLaneGroup(Junction junction, String id, Movement movement, int lane, double yellow) {
        served.addLane(movement.index(), lane, groups.size());
        groups.add(new SignalSystem.GroupInfo(junction.id(), id, yellow, false, false));
    }

    private Movement find(Junction junction, String text, String pointer) {
        Network.Lookup lookup = network.movement(junction.id(), text);
        if (lookup.movement() == null && !lookup.closed()) { // a closed one has no green, and needs none
            faults.add(Fault.error(pointer, lookup.problem()));
            List<String> approach = network.approach(junction.id(), text);
            junction.movements().stream()
                    .filter(m -> approach.contains(network.movements().get(m).name()))
                    .forEach(ofApproaches::add);
        }
        return lookup.movement();
    }

    /** Whether an approach was written for it: that it has no group follows from that, and needs no words of its own. */
    private boolean isOfWholeApproach(Movement movement) {
        return ofApproaches.contains(movement.index());
    }

    public void checkAllServed(Junction junction, String pointer) {
        for (int movement : junction.movements()) {
            Movement m = network.movements().get(movement);
            if (served.groupOf(movement) == SignalSystem.NO_GROUP
                    && m.rule() == EntryRule.SIGNAL
                    && !isOfWholeApproach(m)) {
                faults.add(SignalFault.MOVEMENT_UNSERVED.at(pointer, m.name(), m.id()));
            }
        }
    }

    /** A left turn with a signal of its own needs a lane of its own, or it stands in the through lane's green. */
    public void checkSharedLanes(Junction junction, String pointer) {
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
                    faults.add(SignalFault.SHARED_LANE.at(pointer, left.name(), other.name(), left.name()));
                }
            }
        }
    }

    public double clearance(Junction junction, Group group) {
        return FootGroups.clearance(network, junction, group);
    }

    /** Names of the first two movements, or of people, of two groups that may never go together, or null. */
    public String[] neverTogether(Junction junction, int groupA, int groupB) {
        String[] vehicles = served.neverTogether(junction, groupA, groupB);
        return vehicles == null ? foot.crossed(junction, served, groupA, groupB) : vehicles;
    }

    /** The longest intergreen that geometry asks for between two groups of vehicles (s); NaN where they do not conflict. */
    public double intergreen(Junction junction, int ends, int begins) {
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
    public Served served() {
        return served;
    }
}
