package org.ulicarro.core.traffic.lanes;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.Conflict.Who;
import org.ulicarro.core.network.Divergence;
import org.ulicarro.core.network.EntryRule;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.StopPlace;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.signal.SignalSystem;

/** The network and its control as flat arrays for the step. Immutable; shared by all replications. */
public final class LaneTable {

    /** No lane. */
    public static final int NONE = -1;

    /** A path's vehicles wait for gaps in the other's stream. */
    public static final byte YIELDS = 0;
    /** The other path's vehicles wait for gaps in this one's stream. */
    public static final byte GOES_FIRST = 1;
    /** Neither waits for gaps: whoever is inside the junction first clears it first. */
    public static final byte IN_TURN = 2;

    /** A turner stops this far short of the stretch that it must keep clear (m). */
    private static final double WAITS_BEFORE = 0.5;

    /** In place of the number of a place with a control: there is none. */
    public static final int NOBODY = -1;

    /** A lane begins where half of its taper has opened; this share of the taper further it has room for a body. */
    private static final double WIDE_ENOUGH = 0.3;

    public final Network network;
    public final SignalSystem signals;
    public final int lanes;
    public final boolean[] path; // lane -> is it a turning path
    public final double[] start; // lane -> first position on it, m
    public final double[]
            wideFrom; // lane -> from where it is wide enough for a body, m; where the taper of a bay has opened so far
    public final double[] end; // lane -> last position on it, m
    public final boolean[] curved; // lane -> whether it is a path whose curve is slower than the roads it joins
    public final double[] limit; // lane -> highest speed, m/s
    public final int[] left; // lane -> its left neighbour, or NONE
    public final int[] right; // lane -> its right neighbour, or NONE
    public final int[] first; // lane -> the first lane of its link; itself where nobody changes lanes
    public final int[] last; // lane -> the last lane of its link, lay-bys left out
    final boolean[] hasLayby; // lane -> whether a lay-by lies beside it
    public final boolean[] ends; // lane -> whether it ends on the way
    public final int[] movement; // path -> its movement; NONE on lanes of links
    public final int[] from; // path -> the lane it leaves
    public final int[] to; // path -> the lane it enters
    public final int[] group; // path -> its signal group, or SignalSystem.NO_GROUP
    public final boolean[]
            protectedPermissive; // path -> whether it goes by right on green, and in gaps on flashing yellow
    public final double[] yellow; // path -> how long its yellow lasts, s
    private final Map<String, Integer> numbers; // place with a control -> its number
    public final int[] placeOf; // movement -> number of its place, or NOBODY where that has no control
    public final int[] controlOf; // path -> number of its place, or NOBODY where that has no control
    public final boolean[] measured; // movement -> whether its place has a control, so that its cost is measured
    public final boolean[] onRing; // lane -> whether it is an arc of a roundabout
    public final boolean[] stops; // path -> whether everybody comes to a full stop before it
    public final boolean[] inOrder; // path -> whether order of arrival decides
    public final boolean[] atLine; // path -> whether who waits for a gap does so at the line
    final double[][]
            unbroken; // lane -> begin and end of each stretch where nobody crosses the line to its right neighbour, m
    final int[] link; // lane -> its link; on a path the link it leaves
    public final int[][] paths; // lane -> the paths that leave it
    public final int[][] sources; // lane -> the lanes from which vehicles come, in fixed order
    public final double[] waitAt; // path -> where a vehicle that yields waits, m along it; NaN where it never yields
    final boolean[] parts; // path -> whether it has siblings
    public final int[][] siblings; // path -> paths that leave the same lane
    public final double[][] partsAt; // path -> metres up to which each sibling is in the way
    public final int[][] meets; // path -> the paths it meets from other lanes
    public final boolean[][] merges; // path -> whether it ends in the same lane as each of those
    public final byte[][] rank; // path -> who goes first against each of those
    public final double[][] zoneStart; // path -> where each shared stretch begins on this path, m
    public final double[][] zoneEnd; // path -> where it ends
    public final double[][] otherStart; // path -> where it begins on the other path, m
    public final double[][] otherEnd; // path -> where it ends there
    public final GapTable gaps;
    public final FootTable foot;
    public final LongTable longs;
    public final JunctionTable junctions;
    public final RingTable rings;

