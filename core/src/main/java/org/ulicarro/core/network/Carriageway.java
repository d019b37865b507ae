package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Direction.Bay;
import org.ulicarro.core.study.Road;

/**
 * The cross-section of one direction of a road along its axis: where each lane's middle lies, and where short lanes open and close.
 *
 * <p>The axis divides a two-way road. Ahead of a stop line with left bays the whole road widens about its axis, so that the bays of
 * two opposite approaches face each other and through lanes line up across the junction; where there is a median, bays take their
 * room from it first. Lanes are counted from the inside, 0 first: short lanes on the left, through lanes, short lanes on the right.
 */
final class Carriageway {

    /** The last metres before a roundabout, over which lanes bend towards its ring (m). */
    static final double BEND = 14;

    /** Half of the width of the island between the directions where they begin to bend (m). */
    private static final double HALF_ISLAND = 0.7;

    /** Before that the directions part over this length (m). */
    private static final double PARTING = 30;

    final String roadId;
    final Road road;
    final boolean ahead;
    final Direction lanes;
    private final Direction opposite;
    private final Widening widening;
    private final Polyline axis; // in the direction of travel, from the place it leaves to the place it leads to
    private Polyline trimmed; // the same between the two setbacks
    private double setbackAtStart;
    private List<Pose> bentStart = List.of(); // where lanes begin, when not across the axis
    private List<Pose> bentEnd = List.of(); // where lanes end, when not across the axis
    private double bendOfStart = BEND;
    private double bendOfEnd = BEND;
    private boolean partsAtStart; // whether an island parts it there from the other direction
    private boolean partsAtEnd;
    private double[] pulledBack; // lane -> how far before the link's end it ends already

    Carriageway(String roadId, Road road, boolean ahead, Polyline roadAxis) {
        this.roadId = roadId;
        this.road = road;
        this.ahead = ahead;
        lanes = road.direction(ahead);
        opposite = road.direction(!ahead);
        widening = new Widening(lanes, opposite, road.median());
        axis = ahead ? roadAxis : roadAxis.reversed();
        pulledBack = new double[lanes.allLanes()];
    }

    /** The place it leaves. */
    String from() {
        return ahead ? road.from() : road.to();
    }

    /** The place it leads to. */
    String to() {
        return ahead ? road.to() : road.from();
    }

    String pointer() {
        return org.ulicarro.core.base.Fault.child("/network/roads", roadId) + (ahead ? "/ahead" : "/back");
    }

    String id() {
        return roadId + (ahead ? " ahead" : " back");
    }

    void trim(double atStart, double atEnd) {
        setbackAtStart = atStart;
        trimmed = axis.part(atStart, axis.length() - atEnd);
    }

    /** @param over length of the bend (m) */
    void bendStart(List<Pose> starts, double over) {
        bentStart = starts;
        bendOfStart = over;
    }

    void bendEnd(List<Pose> ends, double over) {
        bentEnd = ends;
        bendOfEnd = over;
    }

    /** Parts it from the other direction of its road by an island before it bends, at its end or where it begins. */
    void part(boolean atEnd) {
        partsAtEnd |= atEnd;
        partsAtStart |= !atEnd;
    }

    void pullBack(int lane, double metres) {
        pulledBack[lane] = metres;
    }

    /** Whether its road goes straight from place to place. */
    boolean hasNoPoints() {
        return road.via().isEmpty();
    }

    /** The station of a point at a distance from the start of the axis. */
    double stationOf(double alongAxis) {
        return alongAxis - setbackAtStart;
    }

    double axisLength() {
        return axis.length();
    }

    double length() {
        return trimmed.length();
    }

    /** The station of a point that far along the road's axis from the road's first place. */
    double station(double alongRoad) {
        return (ahead ? alongRoad : axis.length() - alongRoad) - setbackAtStart;
    }

    /** The axis at a station. */
    Pose axisAt(double station) {
        return trimmed.at(station);
    }

    /** Where the axis arrives at the place it leads to. */
    Pose arrival() {
        return axis.at(axis.length());
    }

    /** Where the axis leaves the place it starts from. */
    Pose departure() {
        return axis.at(0);
    }

    int count() {
        return lanes.allLanes();
    }

    /** Short lanes left of the through lanes. */
    int leftOnes() {
        return lanes.bays().left().size() + lanes.ends().left().size();
    }

    boolean isThrough(int lane) {
        return lane >= leftOnes() && lane < leftOnes() + lanes.lanes();
    }

    /** Whether it begins ahead of the junction only. */
    boolean isBay(int lane) {
        return shortLane(lane, lanes.bays()) != null;
    }

    /** Whether it ends on the way. */
    boolean endsOnTheWay(int lane) {
        return shortLane(lane, lanes.ends()) != null;
    }

    double width(int lane) {
        return width(lanes, lane);
    }

