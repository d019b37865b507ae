package org.ulicarro.report.replay;

import org.ulicarro.report.replay.Scene.SceneLane;

/** Where positions of a lane are on the plan; before its start and beyond its end straight on. */
final class LaneLine {

    /** A point with its direction. */
    record Spot(double x, double y, double dx, double dy) {}

    private final SceneLane lane;
    private final double[] along; // m at each point of the line

    LaneLine(SceneLane lane) {
        this.lane = lane;
        along = new double[lane.line().length / 2];
        for (int i = 1; i < along.length; i++) {
            along[i] = along[i - 1] + Math.hypot(x(i) - x(i - 1), y(i) - y(i - 1));
        }
    }

    private double x(int i) {
        return lane.line()[2 * i];
    }

    private double y(int i) {
        return lane.line()[2 * i + 1];
    }

    SceneLane lane() {
        return lane;
    }

    Spot at(double position) {
        double s = (position - lane.start()) / (lane.end() - lane.start()) * along[along.length - 1];
        int i = 0;
        while (i + 2 < along.length && along[i + 1] <= s) {
            i++;
        }
        double step = along[i + 1] - along[i];
        double dx = (x(i + 1) - x(i)) / step;
        double dy = (y(i + 1) - y(i)) / step;
        double over = s - along[i];
        return new Spot(x(i) + dx * over, y(i) + dy * over, dx, dy);
    }
}