    public LaneTable(Network network, SignalSystem signals) {
        this.network = network;
        this.signals = signals;
        lanes = network.lanes().size();
        path = new boolean[lanes];
        start = new double[lanes];
        wideFrom = new double[lanes];
        end = new double[lanes];
        curved = new boolean[lanes];
        limit = new double[lanes];
        left = filled(NONE);
        right = filled(NONE);
        first = new int[lanes];
        last = new int[lanes];
        hasLayby = new boolean[lanes];
        ends = new boolean[lanes];
        movement = filled(NONE);
        from = filled(NONE);
        to = filled(NONE);
        group = filled(SignalSystem.NO_GROUP);
        protectedPermissive = new boolean[lanes];
        yellow = new double[lanes];
        controlOf = filled(NOBODY);
        measured = new boolean[network.movements().size()];
        placeOf = new int[network.movements().size()];
        onRing = new boolean[lanes];
        stops = new boolean[lanes];
        inOrder = new boolean[lanes];
        atLine = new boolean[lanes];
        link = filled(NONE);
        unbroken = new double[lanes][0];
        paths = new int[lanes][];
        sources = new int[lanes][];
        waitAt = new double[lanes];
        parts = new boolean[lanes];
        siblings = new int[lanes][0];
        partsAt = new double[lanes][0];
        meets = new int[lanes][0];
        merges = new boolean[lanes][0];
        rank = new byte[lanes][0];
        zoneStart = new double[lanes][0];
        zoneEnd = new double[lanes][0];
        otherStart = new double[lanes][0];
        otherEnd = new double[lanes][0];
        numbers = controlledPlaces();
        readLanes();
        readMovements();
        network.markings().forEach(this::readUnbroken);
        network.junctions().values().forEach(this::readJunction);
        readWaitingPlaces();
        gaps = new GapTable(this);
        foot = new FootTable(this);
        longs = new LongTable(this);
        junctions = new JunctionTable(this);
        rings = new RingTable(this);
    }

    private int[] filled(int value) {
        int[] array = new int[lanes];
        java.util.Arrays.fill(array, value);
        return array;
    }

    private void readLanes() {
        for (Lane lane : network.lanes()) {
            int i = lane.index();
            path[i] = lane.isPath();
            start[i] = lane.start();
            wideFrom[i] = lane.start() > 0 ? lane.start() + WIDE_ENOUGH * lane.taper() : 0;
            end[i] = lane.end();
            limit[i] = lane.speed();
            link[i] = lane.link();
            first[i] = i;
            last[i] = i;
            ends[i] = lane.ends();
            onRing[i] = !lane.isPath() && network.links().get(lane.link()).ring();
        }
        for (Link link : network.links()) {
            // round a ring everybody keeps the lane
            for (int i = 1; i < link.lanes() && !link.ring(); i++) {
                left[link.firstLane() + i] = link.firstLane() + i - 1;
                right[link.firstLane() + i - 1] = link.firstLane() + i;
            }
            for (int i = 0; i < link.lanes() && !link.ring(); i++) {
                first[link.firstLane() + i] = link.firstLane();
                last[link.firstLane() + i] = link.firstLane() + link.lanes() - 1;
            }
        }
        for (StopPlace stop : network.stops()) {
            if (stop.layby() >= 0) {
                left[stop.layby()] = stop.lane();
                hasLayby[stop.lane()] = true;
            }
        }
    }

    private void readUnbroken(Marking marking) {
        if (marking.kind() == Marking.Kind.NO_CHANGING) {
            // a stretch lies right of its lane; where people drive on the left that line is its neighbour's
            int lane = network.keepsRight() ? marking.lane() : marking.lane() - 1;
            unbroken[lane] = append(append(unbroken[lane], marking.from()), marking.to());
        }
    }

    /** Whether the line between a lane and a neighbour is unbroken at a position, or a crossing is near. */
    public boolean mayNotCross(int lane, int neighbour, double position) {
        boolean leavesLayby =
                hasLayby[neighbour] && first[lane] == lane && last[lane] == lane && left[lane] == neighbour;
        if (!leavesLayby && foot.ofLane[neighbour].length > 0 && foot.isBefore(neighbour, position)) {
            return true;
        }
        double[] stretches = unbroken[Math.min(lane, neighbour)];
        for (int i = 0; i < stretches.length; i += 2) {
            if (position >= stretches[i] && position <= stretches[i + 1]) {
                return true;
            }
        }
        return false;
    }

