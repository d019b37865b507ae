package org.ulicarro.core.measure;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Supplier;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.analysis.LevelOfService;

/** Statistics over the replications of a run. */
public final class RunSummary {

    /**
     * A movement, approach or place over all replications. Each statistic is that of one figure of {@link MovementRow}.
     *
     * @param backP50 median back of queue over all cycles of all replications, of its longest lane (m)
     * @param backP95 95th percentile of it (m)
     * @param los from control and entry delay of the worst slice; null when nobody came
     */
    public record Row(
            String place,
            String approach,
            String movement,
            String name,
            double fromS,
            double toS,
            Statistic vehicles,
            Statistic demand,
            Statistic unfinished,
            Statistic controlDelay,
            Statistic entryDelay,
            Statistic geometricDelay,
            Statistic stoppedDelay,
            Statistic stops,
            Statistic queueMean,
            Statistic queueMax,
            double backP50,
            double backP95,
            LevelOfService los) {}

    private final List<Observed<MovementRow>> observations;
    private final Map<String, List<MovementRow>> bySubject = new LinkedHashMap<>();
    private final double longest; // interval: the whole period (s)
    private final boolean sliced; // whether there are shorter ones
    private final BackOfQueue backs;

    private final List<Row> kept; // the whole period's rows, where they were kept; else null
    private final Supplier<RunSummary> all; // what else is asked for, where they were

    /** Rows of the whole period as they were kept; all observations are read only when something else is asked for. */
    public static RunSummary kept(List<Row> wholePeriod, Supplier<RunSummary> all) {
        return new RunSummary(List.of(), List.of(), wholePeriod, all);
    }

    public RunSummary(List<Observed<MovementRow>> observations, List<Observed<LaneCycle>> cycles) {
        this(observations, cycles, null, null);
    }

    private RunSummary(
            List<Observed<MovementRow>> observations,
            List<Observed<LaneCycle>> cycles,
            List<Row> kept,
            Supplier<RunSummary> all) {
        this.kept = kept;
        this.all = all;
        this.observations = observations;
        longest = observations.stream().mapToDouble(o -> length(o.row())).max().orElse(0);
        sliced = observations.stream().anyMatch(o -> isSlice(o.row()));
        observations.forEach(o -> bySubject
                .computeIfAbsent(subject(o.row()), none -> new ArrayList<>())
                .add(o.row()));
        backs = new BackOfQueue(cycles.stream().map(Observed::row).toList());
    }

    /** One row per movement, approach and place over the whole period, in the order of the first replication. */
    public List<Row> wholePeriod() {
        return kept == null ? rows(false) : kept;
    }

    /** The same by slice of the period, slice by slice. */
    public List<Row> bySlice() {
        return kept == null ? rows(true) : all.get().bySlice();
    }

    /** The rows of each replication, over the whole period or by slice. */
    public List<Observed<MovementRow>> observations(boolean bySlice) {
        if (kept != null) {
            return all.get().observations(bySlice);
        }
        return observations.stream()
                .filter(o -> isSlice(o.row()) == (bySlice && sliced))
                .toList();
    }

    private boolean isSlice(MovementRow row) {
        return length(row) < longest;
    }

    private List<Row> rows(boolean slices) {
        Map<String, List<MovementRow>> rows = new LinkedHashMap<>();
        for (Observed<MovementRow> o : observations(slices)) {
            String key = o.row().fromS() + "/" + subject(o.row());
            rows.computeIfAbsent(key, none -> new ArrayList<>()).add(o.row());
        }
        return rows.values().stream().map(this::summarise).toList();
    }

    private Row summarise(List<MovementRow> rows) {
        MovementRow first = rows.get(0);
        return new Row(
                first.place(),
                first.approach(),
                first.movement(),
                first.name(),
                first.fromS(),
                first.toS(),
                over(rows, MovementRow::vehicles),
                over(rows, MovementRow::demand),
                over(rows, MovementRow::unfinished),
                over(rows, MovementRow::controlDelayS),
                over(rows, MovementRow::entryDelayS),
                over(rows, MovementRow::geometricDelayS),
                over(rows, MovementRow::stoppedDelayS),
                over(rows, MovementRow::stops),
                over(rows, MovementRow::queueMeanM),
                over(rows, MovementRow::queueMaxM),
                backs.of(first, 0.50),
                backs.of(first, 0.95),
                levelOfService(first));
    }

    private static Statistic over(List<MovementRow> rows, ToDoubleFunction<MovementRow> figure) {
        return Statistic.of(rows.stream().mapToDouble(figure).toArray());
    }

    /** From the mean of control and entry delay over replications in the worst slice within a row's time. */
    private LevelOfService levelOfService(MovementRow of) {
        Map<Double, List<Double>> bySlice = new TreeMap<>();
        for (MovementRow row : bySubject.get(subject(of))) {
            boolean within = row.fromS() >= of.fromS() && row.toS() <= of.toS() && (isSlice(row) || !sliced);
            if (within && row.demand() > 0) {
                bySlice.computeIfAbsent(row.fromS(), none -> new ArrayList<>())
                        .add(row.controlDelayS() + row.entryDelayS());
            }
        }
        double worst = Double.NaN;
        for (List<Double> delays : bySlice.values()) {
            double mean = delays.stream().mapToDouble(Double::doubleValue).sum() / delays.size();
            worst = Double.isNaN(worst) ? mean : Math.max(worst, mean);
        }
        if (Double.isNaN(worst)) {
            return null;
        }
        return backs.hasGreen(of) ? LevelOfService.atSignal(worst) : LevelOfService.atSign(worst);
    }

    private static String subject(MovementRow row) {
        return row.place() + "/" + row.approach() + "/" + row.movement();
    }

    private static double length(MovementRow row) {
        return row.toS() - row.fromS();
    }
}
