package org.ulicarro.core.search.optimize;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.demand.Volumes;
import org.ulicarro.core.measure.Difference;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.search.Evaluations;
import org.ulicarro.core.search.Evaluations.Ask;

/**
 * The search for signal timing: it begins from the plan in force, from formula and from bands, for each cycle length; a platoon model screens
 * what is near, and simulation decides by racing. Each cycle length keeps its own leader. What wins is compared with the plan in force on
 * traffic that no step of the search has met.
 */
public final class Optimization {

    private static final int TOGETHER = 6; // plans that race against a leader at once
    private static final int AT_RANDOM = 2; // of them, not by the screen
    private static final int IN_FINAL = 3; // leaders that the final is thought to have, about
    private static final int FRUITLESS = 4; // races in a row after which a cycle length is done
    private static final double[][] OFFSETS = {{16, 8}, {6, 3}, {2, 1}}; // s, from coarse to fine
    private static final double[][] SPLITS = {{6, 3}, {4, 2}, {2, 1}};

    /**
     * What is asked for.
     *
     * @param cycles lengths to try (s); none where all signals run without a cycle
     * @param runs of all plans together, but those on fresh traffic
     * @param most runs of one plan
     * @param fresh runs on fresh traffic
     * @param corridor id of the corridor that the signals stand along; null for none
     * @param firstTrial number of the first trial, 1 unless others went before
     */
    public record Task(List<Integer> cycles, int runs, int most, int fresh, String corridor, int firstTrial) {}

    /**
     * The best plan of one cycle length.
     *
     * @param cycle length (s); NaN for the plan in force and where there is none
     * @param trial its number; that of the plan in force is 1
     * @param change what it changes in the study
     * @param figures by name, mean and interval over its runs
     * @param spent runs that the search gave to this cycle length
     * @param holds whether it keeps all limits
     */
    public record Row(
            double cycle,
            int trial,
            Map<String, String> change,
            Map<String, Statistic> figures,
            int spent,
            boolean holds) {

        public Statistic index() {
            return figures.get(Index.INDEX);
        }
    }

    /**
     * What the search came to.
     *
     * @param inForce the plan in force
     * @param rows by cycle length, ascending; those without a plan are left out
     * @param best one of them; null where none is better than the plan in force by the runs of the search
     * @param verdict the best one beside the plan in force on fresh traffic, figure by figure; empty without a best
     * @param runs that were made or known
     * @param model under the best plan; that of the plan in force without a best
     * @param trials number of the last trial
     * @param why none of the cycle lengths has a plan, or empty
     */
    public record Outcome(
            Row inForce,
            List<Row> rows,
            Row best,
            Map<String, Difference> verdict,
            int runs,
            Model model,
            int trials,
            String why) {

        /** Whether the best plan is better on fresh traffic, and that is no chance. */
        public boolean isReal() {
            return Verdict.isReal(verdict);
        }
    }

    /** Hears how a search goes. */
    public interface Listener {

        /** Tells nobody. */
        Listener SILENT = new Listener() {
            @Override
            public void leads(double cycle, int trial, double against) {}

            @Override
            public void tries(String what) {}
        };

        /**
         * A cycle length has a leader, or a better one.
         *
         * @param cycle NaN for the plan in force, 0 where signals run without one
         * @param against its index less that of the plan in force, as a share of that, over the same runs
         */
        void leads(double cycle, int trial, double against);

        /** What is tried now, in words. */
        void tries(String what);
    }

    private final PlanSpace space;
    private final Index index;
    private final Task task;
    private final Evaluations evaluations;
    private final Listener listener;
    private final Race race;
    private final Volumes volumes;
    private final Screen screen;
    private final List<List<Neighbourhood>>
            grains; // from coarse to fine, of which each climbs through all from its own on
    private final Map<Integer, Leader> leaders = new LinkedHashMap<>(); // by cycle
    private final int begun; // runs that there were before it
    private Candidate inForce;

    private static final class Leader {
        private Candidate candidate;
        private int spent;
        private int fruitless;
        private int races;
        private boolean done;
    }

    /**
     * A search.
     *
     * @param volumes who wants over each movement
     * @param evaluations with the instruments of the index
     */
    public Optimization(
            PlanSpace space, Volumes volumes, Index index, Task task, Evaluations evaluations, Listener listener) {
        this.space = space;
        this.volumes = volumes;
        this.index = index;
        this.task = task;
        this.evaluations = evaluations;
        this.listener = listener;
        race = new Race(space, evaluations, index.limits(), task.most(), task.firstTrial() - 1);
        begun = evaluations.count();
        Model model = space.model();
        double journeys = model.network().entries().stream()
                        .mapToDouble(l -> volumes.link(l.index()))
                        .sum()
                / 3600;
        double hours = (model.period().to() - model.period().from()) / 3600;
        screen = new PlatoonModel(space, Streams.of(space, volumes), Math.max(journeys, 1e-3), hours, index.aim());
        grains = new ArrayList<>();
        for (int g = 0; g < OFFSETS.length; g++) {
            grains.add(List.of(new Neighbourhood(space, OFFSETS[g], SPLITS[g])));
        }
    }

