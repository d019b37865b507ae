package org.ulicarro.core.traffic;

/** Stages 6 and 7: moves everybody, hands vehicles over from lane to lane, and lets those go who have arrived. */
final class Motion {

    /** Below this a vehicle stands (m/s). */
    static final double STANDING = 0.01;

    /** Below this a vehicle counts as stopped (m/s): 8 km/h. */
    static final double STOP_SPEED = 8 / 3.6;

    /** Above this its next fall below the stop speed is a new stop (m/s): 24 km/h. */
    static final double MOVING_SPEED = 24 / 3.6;

    /** Past the line, the delay of a control ends at the latest here (m). */
    private static final double CONTROL_REACH = 150;

    /** Back at this share of its desired speed a vehicle has the control behind it. */
    private static final double RECOVERED = 0.95;

    private final LaneTable table;
    private final LaneQueues queues;
    private final Fleet f;
    private final Ledger ledger;
    private final Entries entries;
    private final Occupancy occupancy;
    private final TrafficEvents events;
    private final double dt;
    int arrived; // vehicles that have left the network

    Motion(
            LaneTable table,
            LaneQueues queues,
            Fleet fleet,
            Ledger ledger,
            Entries entries,
            Occupancy occupancy,
            TrafficEvents events,
            double dt) {
        this.table = table;
        this.queues = queues;
        f = fleet;
        this.ledger = ledger;
        this.entries = entries;
        this.occupancy = occupancy;
        this.events = events;
        this.dt = dt;
    }

    void integrate() {
        for (int v = 0; v < f.rows; v++) {
            if (f.id[v] >= 0) {
                double before = f.speed[v];
                double after = before + f.accel[v] * dt;
                double moved;
                if (after < 0) { // comes to rest within the step
                    moved = -before * before / (2 * f.accel[v]);
                    after = 0;
                } else {
                    moved = (before + after) / 2 * dt; // mean speed: exact for a constant acceleration
                }
                f.speed[v] = after;
                f.pos[v] += moved;
                if (before < STANDING != after < STANDING) {
                    events.stoodOrWent(v);
                }
                keepAccount(v, moved, after);
            }
        }
    }

    private void keepAccount(int v, double moved, double after) {
        double freeTime = moved * ledger.pace[v];
        double cruise = ledger.cruise[v];
        double full = cruise * cruise;
        if (ledger.allowedSquared[v] < full || ledger.aloneSquared[v] < full) {
            double onStraight = freeTime;
            freeTime = timeAlone(v, moved);
            ledger.geometric[v] += freeTime - onStraight;
        }
        double lost = dt - freeTime;
        ledger.delay[v] += lost;
        if (Double.isNaN(ledger.lineTime[v])) {
            ledger.lost[v] += lost;
        } else {
            ledger.sinceLine[v] += moved;
        }
        if (ledger.held[v] == 1) {
            ledger.control[v] += lost;
        }
        if (after < STOP_SPEED) {
            ledger.stopped[v] += dt;
            if (ledger.armed[v] == 1) {
                ledger.stops[v]++;
                ledger.armed[v] = 0;
            }
        } else if (after > MOVING_SPEED) {
            ledger.armed[v] = 1;
        }
    }

    /** Time for a stretch near a curve, if the vehicle were alone: it brakes for the curve and picks up speed after it. */
    private double timeAlone(int v, double moved) {
        double allowed = ledger.allowedSquared[v];
        double alone = Math.min(ledger.aloneSquared[v], allowed);
        double share = Math.min(1, alone / (f.want[v] * f.want[v]));
        double reached = Math.min(allowed, alone + 2 * f.pickup[v] * (1 - share * share) * moved);
        ledger.aloneSquared[v] = reached;
        return moved / Math.sqrt((alone + reached) / 2);
    }

    /** Each lane pulls from the lanes before it, the one furthest over the end first, then by id, until nobody is left over. */
    void handOver(double now) {
        boolean moved = true;
        while (moved) {
            moved = false;
            for (int lane = 0; lane < table.lanes; lane++) {
                int v = nextOver(lane);
                while (v >= 0) {
                    pull(v, lane, now);
                    moved = true;
                    v = nextOver(lane);
                }
            }
        }
    }

    private int nextOver(int lane) {
        int found = -1;
        double most = 0;
        for (int source : table.sources[lane]) {
            if (queues.count[source] > 0) {
                int v = queues.at(source, 0);
                double over = f.pos[v] - table.end[source];
                if (f.next[v] == lane && over >= 0) {
                    if (found < 0 || over > most || over == most && f.id[v] < f.id[found]) {
                        found = v;
                        most = over;
                    }
                }
            }
        }
        return found;
    }

    private void pull(int v, int lane, double now) {
        int old = f.lane[v];
        double over = f.pos[v] - table.end[old];
        queues.removeFirst(old);
        queues.append(lane, v);
        dropSidewaysGuest(v);
        trailBehind(v, old);
        f.lane[v] = lane;
        f.pos[v] = over;
        events.ontoLane(v, lane);
        if (table.path[lane]) {
            enterJunction(v, lane, over, now);
        } else {
            leaveJunction(v, lane);
        }
        f.want[v] = table.limit[lane] * f.factor[v];
    }

