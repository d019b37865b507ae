package org.ulicarro.core.traffic.following;

import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.study.Drivers;
import org.ulicarro.core.study.Kinds;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.Vehicle;
import org.ulicarro.core.study.VehicleKind;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.study.Written;
import org.ulicarro.core.traffic.lanes.LaneRules;
import org.ulicarro.core.traffic.state.Fleet;

/**
 * Draws how one driver drives one vehicle. Each property has its own number in the vehicle's stream, so that a study which changes
 * one of them leaves the others as they were.
 *
 * <p>Defaults are chosen so that saturation flow and start-up lost time come out as measured in the field; see docs/model.md.
 */
public final class Traits {

    private static final double BLOCKING = 0.02;

    private static final Quantity URBAN_GAP = new Quantity(1.0, 0.2);
    private static final Quantity MOTORWAY_GAP = new Quantity(1.2, 0.25);
    private static final Quantity MOTORWAY_REACTION = new Quantity(0.8, 0.2);
    private static final double MOTORWAY_ACCELERATION = 1.2;
    private static final Quantity REACTION = new Quantity(0.9, 0.2);
    private static final Quantity STANDING_SPACING = new Quantity(7.3, 0);

    private final DriverNumbers numbers;
    private final FollowingRule following;
    private final Quantity[] timeGap = new Quantity[RoadClass.values().length];
    private final Quantity[] reaction = new Quantity[RoadClass.values().length];
    private final double[] space = new double[RoadClass.values().length];
    private final double[] acceleration = new double[RoadClass.values().length];
    private final double[] cooperation = new double[RoadClass.values().length];
    private final double[] blocking = new double[RoadClass.values().length];

    public Traits(Study study, FollowingRule following) {
        this.following = following;
        numbers = study.drivers().allRoads();
        double car = Kinds.of(study).one(Written.of(VehicleType.CAR)).vehicle().length();
        for (RoadClass roadClass : RoadClass.values()) {
            Drivers written = study.drivers().of(roadClass);
            int i = roadClass.ordinal();
            Quantity usualGap = roadClass == RoadClass.URBAN ? URBAN_GAP : MOTORWAY_GAP;
            Quantity usualReaction = roadClass == RoadClass.URBAN ? REACTION : MOTORWAY_REACTION;
            timeGap[i] = written == null || written.timeGap() == null ? usualGap : written.timeGap();
            reaction[i] = written == null || written.reaction() == null ? usualReaction : written.reaction();
            double usualShare = roadClass == RoadClass.URBAN ? 1 : MOTORWAY_ACCELERATION;
            acceleration[i] = written == null || written.acceleration() == null ? usualShare : written.acceleration();
            Quantity spacing =
                    written == null || written.standingSpacing() == null ? STANDING_SPACING : written.standingSpacing();
            space[i] = Math.max(0.5, spacing.mean() - car);
            blocking[i] = written == null || written.blocking() == null ? BLOCKING : written.blocking();
            cooperation[i] = LaneRules.cooperation(study, roadClass);
        }
    }

    public void draw(Fleet f, int row, VehicleKind kind, RoadClass roadClass, long key) {
        int c = roadClass.ordinal();
        Vehicle vehicle = kind.vehicle();
        double share = vehicle.timeGap();
        f.type(row, (byte) kind.base().ordinal());
        f.length(row, vehicle.length());
        f.factor(row, (float) least(0.2, draw(key, 1, vehicle.desiredSpeed())));
        f.timeGap(row, least(0.3, share * draw(key, 2, timeGap[c])));
        f.maximumAcceleration(row, least(0.3, acceleration[c] * draw(key, 3, vehicle.acceleration())));
        f.comfortableDeceleration(row, least(0.5, draw(key, 4, vehicle.deceleration())));
        f.standingGap(row, Draws.normalWithinTwo(key, 5, space[c], numbers.spacingSpread() * space[c]));
        f.reaction(row, (float) least(0, draw(key, 6, reaction[c])));
        f.yellowLimit(row, (float) draw(key, 7, numbers.yellowDeceleration()));
        f.caution(row, (float) Draws.normalWithinTwo(key, 8, 1, numbers.cautionSpread()));
        f.top(row, (float) least(1, draw(key, 9, vehicle.topSpeed())));
        f.power(row, (float) draw(key, 10, vehicle.power()));
        f.lets(row, (byte) (Draws.uniform(key, 11) < cooperation[c] ? 1 : 0));
        f.blocks(row, (byte) (Draws.uniform(key, 12) < blocking[c] ? 1 : 0));
        f.ruleConstant(row, following.constant(f.maximumAcceleration(row), f.comfortableDeceleration(row)));
    }

    private static double draw(long key, int property, Quantity quantity) {
        return Draws.normalWithinTwo(key, property, quantity.mean(), quantity.spread());
    }

    private static double least(double bound, double drawn) {
        return Math.max(bound, drawn);
    }
}
