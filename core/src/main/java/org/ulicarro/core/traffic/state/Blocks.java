package org.ulicarro.core.traffic.state;

import org.ulicarro.core.traffic.lanes.ClosureTable;
import org.ulicarro.core.traffic.lanes.LaneKinds;

/** Closed stretches of lanes and when they are closed: road works, breakdowns, an incident. Which are closed follows from the clock. */
public final class Blocks {

    private final int[][] onLane; // lane -> its blocks
    private final double[] from; // m
    private final double[] to; // m
    private final int[] begins; // tick
    private final int[] ends; // tick
    private final boolean[] closed;
    private final int[] closedOn; // lane -> blocks that are closed now
    private boolean some; // whether anything is closed anywhere
    private int nextChange; // tick at which the next one opens or closes

    private final LaneQueues queues; // are told which lanes are blocked

    public Blocks(ClosureTable table, LaneQueues queues) {
        this.queues = queues;
        onLane = table.onLane;
        from = table.from;
        to = table.to;
        begins = table.begins;
        ends = table.ends;
        closed = new boolean[from.length];
        closedOn = new int[onLane.length];
        restart();
    }

    /** Forgets what was closed; the next {@link #at} finds it anew. */
    public void restart() {
        nextChange = from.length == 0 ? Integer.MAX_VALUE : 0;
    }

    /** Opens and closes what is due. */
    public void at(int tick) {
        if (tick < nextChange) {
            return;
        }
        nextChange = Integer.MAX_VALUE;
        some = false;
        for (int b = 0; b < from.length; b++) {
            closed[b] = tick >= begins[b] && tick < ends[b];
            some |= closed[b];
            if (tick < begins[b]) {
                nextChange = Math.min(nextChange, begins[b]);
            } else if (tick < ends[b]) {
                nextChange = Math.min(nextChange, ends[b]);
            }
        }
        for (int lane = 0; lane < onLane.length; lane++) {
            closedOn[lane] = 0;
            for (int b : onLane[lane]) {
                closedOn[lane] += closed[b] ? 1 : 0;
            }
            queues.set(lane, LaneKinds.BLOCKED, closedOn[lane] > 0);
        }
    }

    public boolean any(int lane) {
        return some && closedOn[lane] > 0;
    }

    /** Where the next closed stretch at or ahead of a position begins (m), infinite where there is none. */
    public double ahead(int lane, double position) {
        double nearest = Double.POSITIVE_INFINITY;
        if (closedOn[lane] > 0) {
            for (int b : onLane[lane]) {
                if (closed[b] && from[b] >= position && from[b] < nearest) {
                    nearest = from[b];
                }
            }
        }
        return nearest;
    }

    /** Whether a stretch of a lane is touched by a closed one. */
    public boolean touches(int lane, double rear, double front) {
        if (closedOn[lane] > 0) {
            for (int b : onLane[lane]) {
                if (closed[b] && from[b] < front && to[b] > rear) {
                    return true;
                }
            }
        }
        return false;
    }
}
