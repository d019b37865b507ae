package org.ulicarro.core.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import org.ulicarro.core.analysis.LevelOfService;

/**
 * Finds for each movement at level of service E or F what its delay comes from, in the figures of the run: what binds hardest first. The
 * limits are judgements; the figures are printed so that a reader can make another one.
 */
public final class Causes {

    /** Vehicles below which a movement is not worth a line. */
    private static final double FEW = 5;

    private static final double FULL = 1.0; // v/c
    private static final double OFTEN_BLOCKED = 0.03; // share of the time
    private static final double MANY_FAILURES = 0.10; // share of greens
    private static final double SELDOM = 150; // s between greens
    private static final double OFTEN_CUT = 0.10; // share of greens
    private static final double OFTEN_SKIPPED = 0.10; // share of cycles
    private static final double POOR_ARRIVAL = 0.75; // platoon ratio

    private final List<LaneRow> lanes;
    private final List<SignalRow> signals;
    private final List<BayRow> bays;
    private final List<LinkRow> links;
    private final double period; // s

    private Causes(
            List<LaneRow> lanes, List<SignalRow> signals, List<BayRow> bays, List<LinkRow> links, double period) {
        this.lanes = lanes;
        this.signals = signals;
        this.bays = bays;
        this.links = links;
        this.period = period;
    }

    /**
     * One line for each movement that is bad, the worst first.
     *
     * @param rows movements of all replications
     * @param lanes before signals, of all replications
     * @param signals groups, of all replications
     * @param bays turning bays, of all replications
     * @param links of all replications
     */
    public static List<Cause> of(
            RunSummary summary,
            List<Observed<MovementRow>> rows,
            List<Observed<LaneRow>> lanes,
            List<Observed<SignalRow>> signals,
            List<Observed<BayRow>> bays,
            List<Observed<LinkRow>> links) {
        List<Cause> causes = new ArrayList<>();
        for (RunSummary.Row row : summary.wholePeriod()) {
            boolean bad = row.los() == LevelOfService.E || row.los() == LevelOfService.F;
            if (!bad || row.movement().equals(MovementRow.ALL) || row.demand().mean() < FEW) {
                continue;
            }
            double period = row.toS() - row.fromS();
            Causes found = new Causes(unwrapped(lanes), unwrapped(signals), unwrapped(bays), unwrapped(links), period);
            List<MovementRow> own = rows.stream()
                    .map(Observed::row)
                    .filter(r -> r.place().equals(row.place())
                            && r.movement().equals(row.movement())
                            && r.fromS() == row.fromS()
                            && r.toS() == row.toS())
                    .toList();
            double delay = row.controlDelay().mean() + row.entryDelay().mean();
            causes.add(new Cause(row.place(), row.movement(), row.name(), row.los(), delay, found.why(row, own)));
        }
        causes.sort((a, b) -> Double.compare(b.delayS(), a.delayS()));
        return causes;
    }

    private static <R extends Record> List<R> unwrapped(List<Observed<R>> rows) {
        return rows.stream().map(Observed::row).toList();
    }

    private String why(RunSummary.Row row, List<MovementRow> own) {
        List<String> reasons = new ArrayList<>();
        MovementRow first = own.get(0);
        List<LaneRow> mine = lanes.stream()
                .filter(l -> l.place().equals(row.place()) && l.movements().contains(row.movement()))
                .toList();
        overCapacity(mine, own, reasons);
        if (row.entryDelay().mean() > row.controlDelay().mean() / 2) {
            reasons.add(String.format(
                    Locale.ROOT,
                    "more come at once than it serves: %.0f s of the delay is outside, before they find room",
                    row.entryDelay().mean()));
        }
        downstream(row, reasons);
        bayBeside(row, mine, reasons);
        priority(mine, reasons);
        splitFailures(mine, reasons);
        seldomGreen(mine, reasons);
        if (first.inGaps()) {
            reasons.add(
                    mine.isEmpty()
                            ? String.format(
                                    Locale.ROOT,
                                    "waits for gaps in the streams that go first: %.1f stops each",
                                    row.stops().mean())
                            : String.format(
                                    Locale.ROOT,
                                    "goes in gaps of the oncoming stream: %.0f vehicles in %.0f greens of %.0f s",
                                    row.demand().mean(),
                                    mean(mine, LaneRow::greens),
                                    mean(mine, LaneRow::greenS)));
        }
        poorArrival(own, mine, reasons);
        if (reasons.isEmpty() && !mine.isEmpty()) {
            reasons.add(String.format(
                    Locale.ROOT,
                    "long red: green for %.0f s of a cycle of %.0f s",
                    mean(mine, LaneRow::greenS),
                    mean(mine, LaneRow::cycleS)));
        }
        if (reasons.isEmpty()) {
            reasons.add(String.format(
                    Locale.ROOT,
                    "waits for its turn: %.1f stops each",
                    row.stops().mean()));
        }
        return String.join("; ", reasons.subList(0, Math.min(2, reasons.size())));
    }