    /** Number of a place with a control, in the order of the network; {@link #NOBODY} for any other and for null. */
    int numberOf(String place) {
        return place == null ? NOBODY : numbers.getOrDefault(place, NOBODY);
    }

    /** Number of the place of a movement, or {@link #NOBODY} for none. */
    public int placeOf(int which) {
        return which == NONE ? NOBODY : placeOf[which];
    }

    private Map<String, Integer> controlledPlaces() {
        Map<String, Integer> found = new LinkedHashMap<>(); // looked up only, never walked through
        int number = 0;
        for (var junction : network.junctions().values()) {
            if (junction.controlled()) {
                found.put(junction.id(), number);
            }
            number++;
        }
        return found;
    }

    private void readMovements() {
        List<List<Integer>> leaving = new ArrayList<>();
        List<List<Integer>> arriving = new ArrayList<>();
        for (int i = 0; i < lanes; i++) {
            leaving.add(new ArrayList<>());
            arriving.add(new ArrayList<>());
        }
        for (Movement m : network.movements()) {
            placeOf[m.index()] = numberOf(m.place());
            measured[m.index()] = !m.isInner() && placeOf[m.index()] != NOBODY;
            for (TurningPath p : m.paths()) {
                stops[p.lane()] = m.rule() == EntryRule.STOP || m.rule() == EntryRule.ALL_STOP;
                inOrder[p.lane()] = m.rule() == EntryRule.ALL_STOP;
                atLine[p.lane()] = stops[p.lane()] || m.rule() == EntryRule.YIELD && !m.bypass();
                movement[p.lane()] = m.index();
                controlOf[p.lane()] = placeOf[m.index()];
                from[p.lane()] = p.fromLane();
                to[p.lane()] = p.toLane();
                group[p.lane()] = signals.groupOf(m.index(), p.fromLane());
                protectedPermissive[p.lane()] = signals.isProtectedPermissive(m.index());
                yellow[p.lane()] = signals.yellowOf(m.index());
                link[p.lane()] = m.fromLink();
                double roads = Math.max(limit[p.fromLane()], limit[p.toLane()]);
                curved[p.lane()] = limit[p.lane()] < roads - 0.1;
                leaving.get(p.fromLane()).add(p.lane());
                arriving.get(p.lane()).add(p.fromLane());
                arriving.get(p.toLane()).add(p.lane());
            }
        }
        for (int i = 0; i < lanes; i++) {
            paths[i] = leaving.get(i).stream().mapToInt(Integer::intValue).toArray();
            sources[i] = arriving.get(i).stream().mapToInt(Integer::intValue).toArray();
        }
    }

    private void readJunction(Junction junction) {
        for (Divergence d : junction.divergences()) {
            addSibling(d.pathA(), d.pathB(), d.until());
            addSibling(d.pathB(), d.pathA(), d.until());
        }
        for (Conflict c : junction.conflicts()) {
            int a = movement[c.pathA()];
            int b = movement[c.pathB()];
            boolean giveWayBeside = network.isBesideKeptLane(c) && signals.goTogether(a, b);
            if (giveWayBeside
                    || signals.groupOf(a) == SignalSystem.NO_GROUP
                    || signals.groupOf(b) == SignalSystem.NO_GROUP) {
                byRules(c);
                continue;
            }
            // Gaps are looked for among those who go at the same time; who is left over from another green clears
            // first.
            boolean byTurn = signals.yields(a) == signals.yields(b) || !signals.goTogether(a, b);
            byte rankA = byTurn ? IN_TURN : signals.yields(a) ? YIELDS : GOES_FIRST;
            byte rankB = byTurn ? IN_TURN : signals.yields(b) ? YIELDS : GOES_FIRST;
            addMeeting(c.pathA(), c.pathB(), rankA, c.startA(), c.endA(), c.startB(), c.endB());
            addMeeting(c.pathB(), c.pathA(), rankB, c.startB(), c.endB(), c.startA(), c.endA());
        }
    }

    private void byRules(Conflict c) {
        byte rankA = c.who() == Who.IN_TURN ? IN_TURN : c.who() == Who.A_YIELDS ? YIELDS : GOES_FIRST;
        byte rankB = c.who() == Who.IN_TURN ? IN_TURN : c.who() == Who.B_YIELDS ? YIELDS : GOES_FIRST;
        addMeeting(c.pathA(), c.pathB(), rankA, c.startA(), c.endA(), c.startB(), c.endB());
        addMeeting(c.pathB(), c.pathA(), rankB, c.startB(), c.endB(), c.startA(), c.endA());
    }

