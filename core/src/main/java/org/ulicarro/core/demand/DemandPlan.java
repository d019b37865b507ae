package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.Balance;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.Kinds;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Trips;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.study.WayRow;

/** The demand of one study in one period, ready to be drawn for any replication. Immutable. */
public final class DemandPlan {

    private final Network network;
    private final TurningCounts counts;
    private final Window window;
    private final List<Source> sources;
    private final List<ServiceLine> lines;
    private final WalkPlan walks;
    private final int fromCounts; // how many of the sources are what is counted
    private final RouteEstimate estimate;
    private final List<Imbalance> balance;
    private final ClosedRoads closed;
    private final ChosenWays chosen;
    private final Kinds kinds;
    private final long seed;
    private final KeptDraws draws = new KeptDraws();

    private DemandPlan(
            Network network,
            TurningCounts counts,
            Window window,
            List<Source> sources,
            List<ServiceLine> lines,
            WalkPlan walks,
            int fromCounts,
            RouteEstimate estimate,
            List<Imbalance> balance,
            ClosedRoads closed,
            ChosenWays chosen,
            Kinds kinds,
            long seed) {
        this.fromCounts = fromCounts;
        this.closed = closed;
        this.chosen = chosen;
        this.kinds = kinds;
        this.seed = seed;
        this.balance = List.copyOf(balance);
        this.network = network;
        this.counts = counts;
        this.window = window;
        this.sources = List.copyOf(sources);
        this.lines = lines;
        this.walks = walks;
        this.estimate = estimate;
    }

    /**
     * Checks the demand against the network and prepares the draw.
     *
     * @param input of the network: what is closed to whom
     * @param kinds types of vehicle
     * @param counts rows of the turning counts
     * @param trips rows of the tables of trips
     * @param seed of the study
     * @param faults receives what is wrong with them
     */
    public static DemandPlan of(
            Network network,
            NetworkInput input,
            DemandInput demand,
            Kinds kinds,
            List<Count> counts,
            List<Trips> trips,
            Window window,
            long seed,
            List<Fault> faults) {
        TypeMix mix = new TypeMix(kinds, demand.mix());
        double bicycles = kinds.share(demand.mix(), Set.of(VehicleType.BICYCLE));
        if (bicycles > 0 && network.links().stream().anyMatch(link -> link.lanes() == 1 && !link.ring())) {
            faults.add(DemandFault.BICYCLES_IN_LANES.at("/demand/mix", 100 * bicycles));
        }
        TurningCounts turning = TurningCounts.of(network, demand, kinds, counts, window, faults);
        Balancing balancing = new Balancing(network, turning, window);
        if (demand.balance().differences() == Balance.Differences.SCALED) {
            balancing.scale(demand.balance(), faults);
        }
        List<Imbalance> balance = new ArrayList<>();
        if (demand.balance().differences() == Balance.Differences.ABSORBED) {
            Absorption absorption = new Absorption(network, turning, window);
            absorption.apply();
            balance.addAll(absorption.taken());
            balancing.all().stream()
                    .filter(i -> !absorption.places().contains(i.from())
                            && !absorption.places().contains(i.to()))
                    .forEach(balance::add);
        } else {
            balance.addAll(balancing.all());
        }
        turning.checkApproaches(faults);
        Ways ways = new Ways(network);
        List<Source> sources = new ArrayList<>();
        RouteEstimate estimate = null;
        if (demand.routes() == DemandInput.Routing.ESTIMATED && !counts.isEmpty()) {
            estimate = RouteEstimate.of(network, turning, window, faults);
            sources.addAll(estimate.flows(demand.arrivals(), window, mix));
        } else {
            balancing.warn(demand.balance(), balance, faults);
            sources.addAll(CountedDemand.of(network, turning, window, demand.arrivals(), mix));
        }
        int fromCounts = sources.size();
        sources.addAll(WrittenDemand.of(demand, window, ways, mix, faults));
        if (!trips.isEmpty()) {
            sources.add(TripDemand.of(demand, trips, window, ways, mix, faults));
        }
        List<ServiceLine> lines = ServiceLines.of(network, input, kinds, demand.services(), window, faults);
        if (sources.isEmpty()
                && lines.isEmpty()
                && faults.stream().noneMatch(f -> f.severity() == Fault.Severity.ERROR)) {
            faults.add(DemandFault.NOBODY_TRAVELS.at("/demand"));
        }
        WalkPlan walks = WalkPlan.of(network, demand, window, faults);
        ClosedRoads closed = new ClosedRoads(network, input, faults);
        DemandPlan plan = new DemandPlan(
                network,
                turning,
                window,
                sources,
                lines,
                walks,
                fromCounts,
                estimate,
                balance,
                closed,
                ChosenWays.none(),
                kinds,
                seed);
        if (closed.any() && faults.stream().noneMatch(f -> f.severity() == Fault.Severity.ERROR)) {
            Detours detours = new Detours(closed);
            plan.draw(1, detours);
            detours.warn(faults);
        }
        return plan;
    }