    private static void overCapacity(List<LaneRow> mine, List<MovementRow> own, List<String> reasons) {
        double vc = mine.stream().collect(Collectors.groupingBy(l -> l.link() + "/" + l.lane())).values().stream()
                .mapToDouble(lane -> LanePool.of(lane).vc())
                .filter(one -> !Double.isNaN(one))
                .max()
                .orElse(Double.NaN);
        if (vc > FULL) {
            reasons.add(String.format(
                    Locale.ROOT,
                    "over capacity: v/c %.2f, %.0f pcu/h on a lane that serves %.0f",
                    vc,
                    most(mine, LaneRow::demandPcuh),
                    most(mine, LaneRow::demandPcuh) / vc));
        }
    }

    private void downstream(RunSummary.Row row, List<String> reasons) {
        String to = row.movement().substring(row.movement().indexOf('>') + 1);
        LinkRow worst = null;
        double share = 0;
        for (LinkRow link : links) {
            boolean leadsOn = link.name().equals(to) && link.toS() - link.fromS() > period - 1;
            double full =
                    leadsOn ? mean(links, l -> l.link().equals(link.link()) && isWhole(l), LinkRow::spillbackShare) : 0;
            if (leadsOn && full > share && startsHere(link, row)) {
                worst = link;
                share = full;
            }
        }
        if (worst != null && share > OFTEN_BLOCKED) {
            reasons.add(String.format(
                    Locale.ROOT,
                    "blocked downstream: the queue on %s reaches back to here %.0f %% of the time",
                    worst.link(),
                    100 * share));
        }
    }

    private boolean isWhole(LinkRow link) {
        return link.toS() - link.fromS() > period - 1;
    }

    /** The direction of the road that leads away from the place. */
    private boolean startsHere(LinkRow link, RunSummary.Row row) {
        return link.fromPlace().equals(row.place());
    }

    private void bayBeside(RunSummary.Row row, List<LaneRow> mine, List<String> reasons) {
        for (LaneRow lane : mine) {
            for (BayRow bay : bays) {
                if (bay.link().equals(lane.link()) && bay.blockedLane() == lane.lane()) {
                    double share =
                            mean(bays, b -> b.link().equals(bay.link()) && b.lane() == bay.lane(), BayRow::spilledS)
                                    / period;
                    if (share > OFTEN_BLOCKED && !bay.movements().equals(row.name())) {
                        reasons.add(String.format(
                                Locale.ROOT,
                                "its lane is blocked %.0f %% of the time by the queue for %s, whose bay is full",
                                100 * share,
                                bay.movements()));
                        return;
                    }
                }
            }
        }
    }

    /** A bus or tram took its green. The controllers of scripts do not say so; there it shows in seldom greens. */
    private void priority(List<LaneRow> mine, List<String> reasons) {
        Predicate<SignalRow> own = s -> mine.stream()
                .anyMatch(l -> l.place().equals(s.place()) && l.signalGroup().equals(s.signalGroup()));
        double cut = mean(signals, own, SignalRow::priorityShare);
        if (cut > OFTEN_CUT) {
            double skipped = mean(signals, own, SignalRow::skipShare);
            reasons.add(String.format(
                    Locale.ROOT,
                    "starved by priority: %.0f %% of its greens end early for a bus, a tram or a pre-emption%s",
                    100 * cut,
                    skipped > OFTEN_SKIPPED
                            ? String.format(Locale.ROOT, ", and it is left out of %.0f %% of the cycles", 100 * skipped)
                            : ""));
        }
    }

    private static void splitFailures(List<LaneRow> mine, List<String> reasons) {
        double failures = most(mine, LaneRow::splitFailureShare);
        if (failures > MANY_FAILURES) {
            reasons.add(String.format(
                    Locale.ROOT,
                    "%.0f %% of its greens (%.0f s) leave somebody behind who waited before",
                    100 * failures,
                    mean(mine, LaneRow::greenS)));
        }
    }

    private static void seldomGreen(List<LaneRow> mine, List<String> reasons) {
        double cycle = mean(mine, LaneRow::cycleS);
        if (cycle > SELDOM) {
            reasons.add(String.format(Locale.ROOT, "starved: green only once in %.0f s", cycle));
        }
    }

    private static void poorArrival(List<MovementRow> own, List<LaneRow> mine, List<String> reasons) {
        double ratio = mean(own, MovementRow::platoonRatio);
        if (ratio < POOR_ARRIVAL && !mine.isEmpty()) {
            double share = mean(own, MovementRow::arrivalsOnGreen);
            reasons.add(String.format(
                    Locale.ROOT,
                    "comes on red: %.0f %% arrive on a green that lasts %.0f %% of the time",
                    100 * share,
                    100 * share / ratio));
        }
    }

    private static <R> double mean(List<R> rows, ToDoubleFunction<R> what) {
        return mean(rows, r -> true, what);
    }

    private static <R> double mean(List<R> rows, Predicate<R> which, ToDoubleFunction<R> what) {
        return rows.stream()
                .filter(which)
                .mapToDouble(what)
                .filter(v -> !Double.isNaN(v))
                .average()
                .orElse(Double.NaN);
    }

    /** The mean over replications of the worst lane. */
    private static double most(List<LaneRow> rows, ToDoubleFunction<LaneRow> what) {
        return rows.stream()
                .map(LaneRow::lane)
                .distinct()
                .mapToDouble(lane -> mean(rows, r -> r.lane() == lane, what))
                .filter(v -> !Double.isNaN(v))
                .max()
                .orElse(Double.NaN);
    }
}
