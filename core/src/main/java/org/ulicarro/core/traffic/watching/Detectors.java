package org.ulicarro.core.traffic.watching;

import java.util.List;
import org.ulicarro.core.signal.DetectorBoard;
import org.ulicarro.core.signal.DetectorPlace;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.people.Walkers;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;

/** What detectors report: whether any part of a vehicle is over them, as it stands when a step begins. */
public final class Detectors implements DetectorBoard {

    private final LaneQueues queues;
    private final Fleet f;
    private final Walkers walkers;
    private final int[] lane; // detector -> its lane
    private final double[] from; // m along it
    private final double[] to;
    private final int[] only; // detector -> types that it sees, as bits; 0 for all
    private final boolean[] occupied;
    private final boolean[] waits; // group -> whether people wait for it

    public Detectors(Parts parts) {
        queues = parts.queues;
        f = parts.fleet;
        walkers = parts.walkers;
        List<DetectorPlace> places = parts.table.signals.detectors();
        int n = places.size();
        lane = new int[n];
        from = new double[n];
        to = new double[n];
        only = new int[n];
        occupied = new boolean[n];
        waits = new boolean[parts.table.signals.groups().size()];
        for (int d = 0; d < n; d++) {
            lane[d] = places.get(d).lane();
            from[d] = places.get(d).from();
            to[d] = places.get(d).to();
            for (VehicleType type : places.get(d).only()) {
                only[d] |= 1 << type.ordinal();
            }
        }
    }

    /** Looks at all lanes with detectors. */
    public void look(int tick) {
        for (int d = 0; d < occupied.length; d++) {
            occupied[d] = isOver(d);
        }
        if (occupied.length > 0) { // else nobody asks
            walkers.tellWhoWaits(waits, tick);
        }
    }

    private boolean isOver(int d) {
        for (int g = 0; g < queues.guests(lane[d]); g++) {
            int v = queues.guest(lane[d], g);
            if (sees(d, v) && covers(d, f.pos(v) + queues.guestOffset(lane[d], g), f.length(v))) {
                return true;
            }
        }
        for (int k = 0; k < queues.count(lane[d]); k++) { // from the front
            int v = queues.at(lane[d], k);
            if (f.pos(v) < from[d]) {
                return false;
            }
            if (sees(d, v) && covers(d, f.pos(v), f.length(v))) {
                return true;
            }
        }
        return false;
    }

    private boolean sees(int d, int v) {
        return only[d] == 0 || (only[d] >> f.type(v) & 1) == 1;
    }

    private boolean covers(int d, double front, double length) {
        return front >= from[d] && front - length <= to[d];
    }

    @Override
    public boolean occupied(int detector) {
        return occupied[detector];
    }

    @Override
    public boolean pressed(int footGroup) {
        return waits[footGroup];
    }
}
