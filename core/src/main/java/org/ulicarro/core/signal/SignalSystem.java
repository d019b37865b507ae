package org.ulicarro.core.signal;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** All signal control of a network, compiled and checked. Immutable; each replication asks for fresh controllers. */
public final class SignalSystem {

    /** A movement that no signal holds. */
    public static final int NO_GROUP = -1;

    /**
     * A signal group.
     *
     * @param place id of its place
     * @param id its id there
     * @param yellowSeconds how long its yellow lasts, or people have to finish
     * @param people whether it lets people go
     * @param overlap whether it has green with several phases
     */
    public record GroupInfo(String place, String id, double yellowSeconds, boolean people, boolean overlap) {}

    /**
     * Makes the controller of one place.
     *
     * @param order of greens of its first plan; null where a script or a meter decides
     * @param firstGroup number of the first of its groups
     * @param groups what must be heeded where its signals take over from others
     */
    record Placed(String place, Maker maker, SpanOrder order, int firstGroup, Guard.Group[] groups) {

        Placed with(Maker other) {
            return new Placed(place, other, order, firstGroup, groups);
        }
    }

    /** Makes a controller, which tells its watch what it does. */
    @FunctionalInterface
    public interface Maker {
        Controller make(ControlWatch watch);
    }

    private final List<GroupInfo> groups;
    private final int[][] crossingGroups;
    private final int[] groupOf;
    private final Map<Integer, Integer> groupOfLane;
    private final int[] hostOf;
    private final boolean[] yields;
    private final int[][] together; // group -> those that may have green at the same time, ascending
    private final List<DetectorPlace> detectors;
    private final List<int[]> never;
    private final List<Placed> controllers;
    private final Map<String, List<StageWay>> ways;
    private final boolean[] flashes; // group -> whether it flashes at times

    SignalSystem(
            List<GroupInfo> groups,
            Served served,
            int[][] together,
            int[][] crossingGroups,
            List<DetectorPlace> detectors,
            List<int[]> never,
            List<Placed> controllers,
            Map<String, List<StageWay>> ways,
            Set<Integer> flashing) {
        this.groups = List.copyOf(groups);
        groupOf = served.groups().clone();
        groupOfLane = new LinkedHashMap<>(served.lanes());
        hostOf = served.hosts().clone();
        yields = served.yields();
        this.together = together;
        this.crossingGroups = crossingGroups;
        this.detectors = List.copyOf(detectors);
        this.never = List.copyOf(never);
        this.controllers = List.copyOf(controllers);
        this.ways = new LinkedHashMap<>(ways);
        flashes = new boolean[groups.size()];
        flashing.forEach(g -> flashes[g] = true);
    }

    /** Whether another system lets the same movements and people go by the same groups, whatever its times: then what is made of that holds. */
    public boolean letsGoLike(SignalSystem other) {
        return groups.equals(other.groups)
                && detectors.equals(other.detectors)
                && groupOfLane.equals(other.groupOfLane)
                && Arrays.equals(groupOf, other.groupOf)
                && Arrays.equals(hostOf, other.hostOf)
                && Arrays.equals(yields, other.yields)
                && Arrays.equals(flashes, other.flashes)
                && Arrays.deepEquals(together, other.together)
                && Arrays.deepEquals(crossingGroups, other.crossingGroups);
    }

    public List<GroupInfo> groups() {
        return groups;
    }

    /** Detectors that controllers ask, in the order of their numbers on the board. */
    public List<DetectorPlace> detectors() {
        return detectors;
    }

    /** The group that holds a movement, or {@link #NO_GROUP}. */
    public int groupOf(int movement) {
        return groupOf[movement];
    }

    /** The group that holds those of a movement who come over one of its lanes, or {@link #NO_GROUP}. */
    public int groupOf(int movement, int lane) {
        return groupOfLane.getOrDefault(lane, groupOf[movement]);
    }

