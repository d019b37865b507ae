package org.ulicarro.core.search.optimize;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.ulicarro.core.measure.Condition;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.search.Evaluations;
import org.ulicarro.core.search.Evaluations.Ask;

/**
 * Plans that are run against each other: all a few times, those that may still win more often. The half that is behind drops out of each
 * heat, and the last one has to beat the leader over all of its runs, by more than chance would often do: a leader that changes on every
 * lucky draw wanders off. All meet the same traffic, so that differences count.
 *
 * <p>Source: Z. Karnin, T. Koren, O. Somekh, <i>Almost Optimal Exploration in Multi-Armed Bandits</i>, ICML 2013 (successive halving).
 */
final class Race {

    /** Runs that those still in the race have after each heat, as far as the search allows so many. */
    private static final int[] HEATS = {2, 4, 7, 12, 20, 40};

    private final PlanSpace space;
    private final Evaluations evaluations;
    private final List<Condition> limits;
    private final int most;
    private final Map<SignalTimes, Candidate> known = new LinkedHashMap<>();
    private int trials;

    /** The last ones are run so many times as often as any other plan before one of them is chosen. */
    static final int FINAL = 3;

    /** Standard errors that decide: a challenger is ahead by more than one, a leader out of the final is behind by more than two. */
    private static final double AHEAD = 1;

    private static final double BEHIND = 2;

    /**
     * A race.
     *
     * @param most runs of any plan
     * @param trials that there were before it
     */
    Race(PlanSpace space, Evaluations evaluations, List<Condition> limits, int most, int trials) {
        this.space = space;
        this.evaluations = evaluations;
        this.limits = limits;
        this.most = most;
        this.trials = trials;
    }

    int trials() {
        return trials;
    }

    boolean knows(SignalTimes plan) {
        return known.containsKey(plan);
    }

    /** The candidate of a plan; empty where the checks of the model refuse it. */
    Optional<Candidate> candidate(SignalTimes plan) {
        Candidate found = known.get(plan);
        if (found == null) {
            Optional<Model> model = space.model(plan);
            if (model.isEmpty()) {
                return Optional.empty();
            }
            found = new Candidate(++trials, plan, space.change(plan), model.get());
            known.put(plan, found);
        }
        return Optional.of(found);
    }

    /** Runs all of them so often; what they have already is not run again. */
    void run(List<Candidate> candidates, int runs) throws InterruptedException {
        List<Ask> asks = new ArrayList<>();
        List<Candidate> of = new ArrayList<>();
        for (int k = 1; k <= runs; k++) {
            for (Candidate candidate : candidates) {
                if (candidate.runs() < k && !(of.contains(candidate) && asked(asks, candidate, k))) {
                    asks.add(new Ask(candidate.trial(), candidate.change(), candidate.model(space), k));
                    of.add(candidate);
                }
            }
        }
        List<Map<String, Double>> figures = evaluations.run(asks);
        for (int i = 0; i < figures.size(); i++) {
            of.get(i).add(figures.get(i));
        }
    }

    private static boolean asked(List<Ask> asks, Candidate candidate, int k) {
        return asks.stream().anyMatch(a -> a.trial() == candidate.trial() && a.replication() == k);
    }

    /**
     * Races some plans against a leader.
     *
     * @return the new leader, or the old one where none beats it
     */
    Candidate against(Candidate leader, List<Candidate> challengers) throws InterruptedException {
        List<Candidate> left = new ArrayList<>(challengers);
        left.remove(leader);
        for (int heat : HEATS) {
            int runs = Math.min(heat, most);
            List<Candidate> all = new ArrayList<>(left);
            all.add(0, leader);
            run(all, runs);
            int first = runs;
            left.removeIf(c -> !c.beats(leader, limits, first));
            left.sort((a, b) -> a.beats(b, limits, first) ? -1 : b.beats(a, limits, first) ? 1 : 0);
            if (left.size() > 1) {
                left = new ArrayList<>(left.subList(0, (left.size() + 1) / 2));
            }
            if (left.isEmpty() || runs == most) {
                break;
            }
        }
        boolean wins = !left.isEmpty()
                && (left.get(0).excess(limits, most) < leader.excess(limits, most)
                        || errorsBehind(
                                        leader,
                                        left.get(0),
                                        Math.min(left.get(0).runs(), leader.runs()))
                                > AHEAD);
        Candidate winner = wins ? left.get(0) : leader;
        challengers.stream().filter(c -> c != winner).forEach(Candidate::rest);
        return winner;
    }

    /** How many standard errors of the difference one plan is worse than another by their first runs. */
    private static double errorsBehind(Candidate one, Candidate other, int runs) {
        double[] differences = new double[runs];
        double[] own = one.values(Index.INDEX, runs);
        double[] others = other.values(Index.INDEX, runs);
        for (int k = 0; k < runs; k++) {
            differences[k] = own[k] - others[k];
        }
        Statistic s = Statistic.of(differences);
        double error = s.sd() / StrictMath.sqrt(runs);
        return error > 0 ? s.mean() / error : s.mean() > 0 ? Double.POSITIVE_INFINITY : 0;
    }

    /**
     * Runs those of some that may be the best more often, until it is known which is: what leads after few runs is flattered by them.
     *
     * @return the best by the runs that those in the final have
     */
    Candidate last(List<Candidate> candidates) throws InterruptedException {
        run(candidates, most);
        Candidate best = best(candidates);
        for (int runs = 2 * most; runs <= FINAL * most; runs += most) {
            Candidate leader = best;
            int first = runs - most;
            List<Candidate> open = candidates.stream()
                    .filter(c -> c == leader
                            || c.excess(limits, first) <= leader.excess(limits, first)
                                    && errorsBehind(c, leader, Math.min(c.runs(), first)) <= BEHIND)
                    .filter(c -> c.runs() >= first)
                    .toList();
            if (open.size() == 1) {
                return leader;
            }
            run(open, runs);
            best = best(open);
        }
        return best;
    }

    /** The best of some by the runs that all of them have. */
    Candidate best(List<Candidate> candidates) {
        int first = candidates.stream().mapToInt(Candidate::runs).min().orElseThrow();
        Candidate best = candidates.get(0);
        for (Candidate one : candidates) {
            best = one.beats(best, limits, first) ? one : best;
        }
        return best;
    }
}
