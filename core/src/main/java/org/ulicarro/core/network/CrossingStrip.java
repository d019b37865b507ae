package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;

/**
 * What the bodies of vehicles on one lane cover of a crossing: computed from the rectangles of a car and of a long vehicle as they are
 * driven over it.
 *
 * @param crossing its place among the crossings of the network
 * @param lane the lane or path
 * @param from position of a front from which on a body is on the crossing (m along the lane)
 * @param to position of a rear up to which it is (m)
 * @param low where what cars cover begins, from the kerb at which the crossing begins (m)
 * @param high where it ends (m)
 * @param lowLong the same for long vehicles, which cut corners (m)
 * @param highLong the same for long vehicles (m)
 */
public record CrossingStrip(
        int crossing, int lane, double from, double to, double low, double high, double lowLong, double highLong) {

    /** Longer vehicles cover what long ones do (m). */
    public static final double LONG_FROM = 6.5;

    private static final double CAR = 5.2;
    private static final double LONG = 16.6;
    private static final double CAR_WIDTH = 1.9;
    private static final double LONG_WIDTH = 2.55;
    private static final double SAMPLE = 0.25;

    /** Bodies that cut a corner are looked for this far beyond the kerbs (m). */
    private static final double BEYOND_KERB = 4;

    /** By how much a stiff body's front may lie off the lane (m). */
    private static final double SLACK = 5;

    /** All strips of a network, crossing by crossing, from its first kerb on. */
    static List<CrossingStrip> of(Network network) {
        List<CrossingStrip> strips = new ArrayList<>();
        for (int c = 0; c < network.crossings().size(); c++) {
            List<CrossingStrip> here = new ArrayList<>();
            for (MarkedCrossing.Crossed crossed : network.crossings().get(c).crossed()) {
                CrossingStrip strip = strip(network, c, crossed.lane());
                if (strip != null) {
                    here.add(strip);
                }
            }
            here.sort(
                    java.util.Comparator.comparingDouble(CrossingStrip::lowLong).thenComparingInt(CrossingStrip::lane));
            strips.addAll(here);
        }
        return strips;
    }

    private static CrossingStrip strip(Network network, int number, int laneIndex) {
        MarkedCrossing crossing = network.crossings().get(number);
        Lane lane = network.lanes().get(laneIndex);
        Lane before = before(network, laneIndex);
        double[] car = covered(crossing, lane, before, CAR, CAR_WIDTH);
        double[] bus = covered(crossing, lane, before, LONG, LONG_WIDTH);
        if (car == null || bus == null) {
            return null;
        }
        return new CrossingStrip(
                number,
                laneIndex,
                Math.min(car[0], bus[0]),
                Math.max(car[1], bus[1]),
                car[2],
                car[3],
                Math.min(car[2], bus[2]),
                Math.max(car[3], bus[3]));
    }

    private static Lane before(Network network, int path) {
        for (Movement movement : network.movements()) {
            for (TurningPath p : movement.paths()) {
                if (p.lane() == path) {
                    return network.lanes().get(p.fromLane());
                }
            }
        }
        return null;
    }

    /** Front at first touch, rear at the last one, and the least and most that is covered across; null for no touch. */
    private static double[] covered(MarkedCrossing crossing, Lane lane, Lane before, double length, double width) {
        double[] found = null;
        double far = crossing.length() + crossing.width() + BEYOND_KERB + length + width + SLACK;
        for (double s = lane.start(); s <= lane.end() + length; s += SAMPLE) {
            Pose front = at(lane, before, s);
            if (StrictMath.hypot(
                            front.x() - crossing.one().x(),
                            front.y() - crossing.one().y())
                    > far) {
                continue; // no part of the body is near
            }
            Pose rear = at(lane, before, s - length);
            Pose middle = at(lane, before, s - length / 2);
            double[] across = across(crossing, StiffBody.front(front, middle, rear), length, width);
            if (across != null) {
                if (found == null) {
                    found = new double[] {s - SAMPLE, 0, across[0], across[1]};
                }
                found[1] = s - length + SAMPLE;
                found[2] = Math.min(found[2], across[0]);
                found[3] = Math.max(found[3], across[1]);
            }
        }
        return found;
    }

    private static Pose at(Lane lane, Lane before, double s) {
        if (s > lane.end()) {
            return lane.at(lane.end()).ahead(s - lane.end());
        }
        if (s >= lane.start()) {
            return lane.at(s);
        }
        if (before != null && before.end() + s >= before.start()) {
            return before.at(before.end() + s);
        }
        return lane.at(lane.start()).ahead(s - lane.start());
    }

    /** What a rectangle covers of a crossing's band, along it; null for nothing. */
    private static double[] across(MarkedCrossing crossing, Pose front, double length, double width) {
        double[] least = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
        Pose one = crossing.one();
        int steps = (int) (length / 0.2) + 1;
        for (int i = 0; i <= steps; i++) { // points along both sides of the body
            for (double side = -width / 2; side <= width / 2; side += width / 2) {
                Pose p = front.ahead(-length * i / steps).right(side);
                double gx = p.x() - one.x();
                double gy = p.y() - one.y();
                double along = gx * one.dx() + gy * one.dy();
                double aside = Math.abs(gx * one.dy() - gy * one.dx());
                boolean on = aside <= crossing.width() / 2
                        && along > -BEYOND_KERB
                        && along < crossing.length() + BEYOND_KERB;
                if (on) {
                    least[0] = Math.min(least[0], along);
                    least[1] = Math.max(least[1], along);
                }
            }
        }
        return least[0] > least[1] ? null : least;
    }
}