    /** Searches until its runs are used up, or nothing more is to be tried. */
    public Outcome search() throws InterruptedException {
        inForce = race.candidate(space.inForce()).orElseThrow();
        listener.tries("the plan in force");
        race.run(List.of(inForce), task.most());
        listener.leads(Double.NaN, inForce.trial(), 0);
        begin();
        if (leaders.isEmpty()) {
            Row force = row(Double.NaN, inForce, inForce.runs());
            return new Outcome(force, List.of(), null, Map.of(), runs(), space.model(), race.trials(), why());
        }
        while (evaluations.count() - begun + reserve() < task.runs()) {
            List<Integer> cycles = List.copyOf(leaders.keySet());
            int next = Allocation.next(
                    cycles.stream().map(c -> leaders.get(c).candidate).toList(),
                    cycles.stream().mapToInt(c -> leaders.get(c).spent).toArray(),
                    done(cycles),
                    index.limits());
            if (next < 0) {
                break;
            }
            improve(cycles.get(next));
        }
        for (Map.Entry<Integer, Leader> one : leaders.entrySet()) {
            listener.tries(label(one.getKey()) + ", the rest of its runs");
            race.run(List.of(one.getValue().candidate), task.most());
            tell(one.getKey());
        }
        return outcome();
    }

    private boolean[] done(List<Integer> cycles) {
        boolean[] done = new boolean[cycles.size()];
        for (int i = 0; i < done.length; i++) {
            done[i] = leaders.get(cycles.get(i)).done;
        }
        return done;
    }

    private static String label(int cycle) {
        return cycle == 0 ? "without a cycle" : "cycle " + cycle + " s";
    }

    /** Runs that are still needed so that all leaders have as many as the plan in force, and some of them those of the final. */
    private int reserve() {
        int all = leaders.values().stream()
                .mapToInt(l -> Math.max(0, task.most() - l.candidate.runs()))
                .sum();
        return all + Math.min(IN_FINAL, leaders.size()) * (Race.FINAL - 1) * task.most();
    }

    /** Plans to begin with, and the best of them for each cycle length. */
    private void begin() throws InterruptedException {
        Map<Integer, List<Candidate>> starts = new LinkedHashMap<>();
        for (int cycle : task.cycles().isEmpty() ? List.of(0) : task.cycles()) {
            listener.tries(label(cycle) + ", by formula");
            List<Candidate> own = new ArrayList<>();
            for (SignalTimes plan : starts(cycle)) {
                race.candidate(plan).ifPresent(own::add);
            }
            if (!own.isEmpty()) {
                starts.put(cycle, own);
            }
        }
        for (int runs : new int[] {2, Math.min(4, task.most())}) {
            for (Map.Entry<Integer, List<Candidate>> one : starts.entrySet()) {
                int before = evaluations.count();
                listener.tries(label(one.getKey()) + ", where it begins");
                race.run(one.getValue(), runs);
                List<Candidate> ranked = new ArrayList<>(one.getValue());
                ranked.sort((a, b) -> a.beats(b, index.limits(), runs) ? -1 : b.beats(a, index.limits(), runs) ? 1 : 0);
                int half = (ranked.size() + 1) / 2;
                ranked.subList(half, ranked.size()).forEach(Candidate::rest);
                one.setValue(ranked.subList(0, half));
                Leader leader = leaders.computeIfAbsent(one.getKey(), none -> new Leader());
                leader.spent += evaluations.count() - before;
                leader.candidate = ranked.get(0);
                tell(one.getKey());
            }
        }
    }

    private Set<SignalTimes> starts(int cycle) {
        Set<SignalTimes> starts = new LinkedHashSet<>();
        SignalTimes force = space.inForce();
        boolean asItIs = cycle == 0 || cycle == force.cycle() && force.isInStep();
        Optional<SignalTimes> stretched = asItIs ? Optional.of(force) : space.stretched(cycle);
        stretched.ifPresent(plan -> {
            starts.add(plan);
            Optional<SignalTimes> formula = space.byFormula(plan);
            formula.ifPresent(starts::add);
            if (task.corridor() != null && cycle > 0) {
                Bands bands = new Bands(space, task.corridor(), volumes);
                bands.of(plan).ifPresent(starts::add);
                formula.flatMap(bands::of).ifPresent(starts::add);
            }
            Climb climb =
                    new Climb(screen, grains.stream().flatMap(List::stream).toList());
            for (SignalTimes start : List.copyOf(starts)) {
                starts.add(climb.from(start));
            }
        });
        return starts;
    }

