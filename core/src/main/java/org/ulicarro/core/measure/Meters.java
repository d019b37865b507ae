package org.ulicarro.core.measure;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.ulicarro.core.measure.VisitMeter.Sum;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.traffic.Traffic;
import org.ulicarro.core.traffic.TrafficView;

/** The instruments of one replication: attaches them to traffic and reads them at the end. */
public final class Meters {

    private final Network network;
    private final Intervals intervals;
    private final VisitMeter visits;
    private final WaitMeter waits;
    private final GateMeter gates;
    private final RateMeter rates;
    private final QueueMeter queues;
    private final BayMeter bays;
    private final EntryMeter entries;
    private final LineMeter lines;
    private final TotalMeter totals;

    public Meters(Network network, SignalSystem signals, Intervals intervals) {
        this.network = network;
        this.intervals = intervals;
        bays = new BayMeter(network, intervals);
        entries = new EntryMeter(network, intervals);
        lines = new LineMeter(intervals);
        totals = new TotalMeter(intervals);
        visits = new VisitMeter(network.movements().size(), intervals);
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
        queues = new QueueMeter(
                network.lanes().size(),
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
                link.to(), link.approach(), link.id(), lane.number(), movements, cycle.start(), cycle.back());
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
                longest);
    }

    private double total(List<Movement> of, int interval, Sum sum) {
        double total = 0;
        for (Movement m : of) {
            total += visits.get(m.index(), interval, sum);
        }
        return total;
    }
}
