package org.ulicarro.core.search.optimize;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.measure.BackOfQueue;
import org.ulicarro.core.measure.BayRow;
import org.ulicarro.core.measure.Condition;
import org.ulicarro.core.measure.CrossingRow;
import org.ulicarro.core.measure.EmissionRow;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.measure.LaneCycle;
import org.ulicarro.core.measure.MovementFigure;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.NetworkFigure;
import org.ulicarro.core.measure.TotalRow;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.study.AimInput;
import org.ulicarro.core.study.Period;

/**
 * What a search is for: an index in seconds a journey by the weights of an aim, and limits that a plan has to keep. Journeys are those of
 * the whole network, so that no signal gains by keeping vehicles out of another one's way.
 */
public final class Index {

    /** Names of figures that every replication of a search has. */
    public static final String INDEX = "index_s";

    public static final String DELAY = "delay_s";
    public static final String STOPS = "stops";
    public static final String ON_GREEN = "arrivals_on_green";
    public static final String QUEUE = "longest_queue_m";
    public static final String OUTSIDE = "unserved_at_end";

    private final AimInput aim;
    private final List<Condition> limits;
    private final Period period;
    private final Set<String> places;
    private final Set<String> along; // approaches along the corridor, whose queues are no side queues

    /**
     * An index.
     *
     * @param places that are timed
     * @param along approaches along the corridor, {@code place approach}; none where there is no corridor
     */
    public Index(Model model, AimInput aim, List<Condition> limits, List<String> places, Set<String> along) {
        this.aim = aim;
        this.limits = List.copyOf(limits);
        period = model.period();
        this.places = new LinkedHashSet<>(places);
        this.along = Set.copyOf(along);
    }

    AimInput aim() {
        return aim;
    }

    List<Condition> limits() {
        return limits;
    }

    /**
     * Why a limit cannot be measured; null where it can.
     *
     * @param model of whose places and movements it speaks
     */
    public static String problem(Condition limit, Model model) {
        String text = "'" + limit.text() + "': ";
        if (limit.ofNetwork()) {
            return NetworkFigure.named(limit.measure()).isPresent()
                    ? null
                    : text + "there is no measure '" + limit.measure() + "' of the network."
                            + Names.suggestion(limit.measure(), NetworkFigure.words()) + " Measures: "
                            + String.join(", ", NetworkFigure.words());
        }
        if (MovementFigure.named(limit.measure()).isEmpty()) {
            return text + "there is no measure '" + limit.measure() + "'."
                    + Names.suggestion(limit.measure(), MovementFigure.words()) + " Measures: "
                    + String.join(", ", MovementFigure.words());
        }
        String[] words = limit.subject().split("\\s+", 2);
        var junction = model.network().junctions().get(words[0]);
        if (junction == null || !junction.controlled()) {
            return text + "there is no junction '" + words[0] + "'."
                    + Names.suggestion(words[0], model.network().junctions().keySet());
        }
        List<String> known = new ArrayList<>();
        for (int m : junction.movements()) {
            known.add(model.network().movements().get(m).name());
            known.add(model.network().movements().get(m).approach() + " all");
        }
        return words.length == 1 || known.stream().anyMatch(k -> k.equalsIgnoreCase(words[1]))
                ? null
                : text + words[0] + " has no movement '" + words[1] + "'." + Names.suggestion(words[1], known);
    }

    /** What has to be measured for it. */
    public Instruments instruments() {
        Set<Class<?>> rows = new LinkedHashSet<>(List.of(MovementRow.class, TotalRow.class));
        if (aim.queuePastBay() > 0) {
            rows.add(BayRow.class);
        }
        if (aim.peopleDelay() > 0) {
            rows.add(CrossingRow.class);
        }
        if (aim.co2() > 0) {
            rows.add(EmissionRow.class);
        }
        for (Condition limit : limits) {
            if (limit.ofNetwork()) {
                NetworkFigure.named(limit.measure()).ifPresent(f -> rows.add(f.rows()));
            } else if (MovementFigure.named(limit.measure())
                    .map(MovementFigure::overCycles)
                    .orElse(false)) {
                rows.add(LaneCycle.class);
            }
        }
        return Instruments.of(rows.toArray(Class<?>[]::new));
    }