    static double width(Direction direction, int lane) {
        Double own = direction.widths().get(String.valueOf(lane + 1));
        return own == null ? direction.width() : own;
    }

    /** Width right of the axis at the stop line (m). */
    double widthAtEnd() {
        return innerEdge(length(axis)) + sum(leftOnes(), leftOnes() + lanes.lanes()) + rightOf(lanes.bays());
    }

    /** Width left of the axis at the stop line (m); not zero where left bays reach over it. */
    double leftWidthAtEnd() {
        return -innerEdge(length(axis)) + Widening.leftOf(lanes, lanes.bays());
    }

    /** Width right of the axis where the link begins (m). */
    double widthAtStart() {
        return innerEdge(0) + sum(leftOnes(), leftOnes() + lanes.lanes()) + rightOf(lanes.ends());
    }

    /** Width left of the axis where the link begins (m): below zero when the axis is outside its lanes. */
    double leftWidthAtStart() {
        return -innerEdge(0) + Widening.leftOf(lanes, lanes.ends());
    }

    /** How far its through lanes would have to go sideways into those of the road straight on (m), kept in order. */
    double sidewaysTo(Carriageway next) {
        double here = innerEdge(length(axis));
        double there = next.innerEdge(0);
        int more = next.lanes.lanes() - lanes.lanes();
        double least = Double.POSITIVE_INFINITY;
        for (int skipped = Math.min(0, more); skipped <= Math.max(0, more); skipped++) {
            least = Math.min(least, Math.abs(here - there - skipped * next.lanes.width()));
        }
        return least;
    }

    private static double length(Polyline line) {
        return line.length();
    }

    private double sum(int from, int to) {
        double sum = 0;
        for (int i = from; i < to; i++) {
            sum += width(i);
        }
        return sum;
    }

    private double rightOf(Direction.Bays shorts) {
        return sum(count() - shorts.right().size(), count());
    }

    /** Station at which a lane begins. */
    double start(int lane) {
        Bay bay = shortLane(lane, lanes.bays());
        // A driver can be in the bay once half of the taper has opened.
        return bay == null ? 0 : Math.max(0.1, length() - bay.fullWidth() - bay.taper() / 2);
    }

    /** Station at which a lane ends. */
    double end(int lane) {
        Bay closing = shortLane(lane, lanes.ends());
        return closing == null ? length() - pulledBack[lane] : closing.fullWidth() + closing.taper() / 2;
    }

    /** The innermost lane that begins at the place behind; bays begin further on. */
    int firstFromStart() {
        int lane = 0;
        while (start(lane) > 0) {
            lane++;
        }
        return lane;
    }

    /** Lanes that begin at the place behind. */
    int lanesFromStart() {
        int lanes = 0;
        for (int lane = 0; lane < count(); lane++) {
            lanes += start(lane) > 0 ? 0 : 1;
        }
        return lanes;
    }

    /** Whether a lane leads to the stop line, not only away from the place behind. */
    boolean reachesPlace(int lane) {
        return shortLane(lane, lanes.ends()) == null;
    }

    /** Length over which a short lane opens or closes (m); 0 for others. */
    double taper(int lane) {
        Bay bay = shortLane(lane, lanes.bays());
        Bay one = bay == null ? shortLane(lane, lanes.ends()) : bay;
        return one == null ? 0 : one.taper();
    }

    /** The middle of a lane, from where it begins to the stop line or where it ends. */
    Polyline line(int lane) {
        double from = start(lane);
        double to = end(lane);
        if (isPlain()) {
            Pose start = trimmed.at(from).right(offset(lane, from));
            Pose end = trimmed.at(to).right(offset(lane, from));
            return new Polyline(new double[] {start.x(), end.x()}, new double[] {start.y(), end.y()});
        }
        Pose bent = bentEnd.isEmpty() ? null : bentEnd.get(lane);
        double bendsFrom = bent == null ? to : Math.max(from, to - bendOfEnd);
        Pose bentFrom = bentStart.isEmpty() ? null : bentStart.get(lane);
        double bendsTo = bentFrom == null ? from : Math.min(to, from + bendOfStart);
        List<Pose> points = new ArrayList<>();
        if (bentFrom != null) {
            points.addAll(PathShape.curve(bentFrom, middle(lane, bendsTo)));
        }
        for (double station : stations(bendsTo, Math.max(bendsTo, bendsFrom))) {
            points.add(middle(lane, station));
        }
        if (bent != null) {
            points.addAll(PathShape.curve(middle(lane, Math.max(bendsTo, bendsFrom)), bent));
        }
        return new Polyline(
                points.stream().mapToDouble(Pose::x).toArray(),
                points.stream().mapToDouble(Pose::y).toArray());
    }