    private void enterJunction(int v, int path, double over, double now) {
        double at = now + dt - timeFor(over, f.speed[v], f.accel[v]);
        f.next[v] = table.to[path];
        f.insideSince[v] = at;
        f.decision[v] = Fleet.UNDECIDED;
        f.waitingSince[v] = Double.NaN;
        events.passedLine(f.id[v], table.movement[path], at);
        if (!Double.isNaN(ledger.lineTime[v])) { // the last place was so near that its account is still open
            close(v, f.cursor[v]);
        }
        if (ledger.ahead[v] == table.movement[path]) {
            ledger.lineTime[v] = at;
            ledger.queued[v] = 0;
        }
    }

    private void leaveJunction(int v, int lane) {
        f.cursor[v]++;
        occupancy.plan(v, lane);
        f.committed[v] = 0;
        f.insideSince[v] = Double.NaN;
        ledger.cruiseAt(v, table.limit[lane] * f.factor[v]);
    }

    /** Seconds since a vehicle was that far back, at the speed and acceleration that it has at the end of the step. */
    private double timeFor(double metres, double speed, double accel) {
        double before = speed * speed - 2 * accel * metres;
        double mean = (speed + Math.sqrt(Math.max(0, before))) / 2;
        return mean > 0 ? Math.min(dt, metres / mean) : 0;
    }

    private void dropSidewaysGuest(int v) {
        if (f.changedFrom[v] != LaneTable.NONE) {
            queues.removeGuest(f.changedFrom[v], v);
            f.changedFrom[v] = LaneTable.NONE;
        }
    }

    /** Its body stays a guest of the lanes behind until its rear has left them. Round a ring it may reach over three. */
    private void trailBehind(int v, int old) {
        double length = table.end[old];
        if (f.tail3[v] != LaneTable.NONE) {
            queues.removeGuest(f.tail3[v], v);
        }
        shift(f.tail2[v], v, length);
        shift(f.tail[v], v, length);
        f.tail3[v] = f.tail2[v];
        f.tail2[v] = f.tail[v];
        f.tail[v] = old;
        queues.addGuest(old, v, length);
    }

    private void shift(int lane, int v, double metres) {
        if (lane != LaneTable.NONE) {
            queues.shiftGuest(lane, v, metres);
        }
    }

    /** Takes guests off lanes that their rear has left, or that they have moved out of sideways. */
    void clearGuests() {
        for (int lane = 0; lane < table.lanes; lane++) {
            for (int g = queues.guestCount[lane] - 1; g >= 0; g--) {
                int v = queues.guest(lane, g);
                if (f.changedFrom[v] == lane) {
                    f.changeLeft[v] -= dt;
                    if (f.changeLeft[v] <= 1e-9) {
                        queues.removeGuestAt(lane, g);
                        f.changedFrom[v] = LaneTable.NONE;
                        events.movedOver(v);
                    }
                } else if (f.pos[v] + queues.guestOffset(lane, g) - f.length[v] >= table.end[lane]) {
                    queues.removeGuestAt(lane, g);
                    forgetTail(v, lane);
                }
            }
        }
    }

    private void forgetTail(int v, int lane) {
        if (f.tail[v] == lane) {
            f.tail[v] = LaneTable.NONE;
        } else if (f.tail2[v] == lane) {
            f.tail2[v] = LaneTable.NONE;
        } else {
            f.tail3[v] = LaneTable.NONE;
        }
    }

    void closeAccounts() {
        for (int v = 0; v < f.rows; v++) {
            if (f.id[v] >= 0 && !Double.isNaN(ledger.lineTime[v])) {
                boolean recovered = f.speed[v] >= RECOVERED * ledger.cruise[v] && !table.path[f.lane[v]];
                if (recovered || ledger.sinceLine[v] >= CONTROL_REACH) {
                    close(v, f.cursor[v] + (table.path[f.lane[v]] ? 1 : 0));
                }
            }
        }
    }

    /** Closes the account of the last controlled place and opens that of the next one from a place of the route on. */
    private void close(int v, int cursor) {
        events.writeVisits().add(ledger, v, ledger.lineTime[v] - ledger.lost[v], true);
        ledger.outside[v] = 0;
        ledger.begin(v, entries.nextControlled(v, cursor));
    }

    void depart(double now) {
        for (int lane = 0; lane < table.lanes; lane++) {
            while (queues.count[lane] > 0) {
                int v = queues.at(lane, 0);
                double over = f.pos[v] - table.end[lane];
                if (f.next[v] != Fleet.EXIT || over < 0) {
                    break;
                }
                if (!Double.isNaN(ledger.lineTime[v])) {
                    close(v, f.cursor[v]);
                }
                queues.removeFirst(lane);
                dropSidewaysGuest(v);
                if (f.tail[v] != LaneTable.NONE) {
                    queues.removeGuest(f.tail[v], v);
                }
                if (f.tail2[v] != LaneTable.NONE) {
                    queues.removeGuest(f.tail2[v], v);
                }
                if (f.tail3[v] != LaneTable.NONE) {
                    queues.removeGuest(f.tail3[v], v);
                }
                events.left(f.id[v], v, now + dt - timeFor(over, f.speed[v], f.accel[v]));
                f.release(v);
                arrived++;
            }
        }
    }
}
