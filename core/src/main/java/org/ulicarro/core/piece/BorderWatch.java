package org.ulicarro.core.piece;

import java.io.DataInput;
import java.io.DataOutput;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.demand.DeparturesView;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.LinkCost;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Router;
import org.ulicarro.core.traffic.FleetView;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Writes down who drives through a piece in a replication of the whole. */
public final class BorderWatch implements Observer {

    private static final double LONGEST_STEP = 1; // s

    private final Piece piece;
    private final Network network;
    private final List<Cut> within =
            new ArrayList<>(); // cuts on the way of their links, where vehicles are looked for in every step
    private final Map<Integer, Under> under = new LinkedHashMap<>(); // vehicle to its drive that goes on
    private final List<Drive> drives = new ArrayList<>();
    private final Map<Integer, Boolean> entered = new LinkedHashMap<>(); // at ends of the piece

    private static final class Under {
        private int vehicle;
        private double time;
        private double speed = Double.NaN;
        private String from;
        private int lane; // number
        private boolean first;
        private final List<Integer> links = new ArrayList<>();

        private int last() {
            return links.get(links.size() - 1);
        }
    }

    public BorderWatch(Piece piece) {
        this.piece = piece;
        network = piece.network();
        for (Cut cut : piece.cuts().values()) {
            boolean in = cut.in() >= 0 && cut.inFrom() > 0;
            boolean out = cut.out() >= 0
                    && cut.outTo() < network.links().get(cut.out()).length();
            if (in || out) {
                within.add(cut);
            }
        }
    }

    /** All drives, in the order in which they began. */
    public List<Drive> drives() {
        List<Drive> all = new ArrayList<>(drives);
        all.sort(Comparator.comparingDouble(Drive::time).thenComparingInt(Drive::vehicle));
        return all;
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        for (int e = 0; e < events.enteredCount(); e++) {
            int vehicle = events.enteredVehicle(e);
            Link link = network.links().get(view.departures().entry(vehicle));
            if (piece.has(link) && piece.ends().contains(link.from())) {
                entered.put(vehicle, true);
                begin(vehicle, view.departures().time(vehicle), link, 0);
            }
        }
        for (int e = 0; e < events.moveCount(); e++) {
            if (events.moveKind(e) == TrafficEvents.ONTO) {
                int vehicle = view.rows().vehicle(events.moveRow(e));
                if (vehicle >= 0) {
                    onto(vehicle, events.moveRow(e), events.moveLane(e), view);
                }
            }
        }
        for (Cut cut : within) {
            lookAt(cut, view);
        }
        for (int e = 0; e < events.leftCount(); e++) {
            end(events.leftVehicle(e), view.departures(), null);
        }
    }

    private void onto(int vehicle, int row, int lane, TrafficView view) {
        boolean inside = piece.hasLane(lane);
        Under drive = under.get(vehicle);
        int index = network.lanes().get(lane).link();
        Link link = index < 0 ? null : network.links().get(index);
        if (drive != null && !inside) {
            end(vehicle, view.departures(), piece.endOf(network.links().get(drive.last())));
        } else if (inside && link != null && !link.ring()) {
            Cut cut = piece.cut(link).orElse(null);
            boolean comesIn = cut != null && cut.in() == index;
            if (drive != null && drive.last() != index) {
                drive.links.add(index);
            } else if (drive == null && comesIn && cut.inFrom() == 0) {
                FleetView rows = view.rows();
                comes(
                        vehicle,
                        rows.position(row),
                        rows.speed(row),
                        view.now(),
                        link,
                        network.lanes().get(lane).number());
            }
        }
    }

    /**
     * Somebody came to the border in the step that has just ended.
     *
     * @param beyond how far behind the border it is now (m)
     * @param speed its speed now (m/s)
     */
    private void comes(int vehicle, double beyond, double speed, double now, Link link, int lane) {
        begin(vehicle, now - (speed > 0 ? Math.min(LONGEST_STEP, beyond / speed) : 0), link, lane);
        under.get(vehicle).speed = speed; // at which it comes in there, and is where it is now
    }

    /** Who passes a cut on the way of its links: seldom more than a few roads have one. */
    private void lookAt(Cut cut, TrafficView view) {
        if (cut.in() >= 0 && cut.inFrom() > 0) {
            Link link = network.links().get(cut.in());
            for (int lane = link.firstLane(); lane < link.firstLane() + link.lanes(); lane++) {
                for (int k = 0; k < view.vehiclesOn(lane) && view.position(lane, k) >= cut.inFrom(); k++) {
                    if (!under.containsKey(view.vehicle(lane, k))) {
                        double beyond = view.position(lane, k) - cut.inFrom();
                        comes(view.vehicle(lane, k), beyond, view.speed(lane, k), view.now(), link, number(cut, lane));
                    }
                }
            }
        }
        if (cut.out() >= 0) {
            Link link = network.links().get(cut.out());
            for (int lane = link.firstLane(); lane < link.firstLane() + link.lanes(); lane++) {
                for (int k = 0; k < view.vehiclesOn(lane) && view.position(lane, k) >= cut.outTo(); k++) {
                    end(view.vehicle(lane, k), view.departures(), cut.end());
                }
            }
        }
    }