    private void addSibling(int path, int sibling, double until) {
        parts[path] = true;
        siblings[path] = append(siblings[path], sibling);
        partsAt[path] = append(partsAt[path], until);
    }

    private void addMeeting(int path, int other, byte who, double from, double to, double fromThere, double toThere) {
        meets[path] = append(meets[path], other);
        merges[path] = java.util.Arrays.copyOf(merges[path], merges[path].length + 1);
        merges[path][merges[path].length - 1] = this.to[path] == this.to[other];
        rank[path] = java.util.Arrays.copyOf(rank[path], rank[path].length + 1);
        rank[path][rank[path].length - 1] = who;
        zoneStart[path] = append(zoneStart[path], from);
        zoneEnd[path] = append(zoneEnd[path], to);
        otherStart[path] = append(otherStart[path], fromThere);
        otherEnd[path] = append(otherEnd[path], toThere);
    }

    private void readWaitingPlaces() {
        java.util.Arrays.fill(waitAt, Double.NaN);
        for (int p = 0; p < lanes; p++) {
            double nearest = Double.POSITIVE_INFINITY;
            for (int c = 0; c < meets[p].length; c++) {
                if (rank[p][c] == YIELDS) {
                    nearest = Math.min(nearest, zoneStart[p][c]);
                }
            }
            if (nearest < Double.POSITIVE_INFINITY) {
                waitAt[p] = Math.max(0, nearest - WAITS_BEFORE);
            }
            if (atLine[p]) {
                waitAt[p] = 0;
            }
        }
    }

    /** Whether two paths come from lanes side by side, so that who gives way on one looks back along its own road. */
    public boolean isBeside(int path, int other) {
        return link[path] == link[other];
    }

    public Network network() {
        return network;
    }

    /** The control that it was made for; another one that lets go alike may run. */
    public SignalSystem signals() {
        return signals;
    }

    /** The link of a lane; of a path the link that it leaves. */
    public int linkOf(int lane) {
        return link[lane];
    }

    /** Where the way over a crossing begins, from its first kerb; not above 0 (m). */
    public double crossingOrigin(int crossing) {
        return foot.origin[crossing];
    }

    /** Length of the way over a crossing (m). */
    public double crossingLength(int crossing) {
        return foot.length[crossing];
    }

    public boolean isPath(int lane) {
        return path[lane];
    }

    /** The movement of a path, or -1 on the lane of a link. */
    public int movementOf(int lane) {
        return movement[lane];
    }

    /** Last position on a lane (m): the stop line's on the lane of a link. */
    public double end(int lane) {
        return end[lane];
    }

    /** The path on which a lane serves a movement, or NONE. */
    public int pathFor(int lane, int wanted) {
        for (int p : paths[lane]) {
            if (movement[p] == wanted) {
                return p;
            }
        }
        return NONE;
    }

    /** Whether a lane leads where a vehicle with a movement ahead wants to go; NONE is out of the network. */
    public boolean serves(int lane, int wanted) {
        return !ends[lane] && (wanted == NONE || pathFor(lane, wanted) != NONE);
    }

    /** How many changes of lanes lie between a lane and the nearest one of its link that serves a movement. */
    public int changesTo(int lane, int wanted) {
        if (serves(lane, wanted)) {
            return 0;
        }
        int from =
                link[lane] >= 0 && first[lane] == lane && last[lane] == lane && left[lane] != NONE ? left[lane] : lane;
        int least = Integer.MAX_VALUE;
        for (int l = first[from]; l <= last[from]; l++) {
            if (serves(l, wanted)) {
                least = Math.min(least, Math.abs(l - from));
            }
        }
        return least == Integer.MAX_VALUE || from == lane ? least : least + 1;
    }

    private static int[] append(int[] array, int value) {
        int[] longer = java.util.Arrays.copyOf(array, array.length + 1);
        longer[array.length] = value;
        return longer;
    }

    static double[] append(double[] array, double value) {
        double[] longer = java.util.Arrays.copyOf(array, array.length + 1);
        longer[array.length] = value;
        return longer;
    }
}