    /**
     * The group that lets people go over a crossing, or {@link #NO_GROUP}.
     *
     * @param half 0 for the half at its first kerb, 1 for the other
     */
    public int groupOfCrossing(int crossing, int half) {
        return crossingGroups[crossing][half];
    }

    /** Whether a group flashes at times, so that its vehicles may have to stop and go in gaps. */
    public boolean flashes(int group) {
        return group != NO_GROUP && flashes[group];
    }

    /** How long a movement's yellow lasts (s); 0 where no signal holds it. */
    public double yellowOf(int movement) {
        return groupOf[movement] == NO_GROUP ? 0 : groups.get(groupOf[movement]).yellowSeconds();
    }

    /** Whether a movement goes in gaps on its green, or while its signal flashes yellow. */
    public boolean yields(int movement) {
        return yields[movement];
    }

    /** Whether a movement goes by right on green, and in gaps while its signal flashes yellow. */
    public boolean isProtectedPermissive(int movement) {
        return hostOf[movement] != NO_GROUP;
    }

    /** The group beside whose green a movement goes in gaps, or {@link #NO_GROUP}. */
    public int hostOf(int movement) {
        return hostOf[movement];
    }

    /** Whether two movements are ever let go at the same time: neither has a signal, or their groups share some green. */
    public boolean goTogether(int a, int b) {
        return areShared(groupOf[a], groupOf[b])
                || hostOf[a] != NO_GROUP && areShared(hostOf[a], groupOf[b])
                || hostOf[b] != NO_GROUP && areShared(groupOf[a], hostOf[b])
                || hostOf[a] != NO_GROUP && hostOf[b] != NO_GROUP && areShared(hostOf[a], hostOf[b]);
    }

    /**
     * Whether a movement ever has green while people go over a crossing by signals.
     *
     * @param half 0 for the half at its first kerb, 1 for the other
     */
    public boolean goesWithPeople(int movement, int crossing, int half) {
        int people = crossingGroups[crossing][half];
        return people != NO_GROUP
                && groupOf[movement] != NO_GROUP
                && (areShared(groupOf[movement], people)
                        || hostOf[movement] != NO_GROUP && areShared(hostOf[movement], people));
    }

    private boolean areShared(int groupA, int groupB) {
        return groupA == NO_GROUP || groupB == NO_GROUP || Arrays.binarySearch(together[groupA], groupB) >= 0;
    }

    /** Places with a controller, in the order of the study. */
    public List<String> places() {
        return controllers.stream().map(Placed::place).toList();
    }

    /**
     * A fresh controller of one place.
     *
     * @param watch told what it does, where it can tell
     * @return null where the place has none
     */
    public Controller controllerAt(String place, ControlWatch watch) {
        return controllers.stream()
                .filter(c -> c.place().equals(place))
                .map(c -> c.maker().make(watch))
                .findFirst()
                .orElse(null);
    }

    /** In which order groups have green at a place: of the plan that the period starts with; null where a script or a meter decides. */
    public SpanOrder orderAt(String place) {
        return controllers.stream()
                .filter(c -> c.place().equals(place))
                .findFirst()
                .map(Placed::order)
                .orElse(null);
    }

    /** How stages follow each other at places with a script, as it was derived. */
    public List<StageWay> waysAt(String place) {
        return ways.getOrDefault(place, List.of());
    }

    /** A place with its controller's maker, by its number among {@link #places()}. */
    Placed placed(int number) {
        return controllers.get(number);
    }

    /** Pairs of groups that a conflict monitor has to watch. */
    int[][] neverTogether() {
        return never.toArray(int[][]::new);
    }

    /** Whether a detector's phase shows green. */
    boolean servesGreen(int detector, Aspects aspects) {
        for (int group : detectors.get(detector).groups()) {
            if (aspects.of(group).letsGo()) {
                return true;
            }
        }
        return false;
    }
}
