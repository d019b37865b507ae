package org.ulicarro.core.traffic.lanes;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Marking;
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

/** What holds along each lane beside its limit: grades, speed zones, who may use it, and how drivers of its class of road behave. */
public final class LaneRules {

    private static final double POLITENESS = 0.2;
    private static final double COOPERATION = 0.8;
    private static final double PATIENCE = 60;

    /** Acceleration that gravity takes for each unit of grade (m/s²). */
    public static final double GRAVITY = 9.81;

    private static final int EVERYBODY = -1;

    private final LaneTable table;
    public final double[] grade; // lane -> uphill, as a share
    public final boolean[] motorway; // lane -> whether it belongs to a motorway
    public final boolean[] keepOuter; // lane -> whether drivers go back to the lane next to the kerb
    public final double[]
            timeGapShare; // path -> share of their time gaps and reactions in its queue; 1 on lanes of links
    public final boolean[] tuned; // lane -> whether that is another share than 1 on it, or on a path that leaves it
    public final double[] politeness; // lane -> weight of what others lose or gain
    public final double[] patience; // lane -> s that a driver waits at its end for room to change
    private final double[][]
            zoneFrom; // lane -> where stretches with a limit of their own begin, m; null where there are none
    private final double[][] zoneTo; // lane -> where they end
    private final double[][] zoneLimit; // lane -> their limits, m/s
    private final int[] allowed; // lane -> bits of the types that may use it
    private final int[] allowedFrom; // lane -> tick from which that holds
    private final int[] allowedTo; // lane -> tick until which it holds
    private final double[] turnIn; // lane -> m before its end from which others may use it to turn

    public LaneRules(Study study, LaneTable table) {
        this.table = table;
        grade = new double[table.lanes];
        motorway = new boolean[table.lanes];
        keepOuter = new boolean[table.lanes];
        timeGapShare = new double[table.lanes];
        tuned = new boolean[table.lanes];
        politeness = new double[table.lanes];
        patience = new double[table.lanes];
        zoneFrom = new double[table.lanes][];
        zoneTo = new double[table.lanes][];
        zoneLimit = new double[table.lanes][];
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
        readZones(study);
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

    private void readZones(Study study) {
        record Zone(int lane, double from, double to, double limit) {}
        List<Zone> zones = new ArrayList<>();
        for (Marking marking : table.network.markings()) {
            if (marking.kind() == Marking.Kind.SPEED_ZONE) {
                Link link = table.network.links().get(table.link[marking.lane()]);
                Direction direction = direction(study, link);
                double limit = direction
                        .speedZones()
                        .get(Integer.parseInt(marking.id()))
                        .speed();
                zones.add(new Zone(marking.lane(), marking.from(), marking.to(), limit));
            }
        }
        zones.sort(Comparator.comparingInt(Zone::lane).thenComparingDouble(Zone::from));
        for (Zone zone : zones) {
            zoneFrom[zone.lane] = append(zoneFrom[zone.lane], zone.from);
            zoneTo[zone.lane] = append(zoneTo[zone.lane], zone.to);
            zoneLimit[zone.lane] = append(zoneLimit[zone.lane], zone.limit);
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

    private static Direction direction(Study study, Link link) {
        return study.network().roads().get(link.road()).direction(link.ahead());
    }

    private static double[] append(double[] array, double value) {
        double[] longer = array == null ? new double[1] : java.util.Arrays.copyOf(array, array.length + 1);
        longer[longer.length - 1] = value;
        return longer;
    }

    boolean hasZones(int lane) {
        return zoneFrom[lane] != null;
    }

    /** The limit at a position of a lane (m/s). */
    public double limitAt(int lane, double position) {
        double limit = table.limit[lane];
        if (zoneFrom[lane] != null) {
            for (int i = 0; i < zoneFrom[lane].length; i++) {
                if (position >= zoneFrom[lane][i] && position < zoneTo[lane][i]) {
                    limit = zoneLimit[lane][i];
                }
            }
        }
        return limit;
    }

    public int zones(int lane) {
        return zoneFrom[lane] == null ? 0 : zoneFrom[lane].length;
    }

    public double zoneFrom(int lane, int zone) {
        return zoneFrom[lane][zone];
    }

    public double zoneLimit(int lane, int zone) {
        return zoneLimit[lane][zone];
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