    /** Beyond lanes that end on the way others have their numbers. */
    private int number(Cut cut, int lane) {
        Link link = network.links().get(cut.in());
        boolean all = network.lanesOf(link).stream().noneMatch(l -> l.ends() || l.isBay() && l.start() < cut.inFrom());
        return all ? network.lanes().get(lane).number() : 0;
    }

    /** @param lane number of the lane in which it comes; 0 for who begins its journey here */
    private void begin(int vehicle, double time, Link link, int lane) {
        Under drive = new Under();
        drive.vehicle = vehicle;
        drive.time = time;
        drive.from = piece.startOf(link);
        drive.lane = lane;
        drive.first = piece.ends().contains(drive.from);
        drive.links.add(link.index());
        under.put(vehicle, drive);
    }

    /** @param to null for the end of its last link */
    private void end(int vehicle, DeparturesView departures, String to) {
        Under drive = under.remove(vehicle);
        if (drive != null) {
            String end = to == null ? piece.endOf(network.links().get(drive.last())) : to;
            drives.add(drive(vehicle, departures, drive, end, true));
        }
    }

    private Drive drive(int vehicle, DeparturesView departures, Under drive, String to, boolean came) {
        return new Drive(
                vehicle,
                drive.time,
                drive.from,
                to,
                departures.kind(vehicle).id(),
                departures.key(vehicle),
                drive.lane,
                drive.speed,
                departures.line(vehicle),
                drive.first,
                came,
                drive.links.stream().map(l -> network.links().get(l).id()).toList());
    }

    /** Who is under way, or waits at an end of the piece, goes on as it means to. */
    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        DeparturesView departures = view.departures();
        for (int vehicle : List.copyOf(under.keySet())) {
            goOn(vehicle, under.remove(vehicle), departures, true);
        }
        for (int vehicle = 0; vehicle < departures.size(); vehicle++) {
            Link link = network.links().get(departures.entry(vehicle));
            boolean waits = departures.time(vehicle) < view.now() && !entered.containsKey(vehicle);
            if (waits && piece.has(link) && piece.ends().contains(link.from())) {
                Under drive = new Under();
                drive.time = departures.time(vehicle);
                drive.from = link.from();
                drive.first = true;
                drive.links.add(link.index());
                goOn(vehicle, drive, departures, false);
            }
        }
    }

    private void goOn(int vehicle, Under drive, DeparturesView departures, boolean came) {
        List<Integer> meant = new ArrayList<>();
        meant.add(departures.entry(vehicle));
        for (int i = 0; i < departures.movements(vehicle); i++) {
            Movement movement = network.movements().get(departures.movement(vehicle, i));
            if (!movement.isInner()) {
                meant.add(movement.toLink());
            }
        }
        int at = meant.lastIndexOf(drive.last());
        if (at < 0) { // it missed a turn, and looks for another way: nobody knows where it would have left
            at = meant.size() - 1;
            meant.addAll(nearestWayOut(drive.last()));
        }
        for (int i = at + 1; i < meant.size(); i++) {
            Link last = network.links().get(drive.last());
            Cut cut = piece.cut(last).orElse(null);
            Link next = network.links().get(meant.get(i));
            if (cut != null && cut.out() == last.index() || !piece.has(next)) {
                break;
            }
            drive.links.add(next.index());
        }
        drives.add(drive(vehicle, departures, drive, piece.endOf(network.links().get(drive.last())), came));
    }

    private List<Integer> nearestWayOut(int link) {
        List<Integer> links = new ArrayList<>();
        List<Integer> way = new Router(network, LinkCost.freeTime())
                .way(link, l -> piece.has(l) && !piece.places().contains(piece.endOf(l)));
        for (int m : way == null ? List.<Integer>of() : way) {
            if (!network.movements().get(m).isInner()) {
                links.add(network.movements().get(m).toLink());
            }
        }
        return links;
    }

    /** Saves nothing: a replication is watched from its beginning. */
    @Override
    public void save(DataOutput out) {
        // made by driving a whole replication
    }

    @Override
    public void restore(DataInput in) {
        throw new UnsupportedOperationException(
                "who comes to a border is written down from the start of a replication");
    }
}
