package org.ulicarro.core.search;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.measure.LanePool;
import org.ulicarro.core.measure.LaneRow;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.run.Change;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;

/**
 * Finds the time gaps with which queues at signals discharge as was measured in the field. All movements with a target are searched
 * together, since a lane may serve several: in each round all replications are run with the time gaps so far, and each movement that
 * misses its target tries another one.
 */
public final class Calibration {

    /** Usual time gap, where a search begins (s). */
    private static final double USUAL_GAP = 1.0;

    /** Replications with fewer saturated headways on a lane say nothing about the spread. */
    private static final int SOME = 10;

    /** Saturation flows are written in vehicles per second and told in vehicles per hour. */
    private static final double HOUR = 3600;

    /**
     * What is to be met.
     *
     * @param place id of the place
     * @param movement of which a flow was measured
     * @param key name under which the study holds what is wanted of the movement, or would
     * @param flow saturation flow of its lanes together (pcu/h)
     * @param lanes how many
     */
    public record Target(String place, Movement movement, String key, double flow, int lanes) {}

    /**
     * What became of a target.
     *
     * @param target it
     * @param before saturation flow with the time gap that the study had; without a value where too few headways were seen (pcu/h)
     * @param reached the one with the time gap that was found, likewise
     * @param share that time gap as a share of the usual
     * @param met whether it is near enough
     */
    public record Outcome(Target target, Statistic before, Statistic reached, double share, boolean met) {

        /** Whether too few vehicles left a standing queue to tell. */
        public boolean isUnknown() {
            return Double.isNaN(reached.mean());
        }
    }

    private record Round(double[] shares, Statistic[] flows, int met, double miss) {

        /** More targets met count first: one that cannot be met must not throw out what others gained. */
        boolean isBetterThan(Round other) {
            return met != other.met ? met > other.met : miss < other.miss;
        }
    }

    private final Model model;
    private final NetworkInput network;
    private final List<Target> targets;
    private final double within;

    /**
     * Begins a calibration.
     *
     * @param model of the study, whose places say what was measured
     * @param within share of a target by which it may be missed
     */
    public Calibration(Model model, double within) {
        this.model = model;
        network = model.study().network();
        targets = targets(model);
        this.within = within;
    }

    private static List<Target> targets(Model model) {
        List<Target> targets = new ArrayList<>();
        model.network()
                .junctions()
                .forEach((id, junction) -> junction.movements().stream()
                        .map(model.network().movements()::get)
                        .filter(movement -> measured(junction, movement) != null)
                        .forEach(movement -> {
                            Map<String, MovementInput> own = junction.place().movements();
                            String key = own.containsKey(movement.id()) ? movement.id() : movement.name();
                            boolean unique = junction.movements().stream()
                                            .filter(m -> model.network()
                                                    .movements()
                                                    .get(m)
                                                    .name()
                                                    .equals(movement.name()))
                                            .count()
                                    == 1;
                            int lanes = (int) movement.paths().stream()
                                    .mapToInt(TurningPath::fromLane)
                                    .distinct()
                                    .count();
                            targets.add(new Target(
                                    id,
                                    movement,
                                    own.containsKey(key) || unique ? key : movement.id(),
                                    HOUR * measured(junction, movement),
                                    lanes));
                        }));
        return targets;
    }

    private static Double measured(Junction junction, Movement movement) {
        Map<String, Double> written = junction.place().saturation();
        Double flow = written.get(movement.id());
        return flow == null ? written.get(movement.name()) : flow;
    }

    public List<Target> targets() {
        return targets;
    }

    /** What is measured in a trial. */
    public static Instruments instruments() {
        return Instruments.of(LaneRow.class);
    }

    /**
     * Searches.
     *
     * @param rounds at most so many trials
     * @param tries with {@link #instruments()}
     * @return what became of each target: of the trial that met most of them, and of such the one that came nearest to all
     */
    public List<Outcome> search(int rounds, Tries tries) throws InterruptedException {
        double[] shares = new double[targets.size()];
        TimeGapSearch[] searches = new TimeGapSearch[targets.size()];
        for (int t = 0; t < shares.length; t++) {
            Target target = targets.get(t);
            MovementInput own = network.places().get(target.place()).movements().get(target.key());
            shares[t] = own == null || own.timeGap() == null ? 1 : own.timeGap();
            searches[t] = new TimeGapSearch(target.flow(), target.lanes(), USUAL_GAP);
        }
        Round first = null;
        Round best = null;
        for (int round = 0; round < rounds; round++) {
            double[] tried = shares;
            Model variant = model.with(Change.network(all -> with(tried))).get();
            Round now = round(shares, tries.run(change(shares), variant, this::figures));
            first = first == null ? now : first;
            best = best == null || now.isBetterThan(best) ? now : best;
            boolean moved = false;
            shares = shares.clone();
            for (int t = 0; t < shares.length; t++) {
                double flow = now.flows[t].mean();
                if (!Double.isNaN(flow) && !isMet(t, flow)) {
                    double next = searches[t].next(shares[t], flow);
                    moved |= Math.abs(next - shares[t]) > 0.001;
                    shares[t] = next;
                }
            }
            if (!moved) {
                break;
            }
        }
        List<Outcome> outcomes = new ArrayList<>();
        for (int t = 0; t < shares.length; t++) {
            Statistic reached = best.flows[t];
            outcomes.add(
                    new Outcome(targets.get(t), first.flows[t], reached, best.shares[t], isMet(t, reached.mean())));
        }
        return outcomes;
    }

