package org.ulicarro.core.traffic.watching;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Restraint;

/**
 * Looks now and then for standing vehicles that can never move again by themselves: each waits for another one of them, or, where no
 * single one is to blame, for a place through which nobody has come for as long. A queue at a red light ends at the light.
 */
public final class StandstillWatch implements Stateful {

    /** Nobody of them has got on for this long (ticks): longer than any red. */
    private static final int STOOD_FOR = 1800;

    /** Who has moved by no more than this has not got on: in a ring some creep by a hand's breadth now and then (m). */
    private static final double GOT_ON = 1.0;

    private static final int NOWHERE = -1;

    private final Fleet f;
    private final LaneTable table;
    private final List<String> places;
    private final int[] inside; // lane -> the place that a path or a lane of a ring belongs to, or NOWHERE
    private final int[] ahead; // lane -> the place at its end, or that it belongs to
    private final int[] walked; // lane -> the place of the crossings on it, or NOWHERE
    private final List<Standstill> found = new ArrayList<>();
    private final int[] lane; // departure -> lane on which it got on last
    private final double[] pos; // departure -> where on it
    private final int[] since; // departure -> tick at which it did
    private final int[] lastPassage; // place -> tick at which somebody came through
    private final int[] rowOf; // departure -> row while a look lasts
    private int[] path = new int[64]; // rows on the chain that is followed
    private int[] visit = new int[0]; // row -> number of the chain that came by
    private boolean[] stuck = new boolean[0]; // row -> whether it waits for others that are stuck
    private final int[] stuckInside; // place -> how many of them are inside it
    private final LaneQueues queues;
    private int[] rows = new int[64]; // all vehicles, lane by lane, while a look lasts
    private int all; // of those

    public StandstillWatch(Parts parts) {
        f = parts.fleet;
        table = parts.table;
        queues = parts.queues;
        Network network = table.network;
        places = List.copyOf(network.junctions().keySet());
        Map<String, Integer> numbers = new LinkedHashMap<>();
        places.forEach(place -> numbers.put(place, numbers.size()));
        inside = new int[table.lanes];
        ahead = new int[table.lanes];
        for (Lane one : network.lanes()) {
            Link link = one.isPath() ? null : network.links().get(one.link());
            String place = one.isPath() ? placeOf(one.index()) : link.to();
            ahead[one.index()] = numbers.get(place);
            inside[one.index()] = one.isPath() || link.ring() ? ahead[one.index()] : NOWHERE;
        }
        walked = new int[table.lanes];
        Arrays.fill(walked, NOWHERE);
        network.strips()
                .forEach(strip -> walked[strip.lane()] = numbers.getOrDefault(
                        network.crossings().get(strip.crossing()).place(), NOWHERE));
        int departures = parts.departures.size();
        lane = new int[departures];
        pos = new double[departures];
        since = new int[departures];
        rowOf = new int[departures];
        lastPassage = new int[places.size()];
        stuckInside = new int[places.size()];
        Arrays.fill(lane, LaneTable.NONE);
    }

    private String placeOf(int which) {
        return table.network.movements().get(table.movement[which]).place();
    }

    public List<Standstill> found() {
        return found;
    }

    /** Somebody comes onto a path. */
    public void passes(int which, int tick) {
        lastPassage[ahead[which]] = tick;
    }

    public void look(int tick) {
        boolean any = false;
        collect();
        for (int i = 0; i < all; i++) {
            noteProgress(rows[i], tick);
            any |= hasStood(rows[i], tick);
        }
        if (!any) {
            return;
        }
        Arrays.fill(rowOf, -1);
        for (int i = 0; i < all; i++) {
            rowOf[f.id(rows[i])] = rows[i];
        }
        if (visit.length < f.used) {
            visit = new int[2 * f.used];
            stuck = new boolean[2 * f.used];
        }
        findStuck(tick);
        Arrays.fill(visit, 0);
        for (int i = 0; i < all; i++) {
            int v = rows[i];
            if (stuck[v] && visit[v] == 0) {
                follow(v, v + 1, tick);
            }
        }
        for (int place = 0; place < stuckInside.length; place++) {
            if (stuckInside[place] > 1 && isDead(place, tick)) {
                tellPlace(place, tick);
            }
        }
    }

    /** All rows with a vehicle, in the order of the lanes. */
    private void collect() {
        if (rows.length < f.count()) {
            rows = new int[2 * f.count()];
        }
        all = 0;
        for (int l = 0; l < table.lanes; l++) {
            for (int k = 0; k < queues.count(l); k++) {
                rows[all++] = queues.at(l, k);
            }
        }
    }

    private void noteProgress(int v, int tick) {
        int d = f.id(v);
        if (lane[d] != f.lane(v) || Math.abs(f.pos(v) - pos[d]) > GOT_ON) {
            lane[d] = f.lane(v);
            pos[d] = f.pos(v);
            since[d] = tick;
        }
    }

    private boolean hasStood(int v, int tick) {
        return tick - since[f.id(v)] >= STOOD_FOR;
    }

    /** For how long a vehicle has not got on (ticks). */
    int stoodFor(int v, int tick) {
        return tick - since[f.id(v)];
    }

    private boolean isDead(int place, int tick) {
        return tick - lastPassage[place] >= STOOD_FOR;
    }

