package org.ulicarro.core.measure;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import org.ulicarro.core.measure.VisitMeter.Sum;
import org.ulicarro.core.network.EntryRule;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.traffic.Traffic;
import org.ulicarro.core.traffic.TrafficView;

/** The instruments of one replication: attaches them to traffic and reads them at the end. */
public final class Meters {

    private final Network network;
    private final SignalSystem signals;
    private final Intervals intervals;
    private final VisitMeter visits;
    private final WaitMeter waits;
    private final SignalMeter signalMeter;
    private final EmissionMeter emissions;
    private final LinkMeter links;
    private final TravelTimeMeter travelTimes;
    private final ConflictMeter conflicts;
    private final GreenMeter greens;
    private final ArrivalMeter arrivals;
    private final GateMeter gates;
    private final RateMeter rates;
    private final QueueMeter queues;
    private final BayMeter bays;
    private final EntryMeter entries;
    private final LineMeter lines;
    private final TotalMeter totals;

    /**
     * Instruments for one replication.
     *
     * @param corridors named ways whose travel times are measured
     */
    public Meters(
            Network network, SignalSystem signals, Map<String, NetworkInput.Corridor> corridors, Intervals intervals) {
        this.network = network;
        this.signals = signals;
        this.intervals = intervals;
        bays = new BayMeter(network, intervals);
        entries = new EntryMeter(network, intervals);
        lines = new LineMeter(intervals);
        totals = new TotalMeter(intervals);
        visits = new VisitMeter(network.movements().size(), intervals);
        signalMeter = new SignalMeter(signals, intervals);
        emissions = new EmissionMeter(network, intervals);
        links = new LinkMeter(network, intervals);
        travelTimes = new TravelTimeMeter(network, corridors, emissions, intervals);
        conflicts = new ConflictMeter(network, intervals);
        gates = new GateMeter(network, intervals);
        rates = new RateMeter(intervals);
        waits = new WaitMeter(network.movements().size(), intervals);
        Set<Integer> lanes = new LinkedHashSet<>();
        List<Integer> groups = new ArrayList<>();
        for (Movement movement : network.movements()) {
            for (var path : movement.paths()) {
                boolean measured = !movement.isInner()
                        && network.junctions().get(movement.place()).controlled();
                if (measured && lanes.add(path.fromLane())) {
                    groups.add(signals.groupOf(movement.index(), path.fromLane()));
                }
            }
        }
        int[] signalled = IntStream.range(0, groups.size())
                .filter(i -> groups.get(i) != SignalSystem.NO_GROUP)
                .toArray();
        List<Integer> all = List.copyOf(lanes);
        greens = new GreenMeter(
                network.lanes().size(),
                IntStream.of(signalled).map(all::get).toArray(),
                IntStream.of(signalled).map(groups::get).toArray(),
                intervals);
        arrivals = new ArrivalMeter(signals, network.movements().size(), intervals);
        queues = new QueueMeter(
                network,
                lanes.stream().mapToInt(i -> i).toArray(),
                groups.stream().mapToInt(i -> i).toArray(),
                intervals);
    }

    public void attach(Traffic traffic) {
        traffic.observe(visits);
        traffic.observe(queues);
        traffic.observe(bays);
        traffic.observe(entries);
        traffic.observe(lines);
        traffic.observe(totals);
        traffic.observe(waits);
        traffic.observe(greens);
        traffic.observe(signalMeter);
        traffic.control().count(signalMeter::watch);
        traffic.observe(emissions);
        traffic.observe(links);
        traffic.observe(travelTimes);
        traffic.observe(conflicts);
        traffic.observe(arrivals);
        traffic.observe(gates);
        traffic.observe(rates);
    }

    /** How often the queues of turning bays reached back into the lanes beside them. */
    public List<BayRow> bays() {
        return bays.rows();
    }

    /** Who wanted to come in at each entry, and what it did not serve in time. */
    public List<EntryRow> entries(TrafficView view) {
        return entries.rows(view);
    }

    /** Buses and trams from end to end, line by line. */
    public List<LineRow> lines(TrafficView view) {
        return lines.rows(view);
    }

    /** Whole journeys, all together and by type of vehicle. */
    public List<TotalRow> totals(TrafficView view) {
        return totals.rows(view);
    }

    /** People over crossings. */
    public List<CrossingRow> crossings(TrafficView view) {
        return CrossingMeter.rows(view, intervals);
    }

    /** The queue of each controlled lane in each cycle that began in the period. */
    public List<LaneCycle> cycles() {
        return queues.cycles().stream().map(this::named).toList();
    }

    private LaneCycle named(QueueCycle cycle) {
        Lane lane = network.lanes().get(cycle.lane());
        Link link = network.links().get(lane.link());
        List<String> movements = network.movementsFrom(link.index()).stream()
                .filter(m -> network.path(lane.index(), m.index()).isPresent())
                .map(Movement::id)
                .toList();
        return new LaneCycle(
                link.to(),
                link.approach(),
                link.id(),
                lane.number(),
                movements,
                cycle.start(),
                cycle.back(),
                cycle.greenFrom(),
                cycle.green());
    }

    /** Rows of all controlled movements, approaches and places, interval by interval, the whole period last. */
    public List<MovementRow> rows() {
        List<MovementRow> rows = new ArrayList<>();
        for (Junction junction : network.junctions().values()) {
            if (junction.controlled()) {
                for (int interval = 0; interval < intervals.count(); interval++) {
                    addPlace(junction, interval, rows);
                }
            }
        }
        return rows;
    }

