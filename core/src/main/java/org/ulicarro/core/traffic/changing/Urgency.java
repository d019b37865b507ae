package org.ulicarro.core.traffic.changing;

import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Blocks;
import org.ulicarro.core.traffic.state.Fleet;

/** How pressing a change of lanes is that has to be made, and what a driver puts up with for it. */
public final class Urgency {

    private final Fleet f;
    private final Blocks blocks;

    public Urgency(Parts parts) {
        f = parts.fleet;
        blocks = parts.blocks;
    }

    /** 0 not yet, 1 at the end of what can be used. */
    public double of(int v) {
        double left = f.needBy(v) - f.pos(v);
        if (blocks.any(f.lane(v))) {
            left = Math.min(left, blocks.ahead(f.lane(v), f.pos(v)) - f.pos(v));
        }
        double room = Math.max(1, Math.abs(f.need(v))) * (40 + 6 * f.desiredSpeed(v));
        return Math.max(0, Math.min(1, 1 - (left - 10) / room));
    }

    /** The braking that is accepted, for oneself and for the one behind (m/s²). */
    static double accepted(double urgency) {
        return 2.0 + 1.5 * urgency;
    }

    /**
     * The share of the usual gaps that is enough at first. Who has to change takes gaps far below those that drivers keep, and lets them
     * grow afterwards: J. A. Laval, L. Leclercq, Transportation Research B 42, 2008. With two thirds of the usual gap and more, motorway
     * weaves carried two thirds of what they do in the field.
     */
    public static double share(double urgency) {
        return 0.4 - 0.2 * urgency;
    }
}
