package org.ulicarro.core.network;

import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Road;

/**
 * The cross-section of one direction of a road along its axis: where each lane's middle lies, and where bays open.
 *
 * <p>The axis divides a two-way road. Ahead of a stop line with left bays the whole road widens about its axis, so that the bays of
 * two opposite approaches face each other and through lanes line up across the junction.
 */
final class Carriageway {

    final String roadId;
    final Road road;
    final boolean ahead;
    final Direction lanes;
    private final Direction opposite;
    private final Polyline axis; // in the direction of travel, from the place it leaves to the place it leads to
    private Polyline trimmed; // the same between the two setbacks

    Carriageway(String roadId, Road road, boolean ahead, Polyline roadAxis) {
        this.roadId = roadId;
        this.road = road;
        this.ahead = ahead;
        lanes = ahead ? road.ahead() : road.back();
        opposite = ahead ? road.back() : road.ahead();
        axis = ahead ? roadAxis : roadAxis.reversed();
    }

    /** The place it leaves. */
    String from() {
        return ahead ? road.from() : road.to();
    }

    /** The place it leads to. */
    String to() {
        return ahead ? road.to() : road.from();
    }

    void trim(double setbackAtStart, double setbackAtEnd) {
        trimmed = axis.part(setbackAtStart, axis.length() - setbackAtEnd);
    }

    double axisLength() {
        return axis.length();
    }

    double length() {
        return trimmed.length();
    }

    /** Where the axis arrives at the place it leads to. */
    Pose arrival() {
        return axis.at(axis.length());
    }

    /** Where the axis leaves the place it starts from. */
    Pose departure() {
        return axis.at(0);
    }

    /** Width right of the axis at the stop line (m). */
    double widthAtEnd() {
        return base()
                + shiftAtEnd(lanes)
                + lanes.width() * (lanes.lanes() + lanes.bays().right().size());
    }

    /** Width left of the axis at the stop line (m); not zero where left bays reach over it. */
    double leftWidthAtEnd() {
        return -base() - shiftAtEnd(lanes) + lanes.width() * lanes.bays().left().size();
    }

    /** Width right of the axis where the link begins (m). */
    double widthAtStart() {
        return base() + shiftAtStart() + lanes.width() * lanes.lanes();
    }

    /** Width left of the axis where the link begins (m): below zero when the axis is outside its lanes. */
    double leftWidthAtStart() {
        return -base() - shiftAtStart();
    }

    /** Station at which a lane begins, by its number from the left counted from 0. */
    double start(int number) {
        Direction.Bay bay = bay(number);
        // A driver can be in the bay once half of the taper has opened.
        return bay == null ? 0 : Math.max(0.1, length() - bay.fullWidth() - bay.taper() / 2);
    }

    /** The middle of a lane, from where it begins to the stop line. */
    Polyline line(int number) {
        double from = start(number);
        double[] stations = stations(from);
        double[] x = new double[stations.length];
        double[] y = new double[stations.length];
        for (int i = 0; i < stations.length; i++) {
            Pose pose = smooth(stations[i]).right(offset(number, stations[i]));
            x[i] = pose.x();
            y[i] = pose.y();
        }
        return new Polyline(x, y);
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
    private double offset(int number, double station) {
        int leftBays = lanes.bays().left().size();
        double base = base() + shift(station);
        double own = base + (number - leftBays + 0.5) * lanes.width();
        Direction.Bay bay = bay(number);
        if (bay == null) {
            return own;
        }
        boolean left = number < leftBays;
        double beside = base + (left ? 0.5 : lanes.lanes() - 0.5) * lanes.width();
        double opened = step((station - (length() - bay.fullWidth() - bay.taper())) / bay.taper());
        return beside + (own - beside) * opened;
    }

    private Direction.Bay bay(int number) {
        int left = lanes.bays().left().size();
        if (number < left) {
            return lanes.bays().left().get(left - 1 - number);
        }
        int right = number - left - lanes.lanes();
        return right < 0 ? null : lanes.bays().right().get(right);
    }

    /** Where lane 1 begins right of the axis when there are no bays: on it, or left of it on a one-way road. */
    private double base() {
        return opposite == null ? -lanes.lanes() * lanes.width() / 2 : 0;
    }

    private double shift(double station) {
        double here = shiftAtEnd(lanes) * opening(lanes, length() - station);
        return opposite == null ? here : Math.max(here, shiftAtStart() * opening(opposite, station));
    }

    private double shiftAtStart() {
        return opposite == null ? 0 : shiftAtEnd(opposite);
    }

    private static double shiftAtEnd(Direction direction) {
        return direction.bays().left().size() * direction.width() / 2;
    }

    /** How far the left bays of a direction have opened at a distance from their stop line: 0 not at all, 1 fully. */
    private static double opening(Direction direction, double fromStopLine) {
        double opened = 0;
        for (Direction.Bay bay : direction.bays().left()) {
            opened = Math.max(opened, step((bay.fullWidth() + bay.taper() - fromStopLine) / bay.taper()));
        }
        return opened;
    }

    private double[] stations(double from) {
        java.util.TreeSet<Double> at = new java.util.TreeSet<>();
        at.add(from);
        at.add(length());
        for (int i = 1; i + 1 < trimmed.size(); i++) {
            for (double near = -0.5; near <= 0.5; near += 0.5) {
                at.add(trimmed.along(i) + near);
            }
        }
        sampleTapers(at, lanes, true);
        if (opposite != null) {
            sampleTapers(at, opposite, false);
        }
        return at.stream()
                .filter(s -> s >= from && s <= length())
                .mapToDouble(Double::doubleValue)
                .toArray();
    }

    private void sampleTapers(java.util.TreeSet<Double> at, Direction direction, boolean fromEnd) {
        var bays = new java.util.ArrayList<>(direction.bays().left());
        bays.addAll(direction.bays().right());
        for (Direction.Bay bay : bays) {
            for (double d = 0; d <= bay.taper(); d += Math.max(0.5, bay.taper() / 16)) {
                double fromStopLine = bay.fullWidth() + d;
                at.add(fromEnd ? length() - fromStopLine : fromStopLine);
            }
        }
    }

    /** From 0 to 1 without a kink at either end. */
    private static double step(double share) {
        double t = Math.max(0, Math.min(1, share));
        return t * t * (3 - 2 * t);
    }
}
