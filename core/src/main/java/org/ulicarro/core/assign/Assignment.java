package org.ulicarro.core.assign;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.ulicarro.core.demand.Ends;
import org.ulicarro.core.demand.MovementCounts;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Progress;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.core.study.ChoiceInput;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.study.WayRow;

/**
 * Repeats a period until drivers no longer gain by changing their way. Each iteration drives the same drivers over their ways, lets them know
 * what roads took, finds ways that would have been better, and moves shares towards those that drivers would choose.
 */
public final class Assignment {

    /** Rounds of formulas, and how few drivers may still want another way in them (share). */
    private static final int GUESSES = 24;

    private static final double GUESSED = 0.01;

    /** What drivers know moves by no less than this share towards the last iteration. */
    private static final double LEARN = 1 / 3.0;

    /**
     * What is asked for.
     *
     * @param fit null to leave demand as it is
     * @param iterations at most
     * @param replications driven in each
     */
    public record Task(int iterations, int replications, Fit fit) {

        /** One with demand as it is. */
        public Task(int iterations, int replications) {
            this(iterations, replications, null);
        }
    }

    /**
     * Demand is to be scaled to counts.
     *
     * @param counts what was counted on this network
     * @param bound the most by which demand between two ends is multiplied or divided, above 1
     */
    public record Fit(MovementCounts counts, double bound) {}

    /**
     * Where it begins.
     *
     * @param ways of an assignment before; empty for none
     * @param times that drivers knew then; empty for none
     * @param step by which shares moved last; NaN where roads or demand are others now, and drivers have to find out anew
     */
    public record Start(List<WayRow> ways, List<KnownTimeRow> times, double step) {

        public static final Start NEW = new Start(List.of(), List.of(), Double.NaN);
    }

    /**
     * What is known after an iteration: ways as they were driven in it.
     *
     * @param number of the iteration, from 1
     */
    public record State(
            int number,
            IterationRow iteration,
            List<ChangeRow> changes,
            List<WayRow> ways,
            List<PathRow> paths,
            List<RoadRow> roads,
            List<KnownTimeRow> times,
            List<CountRow> counts,
            List<ScaleRow> scales,
            boolean settled) {}

    /** Hears how far it is. */
    public interface Listener extends Progress {

        /** A guess by formulas is there: ways that are known, and the share of drivers who would still change over. */
        void guessed(int rounds, int paths, double changing);

        /** An iteration is done; it is to be kept now. */
        void done(State state);
    }

    private final Model base;
    private final Network network;
    private final Task task;
    private final ChoiceInput choice;
    private final Slices slices;
    private final Drivers drivers;
    private final Tastes tastes;
    private final WayShares shares;
    private final Formula formula;
    private final PathSearch search;
    private final Times free;
    private final CountFit fit; // null where demand stays
    private Times known;
    private final double stepBefore; // of an assignment that is gone on with; NaN for none
    private int dropped;

    /**
     * Prepares one.
     *
     * @param model of the study; its own table of ways does not count
     * @throws NobodyChooses when no driver has a way to choose
     */
    public Assignment(Model model, Task task, Start start) throws NobodyChooses {
        this.task = task;
        base = model.with(inputs -> inputs.withWays(List.of())).get();
        network = base.network();
        choice = base.study().demand().choice();
        slices = Slices.of(base.demand().window(), choice.slice());
        drivers = new Drivers(base.demand(), task.replications());
        if (drivers.count == 0) {
            throw new NobodyChooses();
        }
        TreeSet<VehicleType> present = new TreeSet<>(List.of(drivers.type));
        tastes = new Tastes(
                network, base.study().network(), choice, base.demand().bans(), present);
        shares = new WayShares(network, tastes, slices, drivers);
        formula = new Formula(network, base.signals(), base.period().from());
        search = new PathSearch(network, tastes, slices, shares, choice.paths(), PathSearch.WORTH);
        free = new Times(network, slices);
        formula.times(new Loaded(network, slices), free);
        known = free.copy(network);
        fit = task.fit() == null
                ? null
                : new CountFit(network, task.fit().counts(), drivers, task.fit().bound());
        search.begin(free);
        stepBefore = start.step();
        goOnFrom(start);
    }

