package org.ulicarro.core.traffic;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.demand.Walks;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Control;
import org.ulicarro.core.traffic.entries.Entries;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.Tally;
import org.ulicarro.core.traffic.watching.QueueMarks;

/**
 * Traffic in which nothing moves by itself: a test puts vehicles where it wants them, shows what signals show, and lets observers look
 * at it second by second. So that what they measure can be worked out on paper.
 */
public final class ByHand {

    private final Parts parts;
    private final Entries entries;
    private final TrafficView view;
    private final QueueMarks marks;
    private final Tally joins = new Tally();
    private final List<Observer> observers = new ArrayList<>();
    private int tick;

    public ByHand(Model model, double start) {
        parts = new Parts(model.behaviour(), model.table(), model.demand().departures(1), Walks.nobody());
        entries = new Entries(parts, model.behaviour().traits);
        view = new TrafficView(parts, entries, new Control(model.signals(), parts.aspects));
        marks = new QueueMarks(parts);
        tick = Clock.ticks(start);
    }

    public void observe(Observer observer) {
        observers.add(observer);
    }

    public void show(int group, Aspect aspect) {
        parts.aspects.show(group, aspect, tick);
    }

    /** A car 5 m long at the end of the queue of a lane; its front that far from the line. Answers its slot. */
    public int car(int lane, double toLine, double speed, int movement) {
        Fleet f = parts.fleet;
        int door = f.take();
        int slot = f.slot(door);
        f.rare(door, 0);
        f.id(door, slot);
        f.lane(door, lane);
        f.pos(door, parts.table.end[lane] - toLine);
        f.speed(door, speed);
        f.length(door, 5);
        parts.ledger.open(
                door, Clock.seconds(tick), Clock.seconds(tick), 15, 15, movement, parts.table.placeOf(movement));
        parts.ledger.heldBy(door, parts.table.placeOf(movement));
        parts.queues.append(lane, door);
        return slot;
    }

    public void place(int slot, double toLine, double speed) {
        int row = parts.fleet.rowAt(slot);
        parts.fleet.pos(row, parts.table.end[parts.fleet.lane(row)] - toLine);
        parts.fleet.speed(row, speed);
    }

    /** The first car of a lane passes the line, and is out of sight. */
    public void pass(int lane, int movement) {
        int row = parts.queues.at(lane, 0);
        parts.queues.removeFirst(lane);
        parts.events.passedLine(parts.fleet.id(row), movement, lane, Clock.seconds(tick));
    }

    /** Closes the account of somebody who passed the line at one moment and would have been there at another, undelayed. */
    public void visit(int movement, double virtualArrival, double line) {
        int row = parts.fleet.take();
        parts.ledger.open(row, virtualArrival, virtualArrival, 15, 15, movement, parts.table.placeOf(movement));
        parts.ledger.passLine(row, line);
        parts.events.writeVisits().add(parts.ledger, row, parts.fleet.slot(row), virtualArrival, true);
        parts.fleet.release(row);
    }

    /** Lets the observers look, and a second go by. */
    public void second() {
        joins.clear();
        for (int lane = 0; lane < parts.table.lanes; lane++) {
            parts.queues.noteSlow(lane);
        }
        marks.mark(0, parts.table.lanes, joins);
        marks.tell(joins, parts.events);
        tick += Clock.TICKS_PER_SECOND;
        view.at(tick);
        observers.forEach(o -> o.afterStep(view, parts.events));
        parts.events.clear();
    }

    public void seconds(int n) {
        for (int i = 0; i < n; i++) {
            second();
        }
    }
}
