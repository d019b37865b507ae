package org.ulicarro.core.traffic.driving;

import static org.ulicarro.core.traffic.state.Records.ACCEL;
import static org.ulicarro.core.traffic.state.Records.COMFORTABLE_DECELERATION;
import static org.ulicarro.core.traffic.state.Records.COMMITTED;
import static org.ulicarro.core.traffic.state.Records.DECISION_AT;
import static org.ulicarro.core.traffic.state.Records.DESIRED_SPEED;
import static org.ulicarro.core.traffic.state.Records.DRIVE;
import static org.ulicarro.core.traffic.state.Records.EASE;
import static org.ulicarro.core.traffic.state.Records.HELD_BY_NOW;
import static org.ulicarro.core.traffic.state.Records.HOLDS;
import static org.ulicarro.core.traffic.state.Records.ID;
import static org.ulicarro.core.traffic.state.Records.LENGTH;
import static org.ulicarro.core.traffic.state.Records.MAXIMUM_ACCELERATION;
import static org.ulicarro.core.traffic.state.Records.NEXT;
import static org.ulicarro.core.traffic.state.Records.PLACE;
import static org.ulicarro.core.traffic.state.Records.POS;
import static org.ulicarro.core.traffic.state.Records.RARE;
import static org.ulicarro.core.traffic.state.Records.RESTRAINED_BY;
import static org.ulicarro.core.traffic.state.Records.RESTRAINT_AT;
import static org.ulicarro.core.traffic.state.Records.RULE_CONSTANT;
import static org.ulicarro.core.traffic.state.Records.SLOW_AT;
import static org.ulicarro.core.traffic.state.Records.SLOW_TO;
import static org.ulicarro.core.traffic.state.Records.SPEED;
import static org.ulicarro.core.traffic.state.Records.STANDING_GAP;
import static org.ulicarro.core.traffic.state.Records.STATE;
import static org.ulicarro.core.traffic.state.Records.TARGET;
import static org.ulicarro.core.traffic.state.Records.TIME_GAP;
import static org.ulicarro.core.traffic.state.Records.WHAT;

import org.ulicarro.core.traffic.following.Follower;
import org.ulicarro.core.traffic.following.FollowingRule;
import org.ulicarro.core.traffic.lanes.LaneKinds;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.setup.Witness;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Moved;
import org.ulicarro.core.traffic.state.Records;

/**
 * Stages 5 and 6, lane by lane from the front: each driver decides by what stood before, and its vehicle moves. Most drivers only follow the one ahead along a lane of which nothing is special: they are dealt
 * with here, in one pass over their records. All others are {@link Driving}'s; for a plain follower both come to the same.
 */
public final class LaneLoop {

    private static final byte NOTHING = Pedals.NOTHING;
    private static final byte VEHICLE = Pedals.VEHICLE;
    private static final byte SIGNAL = Pedals.SIGNAL;
    private static final byte CURVE = Pedals.CURVE;
    private static final byte POWER = Pedals.POWER;
    private static final int HALF_WAY = Fleet.HAS_HALF << Records.COMMITTED_AT;
    private static final int REWRITTEN = HOLDS | 15 << RESTRAINT_AT;
    private static final int DECISION = 3 << DECISION_AT;

    private final LaneQueues queues;
    private final Fleet f;
    private final Driving driving;
    private final Motion motion;
    private final HeldBy heldBy;
    private final Witness witness;
    private final WayAhead way;
    private final Follower follower;
    private final FollowingRule rule;
    private final double[] end;
    private final double[] waitAt;
    private final int[] controlOf;
    private final double beforeLine;
    private final double dt;
    private final double curveDeceleration;
    private int rears; // guests of the lane in hand
    private int[] guest = new int[8]; // their rows
    private double[] guestAt = new double[8]; // their fronts on this lane, m
    private double[] guestRear = new double[8]; // their rears on this lane, m
    public long plain; // drivers dealt with here so far
    public long special; // those who were not
    public long lanes; // lanes looked at

    public LaneLoop(Parts parts) {
        queues = parts.queues;
        f = parts.fleet;
        driving = new Driving(parts);
        motion = new Motion(parts);
        heldBy = new HeldBy(parts);
        witness = parts.witness;
        way = new WayAhead(parts);
        follower = parts.follower;
        rule = follower.rule;
        end = parts.table.end;
        waitAt = parts.table.waitAt;
        controlOf = parts.table.controlOf;
        beforeLine = parts.numbers.beforeLine();
        dt = parts.dt;
        curveDeceleration = parts.numbers.curveDeceleration();
    }

    /** For whom there is more to do. */
    public Moved moved() {
        return motion.moved();
    }