    /** A straight road without short lanes and bends at its ends, as most are in large networks. */
    private boolean isPlain() {
        boolean noShort = lanes.allLanes() == lanes.lanes();
        boolean noneOpposite = opposite == null || opposite.allLanes() == opposite.lanes();
        return noShort && noneOpposite && trimmed.size() == 2 && bentStart.isEmpty() && bentEnd.isEmpty();
    }

    /** Where the middle of a lane is at a station, bends at the ends left out. */
    Pose middle(int lane, double station) {
        return smooth(station).right(offset(lane, station));
    }

    /** The axis with its direction averaged over a bend, so that offset lines neither gape nor fold there. */
    private Pose smooth(double station) {
        Pose here = trimmed.at(station);
        Pose before = trimmed.at(Math.max(0, station - 0.5));
        Pose after = trimmed.at(Math.min(trimmed.length(), station + 0.5));
        double dx = before.dx() + after.dx();
        double dy = before.dy() + after.dy();
        double norm = Math.sqrt(dx * dx + dy * dy);
        return norm < 1e-9 ? here : new Pose(here.x(), here.y(), dx / norm, dy / norm);
    }

    /** Distance of a lane's middle to the right of the axis at a station (m). */
    double offset(int lane, double station) {
        int left = leftOnes();
        double inner = base() + widening.at(station, length()) + island(station);
        if (lane >= left) {
            double own = inner + sum(left, lane) + width(lane) / 2;
            double opened = opened(lane, station);
            double beside = inner + sum(left, left + lanes.lanes()) - width(left + lanes.lanes() - 1) / 2;
            return opened == 1 ? own : beside + (own - beside) * opened;
        }
        double own = inner - sum(lane + 1, left) - width(lane) / 2;
        double beside = inner + width(left) / 2;
        return beside + (own - beside) * opened(lane, station);
    }

    /** How far a short lane has opened at a station: 0 not at all, 1 fully, as through lanes always are. */
    private double opened(int lane, double station) {
        Bay bay = shortLane(lane, lanes.bays());
        if (bay != null) {
            return step((station - (length() - bay.fullWidth() - bay.taper())) / bay.taper());
        }
        Bay closing = shortLane(lane, lanes.ends());
        return closing == null ? 1 : step((closing.fullWidth() + closing.taper() - station) / closing.taper());
    }

    private Bay shortLane(int lane, Direction.Bays bays) {
        int left = bays.left().size();
        if (lane < left) {
            return bays.left().get(left - 1 - lane);
        }
        int right = lane - leftOnes() - lanes.lanes();
        return right < 0 || right >= bays.right().size() ? null : bays.right().get(right);
    }

    /** Where the through lanes begin right of the axis when nothing shifts them. */
    private double base() {
        int left = leftOnes();
        return opposite == null ? -sum(left, left + lanes.lanes()) / 2 : road.median() / 2;
    }

    private double innerEdge(double station) {
        boolean atEnd = station > 0;
        double shift = atEnd ? widening.atEnd() : widening.atStart();
        return base() + shift;
    }

    /** How far it keeps off the other direction near a roundabout (m). */
    private double island(double station) {
        double missing = Math.max(0, HALF_ISLAND - road.median() / 2);
        double end = partsAtEnd ? step((station - length() + BEND + PARTING) / PARTING) : 0;
        double start = partsAtStart ? step((BEND + PARTING - station) / PARTING) : 0;
        return missing * Math.max(start, end);
    }

    private List<Double> stations(double from, double to) {
        TreeSet<Double> at = new TreeSet<>();
        at.add(from);
        at.add(to);
        for (int i = 1; i + 1 < trimmed.size(); i++) {
            for (double near = -0.5; near <= 0.5; near += 0.5) {
                at.add(trimmed.along(i) + near);
            }
        }
        sampleTapers(at, lanes.bays(), true);
        sampleTapers(at, lanes.ends(), false);
        if (opposite != null) {
            sampleTapers(at, opposite.bays(), false);
            sampleTapers(at, opposite.ends(), true);
        }
        for (double d = BEND; d <= BEND + PARTING; d += PARTING / 12) {
            if (partsAtEnd) {
                at.add(length() - d);
            }
            if (partsAtStart) {
                at.add(d);
            }
        }
        return List.copyOf(at.subSet(from, true, to, true));
    }

    private void sampleTapers(TreeSet<Double> at, Direction.Bays bays, boolean fromEnd) {
        List<Bay> all = new ArrayList<>(bays.left());
        all.addAll(bays.right());
        for (Bay bay : all) {
            for (double d = 0; d <= bay.taper(); d += Math.max(0.5, bay.taper() / 16)) {
                double distance = bay.fullWidth() + d;
                at.add(fromEnd ? length() - distance : distance);
            }
        }
    }

    /** From 0 to 1 without a kink at either end. */
    static double step(double share) {
        double t = Math.max(0, Math.min(1, share));
        return t * t * (3 - 2 * t);
    }
}