    /** What signal groups did. */
    public List<SignalRow> signals() {
        return signalMeter.rows();
    }

    /** Fuel and emissions. */
    public List<EmissionRow> emissions() {
        return emissions.rows();
    }

    /** Volume and speed of links. */
    public List<LinkRow> links() {
        return links.rows();
    }

    /** Travel times along corridors. */
    public List<TravelTimeRow> travelTimes() {
        return travelTimes.rows();
    }

    /** Near encounters. */
    public List<ConflictRow> conflicts() {
        return conflicts.rows();
    }

    /** What the greens of lanes before signals did. */
    public List<LaneRow> lanes() {
        return greens.rows(network, signals);
    }

    /** Whom gates served. */
    public List<GateRow> gates() {
        return gates.rows();
    }

    /** At which rates meters let vehicles go. */
    public List<MeterRow> meters() {
        return rates.rows(rows());
    }

    /** What every vehicle waited, movement by movement, then approach and place. */
    public List<WaitRow> waits() {
        List<WaitRow> rows = new ArrayList<>();
        for (Junction junction : network.junctions().values()) {
            if (junction.controlled()) {
                eachSubject(
                        junction,
                        (approach, id, name, of) -> rows.add(waits.row(junction.id(), approach, id, name, of)));
            }
        }
        return rows;
    }

    private void addPlace(Junction junction, int interval, List<MovementRow> rows) {
        eachSubject(
                junction, (approach, id, name, of) -> rows.add(row(junction.id(), approach, id, name, of, interval)));
    }

    private interface Subject {
        void is(String approach, String movement, String name, List<Movement> of);
    }

    /** The movements of a place, after those of an approach the approach, at the end the place. */
    private void eachSubject(Junction junction, Subject subject) {
        List<Movement> all =
                junction.movements().stream().map(network.movements()::get).toList();
        Set<String> approaches =
                new LinkedHashSet<>(all.stream().map(Movement::approach).toList());
        for (String approach : approaches) {
            List<Movement> here =
                    all.stream().filter(m -> m.approach().equals(approach)).toList();
            for (Movement m : here) {
                subject.is(approach, m.id(), m.name(), List.of(m));
            }
            subject.is(approach, MovementRow.ALL, approach, here);
        }
        subject.is(MovementRow.ALL, MovementRow.ALL, junction.id(), all);
    }

    private MovementRow row(String place, String approach, String id, String name, List<Movement> of, int interval) {
        double arrived = total(of, interval, Sum.ARRIVED);
        double longest = 0;
        double longestMean = 0;
        for (Movement m : of) {
            for (var path : m.paths()) {
                longest = Math.max(longest, queues.max(path.fromLane(), interval));
                longestMean = Math.max(longestMean, queues.mean(path.fromLane(), interval));
            }
        }
        return new MovementRow(
                place,
                approach,
                id,
                name,
                intervals.from(interval),
                intervals.to(interval),
                total(of, interval, Sum.PASSED),
                arrived,
                total(of, interval, Sum.UNFINISHED),
                total(of, interval, Sum.CONTROL) / arrived,
                total(of, interval, Sum.ENTRY) / arrived,
                total(of, interval, Sum.GEOMETRIC) / arrived,
                total(of, interval, Sum.STOPPED) / arrived,
                total(of, interval, Sum.STOPS) / arrived,
                longestMean,
                longest,
                of.stream().anyMatch(this::goesInGaps),
                arrivedOnGreen(of, interval),
                arrivedOnGreen(of, interval) / greenShare(of),
                interval == intervals.whole() && of.size() == 1 ? saturation(of.get(0)) : Double.NaN,
                interval == intervals.whole() ? worst(of, greens::vc) : Double.NaN,
                interval == intervals.whole() ? worst(of, greens::splitFailures) : Double.NaN);
    }

    private boolean goesInGaps(Movement movement) {
        return movement.rule() == EntryRule.STOP
                || movement.rule() == EntryRule.YIELD
                || signals.yields(movement.index());
    }

    private double arrivedOnGreen(List<Movement> of, int interval) {
        double all = 0;
        double onGreen = 0;
        for (Movement m : of) {
            all += arrivals.count(m.index(), interval, false);
            onGreen += arrivals.count(m.index(), interval, true);
        }
        return onGreen / all;
    }

    /** Mean share of green of the movements' lanes. */
    private double greenShare(List<Movement> of) {
        double sum = 0;
        int n = 0;
        for (Movement m : of) {
            for (var path : m.paths()) {
                double share = greens.greenShare(path.fromLane());
                sum += Double.isNaN(share) ? 0 : share;
                n += Double.isNaN(share) ? 0 : 1;
            }
        }
        return n == 0 ? Double.NaN : sum / n;
    }

    private double saturation(Movement of) {
        double sum = 0;
        for (var path : of.paths()) {
            sum += greens.saturation(path.fromLane()); // NaN when one is not known
        }
        return sum;
    }

    private static double worst(List<Movement> of, IntToDoubleFunction figure) {
        double worst = Double.NaN;
        for (Movement m : of) {
            for (var path : m.paths()) {
                double one = figure.applyAsDouble(path.fromLane());
                worst = Double.isNaN(worst) || one > worst ? one : worst;
            }
        }
        return worst;
    }

    private double total(List<Movement> of, int interval, Sum sum) {
        double total = 0;
        for (Movement m : of) {
            total += visits.get(m.index(), interval, sum);
        }
        return total;
    }
}
