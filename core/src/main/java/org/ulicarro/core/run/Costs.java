package org.ulicarro.core.run;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.Results;
import org.ulicarro.core.measure.TurnTimeRow;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.TurnCost;

/**
 * What the roads of a run cost, by turn and interval, as a router sees it: means over all vehicles of all replications. Where nobody came in an
 * interval it is that of the whole period, and where nobody came at all the time at the limit.
 */
public final class Costs implements TurnCost {

    private record Cell(String link, String movement) {}

    private static final class Sum {
        private int vehicles;
        private double seconds;

        private void add(TurnTimeRow row) {
            vehicles += row.vehicles();
            seconds += row.vehicles() == 0 ? 0 : row.vehicles() * row.timeS();
        }
    }

    private final double from;
    private final double slice;
    private final Map<Cell, Sum[]> bySlice = new LinkedHashMap<>();
    private final Map<Cell, Sum> whole = new LinkedHashMap<>();

    private Costs(double from, double slice) {
        this.from = from;
        this.slice = slice;
    }

    /**
     * Those of a run.
     *
     * @throws IOException when its rows cannot be read
     */
    public static Costs of(Results results) throws IOException {
        double from = Double.POSITIVE_INFINITY;
        double to = 0;
        double shortest = Double.POSITIVE_INFINITY;
        for (Observed<TurnTimeRow> one : results.rows(TurnTimeRow.class)) {
            from = Math.min(from, one.row().fromS());
            to = Math.max(to, one.row().toS());
        }
        for (Observed<TurnTimeRow> one : results.rows(TurnTimeRow.class)) {
            if (one.row().fromS() == from) {
                shortest = Math.min(shortest, one.row().toS() - from);
            }
        }
        Costs costs = new Costs(from, shortest);
        int slices = (int) StrictMath.ceil((to - from) / shortest - 1e-9);
        for (Observed<TurnTimeRow> one : results.rows(TurnTimeRow.class)) {
            costs.add(one.row(), to, slices);
        }
        return costs;
    }

    private void add(TurnTimeRow row, double to, int slices) {
        Cell cell = new Cell(row.link(), row.movement());
        if (row.fromS() == from && row.toS() == to) {
            whole.computeIfAbsent(cell, none -> new Sum()).add(row);
        }
        if (row.toS() - row.fromS() < to - from || slices == 1) {
            Sum[] sums = bySlice.computeIfAbsent(cell, none -> new Sum[slices]);
            int i = (int) ((row.fromS() - from) / slice);
            sums[i] = sums[i] == null ? new Sum() : sums[i];
            sums[i].add(row);
        }
    }

    @Override
    public double along(Link link, Movement turn, double at) {
        return mean(new Cell(link.id(), turn.id()), link, at);
    }

    @Override
    public double out(Link link, double at) {
        return mean(new Cell(link.id(), ""), link, at);
    }

    private double mean(Cell cell, Link link, double at) {
        Sum[] sums = bySlice.get(cell);
        if (sums != null) {
            int i = (int) Math.max(0, Math.min(sums.length - 1, (at - from) / slice));
            if (sums[i] != null && sums[i].vehicles > 0) {
                return sums[i].seconds / sums[i].vehicles;
            }
            Sum all = whole.get(cell);
            if (all != null && all.vehicles > 0) {
                return all.seconds / all.vehicles;
            }
        }
        return link.freeTime();
    }
}