    private void goOnFrom(Start start) {
        Map<String, Link> links = new LinkedHashMap<>();
        network.links().forEach(l -> links.put(l.id(), l));
        Map<Ends, PairState> byEnds = new LinkedHashMap<>();
        shares.pairs().forEach(pair -> byEnds.put(shares.ends(pair), pair));
        Map<PairState, List<WayRow>> mine = new LinkedHashMap<>();
        for (WayRow row : start.ways()) {
            PairState pair = byEnds.get(new Ends(row.from(), row.to()));
            if (pair != null) {
                mine.computeIfAbsent(pair, none -> new ArrayList<>()).add(row);
            }
        }
        mine.forEach((pair, rows) -> goOnFrom(pair, rows, links));
        for (KnownTimeRow row : start.times()) {
            goOnFrom(row, links.get(row.link()));
        }
    }

    private void goOnFrom(PairState pair, List<WayRow> rows, Map<String, Link> links) {
        for (WayRow row : rows) {
            Path path = search.known(pair.number, row.links(), links);
            dropped += path == null ? 1 : 0;
            if (path != null && !pair.knows(path)) {
                pair.add(path, network);
            }
        }
        pair.scale(rows.get(0).factor());
        for (int g = 0; g < pair.shares.length; g++) {
            for (int s = 0; s < slices.count(); s++) {
                double[] kept = new double[pair.paths.size()];
                double sum = 0;
                for (WayRow row : rows) {
                    boolean meant = row.types().isEmpty()
                            || tastes.get(g).types.isEmpty()
                            || row.types().containsAll(tastes.get(g).types);
                    for (int p = 0; p < kept.length && meant; p++) {
                        if (pair.paths.get(p).names().equals(row.links())) {
                            kept[p] += shareAt(row, slices.middle(s));
                        }
                    }
                }
                for (double share : kept) {
                    sum += share;
                }
                for (int p = 0; p < kept.length && sum > 0; p++) {
                    pair.shares[g][s][p] = kept[p] / sum;
                }
            }
        }
    }

    private static double shareAt(WayRow row, double time) {
        int i = 0;
        while (i < row.starts().size() - 1 && time >= row.starts().get(i + 1)) {
            i++;
        }
        return row.shares().get(i);
    }

    private void goOnFrom(KnownTimeRow row, Link link) {
        int s = slices.of(row.fromS() + slices.length() / 2);
        if (link == null) {
            return;
        }
        if (row.turn().equals("<")) {
            known.enter[link.index() * slices.count() + s] = row.timeS();
        } else if (row.turn().equals(">")) {
            known.out[link.index() * slices.count() + s] = row.timeS();
        } else {
            for (Movement turn : network.movementsFrom(link.index())) {
                if (turn.id().equals(row.turn())) {
                    known.turn[turn.index() * slices.count() + s] = row.timeS();
                }
            }
        }
    }

    /** Ways of the assignment before that this network has no more. */
    public int dropped() {
        return dropped;
    }

    /** Drivers who choose their way, in each replication. */
    public double choosing() {
        return (double) drivers.count / drivers.replications;
    }

    /** All who travel, in each replication. */
    public double travelling() {
        return (double) (drivers.count + drivers.given.size()) / drivers.replications;
    }

    /** Pairs of ends. */
    public int pairs() {
        return drivers.pairs.size();
    }

    /**
     * Repeats until it has settled.
     *
     * @param guess whether to begin by formulas
     */
    public State run(TrialPool pool, boolean guess, Listener listener) throws InterruptedException {
        if (guess) {
            guess(listener);
        }
        fit();
        SimulatedLoading loading = new SimulatedLoading(base, formula, free, task.replications(), pool, listener);
        Settling settling = new Settling(network, choice.until());
        boolean goesOn = !Double.isNaN(stepBefore);
        Averaging averaging = goesOn ? Averaging.ofMeasured(stepBefore) : Averaging.ofMeasured();
        State state = null;
        int[] before = null;
        double step = Double.NaN;
        for (int n = 1; n <= task.iterations(); n++) {
            double[] volumes = settling.volumes();
            double[] times = settling.linkTimes();
            int[] choices = shares.choices();
            Loading.Result result = loading.load(shares);
            learn(result, goesOn ? LEARN : Math.max(LEARN, 1.0 / n));
            double gap = shares.gap(known);
            boolean comparable = settling.look(shares, result, gap);
            List<WayRow> driven = shares.rows();
            List<PathRow> paths = paths(result.times());
            boolean settled = settling.isSettled();
            int found = settled || n == task.iterations() ? 0 : search.add(known);
            state = new State(
                    n,
                    row(result.totals(), settling, comparable, gap, found, changed(before, choices), step),
                    comparable ? settling.classes() : List.of(),
                    driven,
                    paths,
                    settling.roads(volumes, times, free),
                    knownTimes(),
                    fit == null ? List.of() : fit.counts(),
                    fit == null ? List.of() : CountFit.scales(shares),
                    settled);
            listener.done(state);
            if (settled) {
                break;
            }
            shares.move(known, averaging);
            fit();
            step = averaging.last();
            before = choices;
        }
        return state;
    }

