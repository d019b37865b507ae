package org.ulicarro.core.traffic.lanes;

import java.util.List;
import org.ulicarro.core.network.CrossingStrip;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.Crossing;

/** Crossings and what vehicles cover of them, as flat arrays. Immutable. */
public final class FootTable {

    /** Half of a person's breadth and a hand's breadth to a body (m). */
    private static final double ELBOW = 0.35;

    /** A refuge must leave this much between the strips on either side (m). */
    private static final double LEAST_REFUGE = 1.0;

    /** Room between two strips in which somebody can stand, elbows counted already (m). */
    private static final double LEAST_STAND = 0.2;

    /** Nobody changes lanes nearer before a crossing than this, nor with a rear on it (m). */
    private static final double NO_CHANGES = 25;

    private static final double LONGEST = 18;

    private static final double NO_REFUGE = Double.NaN;

    public final int crossings;
    final double[] origin; // crossing -> where the way over begins, from its first kerb, m; not above 0
    public final double[] length; // crossing -> from where people wait on one side to where they do on the other, m
    public final double[] refuge; // crossing -> where people may stop between, m; NaN for none
    public final int[] place; // crossing -> number of its place, or LaneTable.NOBODY away from controlled ones
    public final boolean[] zebra; // crossing -> whether no signal stops people
    public final double[] yielding; // crossing -> share of drivers who give way
    public final int[][] group; // crossing, half -> signal group, or NO_GROUP
    public final int[] firstStrip; // crossing -> the first of its strips, which follow each other
    public final int[] lastStrip; // crossing -> after the last one
    public final int[] crossing; // strip -> its crossing
    public final int[] lane; // strip -> its lane
    public final double[] from; // strip -> position of a front from which on it is covered, m along the lane
    public final double[] to; // strip -> position of a rear up to which it is, m
    public final double[] clearFrom; // strip -> on a path, where what it meets before the crossing ends, m
    public final double[][] low; // 0 cars, 1 long vehicles; strip -> where it begins from the first kerb, m
    public final double[][] high; // likewise, where it ends
    public final int[]
            cluster; // strip -> number of those that leave no room to stand between them, from the first kerb on
    public final int[][] ofLane; // lane -> its strips

    FootTable(LaneTable table) {
        Network network = table.network;
        List<CrossingStrip> strips = network.strips();
        int n = strips.size();
        crossings = network.crossings().size();
        origin = new double[crossings];
        length = new double[crossings];
        refuge = new double[crossings];
        place = new int[crossings];
        zebra = new boolean[crossings];
        yielding = new double[crossings];
        group = new int[crossings][2];
        firstStrip = new int[crossings];
        lastStrip = new int[crossings];
        crossing = new int[n];
        lane = new int[n];
        from = new double[n];
        to = new double[n];
        clearFrom = new double[n];
        low = new double[2][n];
        high = new double[2][n];
        cluster = new int[n];
        ofLane = new int[table.lanes][0];
        for (int i = 0; i < n; i++) {
            readStrip(table, i, strips.get(i));
        }
        for (int c = 0; c < crossings; c++) {
            MarkedCrossing marked = network.crossings().get(c);
            place[c] = table.numberOf(marked.place());
            zebra[c] = marked.kind() == Crossing.Kind.ZEBRA;
            yielding[c] = marked.yielding();
            for (int half = 0; half < 2; half++) {
                group[c][half] = table.signals.groupOfCrossing(c, half);
            }
            measure(c, marked);
        }
    }

    private void readStrip(LaneTable table, int i, CrossingStrip strip) {
        crossing[i] = strip.crossing();
        lane[i] = strip.lane();
        from[i] = strip.from();
        to[i] = strip.to();
        low[0][i] = strip.low() - ELBOW;
        high[0][i] = strip.high() + ELBOW;
        low[1][i] = strip.lowLong() - ELBOW;
        high[1][i] = strip.highLong() + ELBOW;
        lastStrip[strip.crossing()] = i + 1;
        if (i == 0 || crossing[i - 1] != crossing[i]) {
            firstStrip[strip.crossing()] = i;
        }
        int[] here = java.util.Arrays.copyOf(ofLane[strip.lane()], ofLane[strip.lane()].length + 1);
        here[here.length - 1] = i;
        ofLane[strip.lane()] = here;
        clearFrom[i] = Double.NEGATIVE_INFINITY;
        for (int c = 0; c < table.meets[strip.lane()].length; c++) {
            if (table.zoneStart[strip.lane()][c] < strip.from()) {
                clearFrom[i] = Math.max(clearFrom[i], Math.min(strip.from(), table.zoneEnd[strip.lane()][c]));
            }
        }
    }

    /** People wait where no body reaches, which may be a step back from the kerb; there the way over begins. */
    private void measure(int c, MarkedCrossing marked) {
        double begins = 0;
        double ends = marked.length();
        for (int s = firstStrip[c]; s < lastStrip[c]; s++) {
            begins = Math.min(begins, low[1][s]);
            ends = Math.max(ends, high[1][s]);
        }
        origin[c] = begins;
        length[c] = ends - begins;
        for (int s = firstStrip[c]; s < lastStrip[c]; s++) {
            for (int size = 0; size < 2; size++) {
                low[size][s] -= begins;
                high[size][s] -= begins;
            }
        }
        findClusters(c);
        refuge[c] = marked.refuge() ? refuge(c, marked.middle() - begins) : NO_REFUGE;
    }

    /** Strips that leave no room to stand between them are crossed in one go. */
    private void findClusters(int c) {
        Integer[] order = java.util.stream.IntStream.range(firstStrip[c], lastStrip[c])
                .boxed()
                .sorted(java.util.Comparator.comparingDouble(s -> low[1][s]))
                .toArray(Integer[]::new);
        double reached = Double.NEGATIVE_INFINITY;
        int number = -1;
        for (int s : order) {
            number += low[1][s] > reached + LEAST_STAND ? 1 : 0;
            cluster[s] = number;
            reached = Math.max(reached, high[1][s]);
        }
    }

    /** The middle of the room between strips in which the refuge should be, where there is enough. */
    private double refuge(int c, double wanted) {
        double from = 0;
        double to = length[c];
        for (int s = firstStrip[c]; s < lastStrip[c]; s++) {
            if ((low[1][s] + high[1][s]) / 2 < wanted) {
                from = Math.max(from, high[1][s]);
            } else {
                to = Math.min(to, low[1][s]);
            }
        }
        return to - from >= LEAST_REFUGE - 2 * ELBOW ? (from + to) / 2 : NO_REFUGE;
    }

    /** Whether a position on a lane is on a crossing or near before it, where nobody changes lanes. */
    public boolean isBefore(int which, double position) {
        for (int s : ofLane[which]) {
            double ahead = from[s] - position;
            if (ahead < NO_CHANGES && position < to[s] + LONGEST) {
                return true;
            }
        }
        return false;
    }

    /** 0 for a car, 1 for a vehicle that cuts corners. */
    public static int sizeOf(double vehicleLength) {
        return vehicleLength > CrossingStrip.LONG_FROM ? 1 : 0;
    }
}