    /** Races what is near the leader of a cycle length against it. */
    private void improve(int cycle) throws InterruptedException {
        Leader leader = leaders.get(cycle);
        int before = evaluations.count();
        listener.tries(label(cycle) + ", near the best");
        List<Candidate> near = near(cycle, leader);
        if (near.isEmpty()) {
            leader.done = true;
            return;
        }
        Candidate winner = race.against(leader.candidate, near);
        leader.races++;
        leader.spent += evaluations.count() - before;
        if (winner == leader.candidate) {
            leader.fruitless++;
            leader.done = leader.fruitless >= FRUITLESS * grains.size();
        } else {
            leader.candidate = winner;
            leader.fruitless = 0;
        }
        tell(cycle);
    }

    /** What the screen finds best near a leader, and some at random; none that was tried before. */
    private List<Candidate> near(int cycle, Leader leader) {
        int grain = leader.fruitless % grains.size();
        List<SignalTimes> all = new ArrayList<>();
        for (Neighbourhood neighbourhood : grains.get(grain)) {
            for (SignalTimes plan : neighbourhood.of(leader.candidate.plan())) {
                if (!race.knows(plan)) {
                    all.add(plan);
                }
            }
        }
        Map<SignalTimes, Double> screened = new LinkedHashMap<>();
        all.forEach(plan -> screened.put(plan, screen.index(plan)));
        all.sort((a, b) -> Double.compare(screened.get(a), screened.get(b)));
        List<Candidate> near = new ArrayList<>();
        long key = Draws.idOf("optimize " + space.model().study().seed() + " " + cycle + " " + leader.races);
        for (int draw = 0; near.size() < TOGETHER && !all.isEmpty(); draw++) {
            boolean random = near.size() >= TOGETHER - AT_RANDOM;
            int take = random ? (int) (Draws.uniform(key, draw) * all.size()) : 0;
            race.candidate(all.remove(take)).ifPresent(near::add);
        }
        return near;
    }

    private int runs() {
        return evaluations.count() - begun;
    }

    private void tell(int cycle) {
        Candidate candidate = leaders.get(cycle).candidate;
        int first = Math.min(candidate.runs(), inForce.runs());
        double against = candidate.mean(Index.INDEX, first) / inForce.mean(Index.INDEX, first) - 1;
        listener.leads(cycle, candidate.trial(), against);
    }

    private Row row(double cycle, Candidate candidate, int spent) {
        Map<String, Statistic> figures = new LinkedHashMap<>();
        for (String name : List.of(Index.INDEX, Index.DELAY, Index.STOPS, Index.ON_GREEN, Index.QUEUE, Index.OUTSIDE)) {
            figures.put(name, candidate.statistic(name));
        }
        index.limits().forEach(l -> figures.put(l.text(), candidate.statistic(l.text())));
        boolean holds = candidate.excess(index.limits(), candidate.runs()) == 0;
        return new Row(cycle, candidate.trial(), candidate.change(), figures, spent, holds);
    }

    private Outcome outcome() throws InterruptedException {
        List<Candidate> all = new ArrayList<>(List.of(inForce));
        leaders.values().forEach(leader -> all.add(leader.candidate));
        listener.tries("the last ones, until it is known which is best");
        Candidate best = race.last(all.stream().distinct().toList());
        List<Row> rows = new ArrayList<>();
        leaders.forEach(
                (cycle, leader) -> rows.add(row(cycle == 0 ? Double.NaN : cycle, leader.candidate, leader.spent)));
        leaders.keySet().forEach(this::tell);
        Row force = row(Double.NaN, inForce, inForce.runs());
        if (best == inForce) {
            return new Outcome(force, rows, null, Map.of(), runs(), space.model(), race.trials(), "");
        }
        listener.tries("the best and the plan in force on fresh traffic");
        Map<String, Difference> verdict = Verdict.of(
                evaluations,
                task.fresh(),
                new Ask(inForce.trial(), inForce.change(), inForce.model(space), 0),
                new Ask(best.trial(), best.change(), best.model(space), 0));
        Row bestRow =
                rows.stream().filter(r -> r.trial() == best.trial()).findFirst().orElseThrow();
        return new Outcome(force, rows, bestRow, verdict, runs(), best.model(space), race.trials(), "");
    }

    private String why() {
        int longest = task.cycles().stream().mapToInt(Integer::intValue).max().orElse(0);
        return space.binding(longest);
    }
}
