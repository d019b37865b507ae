package org.ulicarro.core.network;

import java.util.List;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Turn;

/**
 * Slip lanes for turns to the kerb side: the lane ends before the junction's line, and the road it leads into begins later, so
 * that its path has a wide curve beside the junction.
 */
final class SlipLanes {

    /** Radius that a slip lane is laid out for (m). */
    private static final double RADIUS = 20;

    /** From the outer kerb of a ring to the middle of a slip lane beside it (m). */
    private static final double CLEAR_OF_RING = 3.2;

    private SlipLanes() {}

    static void make(Draft draft) {
        draft.input.places().forEach((id, place) -> {
            for (List<Carriageway> road : draft.roadsAt.getOrDefault(id, List.of())) {
                for (Carriageway in : road) {
                    if (!place.bypass().isEmpty() && in.to().equals(id)) {
                        make(draft, id, place, in);
                    }
                }
            }
        });
    }

    private static void make(Draft draft, String id, Place place, Carriageway in) {
        PlaceLayout layout = draft.layouts.get(id);
        for (Exits.Exit exit : Exits.of(draft, in)) {
            if (!isBypass(draft, place, in, exit)) {
                continue;
            }
            String pointer = Draft.placePointer(id) + "/bypass";
            if (exit.turn() != Turn.RIGHT) {
                draft.report(NetworkFault.SLIP_NOT_KERB_SIDE, pointer, in.roadId, exit.to().roadId);
                continue;
            }
            if (!hasOwnLane(in)) {
                draft.report(NetworkFault.SLIP_WITHOUT_LANE, in.pointer(), in.roadId, exit.to().roadId, in.id());
                continue;
            }
            double clear = layout.ring() == null ? 0 : layout.ring().radius() + CLEAR_OF_RING;
            widen(layout, in, exit.to(), clear);
        }
    }

    static boolean isBypass(Draft draft, Place place, Carriageway in, Exits.Exit exit) {
        String approach = draft.layouts.get(in.to()).approach(in.roadId);
        String id = in.roadId + ">" + exit.to().roadId;
        return Exits.own(draft, place.bypass(), id, approach, exit.turn()) != null;
    }

    private static boolean hasOwnLane(Carriageway in) {
        List<org.ulicarro.core.study.Arrows> turns = in.lanes.turns();
        if (turns.isEmpty()) {
            return !in.lanes.bays().right().isEmpty();
        }
        return turns.get(turns.size() - 1).toString().equals("R");
    }

    /** Sets the lane's end and the road's start so far apart that a curve of that radius fits between them. */
    private static void widen(PlaceLayout layout, Carriageway in, Carriageway out, double clear) {
        int lane = in.count() - 1;
        Setbacks.Leg a = layout.leg(in.roadId);
        Setbacks.Leg b = layout.leg(out.roadId);
        Pose lineIn = a.outward().right(-(in.widthAtEnd() - in.width(lane) / 2));
        Pose lineOut = b.outward().right(out.widthAtStart() - out.width(out.count() - 1) / 2);
        double cross = lineIn.dx() * lineOut.dy() - lineIn.dy() * lineOut.dx();
        double gx = lineOut.x() - lineIn.x();
        double gy = lineOut.y() - lineIn.y();
        double alongIn = (gx * lineOut.dy() - gy * lineOut.dx()) / cross;
        double alongOut = (gx * lineIn.dy() - gy * lineIn.dx()) / cross;
        double turned = StrictMath.PI - Math.abs(a.outward().turnTo(b.outward()));
        double tangent = RADIUS * StrictMath.tan(turned / 2);
        if (clear > 0) {
            // the arc's nearest point lies on the line that halves the corner; it has to stay outside the ring
            double half = (StrictMath.PI - turned) / 2;
            double corner = (alongIn + alongOut) / 2 / StrictMath.cos(half);
            double gain = 1 / StrictMath.cos(half) - StrictMath.tan(half);
            tangent = Math.max(tangent, (clear - corner) / gain);
        }
        in.pullBack(lane, Math.max(0, alongIn + tangent - layout.lineOf(in.roadId)));
        layout.startFurther(out.roadId, alongOut + tangent);
    }

    static Place.Bypass kind(Draft draft, Place place, Carriageway in, Exits.Exit exit) {
        if (place.bypass().isEmpty()) {
            return null;
        }
        String approach = draft.layouts.get(in.to()).approach(in.roadId);
        return Exits.own(draft, place.bypass(), in.roadId + ">" + exit.to().roadId, approach, exit.turn());
    }

    /** How many lanes of an approach are slip lanes: 0 or 1. */
    static int count(Draft draft, Place place, Carriageway in) {
        return (int) Exits.of(draft, in).stream()
                .filter(exit -> kind(draft, place, in, exit) != null)
                .limit(1)
                .count();
    }
}
