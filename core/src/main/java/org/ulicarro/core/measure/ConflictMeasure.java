package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/**
 * Surrogate safety measures: post-encroachment time where paths share a stretch, and time to collision behind the vehicle ahead. Definitions:
 * D. Gettman, L. Head, <i>Surrogate Safety Measures from Traffic Simulation Models</i>, FHWA-RD-03-050, 2003.
 */
final class ConflictMeasure implements Measure<ConflictRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(ConflictRow.class, ConflictMeasure::new);
        }
    }

    /** Times below this count (s). */
    static final double LIMIT = 1.5;

    /** Steps between two looks at those who follow each other. */
    private static final int EVERY = 2;

    private static final int NOBODY = -1;

    /** So long before the period it begins to note who is where (s). */
    private static final double BEFORE = 60;

    private final Network network;
    private final Intervals intervals;
    private final List<String> places;

    // shared stretches, each seen from both of its paths: side 2c is path A of conflict c, side 2c + 1 path B
    private final List<Conflict> conflicts = new ArrayList<>();
    private final int[] conflictPlace;
    private final int[][] sidesOf; // lane -> sides
    private final double[] start;
    private final double[] end;
    private final int[] occupant; // side -> vehicle that came onto it last
    private final double[] left; // side -> when it was free again, s since midnight
    private final int[] encounters; // conflict
    private final double[] least; // conflict, s

    private final int[] paths; // lanes inside places that cross or merge with others
    private final int[] approaches; // lanes that lead to places
    private final int[] lanePlace;
    private final boolean[] near; // slot -> whether its time to collision is below the limit
    private final int[] followings; // place
    private final double[] nearFor; // place, s
    private final double[] leastFollowing; // place, s

    ConflictMeasure(Fitting at) {
        network = at.network();
        intervals = at.intervals();
        places = List.copyOf(network.junctions().keySet());
        List<Integer> placeOf = new ArrayList<>();
        network.junctions()
                .values()
                .forEach(junction -> junction.conflicts().forEach(c -> {
                    conflicts.add(c);
                    placeOf.add(places.indexOf(junction.id()));
                }));
        conflictPlace = placeOf.stream().mapToInt(i -> i).toArray();
        int sides = 2 * conflicts.size();
        start = new double[sides];
        end = new double[sides];
        occupant = new int[sides];
        left = new double[sides];
        Arrays.fill(occupant, NOBODY);
        Arrays.fill(left, Double.NEGATIVE_INFINITY);
        List<List<Integer>> of = new ArrayList<>();
        for (int lane = 0; lane < network.lanes().size(); lane++) {
            of.add(new ArrayList<>());
        }
        for (int c = 0; c < conflicts.size(); c++) {
            Conflict one = conflicts.get(c);
            start[2 * c] = one.startA();
            end[2 * c] = one.endA();
            start[2 * c + 1] = one.startB();
            end[2 * c + 1] = one.endB();
            of.get(one.pathA()).add(2 * c);
            of.get(one.pathB()).add(2 * c + 1);
        }
        sidesOf = of.stream()
                .map(list -> list.stream().mapToInt(i -> i).toArray())
                .toArray(int[][]::new);
        encounters = new int[conflicts.size()];
        least = new double[conflicts.size()];
        Arrays.fill(least, Double.POSITIVE_INFINITY);
        lanePlace = new int[network.lanes().size()];
        network.lanes()
                .forEach(lane -> lanePlace[lane.index()] = lane.link() < 0
                        ? NOBODY
                        : places.indexOf(network.links().get(lane.link()).to()));
        paths = IntStream.range(0, sidesOf.length)
                .filter(lane -> sidesOf[lane].length > 0)
                .toArray();
        approaches = IntStream.range(0, sidesOf.length)
                .filter(lane -> sidesOf[lane].length == 0 && lanePlace[lane] >= 0)
                .toArray();
        near = new boolean[1 << 16];
        followings = new int[places.size()];
        nearFor = new double[places.size()];
        leastFollowing = new double[places.size()];
        Arrays.fill(leastFollowing, Double.POSITIVE_INFINITY);
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        double now = view.now() - 0.05;
        boolean counts = intervals.slice(now) >= 0;
        if (!counts && intervals.slice(now + BEFORE) < 0) {
            return; // who meets whom now is of no concern
        }
        // who comes too near does so for longer than a step, so that every other one is enough to look
        boolean looks = counts && view.tick() / Clock.ticks(view.stepSeconds()) % EVERY == 0;
        for (int lane : paths) {
            if (view.vehiclesOn(lane) + view.guestsOn(lane) > 0) {
                look(view, lane, sidesOf[lane], counts);
            }
        }
        for (int i = 0; looks && i < approaches.length; i++) {
            if (view.vehiclesOn(approaches[i]) > 1) {
                follow(view, approaches[i]);
            }
        }
    }

    /** Notes who is on a shared stretch, and how long after the other path's last one it came. */
    private void look(TrafficView view, int lane, int[] sides, boolean counts) {
        for (int g = 0; g < view.guestsOn(lane); g++) {
            double front = view.guestPosition(lane, g);
            areThere(view, sides, front, front - view.guestLength(lane, g), view.guestVehicle(lane, g), counts);
        }
        for (int k = 0; k < view.vehiclesOn(lane); k++) {
            double front = view.position(lane, k);
            areThere(view, sides, front, front - view.length(lane, k), view.vehicle(lane, k), counts);
        }
    }

    private void areThere(TrafficView view, int[] sides, double front, double rear, int vehicle, boolean counts) {
        for (int side : sides) {
            if (front >= start[side] && rear <= end[side]) {
                isThere(view, side, vehicle, counts);
            }
        }
    }

    private void isThere(TrafficView view, int side, int vehicle, boolean counts) {
        int other = side ^ 1;
        if (occupant[side] != vehicle) {
            occupant[side] = vehicle;
            double after = view.now() - left[other];
            int c = side >> 1;
            if (counts && after > 0 && after < LIMIT) {
                encounters[c]++;
                least[c] = Math.min(least[c], after);
            }
        }
        left[side] = view.now();
    }

    private void follow(TrafficView view, int lane) {
        for (int k = 1; k < view.vehiclesOn(lane); k++) {
            double closing = view.speed(lane, k) - view.speed(lane, k - 1);
            int vehicle = view.vehicle(lane, k);
            boolean isNear = false;
            if (closing > 0.1) {
                double gap = view.position(lane, k - 1) - view.length(lane, k - 1) - view.position(lane, k);
                double time = gap / closing;
                isNear = time < LIMIT;
                if (isNear) {
                    int place = lanePlace[lane];
                    nearFor[place] += EVERY * view.stepSeconds();
                    leastFollowing[place] = Math.min(leastFollowing[place], Math.max(0, time));
                    followings[place] += near[vehicle & near.length - 1] ? 0 : 1;
                }
            }
            near[vehicle & near.length - 1] = isNear;
        }
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // all has been noted
    }

    /** Place by place pairs of movements that met, then following. */
    @Override
    public List<ConflictRow> rows(TrafficView end) {
        List<ConflictRow> rows = new ArrayList<>();
        for (int p = 0; p < places.size(); p++) {
            Map<String, double[]> pairs = new TreeMap<>(); // kind, movements -> encounters and the least time
            for (int c = 0; c < encounters.length; c++) {
                if (conflictPlace[c] == p && encounters[c] > 0) {
                    Conflict one = conflicts.get(c);
                    String kind = one.kind() == Conflict.Kind.CROSSING ? "crossing" : "merging";
                    double[] sum = pairs.computeIfAbsent(
                            String.join("\t", kind, movement(one.pathA()), movement(one.pathB())),
                            none -> new double[] {0, Double.POSITIVE_INFINITY});
                    sum[0] += encounters[c];
                    sum[1] = Math.min(sum[1], least[c]);
                }
            }
            String place = places.get(p);
            pairs.forEach((pair, sum) -> {
                String[] parts = pair.split("\t");
                rows.add(new ConflictRow(place, parts[0], parts[1], parts[2], (int) sum[0], 0, sum[1], LIMIT));
            });
            if (followings[p] > 0) {
                rows.add(new ConflictRow(
                        place, "following", "", "", followings[p], nearFor[p], leastFollowing[p], LIMIT));
            }
        }
        return rows;
    }

    private String movement(int path) {
        String name = network.movements().stream()
                .filter(m -> m.paths().stream().anyMatch(p -> p.lane() == path))
                .findFirst()
                .orElseThrow()
                .name();
        return name.isEmpty() ? "ring" : name;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, occupant, occupant.length);
        SavedArrays.write(out, left, left.length);
        SavedArrays.write(out, encounters, encounters.length);
        SavedArrays.write(out, least, least.length);
        for (boolean one : near) {
            out.writeBoolean(one);
        }
        SavedArrays.write(out, followings, followings.length);
        SavedArrays.write(out, nearFor, nearFor.length);
        SavedArrays.write(out, leastFollowing, leastFollowing.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, occupant);
        SavedArrays.read(in, left);
        SavedArrays.read(in, encounters);
        SavedArrays.read(in, least);
        for (int i = 0; i < near.length; i++) {
            near[i] = in.readBoolean();
        }
        SavedArrays.read(in, followings);
        SavedArrays.read(in, nearFor);
        SavedArrays.read(in, leastFollowing);
    }
}
