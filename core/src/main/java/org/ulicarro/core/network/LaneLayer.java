package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.study.Turn;

/** Lays the lanes of links, with their arrows. */
final class LaneLayer {

    /** A short lane leaves at least this much of the road to itself (m). */
    private static final double ROOM_BESIDE = 5;

    private LaneLayer() {}

    static void lay(Draft draft, Carriageway c) {
        int count = c.count();
        Link link = new Link(
                draft.links.size(),
                c.id(),
                c.roadId,
                c.ahead,
                false,
                c.from(),
                c.to(),
                draft.layouts.get(c.to()).approach(c.roadId),
                c.road.roadClass(),
                c.road.median() >= Link.WIDE_MEDIAN || c.road.ahead() == null || c.road.back() == null,
                c.road.speed(),
                c.road.speed(),
                c.ahead ? c.road.grade() : -c.road.grade(),
                c.length(),
                c.length() / c.road.speed(),
                draft.lanes.size(),
                count);
        draft.links.add(link);
        draft.leaving.computeIfAbsent(link.from(), none -> new ArrayList<>()).add(link);
        draft.arriving.computeIfAbsent(link.to(), none -> new ArrayList<>()).add(link);
        List<Exits.Exit> exits = Exits.of(draft, c);
        draft.exits.add(exits);
        List<Arrows> arrows = arrows(draft, c, exits);
        int atEnd = 0;
        for (int i = 0; i < count; i++) {
            boolean ends = c.endsOnTheWay(i);
            draft.lanes.add(new Lane(
                    draft.lanes.size(),
                    link.index(),
                    draft.hand.number(i, count),
                    c.start(i),
                    c.end(i),
                    ends,
                    c.taper(i),
                    c.road.speed(),
                    c.width(i),
                    ends || arrows.isEmpty() ? null : arrows.get(atEnd),
                    c.line(i)));
            atEnd += ends ? 0 : 1;
        }
    }

    private static List<Arrows> arrows(Draft draft, Carriageway c, List<Exits.Exit> exits) {
        Control control = draft.place(c.to()).control();
        List<Turn> turns = new ArrayList<>(exits.stream().map(Exits.Exit::turn).toList());
        if (control == Control.ROUNDABOUT) {
            int straight = exits.stream()
                    .filter(e -> e.turn() == Turn.THROUGH)
                    .mapToInt(e -> e.to().lanes.lanes())
                    .findFirst()
                    .orElse(0);
            return Movements.arrowsAtRoundabout(c.lanes, turns, straight);
        }
        boolean onlyBack = turns.stream().allMatch(t -> t == Turn.UTURN);
        if (c.lanes.turns().isEmpty() && onlyBack) {
            return List.of(); // the end of a road; nobody turns back there unless an arrow says so
        }
        boolean beforeRamp = draft.left.containsValue(c.id());
        if (control == Control.NONE && c.lanes.turns().isEmpty() && !beforeRamp) {
            List<Arrows> own = eachItsOwn(c, exits);
            if (!own.isEmpty()) {
                return own;
            }
        }
        int[] numbers = IntStream.range(0, c.count())
                .filter(lane -> !c.endsOnTheWay(lane))
                .map(lane -> draft.hand.number(lane, c.count()))
                .toArray();
        int bays = c.lanes.bays().left().size();
        return Movements.arrows(c.lanes, turns, lane -> KeptLanes.isForBicycles(c.lanes, numbers[bays + lane]));
    }

    /** Where a road parts into as many lanes as arrive, each lane leads to its own. */
    private static List<Arrows> eachItsOwn(Carriageway c, List<Exits.Exit> exits) {
        List<Exits.Exit> onward =
                exits.stream().filter(e -> e.turn() != Turn.UTURN).toList();
        int out = onward.stream().mapToInt(e -> e.to().lanes.lanes()).sum();
        if (onward.size() < 2 || out != c.lanes.lanesAtEnd()) {
            return List.of();
        }
        List<Arrows> arrows = new ArrayList<>();
        for (Exits.Exit exit : onward) {
            for (int i = 0; i < exit.to().lanes.lanes(); i++) {
                Turn t = exit.turn();
                arrows.add(new Arrows(false, t == Turn.LEFT, t == Turn.THROUGH, t == Turn.RIGHT));
            }
        }
        return arrows;
    }

    static boolean checkShortLanes(Draft draft, Carriageway c, Direction.Bays bays, String key) {
        boolean fits = true;
        for (String side : List.of("left", "right")) {
            List<Direction.Bay> ones = side.equals("left") ? bays.left() : bays.right();
            for (int i = 0; i < ones.size(); i++) {
                double needs = ones.get(i).fullWidth() + ones.get(i).taper();
                if (needs > c.length() - ROOM_BESIDE) {
                    fits = false;
                    draft.report(
                            NetworkFault.BAY_TOO_LONG,
                            c.pointer() + "/" + key + "/" + written(draft.hand, side) + "/" + i,
                            needs,
                            c.roadId,
                            c.length());
                }
            }
        }
        return fits;
    }

    private static String written(Hand hand, String side) {
        return hand == Hand.RIGHT ? side : side.equals("left") ? "right" : "left";
    }
}