    /** Of all who stand, those are left out who wait for something that changes, or for somebody who moves, until none can be. */
    private void findStuck(int tick) {
        Arrays.fill(stuckInside, 0);
        for (int i = 0; i < all; i++) {
            int v = rows[i];
            stuck[v] = hasStood(v, tick);
            countInside(v, stuck[v] ? 1 : 0);
        }
        boolean changed = true;
        while (changed) {
            changed = false;
            for (int i = 0; i < all; i++) {
                int v = rows[i];
                if (stuck[v] && !isStuck(v, tick)) {
                    stuck[v] = false;
                    countInside(v, -1);
                    changed = true;
                }
            }
        }
    }

    private void countInside(int v, int by) {
        if (by != 0 && inside[f.lane(v)] != NOWHERE) {
            stuckInside[inside[f.lane(v)]] += by;
        }
    }

    private boolean isStuck(int v, int tick) {
        if (f.restraint(v) == Restraint.ROOM.ordinal()) {
            return false; // it waits of its own will, in a queue that stands for another reason
        }
        int other = f.restrainedBy(v);
        if (other >= 0) {
            return rowOf[other] >= 0 && stuck[rowOf[other]];
        }
        boolean forPeople = f.restraint(v) == Restraint.WALKERS.ordinal();
        int place = forPeople && walked[f.lane(v)] != NOWHERE ? walked[f.lane(v)] : ahead[f.lane(v)];
        int others = stuckInside[place] - (inside[f.lane(v)] == place ? 1 : 0);
        return waitsForTraffic(f.restraint(v)) && others > 0 && isDead(place, tick);
    }

    private static boolean waitsForTraffic(byte restraint) {
        return switch (Restraint.values()[restraint]) {
            case GAP, CROSSING, KEEP_CLEAR, VEHICLE, LANE, WALKERS, NOTHING -> true;
            default -> false;
        };
    }

    private void follow(int start, int number, int tick) {
        int n = 0;
        int v = start;
        while (v >= 0 && visit[v] == 0 && stuck[v]) {
            visit[v] = number;
            if (n == path.length) {
                path = Arrays.copyOf(path, n * 2);
            }
            path[n++] = v;
            int other = f.restrainedBy(v);
            v = other < 0 ? -1 : rowOf[other];
        }
        if (v >= 0 && visit[v] == number) {
            int from = 0;
            while (path[from] != v) {
                from++;
            }
            tell(from, n, tick);
        }
    }

    /** Nobody gets through a place, though no single ring of waiting vehicles explains it. */
    private void tellPlace(int place, int tick) {
        int n = 0;
        for (int i = 0; i < all; i++) {
            int v = rows[i];
            if (stuck[v] && inside[f.lane(v)] == place) {
                if (n == path.length) {
                    path = Arrays.copyOf(path, n * 2);
                }
                path[n++] = v;
            }
        }
        for (Standstill known : found) {
            for (int i = 0; i < n; i++) {
                if (places.get(place).equals(known.place()) || known.vehicles().contains(f.id(path[i]))) {
                    return;
                }
            }
        }
        add(0, n, tick, places.get(place));
    }

    private void tell(int from, int to, int tick) {
        List<Integer> vehicles = new ArrayList<>();
        for (int i = from; i < to; i++) {
            vehicles.add(f.id(path[i]));
        }
        for (Standstill known : found) {
            if (known.vehicles().stream().anyMatch(vehicles::contains)) {
                return; // the same lock, in which who blames whom has changed
            }
        }
        add(from, to, tick, null);
    }

    private void add(int from, int to, int tick, String place) {
        List<Integer> vehicles = new ArrayList<>();
        List<Integer> reasons = new ArrayList<>();
        List<Integer> lanes = new ArrayList<>();
        int last = 0;
        for (int i = from; i < to; i++) {
            vehicles.add(f.id(path[i]));
            reasons.add((int) f.restraint(path[i]));
            lanes.add(f.lane(path[i]));
            last = Math.max(last, since[f.id(path[i])]);
        }
        found.add(new Standstill(tick, last, place, vehicles, reasons, lanes));
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, lane, lane.length);
        SavedArrays.write(out, pos, pos.length);
        SavedArrays.write(out, since, since.length);
        SavedArrays.write(out, lastPassage, lastPassage.length);
        out.writeInt(found.size());
        for (Standstill one : found) {
            out.writeInt(one.found());
            out.writeInt(one.since());
            out.writeUTF(one.place() == null ? "" : one.place());
            write(out, one.vehicles());
            write(out, one.reasons());
            write(out, one.lanes());
        }
    }

    private static void write(DataOutput out, List<Integer> numbers) throws IOException {
        out.writeInt(numbers.size());
        for (int number : numbers) {
            out.writeInt(number);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, lane);
        SavedArrays.read(in, pos);
        SavedArrays.read(in, since);
        SavedArrays.read(in, lastPassage);
        found.clear();
        int size = in.readInt();
        for (int i = 0; i < size; i++) {
            int at = in.readInt();
            int began = in.readInt();
            String place = in.readUTF();
            found.add(new Standstill(at, began, place.isEmpty() ? null : place, read(in), read(in), read(in)));
        }
    }

    private static List<Integer> read(DataInput in) throws IOException {
        List<Integer> numbers = new ArrayList<>();
        int size = in.readInt();
        for (int i = 0; i < size; i++) {
            numbers.add(in.readInt());
        }
        return numbers;
    }
}