    private boolean isMet(int t, double flow) {
        return Math.abs(flow / targets.get(t).flow() - 1) <= within;
    }

    private Round round(double[] shares, List<Map<String, Double>> each) {
        Statistic[] flows = new Statistic[targets.size()];
        int met = 0;
        double miss = 0;
        for (int t = 0; t < flows.length; t++) {
            flows[t] = flow(each, t);
            met += isMet(t, flows[t].mean()) ? 1 : 0;
            double off = flows[t].mean() / targets.get(t).flow() - 1;
            miss += Double.isNaN(off) ? 0 : off * off;
        }
        return new Round(shares, flows, met, miss);
    }

    /** What a trial changes, as a study writes it. */
    private Map<String, String> change(double[] shares) {
        Map<String, String> change = new LinkedHashMap<>();
        for (int t = 0; t < shares.length; t++) {
            Target target = targets.get(t);
            change.put(
                    "network.places." + target.place() + ".movements.\"" + target.key() + "\".time-gap",
                    100 * shares[t] + " %");
        }
        return change;
    }

    private String name(int t) {
        return targets.get(t).place() + " " + targets.get(t).movement().name();
    }

    /**
     * Figures of one replication: saturation flow of each target; and for the pool of all replications, headways of each lane, their
     * seconds and passenger car units, which begin with a dot since they are nothing to look at.
     */
    private Map<String, Double> figures(ReplicationResult result) {
        Map<String, Double> figures = new LinkedHashMap<>();
        for (int t = 0; t < targets.size(); t++) {
            Movement movement = targets.get(t).movement();
            List<LaneRow> lanes = result.rows(LaneRow.class).stream()
                    .filter(l ->
                            l.place().equals(movement.place()) && l.movements().contains(movement.id()))
                    .toList();
            boolean enough = lanes.stream().allMatch(l -> l.headways() >= SOME);
            double flow = lanes.stream()
                    .mapToDouble(l -> l.headwaysPcu() / l.headwaysS() * HOUR)
                    .sum();
            figures.put("saturation_pcu_per_h " + name(t), enough ? flow : Double.NaN);
            for (int l = 0; l < lanes.size(); l++) {
                figures.put(
                        ".headways " + name(t) + " " + l, (double) lanes.get(l).headways());
                figures.put(".seconds " + name(t) + " " + l, lanes.get(l).headwaysS());
                figures.put(".pcu " + name(t) + " " + l, lanes.get(l).headwaysPcu());
            }
        }
        return figures;
    }

    /**
     * Saturation flow of a movement's lanes by the headways of all replications together, with the spread between those that have some. A
     * lane has too few in one replication where a bay beside it blocks it now and then.
     */
    private Statistic flow(List<Map<String, Double>> each, int t) {
        int lanes = 0;
        double pooled = 0;
        while (each.get(0).containsKey(".headways " + name(t) + " " + lanes)) {
            String lane = name(t) + " " + lanes++;
            double headways = sum(each, ".headways " + lane);
            pooled += headways < LanePool.ENOUGH
                    ? Double.NaN
                    : sum(each, ".pcu " + lane) / sum(each, ".seconds " + lane) * HOUR;
        }
        String figure = "saturation_pcu_per_h " + name(t);
        Statistic s =
                Statistic.of(each.stream().mapToDouble(one -> one.get(figure)).toArray());
        double all = lanes == 0 ? Double.NaN : pooled;
        double shift = all - s.mean();
        return new Statistic(s.n(), all, s.sd(), s.min(), s.max(), s.lo() + shift, s.hi() + shift);
    }

    private static double sum(List<Map<String, Double>> each, String figure) {
        return each.stream().mapToDouble(one -> one.get(figure)).sum();
    }

    /** The network with these time gaps. */
    private NetworkInput with(double[] shares) {
        Map<String, Place> places = new LinkedHashMap<>(network.places());
        for (int t = 0; t < shares.length; t++) {
            Target target = targets.get(t);
            Place place = places.get(target.place());
            Map<String, MovementInput> movements = new LinkedHashMap<>(place.movements());
            MovementInput own = movements.get(target.key());
            movements.put(target.key(), own == null ? MovementInput.ofTimeGap(shares[t]) : own.withTimeGap(shares[t]));
            places.put(target.place(), place.withMovements(movements));
        }
        return network.with(places, network.roads());
    }
}
