package org.ulicarro.core.traffic;

import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.study.Drivers;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.VehicleType;

/**
 * Draws how one driver drives one vehicle. Each property has its own number in the vehicle's stream, so that a study which changes
 * one of them leaves the others as they were.
 *
 * <p>Defaults are chosen so that saturation flow and start-up lost time come out as measured in the field; see docs/model.md.
 */
final class Traits {

    /** Spread of a property between drivers of one type, as a share of its mean. */
    private static final double SPREAD = 0.1;

    private static final double HARDEST_BRAKING = 8.0;

    /**
     * Deceleration up to which drivers stop at yellow, mean and standard deviation (m/s²). The form is that of the field: a share of
     * stops that rises with the time to the line (C. V. Zegeer, R. C. Deen, <i>Green-extension systems at high-speed
     * intersections</i>, ITE Journal 48, 1978). With 1 s to react, at 50 km/h, 4 % stop who are 2.5 s from the line when yellow
     * begins, where the paper has 10 %, and nearly all who could only pass after its end; see docs/model.md.
     */
    private static final double YELLOW_LIMIT = 3.1;

    private static final double YELLOW_LIMIT_SD = 1.0;

    /** Critical gap of a permissive left turn (s); Highway Capacity Manual, 6th ed., chapter 31. */
    private static final double CRITICAL_GAP = 4.5;

    private static final Quantity URBAN_GAP = new Quantity(1.0, 0.2);
    private static final Quantity MOTORWAY_GAP = new Quantity(1.4, 0.3);
    private static final Quantity REACTION = new Quantity(0.9, 0.2);
    private static final Quantity STANDING_SPACING = new Quantity(7.3, 0);

    private static final VehicleType[] TYPES = VehicleType.values();

    private final Quantity[] gapTime = new Quantity[RoadClass.values().length];
    private final Quantity[] reaction = new Quantity[RoadClass.values().length];
    private final double[] space = new double[RoadClass.values().length];

    Traits(Study study) {
        for (RoadClass roadClass : RoadClass.values()) {
            Drivers written = study.drivers().get(roadClass);
            int i = roadClass.ordinal();
            Quantity usualGap = roadClass == RoadClass.URBAN ? URBAN_GAP : MOTORWAY_GAP;
            gapTime[i] = written == null || written.timeGap() == null ? usualGap : written.timeGap();
            reaction[i] = written == null || written.reaction() == null ? REACTION : written.reaction();
            Quantity spacing =
                    written == null || written.standingSpacing() == null ? STANDING_SPACING : written.standingSpacing();
            space[i] = Math.max(0.5, spacing.mean() - VehicleType.CAR.length());
        }
    }

    void draw(Fleet f, int row, VehicleType type, RoadClass roadClass, long key) {
        int c = roadClass.ordinal();
        f.type[row] = type.ordinal();
        f.length[row] = type.length();
        f.factor[row] = Draws.normalWithinTwo(key, 1, type.speedFactor(), SPREAD * 0.6);
        f.gapTime[row] = Math.max(0.3, Draws.normalWithinTwo(key, 2, gapTime[c].mean(), gapTime[c].spread()));
        f.pickup[row] = Draws.normalWithinTwo(key, 3, type.acceleration(), SPREAD * type.acceleration());
        f.comfort[row] = Draws.normalWithinTwo(key, 4, type.deceleration(), SPREAD * type.deceleration());
        f.space[row] = Draws.normalWithinTwo(key, 5, space[c], SPREAD * space[c]);
        f.reaction[row] = Math.max(0, Draws.normalWithinTwo(key, 6, reaction[c].mean(), reaction[c].spread()));
        f.yellowLimit[row] = Draws.normalWithinTwo(key, 7, YELLOW_LIMIT, YELLOW_LIMIT_SD);
        f.criticalGap[row] = Draws.normalWithinTwo(key, 8, CRITICAL_GAP, SPREAD * CRITICAL_GAP);
        f.hardest[row] = HARDEST_BRAKING;
        f.closing[row] = 1 / (2 * Math.sqrt(f.pickup[row] * f.comfort[row]));
        f.stopping[row] = 1 / (2 * HARDEST_BRAKING);
    }

    static VehicleType type(int ordinal) {
        return TYPES[ordinal];
    }
}
