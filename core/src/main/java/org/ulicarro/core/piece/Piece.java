package org.ulicarro.core.piece;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.network.RoadAxis;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Road;

/** What belongs to a piece of a network: its places, the roads between them, and those that are cut. Immutable. */
public final class Piece {

    /** What is left of a road where it is cut on its way, at least (m). */
    static final double LEAST_LEFT = 100;

    private final Network network;
    private final Set<String> places;
    private final Set<String> ends = new LinkedHashSet<>();
    private final Set<String> roads = new LinkedHashSet<>();
    private final Map<String, Cut> cuts = new LinkedHashMap<>();
    private final boolean[] lanes; // whether each is of the piece, as far as it is not cut

    private Piece(Network network, Set<String> places) {
        this.network = network;
        this.places = new LinkedHashSet<>(places);
        lanes = new boolean[network.lanes().size()];
    }

    /**
     * Cuts roads that lead out of the places: where the junction that they lead to begins, or sooner.
     *
     * @param places junctions of it
     * @param approach how much of a road that is cut stays, at most (m)
     */
    public static Piece of(Network network, NetworkInput input, Set<String> places, double approach) {
        Piece piece = new Piece(network, places);
        input.roads().forEach((id, road) -> {
            boolean from = places.contains(road.from());
            boolean to = places.contains(road.to());
            String other = from ? road.to() : road.from();
            if (from && to) {
                piece.roads.add(id);
            } else if ((from || to) && Chosen.roadsAt(input, other).size() == 1) {
                piece.roads.add(id);
                piece.ends.add(other);
            } else if (from || to) {
                piece.roads.add(id);
                piece.cuts.put(id, piece.cut(input, id, road, to, approach));
            }
        });
        piece.markLanes();
        return piece;
    }

    private Cut cut(NetworkInput input, String id, Road road, boolean first, double approach) {
        RoadAxis axis = RoadAxis.of(input, id);
        Link in = link(id, first);
        Link out = link(id, !first);
        // where the junction outside begins, by the link that comes from it, else by the one that leads to it
        double edge = in != null ? along(axis, in, true) : along(axis, out, false);
        double from = first ? edge : axis.length() - edge; // from the place outside
        String outside = first ? road.from() : road.to();
        double beyond = Math.max(Chosen.ramps(input, outside, id), axis.length() - approach);
        double at = Math.max(from, Math.min(beyond, axis.length() - LEAST_LEFT));
        double station = first ? at : axis.length() - at;
        double tenth = StrictMath.rint(station * 10) / 10; // as it is written
        return new Cut(
                id,
                first ? road.to() : road.from(),
                outside,
                Cut.end(id),
                first,
                tenth,
                in == null ? -1 : in.index(),
                in == null ? 0 : Math.max(0, at - from),
                out == null ? -1 : out.index(),
                out == null ? 0 : at <= from ? out.length() : Math.max(0, out.length() - (at - from)));
    }

    private double along(RoadAxis axis, Link link, boolean start) {
        Lane lane = network.lanesOf(link).stream()
                .filter(l -> start ? !l.isBay() : !l.ends())
                .findFirst()
                .orElse(network.lanesOf(link).get(0));
        Pose pose = lane.line().at(start ? 0 : lane.line().length());
        return axis.along(pose.x(), pose.y());
    }

    private Link link(String road, boolean ahead) {
        return network.links().stream()
                .filter(l -> !l.ring() && l.road().equals(road) && l.ahead() == ahead)
                .findFirst()
                .orElse(null);
    }

    private void markLanes() {
        for (Lane lane : network.lanes()) {
            if (lane.isPath()) {
                int movement = network.movementOfPath(lane.index());
                lanes[lane.index()] = movement >= 0
                        && places.contains(network.movements().get(movement).place());
            } else {
                Link link = network.links().get(lane.link());
                lanes[lane.index()] = link.ring() ? places.contains(link.road()) : roads.contains(link.road());
            }
        }
    }

    /** Of the whole. */
    public Network network() {
        return network;
    }

    /** Its junctions, in the order of the whole. */
    public Set<String> places() {
        return places;
    }

    /** Ends of the whole that are its own, too. */
    public Set<String> ends() {
        return ends;
    }

    /** Its roads, those that are cut among them. */
    public Set<String> roads() {
        return roads;
    }

    /** Roads that are cut, by id. */
    public Map<String, Cut> cuts() {
        return cuts;
    }

    /** Whether a lane or a path of the whole is one of the piece, too, at least partly. */
    public boolean hasLane(int lane) {
        return lanes[lane];
    }

    /** Whether a link is, at least partly. */
    public boolean has(Link link) {
        return lanes[link.firstLane()];
    }

    /** The cut of a link, if it is cut. */
    public Optional<Cut> cut(Link link) {
        return Optional.ofNullable(link.ring() ? null : cuts.get(link.road()));
    }

    /** Where who drives on a link of the piece leaves it at the latest: a place of the piece, or an end. */
    String endOf(Link link) {
        Cut cut = cut(link).orElse(null);
        return cut != null && cut.out() == link.index() ? cut.end() : link.to();
    }

    /** Where who comes onto a link of the piece from outside comes in. */
    String startOf(Link link) {
        Cut cut = cut(link).orElse(null);
        return cut != null && cut.in() == link.index() ? cut.end() : link.from();
    }

    /** All links of the piece but arcs of roundabouts. */
    public List<Link> links() {
        List<Link> all = new ArrayList<>();
        network.links().stream().filter(l -> !l.ring() && has(l)).forEach(all::add);
        return all;
    }
}
