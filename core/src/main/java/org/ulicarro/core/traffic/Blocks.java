package org.ulicarro.core.traffic;

import java.util.Arrays;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.study.Closure;
import org.ulicarro.core.study.Study;

/** Closed stretches of lanes and when they are closed: road works, breakdowns, an incident. Which are closed follows from the clock. */
final class Blocks {

    private static final int[] NONE = {};

    private final int[][] onLane; // lane -> its blocks
    private double[] from = {}; // m
    private double[] to = {}; // m
    private int[] begins = {}; // tick
    private int[] ends = {}; // tick
    private boolean[] closed = {};
    private final int[] closedOn; // lane -> blocks that are closed now
    private boolean some; // whether anything is closed anywhere
    private int nextChange; // tick at which the next one opens or closes

    Blocks(Study study, LaneTable table) {
        onLane = new int[table.lanes][];
        closedOn = new int[table.lanes];
        Arrays.fill(onLane, NONE);
        nextChange = Integer.MAX_VALUE;
        for (Marking marking : table.network.markings()) {
            if (marking.kind() == Marking.Kind.CLOSURE) {
                Closure closure = study.network().closures().get(marking.id());
                add(
                        marking.lane(),
                        marking.from(),
                        marking.to(),
                        closure.from() == null ? 0 : Clock.ticks(closure.from()),
                        closure.to() == null ? Integer.MAX_VALUE : Clock.ticks(closure.to()));
                nextChange = 0;
            }
        }
    }

    private void add(int lane, double start, double end, int beginTick, int endTick) {
        int block = from.length;
        from = Arrays.copyOf(from, block + 1);
        to = Arrays.copyOf(to, block + 1);
        begins = Arrays.copyOf(begins, block + 1);
        ends = Arrays.copyOf(ends, block + 1);
        closed = Arrays.copyOf(closed, block + 1);
        from[block] = start;
        to[block] = end;
        begins[block] = beginTick;
        ends[block] = endTick;
        onLane[lane] = Arrays.copyOf(onLane[lane], onLane[lane].length + 1);
        onLane[lane][onLane[lane].length - 1] = block;
    }

    /** Forgets what was closed; the next {@link #at} finds it anew. */
    void restart() {
        nextChange = from.length == 0 ? Integer.MAX_VALUE : 0;
    }

    /** Opens and closes what is due. */
    void at(int tick) {
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
        }
    }

    boolean any(int lane) {
        return some && closedOn[lane] > 0;
    }

    /** Where the next closed stretch at or ahead of a position begins (m), infinite where there is none. */
    double ahead(int lane, double position) {
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
    boolean touches(int lane, double rear, double front) {
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
