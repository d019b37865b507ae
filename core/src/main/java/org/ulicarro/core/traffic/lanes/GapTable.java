package org.ulicarro.core.traffic.lanes;

import java.util.Arrays;
import java.util.Comparator;
import java.util.stream.IntStream;
import org.ulicarro.core.network.GapTime;
import org.ulicarro.core.network.GapTimes;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.study.Turn;

/** How drivers of each path take gaps, as flat arrays. Immutable. */
public final class GapTable {

    /** A median in which less than this stands clear is no place to wait (m). */
    private static final double LEAST_STORAGE = 4.0;

    /** One who waits in the median stops this far short of the stretch that it must keep clear (m). */
    private static final double WAITS_BEFORE = 0.5;

    /** And its rear is that far from what it has to be clear of (m): it comes to rest a little before its place. */
    private static final double REAR = 0.7;

    public final double[] critical; // path -> critical gap, s
    public final double[] inHalves; // path -> critical gap of each half, s
    public final double[] followUp; // path -> follow-up time, s
    public final double[] heavyCritical; // path -> what a heavy vehicle needs more, s
    public final double[] heavyFollowUp; // path -> likewise
    public final double[] waitAgain; // path -> where one waits in the median, m along it; NaN where there is no room
    public final double[] storage; // path -> length of a vehicle that stands clear there, m
    public final int[][] otherLines; // path of a place where all stop -> the innermost lane of each other approach
    public final GapTime[] afterStop; // path whose signal flashes at times -> gaps of those who have stopped; else null
    public final boolean[]
            onlyBeside; // path -> whether on green it gives way to nobody but those in lanes beside its own
    public final boolean[] onRed; // path -> whether its vehicles may turn on red after a stop

    GapTable(LaneTable table) {
        critical = new double[table.lanes];
        inHalves = new double[table.lanes];
        followUp = new double[table.lanes];
        heavyCritical = new double[table.lanes];
        heavyFollowUp = new double[table.lanes];
        waitAgain = new double[table.lanes];
        storage = new double[table.lanes];
        afterStop = new GapTime[table.lanes];
        onlyBeside = new boolean[table.lanes];
        onRed = new boolean[table.lanes];
        otherLines = new int[table.lanes][0];
        Arrays.fill(waitAgain, Double.NaN);
        GapTimes times = new GapTimes(table.network);
        for (Movement movement : table.network.movements()) {
            var allowed =
                    table.network.junctions().get(movement.place()).place().rightOnRed();
            for (TurningPath path : movement.paths()) {
                GapTime time = times.of(movement, path);
                critical[path.lane()] = time.critical();
                inHalves[path.lane()] = time.inHalves();
                followUp[path.lane()] = time.followUp();
                heavyCritical[path.lane()] = time.heavyCritical();
                heavyFollowUp[path.lane()] = time.heavyFollowUp();
                onRed[path.lane()] = allowed.containsKey(movement.id()) || allowed.containsKey(movement.name());
                afterStop[path.lane()] =
                        table.signals.flashes(table.group[path.lane()]) ? times.afterStop(movement) : null;
                onlyBeside[path.lane()] = !table.atLine[path.lane()] && isOnlyBeside(table, path.lane());
                findMedian(table, path.lane());
                if (table.inOrder[path.lane()]) {
                    otherLines[path.lane()] = otherLines(table, movement);
                }
            }
        }
    }

    private static boolean isOnlyBeside(LaneTable table, int path) {
        int beside = 0;
        for (int c = 0; c < table.meets[path].length; c++) {
            boolean yields = table.rank[path][c] == LaneTable.YIELDS;
            if (yields && !table.isBeside(path, table.meets[path][c])) {
                return false;
            }
            beside += yields ? 1 : 0;
        }
        return beside > 0;
    }

    private static int[] otherLines(LaneTable table, Movement movement) {
        return table.network.junctions().get(movement.place()).movements().stream()
                .map(m -> table.network.movements().get(m))
                .filter(m -> m.fromLink() != movement.fromLink())
                .mapToInt(m -> m.paths().get(0).fromLane())
                .distinct()
                .toArray();
    }

    /** Those who turn there wait a moment for one who stands in the median; those who go straight on must not have to. */
    private static boolean isThrough(LaneTable table, int path) {
        return table.network.movements().get(table.movement[path]).turn() == Turn.THROUGH;
    }

    private static boolean isDivided(LaneTable table, int path) {
        return table.network.links().get(table.link[path]).divided();
    }

    /** The widest stretch between two that a path has to keep clear, where a car fits in. */
    private void findMedian(LaneTable table, int path) {
        if (!table.atLine[path] || table.inOrder[path]) {
            return;
        }
        int[] zones = IntStream.range(0, table.meets[path].length)
                .boxed()
                .filter(c -> isThrough(table, table.meets[path][c]))
                .sorted(Comparator.comparingDouble(c -> table.zoneStart[path][c]))
                .mapToInt(c -> c)
                .toArray();
        double clearFrom = Double.NEGATIVE_INFINITY;
        boolean crossed = false;
        for (int c : zones) {
            boolean yields = table.rank[path][c] == LaneTable.YIELDS;
            double room = table.zoneStart[path][c] - WAITS_BEFORE - REAR - clearFrom;
            if (yields && crossed && room >= LEAST_STORAGE && room > storage[path]) {
                storage[path] = room;
                waitAgain[path] = table.zoneStart[path][c] - WAITS_BEFORE;
            }
            crossed |= yields && isDivided(table, table.meets[path][c]);
            clearFrom = Math.max(clearFrom, table.zoneEnd[path][c]);
        }
    }
}
