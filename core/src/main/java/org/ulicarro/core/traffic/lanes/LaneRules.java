package org.ulicarro.core.traffic.lanes;

import org.ulicarro.core.base.Clock;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.StopPlace;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Drivers;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.VehicleType;

/** What holds along each lane beside its limit: grades, speed zones, bends, who may use it, and how drivers of its class of road behave. */
public final class LaneRules {

    private static final double POLITENESS = 0.2;
    private static final double COOPERATION = 0.8;
    private static final double PATIENCE = 60;

    /** Acceleration that gravity takes for each unit of grade (m/s²). */
    public static final double GRAVITY = 9.81;

    private static final int EVERYBODY = -1;

    private final LaneTable table;
    public final SpeedStretches speeds; // limits and bends along each lane
    public final double[] grade; // lane -> uphill, as a share
    public final boolean[] motorway; // lane -> whether it belongs to a motorway
    public final boolean[] keepOuter; // lane -> whether drivers go back to the lane next to the kerb
    public final double[]
            timeGapShare; // path -> share of their time gaps and reactions in its queue; 1 on lanes of links
    public final boolean[] tuned; // lane -> whether that is another share than 1 on it, or on a path that leaves it
    public final double[] politeness; // lane -> weight of what others lose or gain
    public final double[] patience; // lane -> s that a driver waits at its end for room to change
    private final int[] allowed; // lane -> bits of the types that may use it
    private final int[] allowedFrom; // lane -> tick from which that holds
    private final int[] allowedTo; // lane -> tick until which it holds
    private final double[] turnIn; // lane -> m before its end from which others may use it to turn

    public LaneRules(Study study, LaneTable table) {
        this.table = table;
        speeds = new SpeedStretches(study, table);
        grade = new double[table.lanes];
        motorway = new boolean[table.lanes];
        keepOuter = new boolean[table.lanes];
        timeGapShare = new double[table.lanes];
        tuned = new boolean[table.lanes];
        politeness = new double[table.lanes];
        patience = new double[table.lanes];
        allowed = new int[table.lanes];
        allowedFrom = new int[table.lanes];
        allowedTo = new int[table.lanes];
        turnIn = new double[table.lanes];
        java.util.Arrays.fill(allowed, EVERYBODY);
        Network network = table.network;
        for (int lane = 0; lane < table.lanes; lane++) {
            Link link = network.links().get(table.link[lane]);
            Drivers drivers = study.drivers().of(link.roadClass());
            grade[lane] = link.grade();
            motorway[lane] = link.roadClass() == RoadClass.MOTORWAY;
            keepOuter[lane] = drivers != null && Boolean.TRUE.equals(drivers.keepOuter());
            politeness[lane] = drivers == null || drivers.politeness() == null ? POLITENESS : drivers.politeness();
            patience[lane] = drivers == null || drivers.patience() == null ? PATIENCE : drivers.patience();
        }
        readTimeGaps();
        readUse(study);
        for (StopPlace stop : network.stops()) {
            if (stop.layby() >= 0) {
                allowed[stop.layby()] = 0; // only those who stop there
                allowedTo[stop.layby()] = Integer.MAX_VALUE;
            }
        }
    }

    /** Share of drivers on a class of road who leave room for those who must change lanes. */
    public static double cooperation(Study study, RoadClass roadClass) {
        Drivers drivers = study.drivers().of(roadClass);
        return drivers == null || drivers.cooperation() == null ? COOPERATION : drivers.cooperation();
    }

    private void readTimeGaps() {
        java.util.Arrays.fill(timeGapShare, 1);
        for (Movement movement : table.network.movements()) {
            MovementInput own = table.network.junctions().get(movement.place()).own(movement);
            if (own != null && own.timeGap() != null) {
                for (TurningPath path : movement.paths()) {
                    timeGapShare[path.lane()] = own.timeGap();
                    tuned[path.lane()] = true;
                    tuned[path.fromLane()] = true;
                }
            }
        }
    }

    private void readUse(Study study) {
        for (Link link : table.network.links()) {
            Road road = study.network().roads().get(link.road());
            if (road == null || link.ring() || road.direction(link.ahead()) == null) {
                continue;
            }
            for (Lane lane : table.network.lanesOf(link)) {
                Direction.LaneUse use = road.direction(link.ahead()).laneUse().get(String.valueOf(lane.number()));
                if (use != null) {
                    int i = lane.index();
                    allowed[i] = 0;
                    for (VehicleType type : use.only()) {
                        allowed[i] |= 1 << type.ordinal();
                    }
                    allowedFrom[i] = use.from() == null ? 0 : Clock.ticks(use.from());
                    allowedTo[i] = use.to() == null ? Integer.MAX_VALUE : Clock.ticks(use.to());
                    turnIn[i] = use.turnIn() == null ? 0 : use.turnIn();
                }
            }
        }
    }

    /** Whether a lane is kept for some types, now or at times. */
    public boolean isReserved(int lane) {
        return allowed[lane] != EVERYBODY;
    }

    /** Whether a type may be on a lane at a tick, but for turning. */
    public boolean mayUse(int lane, int type, int tick) {
        return allowed[lane] == EVERYBODY
                || (allowed[lane] >> type & 1) != 0
                || tick < allowedFrom[lane]
                || tick >= allowedTo[lane];
    }

    /** Whether a type may be on a lane at a tick, if only to turn, near its end. */
    public boolean mayTurnFrom(int lane, int type, int tick) {
        return mayUse(lane, type, tick) || turnIn[lane] > 0;
    }

    /** Whether a position is so near to the end of a lane kept for others that it may be used to turn. */
    public boolean mayTurnIn(int lane, double position) {
        return turnIn[lane] > 0 && position >= table.end[lane] - turnIn[lane];
    }
}