    /** All drivers on the lanes from one to before another; both multiples of 64, or the last one the number of lanes. */
    public void drive(int fromLane, int toLane, int endTick) {
        motion.begin(endTick);
        for (int word = fromLane + 63 >> 6; word << 6 < toLane; word++) {
            for (long bits = queues.inUse(word); bits != 0; bits &= bits - 1) {
                drive((word << 6) + Long.numberOfTrailingZeros(bits));
            }
        }
    }

    private void drive(int lane) {
        int vehicles = queues.count(lane);
        int rest = queues.resting(lane);
        if (rest == vehicles) {
            return;
        }
        int kind = queues.kind(lane);
        int first = queues.at(lane, 0);
        int behind = first + vehicles;
        boolean guests = queues.guests(lane) > 0;
        driving.begin(lane, kind, guests);
        motion.begin(lane, kind, first, guests);
        lanes++;
        if ((kind & LaneKinds.UNUSUAL) == 0) {
            rears = guests ? findGuests(lane) : 0;
            follow(lane, first, first + rest, behind, kind);
        } else {
            special += behind - first;
            for (int v = first; v < behind; v++) {
                driving.decide(v, v == first ? -1 : v - 1);
                motion.move(v);
            }
        }
        motion.finish();
    }

    /** Where the guests of a lane are on it. */
    private int findGuests(int lane) {
        int n = queues.guests(lane);
        if (n > guest.length) {
            guest = new int[2 * n];
            guestAt = new double[2 * n];
            guestRear = new double[2 * n];
        }
        for (int g = 0; g < n; g++) {
            guest[g] = queues.guest(lane, g);
            guestAt[g] = f.pos(guest[g]) + queues.guestOffset(lane, g);
            guestRear[g] = guestAt[g] - f.length(guest[g]);
        }
        return n;
    }