    /**
     * The same with ways that are chosen, by those whose own is not written.
     *
     * @param rows of the table of ways
     * @param faults receives what is wrong with them
     */
    public DemandPlan withWays(List<WayRow> rows, List<Fault> faults) {
        if (rows.isEmpty()) {
            return this;
        }
        return new DemandPlan(
                network,
                counts,
                window,
                sources,
                lines,
                walks,
                fromCounts,
                estimate,
                balance,
                closed,
                ChosenWays.of(network, rows, kinds, faults),
                kinds,
                seed);
    }

    /** What is forbidden to whom when, on which links and movements. */
    public List<Ban> bans() {
        return closed.bans();
    }

    public Window window() {
        return window;
    }

    /** What counted places send each other, and what they count, in the order of the network. */
    public List<Imbalance> balance() {
        return balance;
    }

    /** Flows between ends that were estimated from counts; null where routes are drawn turn by turn. */
    public RouteEstimate estimate() {
        return estimate;
    }

    /** Mean demand of a movement over the measured period as it is counted (veh/h); 0 where it is not. */
    public double hourlyRate(Movement movement) {
        double vehicles = counts.vehicles(movement.index(), window.from(), window.to());
        return vehicles / (window.to() - window.from()) * 3600;
    }

    /** What comes into the network as it is counted, at the first place that counts it (veh/h). */
    public double hourlyEntering() {
        return network.entries().stream()
                .map(entry -> CountedDemand.firstCounted(network, counts, entry))
                .filter(Objects::nonNull)
                .flatMap(link -> network.movementsFrom(link.index()).stream())
                .mapToDouble(this::hourlyRate)
                .sum();
    }

    /** People over a crossing, both ways, in the mean of the measured period (persons/h). */
    public double peopleRate(MarkedCrossing crossing) {
        return walks.hourlyRate(crossing.id(), window.from(), window.to());
    }

    public boolean isCounted(Movement movement) {
        return counts.counted(movement.index());
    }

    /** Whether everybody comes by counts, but those on lines. */
    boolean isOnlyCounted() {
        return sources.size() == fromCounts;
    }

    /** Buses and trams of lines by movement, which no count holds (veh/h). */
    double[] lineRates() {
        double[] rates = new double[network.movements().size()];
        for (ServiceLine line : lines) {
            double runs = Arrays.stream(line.departs())
                    .filter(t -> t >= window.from() && t < window.to())
                    .count();
            for (int m : line.way()) {
                rates[m] += runs / (window.to() - window.from()) * 3600;
            }
        }
        return rates;
    }

    /** Vehicles of a movement that are counted between two times of day; hours as they swell, grown. */
    public double vehicles(Movement movement, double from, double to) {
        return counts.vehicles(movement.index(), from, to);
    }

    /** Everybody who leaves in one replication, in order of time. Not to be written to: it is shared. */
    public Departures departures(int replication) {
        return drawn(replication).departures();
    }

    /** Everybody who walks over a crossing in one replication, in order of time. Not to be written to: it is shared. */
    public Walks walks(int replication) {
        return drawn(replication).walks();
    }

    private KeptDraws.Drawn drawn(int replication) {
        return draws.of(
                replication,
                k -> new KeptDraws.Drawn(draw(k, closed.any() ? new Detours(closed) : null), walks.draw(seed, k)));
    }

    private Departures draw(int replication, Detours detours) {
        DepartureDraft draft = new DepartureDraft(chosen, detours);
        for (Source source : sources) {
            source.draw(seed, replication, draft);
        }
        for (int line = 0; line < lines.size(); line++) {
            drawLine(line, replication, draft);
        }
        return draft.sorted(lines);
    }

    /** Every departure of a service, whose vehicles are numbered from its first one on, whatever the period. */
    private void drawLine(int number, int replication, DepartureDraft draft) {
        ServiceLine line = lines.get(number);
        long id = Draws.idOf("service " + line.id());
        for (int n = 0; n < line.departs().length; n++) {
            double time = line.departs()[n];
            if (time >= window.start()) {
                long key = Draws.key(seed, replication, Purpose.VEHICLE, id + n);
                draft.add(time, line.entry(), draft.route(line.way()), line.kind(), key, number);
            }
        }
    }
}
