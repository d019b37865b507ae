package org.ulicarro.core.traffic.changing;

import java.util.List;
import org.ulicarro.core.network.LinkCost;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Router;
import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.traffic.events.Motive;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.lanes.LaneRules;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.setup.Witness;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Ledger;
import org.ulicarro.core.traffic.state.Occupancy;
import org.ulicarro.core.traffic.state.Resting;
import org.ulicarro.core.traffic.state.Tally;
import org.ulicarro.core.traffic.way.Routes;
import org.ulicarro.core.traffic.way.Wayfinding;

/**
 * Stage 3b: makes the changes of lanes that drivers wish for, in a fixed order, each gap looked at again. Those who must change and
 * find no room ask the driver behind in the other lane for it; those who have waited too long drive on as their lane leads.
 *
 * <p>From the moment of the change a vehicle belongs to its new lane, and is a guest of the old one until it has moved over.
 */
public final class LaneChanges {

    /** With this much of it left, the body has left the old lane (s). */
    public static final double CLEAR_OF_OLD_LANE = 0.9;

    /** Who is moving over stays this far behind the one ahead in the old lane (m). */
    public static final double LEFT_TO_OTHERS = 1;

    private final LaneTable table;
    private final LaneRules rules;
    private final LaneQueues queues;
    private final Fleet f;
    private final Ledger ledger;
    private final Occupancy occupancy;
    private final Wayfinding wayfinding;
    private final Routes routes;
    private final Gaps gaps;
    private final TrafficEvents events;
    private final Witness witness;
    private final Router router;
    private final Resting resting;
    public int missedTurns;

    private final double changeDuration;
    private final double seesNeed;
    private final double letsInEvery;
    private final double waitsWithin;

    public LaneChanges(Parts parts) {
        DriverNumbers numbers = parts.numbers;
        changeDuration = numbers.changeDuration();
        seesNeed = numbers.seesNeed();
        letsInEvery = numbers.letsInEvery();
        waitsWithin = numbers.waitsWithin();
        table = parts.table;
        rules = parts.rules;
        queues = parts.queues;
        f = parts.fleet;
        ledger = parts.ledger;
        occupancy = parts.occupancy;
        wayfinding = parts.wayfinding;
        routes = parts.routes;
        gaps = new Gaps(parts);
        events = parts.events;
        witness = parts.witness;
        resting = parts.resting;
        router = new Router(table.network, LinkCost.freeTime());
    }

    /**
     * Makes those of the wishes for which there is room.
     *
     * @param wishes slots, in any order
     */
    public void make(Tally wishes, double now, int tick) {
        sortByTarget(wishes);
        for (int i = 0; i < wishes.count(); i++) {
            int v = f.rowAt(wishes.at(i));
            if (f.changedFrom(v) != LaneTable.NONE) {
                continue; // its body is still on a lane of the link before
            }
            int target = f.target(v);
            boolean needed = f.motive(v) < Motive.GAIN.ordinal();
            boolean fits = gaps.fits(v, target, needed);
            if (f.slot(v) == witness.slot) {
                witness.change(
                        Motive.of(f.motive(v)),
                        target,
                        fits,
                        gaps.inTheWay < 0 ? -1 : f.id(gaps.inTheWay),
                        gaps.behind);
            }
            if (fits) {
                move(v, target, tick);
            } else if (needed) {
                if (gaps.urgency.of(v) > 0) {
                    askForRoom(v, target, tick);
                }
                waitAtEnd(v, now);
            }
        }
    }

    /** By target lane, then from the front, then by id. */
    private void sortByTarget(Tally wishes) {
        for (int i = 1; i < wishes.count(); i++) {
            int slot = wishes.at(i);
            int v = f.rowAt(slot);
            int j = i - 1;
            while (j >= 0 && isLater(f.rowAt(wishes.at(j)), v)) {
                wishes.set(j + 1, wishes.at(j));
                j--;
            }
            wishes.set(j + 1, slot);
        }
    }

    private boolean isLater(int u, int v) {
        int targetU = f.target(u);
        int targetV = f.target(v);
        if (targetU != targetV) {
            return targetU > targetV;
        }
        return f.pos(u) != f.pos(v) ? f.pos(u) < f.pos(v) : f.id(u) > f.id(v);
    }