    private void fit() {
        if (fit != null) {
            fit.fit(shares, known);
        }
    }

    private void guess(Listener listener) {
        FormulaLoading loading = new FormulaLoading(network, drivers, slices, formula);
        Averaging averaging = Averaging.ofGuess();
        double changing = 1;
        int round = 0;
        while (round < GUESSES && changing > GUESSED) {
            round++;
            Loading.Result result = loading.load(shares);
            known = result.times();
            int found = search.add(known);
            changing = shares.move(known, averaging);
            changing = found > shares.paths() * GUESSED ? 1 : changing;
        }
        listener.guessed(round, shares.paths(), changing);
    }

    /** Lets drivers know what roads took; where few came, they hold to what they knew. */
    private void learn(Loading.Result now, double share) {
        learn(known.turn, now.times().turn, now.loaded().turnVehicles, share);
        learn(known.out, now.times().out, now.loaded().outVehicles, share);
        learn(known.enter, now.times().enter, now.loaded().enterVehicles, share);
    }

    private static void learn(double[] known, double[] seen, double[] vehicles, double share) {
        for (int i = 0; i < known.length; i++) {
            double trust = vehicles[i] > 0 ? vehicles[i] / (vehicles[i] + 1) : 1;
            known[i] += share * trust * (seen[i] - known[i]);
        }
    }

    private IterationRow row(
            Loading.Totals totals,
            Settling settling,
            boolean comparable,
            double gap,
            int found,
            double changed,
            double step) {
        return new IterationRow(
                totals.wanted(),
                totals.unfinished(),
                totals.outside(),
                totals.missedTurns(),
                totals.time(),
                totals.delay(),
                totals.standstills(),
                shares.paths(),
                found,
                changed,
                gap,
                comparable ? settling.pathTime() : Double.NaN,
                comparable ? settling.pathTimeByVolume() : Double.NaN,
                comparable ? settling.linkTime() : Double.NaN,
                comparable ? settling.linkTimeByVolume() : Double.NaN,
                comparable ? settling.linkVolume() : Double.NaN,
                step,
                settling.inARow());
    }

    private static double changed(int[] before, int[] now) {
        if (before == null) {
            return Double.NaN;
        }
        int others = 0;
        for (int d = 0; d < now.length; d++) {
            others += now[d] != before[d] ? 1 : 0;
        }
        return (double) others / now.length;
    }

    private List<PathRow> paths(Times last) {
        List<PathRow> rows = new ArrayList<>();
        for (PairState pair : shares.pairs()) {
            Ends ends = shares.ends(pair);
            for (int g = 0; g < tastes.count(); g++) {
                List<String> types = tastes.get(g).types;
                for (int s = 0; s < slices.count(); s++) {
                    double[] costs = pair.vehicles[g][s] > 0 ? shares.costs(pair, g, s, known) : null;
                    for (int p = 0; costs != null && p < pair.paths.size(); p++) {
                        Path path = pair.paths.get(p);
                        rows.add(new PathRow(
                                ends.from(),
                                ends.to(),
                                p + 1,
                                types.isEmpty() ? "all" : String.join(" ", types),
                                String.join(" > ", path.names()),
                                path.length(),
                                slices.begin(s),
                                slices.begin(s) + slices.length(),
                                pair.shares[g][s][p],
                                pair.vehicles[g][s] * pair.shares[g][s][p],
                                TasteCost.seconds(path, slices.middle(s), last),
                                costs[p] < Double.POSITIVE_INFINITY ? costs[p] : Double.NaN));
                    }
                }
            }
        }
        return rows;
    }

    private List<KnownTimeRow> knownTimes() {
        List<KnownTimeRow> rows = new ArrayList<>();
        for (Link link : network.links()) {
            if (link.ring()) {
                continue;
            }
            List<Movement> turns = network.movementsFrom(link.index());
            for (int s = 0; s < slices.count(); s++) {
                double from = slices.begin(s);
                for (Movement turn : turns) {
                    rows.add(new KnownTimeRow(
                            link.id(), turn.id(), from, known.turn[turn.index() * slices.count() + s]));
                }
                if (turns.isEmpty()) {
                    rows.add(new KnownTimeRow(link.id(), ">", from, known.out[link.index() * slices.count() + s]));
                }
                double wait = known.enter[link.index() * slices.count() + s];
                if (wait > 0) {
                    rows.add(new KnownTimeRow(link.id(), "<", from, wait));
                }
            }
        }
        return rows;
    }
}
