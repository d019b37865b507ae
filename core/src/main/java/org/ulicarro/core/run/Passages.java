package org.ulicarro.core.run;

import java.io.DataInput;
import java.io.DataOutput;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Where every vehicle of a replication really drove, and when it was where: the links of its way. */
public final class Passages implements Observer {

    /**
     * A vehicle on one link.
     *
     * @param link index
     * @param from when it came onto it (s since midnight)
     * @param to when it came to its end; NaN when it did not (s since midnight)
     * @param movement with which it went on; -1 where it left the network, or did not
     */
    public record Stretch(int link, double from, double to, int movement) {}

    private final Network network;
    private final Map<Integer, List<Stretch>> byVehicle = new LinkedHashMap<>();

    public Passages(Network network) {
        this.network = network;
    }

    /** The links of each vehicle that came in, in the order in which they did. */
    public Map<Integer, List<Stretch>> byVehicle() {
        return byVehicle;
    }

    /** Where a way began. */
    public String origin(List<Stretch> way) {
        return link(way.get(0)).from();
    }

    /** Where it ended, or leads to. */
    public String destination(List<Stretch> way) {
        return link(way.get(way.size() - 1)).to();
    }

    public Link link(Stretch stretch) {
        return network.links().get(stretch.link());
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        for (int e = 0; e < events.enteredCount(); e++) {
            int v = events.enteredVehicle(e);
            List<Stretch> way = new ArrayList<>();
            way.add(new Stretch(view.departures().entry(v), events.enteredAt(e), Double.NaN, -1));
            byVehicle.put(v, way);
        }
        for (int e = 0; e < events.lineCount(); e++) {
            Movement movement = network.movements().get(events.lineMovement(e));
            if (!movement.isInner()) {
                List<Stretch> way = byVehicle.get(events.lineVehicle(e));
                end(way, events.lineAt(e), movement.index());
                way.add(new Stretch(movement.toLink(), events.lineAt(e), Double.NaN, -1));
            }
        }
        for (int e = 0; e < events.leftCount(); e++) {
            end(byVehicle.get(events.leftVehicle(e)), events.leftAt(e), -1);
        }
    }

    private static void end(List<Stretch> way, double at, int movement) {
        Stretch last = way.get(way.size() - 1);
        way.set(way.size() - 1, new Stretch(last.link(), last.from(), at, movement));
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // who is under way has come to no end
    }

    @Override
    public void save(DataOutput out) {
        // made by driving a whole replication
    }

    @Override
    public void restore(DataInput in) {
        throw new UnsupportedOperationException("passages are kept from the start of a replication");
    }
}
