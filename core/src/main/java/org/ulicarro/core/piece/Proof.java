package org.ulicarro.core.piece;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.measure.Difference;
import org.ulicarro.core.measure.Geh;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.TravelTimeRow;

/** A piece held against the whole: volumes by quarter of an hour, delays and travel times. */
public final class Proof {

    /** A volume that is nearer than this (GEH) is met. */
    public static final double MET = 3;

    private static final double HOUR = 3600; // s

    /**
     * A volume in an interval, in both.
     *
     * @param of link, or place and turn
     * @param from start of the interval (s since midnight)
     * @param to its end (s since midnight)
     * @param whole mean of the whole's replications (veh/h)
     * @param piece mean of the piece's (veh/h)
     */
    public record Volume(String of, double from, double to, double whole, double piece) {
        public double geh() {
            return Geh.of(piece, whole);
        }
    }

    /**
     * A figure in both.
     *
     * @param of what it is of
     * @param difference piece less whole, by replications that met the same arrivals
     * @param real whether it is more than chance, among all of its kind
     */
    public record Figure(String of, Difference difference, boolean real) {}

    private final List<Volume> links;
    private final List<Volume> turns;
    private final List<Figure> delays;
    private final List<Figure> times;

    private Proof(List<Volume> links, List<Volume> turns, List<Figure> delays, List<Figure> times) {
        this.links = links;
        this.turns = turns;
        this.delays = delays;
        this.times = times;
    }

    /** Rows of one table, of the whole and of the piece. */
    public record Both<R extends Record>(List<Observed<R>> whole, List<Observed<R>> piece) {}

    /**
     * Compares what was measured. Roads that lead out of the piece are told by the turns that lead into them: what comes to their end was held back
     * there in the whole.
     *
     * @param leadingOut ids of their links
     * @param from start of the period (s since midnight)
     * @param to its end (s since midnight)
     */
    public static Proof of(
            Set<String> leadingOut,
            Both<LinkRow> links,
            Both<MovementRow> movements,
            Both<TravelTimeRow> times,
            double from,
            double to) {
        Both<LinkRow> within = new Both<>(inside(links.whole(), leadingOut), inside(links.piece(), leadingOut));
        List<Volume> linkVolumes =
                volumes(within, r -> r.link(), LinkRow::fromS, LinkRow::toS, LinkRow::vehicles, from, to);
        List<Volume> turnVolumes = volumes(
                new Both<>(turns(movements.whole()), turns(movements.piece())),
                r -> r.place() + " " + r.name(),
                MovementRow::fromS,
                MovementRow::toS,
                MovementRow::vehicles,
                from,
                to);
        List<Figure> delays = figures(
                movements,
                r -> r.approach().equals(MovementRow.ALL) && r.fromS() == from && r.toS() == to ? r.place() : null,
                MovementRow::controlDelayS);
        List<Figure> travel = figures(
                times, r -> r.corridor() + ", " + r.fromPlace() + " to " + r.toPlace(), TravelTimeRow::travelTimeS);
        return new Proof(linkVolumes, turnVolumes, delays, travel);
    }

    private static List<Observed<LinkRow>> inside(List<Observed<LinkRow>> rows, Set<String> leadingOut) {
        return rows.stream().filter(o -> !leadingOut.contains(o.row().link())).toList();
    }

    private static List<Observed<MovementRow>> turns(List<Observed<MovementRow>> rows) {
        return rows.stream()
                .filter(o -> !o.row().movement().equals(MovementRow.ALL))
                .toList();
    }

    private static <R extends Record> List<Volume> volumes(
            Both<R> both,
            Function<R, String> of,
            ToDoubleFunction<R> begins,
            ToDoubleFunction<R> ends,
            ToDoubleFunction<R> vehicles,
            double from,
            double to) {
        Map<String, double[]> sums = new LinkedHashMap<>();
        int side = 0;
        int[] replications = new int[2];
        for (List<Observed<R>> rows : List.of(both.whole(), both.piece())) {
            replications[side] = (int)
                    rows.stream().mapToInt(Observed::replication).distinct().count();
            for (Observed<R> one : rows) {
                double begin = begins.applyAsDouble(one.row());
                double end = ends.applyAsDouble(one.row());
                boolean wholePeriod = begin == from && end == to;
                if (!wholePeriod) {
                    double[] sum = sums.computeIfAbsent(
                            of.apply(one.row()) + "\n" + begin + "\n" + end, none -> new double[2]);
                    sum[side] += vehicles.applyAsDouble(one.row());
                }
            }
            side++;
        }
        List<Volume> all = new ArrayList<>();
        sums.forEach((key, sum) -> {
            String[] parts = key.split("\n");
            double begin = Double.parseDouble(parts[1]);
            double end = Double.parseDouble(parts[2]);
            double perHour = HOUR / (end - begin);
            all.add(new Volume(
                    parts[0], begin, end, sum[0] / replications[0] * perHour, sum[1] / replications[1] * perHour));
        });
        all.sort(Comparator.comparingDouble((Volume v) -> -v.geh())
                .thenComparing(Volume::of)
                .thenComparingDouble(Volume::from));
        return all;
    }

    /** @param of what a row's figure is of; null for one that does not count */
    private static <R extends Record> List<Figure> figures(
            Both<R> both, Function<R, String> of, ToDoubleFunction<R> figure) {
        Map<String, List<Map<Integer, Double>>> values = new LinkedHashMap<>();
        int side = 0;
        for (List<Observed<R>> rows : List.of(both.whole(), both.piece())) {
            for (Observed<R> one : rows) {
                String name = of.apply(one.row());
                if (name != null) {
                    values.computeIfAbsent(name, none -> List.of(new LinkedHashMap<>(), new LinkedHashMap<>()))
                            .get(side)
                            .put(one.replication(), figure.applyAsDouble(one.row()));
                }
            }
            side++;
        }
        List<String> names = new ArrayList<>();
        List<Difference> differences = new ArrayList<>();
        values.forEach((name, sides) -> {
            if (!sides.get(0).isEmpty() && !sides.get(1).isEmpty()) {
                List<Integer> common = sides.get(0).keySet().stream()
                        .filter(sides.get(1)::containsKey)
                        .toList();
                Difference difference = Difference.paired(
                        common.stream().mapToDouble(sides.get(0)::get).toArray(),
                        common.stream().mapToDouble(sides.get(1)::get).toArray());
                if (!Double.isNaN(difference.difference())) {
                    names.add(name);
                    differences.add(difference);
                }
            }
        });
        boolean[] real = Difference.real(differences);
        List<Figure> all = new ArrayList<>();
        for (int i = 0; i < names.size(); i++) {
            all.add(new Figure(names.get(i), differences.get(i), real[i]));
        }
        return all;
    }

    /** Volumes of links, those that differ most first. */
    public List<Volume> links() {
        return links;
    }

    /** Volumes of turns, those that differ most first. */
    public List<Volume> turns() {
        return turns;
    }

    /** Control delay of places (s). */
    public List<Figure> delays() {
        return delays;
    }

    /** Travel times along corridors and their stretches (s). */
    public List<Figure> times() {
        return times;
    }

    /** Whether every volume is met and no figure differs by more than chance. */
    public boolean holds() {
        return links.stream().allMatch(v -> v.geh() < MET)
                && turns.stream().allMatch(v -> v.geh() < MET)
                && delays.stream().noneMatch(Figure::real)
                && times.stream().noneMatch(Figure::real);
    }
}