    /** Those in the rows from one to before another, one behind the other on a lane that asks nothing of everybody. */
    private void follow(int lane, int first, int awake, int behind, int kind) {
        double[] d = f.drive;
        int[] s = f.state;
        int now = f.now;
        double laneEnd = end[lane];
        boolean motorway = (kind & LaneKinds.MOTORWAY) != 0;
        boolean shut = (kind & LaneKinds.SHUT) != 0;
        boolean path = (kind & LaneKinds.PATH) != 0;
        double yieldsUntil = path && (kind & LaneKinds.YIELDS) != 0 ? waitAt[lane] : Double.NEGATIVE_INFINITY;
        boolean leaderHolds = awake > first;
        for (int v = awake; v < behind; v++) {
            int i = v << DRIVE;
            int j = v << STATE;
            double pos = d[i + now + POS];
            double speed = d[i + now + SPEED];
            int what = s[j + WHAT];
            int next = s[j + NEXT];
            int leader = v - 1;
            double offset = 0;
            int rare = what & RARE & ~Fleet.HEAVY;
            boolean isPlain =
                    (rare == 0 || rare == Fleet.MOVES_OVER && driving.isClearOfOldLane(v)) && v != witness.row;
            if (next == Fleet.WRONG_LANE) {
                isPlain = isPlain && s[j + TARGET] == LaneTable.NONE && !mindsEnd(i, laneEnd - pos);
            } else if (path) {
                isPlain = isPlain && pos > yieldsUntil && (what & COMMITTED) < HALF_WAY && way.isCalm(v, lane, kind);
            } else if (v > first) { // where all may go, or the one ahead stays
                isPlain = isPlain && (leaderHolds || !shut || next < 0);
            }
            boolean opens = next >= 0 && !leaderHolds && !path; // the signal, if there is one, lets go
            boolean atRed = false;
            if (isPlain && v == first) {
                leader = -1;
                double toEnd = laneEnd - pos;
                double horizon = Driving.sight(speed, d[i + TIME_GAP], d[i + COMFORTABLE_DECELERATION]);
                if (toEnd > horizon) {
                    opens = false; // nothing beyond matters yet
                } else if (shut && opens && way.staysAtRed(v, next, toEnd, horizon)) {
                    opens = false;
                    atRed = true;
                    leader = way.leader;
                    offset = way.offset;
                } else if (next != Fleet.WRONG_LANE) {
                    isPlain = path
                            ? way.isPlainFromPath(v, next, toEnd, horizon)
                            : way.isPlainFromLink(v, kind, next, toEnd, horizon);
                    leader = way.leader;
                    offset = way.offset;
                }
            }
            if (!isPlain) {
                special++;
                driving.decide(v, v > first ? v - 1 : -1);
                leaderHolds = (s[j + WHAT] & HOLDS) != 0;
                motion.move(v);
                continue;
            }
            plain++;
            double desired = d[i + DESIRED_SPEED];
            double a = d[i + MAXIMUM_ACCELERATION];
            double accel = Double.POSITIVE_INFINITY;
            byte why = NOTHING;
            double ease = Float.intBitsToFloat(s[j + EASE]);
            if (ease != 1 || motorway && speed < Driving.WEARY_BELOW * desired) {
                ease = driving.easeOn(v, speed, desired);
            }
            double gap = Double.POSITIVE_INFINITY;
            double leaderSpeed = Double.POSITIVE_INFINITY;
            double timeGap = d[i + TIME_GAP] * follower.growth(speed, motorway) * ease;
            if (leader >= 0) {
                int u = leader << DRIVE;
                gap = d[u + now + POS] + offset - d[u + LENGTH] - pos;
                leaderSpeed = d[u + now + SPEED];
                accel = rule.behind(
                        speed,
                        gap,
                        leaderSpeed,
                        d[i + STANDING_GAP] * (ease < 1 ? ease : 1),
                        timeGap,
                        a,
                        d[i + RULE_CONSTANT],
                        dt);
                why = VEHICLE;
            }
            for (int g = 0; g < rears; g++) {
                double speedThere = d[(guest[g] << DRIVE) + now + SPEED];
                double gapThere = guestRear[g] - pos;
                // one that is no slower than the leader and further on cannot ask for more than that one does
                if (guestAt[g] > pos && guest[g] != v && !(gapThere >= gap && speedThere >= leaderSpeed)) {
                    double wanted = rule.behind(
                            speed,
                            gapThere,
                            speedThere,
                            d[i + STANDING_GAP] * (ease < 1 ? ease : 1),
                            timeGap * driving.leavingShare(guest[g], lane),
                            a,
                            d[i + RULE_CONSTANT],
                            dt);
                    if (wanted < accel) {
                        accel = wanted;
                        why = VEHICLE;
                        leader = guest[g];
                    }
                }
            }
            if (atRed) {
                double wanted =
                        rule.behind(speed, laneEnd - pos, 0, beforeLine, d[i + TIME_GAP], a, d[i + RULE_CONSTANT], dt);
                if (wanted < accel) {
                    accel = wanted;
                    why = SIGNAL;
                }
            }
            double free = speed > desired
                    ? FollowingRule.slowing(speed, desired, d[i + COMFORTABLE_DECELERATION])
                    : rule.upTo(speed, desired, a);
            if (free < accel) {
                accel = free;
                why = NOTHING;
            }
            double there = d[i + SLOW_TO];
            if (there < desired) {
                double slower = FollowingRule.slowingFor(
                        speed, d[i + SLOW_AT] - pos, there, curveDeceleration, d[i + COMFORTABLE_DECELERATION]);
                if (slower < accel) {
                    accel = slower;
                    why = CURVE;
                }
            }
            if ((what & Fleet.HEAVY) != 0) {
                double most = driving.powerOnLevel(v, speed);
                if (most < accel) {
                    accel = most;
                    why = POWER;
                }
            }
            boolean stays = atRed || next >= 0 && leaderHolds && !path;
            what = what & ~REWRITTEN | why << RESTRAINT_AT | (stays ? HOLDS : 0);
            s[j + WHAT] = opens ? what & ~DECISION : what;
            s[j + RESTRAINED_BY] = why == VEHICLE ? s[(leader << STATE) + ID] : -1;
            boolean stands = speed < Fleet.STANDING && accel <= HeldBy.STAYS;
            if (accel < HeldBy.BRAKES || stands) {
                int place = why == VEHICLE
                        ? heldWith(v, leader, first)
                        : why == SIGNAL ? controlOf[next] : LaneTable.NOBODY;
                if (place != LaneTable.NOBODY || stands) {
                    s[j + HELD_BY_NOW] = place;
                }
            }
            d[i + ACCEL] = speed > Fleet.STANDING ? accel : driving.react(v, accel);
            leaderHolds = stays;
            motion.move(v);
        }
    }

    /** What holds the one ahead holds a vehicle, too; the short way for the one ahead on the same lane. */
    private int heldWith(int v, int leader, int first) {
        int[] s = f.state;
        int j = v << STATE;
        if (leader == v - 1 && v > first) {
            int place = s[(leader << STATE) + HELD_BY_NOW];
            if (place == LaneTable.NOBODY || place == s[j + PLACE] || place == s[j + HELD_BY_NOW]) {
                return place;
            }
        }
        return heldBy.handedOn(v, leader);
    }

    /** Whether a driver in a wrong lane minds its end already: then it brakes for that and looks beside it. */
    private boolean mindsEnd(int i, double toEnd) {
        double speed = f.drive[i + f.now + SPEED];
        double room = Math.max(0.5, toEnd - beforeLine);
        double needed = speed * speed / (2 * room);
        return needed > Pedals.LATE * f.drive[i + COMFORTABLE_DECELERATION] || toEnd < 25 && speed < 8;
    }
}