    /** Figures of a replication by name, the index first. */
    public Map<String, Double> figures(ReplicationResult result) {
        TotalRow all = result.rows(TotalRow.class).stream()
                .filter(r -> r.type().equals(TotalRow.ALL))
                .findFirst()
                .orElseThrow();
        double journeys = Math.max(1, all.vehicles());
        double stops = 0;
        double arrived = 0;
        double onGreen = 0;
        double ownArrived = 0;
        double ownOnGreen = 0;
        double queue = 0;
        for (MovementRow r : result.rows(MovementRow.class)) {
            boolean whole = r.fromS() == period.from() && r.toS() == period.to();
            if (!whole || r.movement().equals(MovementRow.ALL)) {
                continue;
            }
            boolean timed = places.contains(r.place());
            stops += r.demand() > 0 ? r.stops() * r.demand() : 0;
            if (!Double.isNaN(r.arrivalsOnGreen())) {
                arrived += r.demand();
                onGreen += r.arrivalsOnGreen() * r.demand();
                ownArrived += timed ? r.demand() : 0;
                ownOnGreen += timed ? r.arrivalsOnGreen() * r.demand() : 0;
            }
            if (timed && !along.contains(r.place() + " " + r.approach())) {
                queue = Math.max(queue, r.queueMaxM());
            }
        }
        double delay = all.delayS() / journeys;
        double index = aim.delay() * delay
                + aim.stops() * stops / journeys
                + aim.arrivalsOnRed() * (arrived - onGreen) / journeys;
        index += aim.queuePastBay() > 0 ? aim.queuePastBay() * overfullBays(result) : 0;
        index += aim.peopleDelay() > 0 ? aim.peopleDelay() * peopleDelay(result, all) : 0;
        index += aim.co2() > 0 ? aim.co2() * network(result, NetworkFigure.CO2) / journeys : 0;
        Map<String, Double> figures = new LinkedHashMap<>();
        figures.put(INDEX, index);
        figures.put(DELAY, delay);
        figures.put(STOPS, stops / journeys);
        figures.put(ON_GREEN, ownArrived > 0 ? ownOnGreen / ownArrived : Double.NaN);
        figures.put(QUEUE, queue);
        figures.put(OUTSIDE, (double) result.unservedAtEnd());
        for (Condition limit : limits) {
            figures.put(limit.text(), value(limit, result));
        }
        return figures;
    }

    /** Bays whose queue stands beyond their beginning, mean over the period. */
    private double overfullBays(ReplicationResult result) {
        double seconds = 0;
        for (BayRow bay : result.rows(BayRow.class)) {
            seconds += bay.spilledS();
        }
        return seconds / (period.to() - period.from());
    }

    /** Of those on board and those on foot, per person (s). */
    private double peopleDelay(ReplicationResult result, TotalRow all) {
        double people = all.people();
        double delay = all.peopleDelayS();
        for (CrossingRow crossing : result.rows(CrossingRow.class)) {
            boolean whole = crossing.fromS() == period.from() && crossing.toS() == period.to();
            if (whole && crossing.walkers() > 0) {
                people += crossing.walkers();
                delay += crossing.walkers() * crossing.delayS();
            }
        }
        return delay / Math.max(1, people);
    }

    private static double network(ReplicationResult result, NetworkFigure figure) {
        if (figure.rows() == TotalRow.class) {
            return result.rows(TotalRow.class).stream()
                    .flatMap(r -> figure.of(r).stream())
                    .findFirst()
                    .orElse(Double.NaN);
        }
        return result.rows(EmissionRow.class).stream()
                .flatMap(r -> figure.of(r).stream())
                .findFirst()
                .orElse(Double.NaN);
    }

    private double value(Condition limit, ReplicationResult result) {
        if (limit.ofNetwork()) {
            return NetworkFigure.named(limit.measure())
                    .map(f -> network(result, f))
                    .orElse(Double.NaN);
        }
        MovementFigure figure = MovementFigure.named(limit.measure()).orElseThrow();
        BackOfQueue backs = figure.overCycles() ? new BackOfQueue(result.rows(LaneCycle.class)) : null;
        return result.rows(MovementRow.class).stream()
                .filter(r -> r.fromS() == period.from() && r.toS() == period.to())
                .filter(r -> MovementFigure.subject(r).equalsIgnoreCase(limit.subject()))
                .mapToDouble(r -> figure.of(r, backs))
                .findFirst()
                .orElse(Double.NaN);
    }
}