    private void move(int from, int target, int tick) {
        int old = f.lane(from);
        resting.wake(old); // what standing has cost it is booked before its record moves
        int place = occupancy.place(target, f.pos(from));
        if (place < queues.count(target)) {
            int follower = queues.at(target, place);
            f.letInAt(follower, tick);
            f.cutShort(follower, gaps.easeBehind);
        }
        f.cutShort(from, gaps.easeAhead);
        int v = queues.insert(target, place, from);
        queues.remove(old, from);
        queues.addGuest(old, v, 0);
        f.changedFrom(v, old);
        f.mark(v, Fleet.MOVES_OVER);
        f.changeLeft(v, (float) changeDuration);
        f.changedAt(v, tick);
        f.lane(v, target);
        f.since(v, Double.NaN);
        events.startedOver(v, target, f.motive(v));
        wayfinding.plan(v, target);
    }

    /** The nearest one behind in the other lane leaves room, if that is its way and it has not just done so for somebody else. */
    private void askForRoom(int v, int target, int tick) {
        int place = occupancy.place(target, f.pos(v));
        // who stands beside it had better drive on: the next one behind can open a gap
        while (place < queues.count(target)
                && (isBeside(queues.at(target, place), v) || isInVain(queues.at(target, place), v))) {
            place++;
        }
        if (place < queues.count(target)) {
            int u = queues.at(target, place);
            boolean sees = f.pos(v) - f.length(v) - f.pos(u) < seesNeed;
            boolean justDid = tick - f.letInAt(u) < letsInEvery * 10;
            if (sees && !justDid && f.lets(u) == 1) {
                resting.wake(target);
                f.mark(u, Fleet.LEAVES_ROOM);
                f.roomFor(u, f.slot(v)); // of several the nearest ahead of it, who comes last in this order
            }
        }
    }

    /** Two who stand, and the one behind is too near for the other to come in: its room is none, however long both wait. */
    private boolean isInVain(int u, int v) {
        return u == gaps.inTheWay && f.speed(u) < Occupancy.STANDS && f.speed(v) < Occupancy.STANDS;
    }

    private boolean isBeside(int u, int v) {
        return f.pos(u) > f.pos(v) - f.length(v) - 1 && f.speed(u) < 3;
    }

    /** At the end of a wrong lane a driver loses patience in the end. */
    private void waitAtEnd(int v, double now) {
        int lane = f.lane(v);
        boolean atEnd = f.next(v) == Fleet.WRONG_LANE
                && f.speed(v) < 0.5
                && table.end[lane] - f.pos(v) < waitsWithin
                && queues.at(lane, 0) == v;
        if (!atEnd) {
            return;
        }
        if (Double.isNaN(f.since(v))) {
            f.since(v, now);
        } else if (now - f.since(v) >= rules.patience[lane] && table.paths[lane].length > 0) {
            driveOn(v, lane);
        }
    }

    /** Takes the movement from which the way to the destination is shortest, and if there is none the way out that is. */
    private void driveOn(int v, int lane) {
        int cursor = f.cursor(v);
        int[] way = routes.of(f.id(v));
        int goal = table.network.movements().get(way[way.length - 1]).toLink();
        List<Integer> onward = way(lane, goal);
        if (onward == null) {
            onward = way(lane, LaneTable.NONE);
        }
        if (onward == null) {
            return; // nothing leads on from here; it goes on waiting
        }
        routes.replace(f.id(v), cursor, onward);
        missedTurns++;
        events.missedTurn(f.id(v), way[cursor]);
        f.since(v, Double.NaN);
        if (!ledger.isPastLine(v)) {
            // what it waited here stays on the account of the place, which it now leaves another way
            ledger.ahead(v, wayfinding.nextControlled(v, cursor));
            ledger.place(v, table.placeOf(ledger.ahead(v)));
        }
        f.call(v, Fleet.NO_CALL);
        f.unmark(v, Fleet.CALLS);
        wayfinding.plan(v, lane);
    }

    /** The shortest way from the paths of a lane to a link, or with NONE out of the network; null when there is none. */
    private List<Integer> way(int lane, int goal) {
        List<Integer> best = null;
        double least = Double.POSITIVE_INFINITY;
        for (int path : table.paths[lane]) {
            Movement first = table.network.movements().get(table.movement[path]);
            List<Integer> rest = router.way(
                    first.toLink(),
                    link -> goal == LaneTable.NONE
                            ? table.network.movementsFrom(link.index()).isEmpty()
                            : link.index() == goal);
            if (rest == null) {
                continue;
            }
            List<Integer> whole = new java.util.ArrayList<>();
            whole.add(first.index());
            whole.addAll(first.onward());
            whole.addAll(rest);
            double length = 0;
            for (int m : whole) {
                length += table.network
                        .links()
                        .get(table.network.movements().get(m).toLink())
                        .length();
            }
            if (length < least) {
                least = length;
                best = whole;
            }
        }
        return best;
    }
}
