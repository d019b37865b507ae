package org.ulicarro.core.traffic.junctions;

import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.traffic.lanes.FootTable;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.people.Approaching;
import org.ulicarro.core.traffic.people.Walkers;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;

/** What drivers do about people on crossings ahead of them. Reads only; keeps what it found about the vehicle in hand. */
public final class Courtesy {

    private static final double NOTHING = Double.POSITIVE_INFINITY;

    private final LaneTable table;
    private final FootTable foot;
    private final Fleet f;
    private final Walkers walkers;
    private final Departures departures;
    public double stop; // m to where the vehicle in hand has to stop for people; infinite for nowhere
    public double bound; // m to where it must be able to stop, though it need not yet; infinite for nowhere
    public int stopPlace; // the controlled place that the crossing at 'stop' belongs to, or LaneTable.NOBODY
    public int boundPlace; // likewise for 'bound'

    private final double beforeWalker;
    private final double afterWalker;
    private final double beforeCrossing;

    public Courtesy(Parts parts) {
        DriverNumbers numbers = parts.numbers;
        beforeWalker = numbers.beforeWalker();
        afterWalker = numbers.afterWalker();
        beforeCrossing = numbers.beforeCrossing();
        table = parts.table;
        foot = parts.table.foot;
        f = parts.fleet;
        walkers = parts.walkers;
        departures = parts.departures;
    }

    /**
     * Looks at the crossings on a lane ahead.
     *
     * @param position of the vehicle on that lane, negative before it (m)
     * @param horizon how far it looks (m)
     * @return whether anybody matters
     */
    public boolean look(int v, int lane, double position, double horizon) {
        stop = NOTHING;
        bound = NOTHING;
        stopPlace = LaneTable.NOBODY;
        boundPlace = LaneTable.NOBODY;
        int[] strips = foot.ofLane[lane];
        for (int i = 0; i < strips.length; i++) {
            int c = foot.crossing[strips[i]];
            double distance = foot.from[strips[i]] - position;
            if (walkers.activeCount[c] > 0 && distance > 0 && distance < horizon) {
                double stopBefore = stop;
                double boundBefore = bound;
                look(v, strips[i], c, distance, table.limit[lane]);
                stopPlace = stop < stopBefore ? foot.place[c] : stopPlace;
                boundPlace = bound < boundBefore ? foot.place[c] : boundPlace;
            }
        }
        return stop < NOTHING || bound < NOTHING;
    }

    private void look(int v, int strip, int c, double distance, double limit) {
        double speed = f.speed(v);
        int size = FootTable.sizeOf(f.length(v));
        double top = Math.max(speed, Math.min(limit, f.desiredSpeed(v)));
        double arrives = seconds(v, distance, top);
        double clears = seconds(v, distance + foot.to[strip] - foot.from[strip] + f.length(v), top);
        double waitAt = table.waitAt[foot.lane[strip]];
        if (foot.from[strip] < waitAt && waitAt - f.length(v) < foot.to[strip] && !f.goes(v)) {
            clears = NOTHING; // it would wait for its gap with its rear on the crossing
        }
        boolean comfortable =
                speed * speed <= 2 * f.comfortableDeceleration(v) * Math.max(0, distance - beforeCrossing);
        for (int i = 0; i < walkers.activeCount[c]; i++) {
            int w = walkers.at(c, i);
            double out = walkers.out(c, w, strip, size);
            if (out <= 0) {
                continue;
            }
            double in = walkers.in(c, w, strip, size);
            if (walkers.isOn(c, w, strip, size)) {
                if (arrives > out + afterWalker) {
                    bound = Math.min(bound, distance);
                } else {
                    stop = Math.min(stop, distance);
                }
            } else if (comfortable && arrives < out + afterWalker && clears > in - beforeWalker && asks(v, c, w)) {
                stop = Math.min(stop, distance);
            }
        }
    }

    /** Whether somebody who has not stepped into the way yet is given way to. */
    private boolean asks(int v, int c, int w) {
        // who waits for another vehicle need not be waited for: they could all wait for each other
        if (walkers.kept[w]
                || walkers.state[w] == Walkers.STANDS
                || walkers.state[w] == Walkers.AT_KERB && !walkers.isLetGo(c, w)) {
            return false;
        }
        return Approaching.yields(foot, departures, f.id(v), c);
    }

    /** Whether a vehicle that sets out over a junction need not stop for people where it could not stand clear. */
    public boolean isOpen(int v, int path, double at) {
        int[] strips = foot.ofLane[path];
        for (int i = 0; i < strips.length; i++) {
            int s = strips[i];
            boolean standsClear = foot.from[s] - beforeCrossing - foot.clearFrom[s] >= f.length(v);
            if (foot.from[s] > at && !standsClear && look(v, path, at, Double.POSITIVE_INFINITY) && stop < NOTHING) {
                return false;
            }
        }
        return true;
    }

    private double seconds(int v, double metres, double top) {
        double speed = f.speed(v);
        double maximumAcceleration = f.maximumAcceleration(v);
        double ramp = (top * top - speed * speed) / (2 * maximumAcceleration);
        if (ramp >= metres) {
            return (Math.sqrt(speed * speed + 2 * maximumAcceleration * metres) - speed) / maximumAcceleration;
        }
        return (top - speed) / maximumAcceleration + (metres - ramp) / top;
    }
}
