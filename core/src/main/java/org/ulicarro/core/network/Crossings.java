package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.Crossing;
import org.ulicarro.core.study.MidBlockCrossing;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Place.Control;

/** Lays marked crossings, and finds the lanes and paths that they cross. */
final class Crossings {

    /** On a roundabout's leg, between the line and the crossing: one car waits there (m). NCHRP Report 672, section 6.8. */
    private static final double BEFORE_RING = 6.0;

    private static final double SAMPLE = 0.25;

    private Crossings() {}

    static void lay(Draft draft) {
        draft.input
                .places()
                .forEach((id, place) -> place.crossings().forEach((road, crossing) -> {
                    if (draft.layouts.get(id).legs().stream()
                            .anyMatch(leg -> leg.road().equals(road))) {
                        layAtPlace(draft, id, place, road, crossing);
                    }
                }));
        draft.input.crossings().forEach((id, crossing) -> layOnRoad(draft, id, crossing));
    }

    private static void layAtPlace(Draft draft, String id, Place place, String road, Crossing crossing) {
        PlaceLayout layout = draft.layouts.get(id);
        Setbacks.Leg leg = layout.leg(road);
        boolean atRing = layout.ring() != null;
        double near = atRing ? layout.lineOf(road) + BEFORE_RING : layout.crossingAt(road);
        double middle = near + crossing.width() / 2;
        List<Lane> lanes = new ArrayList<>();
        if (atRing) {
            draft.links.stream()
                    .filter(l -> l.road().equals(road) && !l.ring())
                    .forEach(l -> lanes.addAll(draft.lanesOf(l)));
        } else {
            for (int m : draft.junctions.get(id).movements()) {
                Movement movement = draft.movements.get(m);
                boolean there = draft.links.get(movement.fromLink()).road().equals(road)
                        || draft.links.get(movement.toLink()).road().equals(road);
                if (there) {
                    movement.paths().forEach(path -> lanes.add(draft.lanes.get(path.lane())));
                }
            }
        }
        double bent = atRing ? 6 : 0; // the splitter spreads the two directions
        Pose one = across(leg.outward().ahead(middle), leg.right() + bent);
        double length = leg.left() + leg.right() + 2 * bent;
        double axis = leg.right() + bent;
        List<MarkedCrossing.Crossed> crossed = crossed(lanes, one, length, crossing.width());
        if (atRing) { // from the outer edge of the lanes there to the other one
            double from = Double.POSITIVE_INFINITY;
            double to = 0;
            for (MarkedCrossing.Crossed c : crossed) {
                double half = draft.lanes.get(c.lane()).width() / 2;
                from = Math.min(from, c.at() - half);
                to = Math.max(to, c.at() + half);
            }
            one = one.ahead(from);
            axis -= from;
            length = to - from;
            crossed = crossed(lanes, one, length, crossing.width());
        }
        boolean signal = place.control() == Control.SIGNAL && !place.minor().contains(road);
        Crossing.Kind usual = signal ? Crossing.Kind.SIGNAL : Crossing.Kind.ZEBRA;
        draft.crossings.add(new MarkedCrossing(
                id + "." + road,
                id,
                road,
                crossing.kind() == null ? usual : crossing.kind(),
                crossing.refuge(),
                crossing.width(),
                one,
                length,
                axis,
                crossing.yielding(),
                crossed));
    }

    private static void layOnRoad(Draft draft, String id, MidBlockCrossing crossing) {
        List<Lane> lanes = new ArrayList<>();
        Pose axis = null;
        double left = 0;
        double right = 0;
        double station = 0;
        Carriageway last = null;
        for (Carriageway c : draft.carriageways) {
            if (c.roadId.equals(crossing.road())) {
                station = c.station(crossing.at());
                Link link = draft.links.get(draft.carriageways.indexOf(c));
                lanes.addAll(draft.lanesOf(link));
                double outer = 0;
                double inner = Double.POSITIVE_INFINITY;
                for (int i = 0; i < c.count(); i++) {
                    if (station >= c.start(i) && station <= c.end(i)) {
                        outer = Math.max(outer, c.offset(i, station) + c.width(i) / 2);
                        inner = Math.min(inner, c.offset(i, station) - c.width(i) / 2);
                    }
                }
                boolean first = axis == null;
                axis = first ? c.axisAt(station) : axis;
                right = first ? outer : right;
                left = first ? -inner : outer;
                last = c;
                if (!(station - crossing.width() > 0 && station + crossing.width() < c.length())) {
                    draft.report(
                            NetworkFault.CROSSING_OUTSIDE,
                            Fault.child("/network/crossings", id) + "/at",
                            id,
                            c.id(),
                            c.length());
                    return;
                }
            }
        }
        if (last == null) {
            return; // said by the study's rules
        }
        Pose one = across(axis, right);
        draft.crossings.add(new MarkedCrossing(
                id,
                null,
                crossing.road(),
                crossing.kind(),
                crossing.refuge(),
                crossing.width(),
                one,
                left + right,
                right,
                crossing.yielding(),
                crossed(lanes, one, left + right, crossing.width())));
    }

    /** At a kerb right of a pose, looking left across the road. */
    private static Pose across(Pose along, double right) {
        Pose kerb = along.right(right);
        return new Pose(kerb.x(), kerb.y(), -along.dy(), along.dx());
    }

    private static List<MarkedCrossing.Crossed> crossed(List<Lane> lanes, Pose one, double length, double width) {
        List<MarkedCrossing.Crossed> crossed = new ArrayList<>();
        for (Lane lane : lanes) {
            double from = Double.NaN;
            double to = 0;
            double at = 0;
            for (double s = lane.start(); s <= lane.end(); s += SAMPLE) {
                Pose p = lane.at(s);
                double gx = p.x() - one.x();
                double gy = p.y() - one.y();
                double along = gx * one.dx() + gy * one.dy();
                double aside = Math.abs(gx * one.dy() - gy * one.dx());
                if (aside <= width / 2 && along > -1 && along < length + 1) {
                    from = Double.isNaN(from) ? s : from;
                    to = s;
                    at = along;
                }
            }
            if (!Double.isNaN(from)) {
                crossed.add(new MarkedCrossing.Crossed(lane.index(), from, to, at));
            }
        }
        return List.copyOf(crossed);
    }
}
