package org.ulicarro.core.search.optimize;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.measure.Condition;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.run.LocalPool;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.core.search.Evaluations;
import org.ulicarro.core.search.Journal;

/** Races among plans whose figures are made up, so that it is known which is best. */
class RaceTest {

    private static final Condition LIMIT =
            Condition.parse("first NBT queue_max < 50 m").orElseThrow();

    /** Says of each run what a plan is worth, with what all plans share by chance and what is its own. */
    private record MadeUp(Map<Integer, Double> worth, double own, Map<Integer, Double> queue) implements Journal {

        @Override
        public Optional<Map<String, Double>> find(int trial, Map<String, String> change, int replication) {
            Random common = new Random(replication);
            Random noise = new Random(1000L * trial + replication);
            Map<String, Double> figures = new LinkedHashMap<>();
            figures.put(
                    Index.INDEX,
                    worth.getOrDefault(trial, 100.0) + 30 * common.nextGaussian() + own * noise.nextGaussian());
            figures.put(LIMIT.text(), queue.getOrDefault(trial, 10.0));
            return Optional.of(figures);
        }

        @Override
        public void keep(int trial, Map<String, String> change, int replication, Map<String, Double> figures) {
            throw new AssertionError("nothing is driven");
        }
    }

    private final PlanSpace space = space();
    private int runs;

    private static PlanSpace space() {
        try {
            return TwoSignals.space(TwoSignals.eastward(400, 200).model());
        } catch (NotTimed e) {
            throw new AssertionError(e);
        }
    }

    private int winner(Journal journal, List<Condition> limits, int challengers) throws InterruptedException {
        try (TrialPool pool = new LocalPool(1)) {
            Evaluations evaluations =
                    new Evaluations(pool, Instruments.light(), journal, r -> Map.of(), (ask, driven) -> runs++);
            Race race = new Race(space, evaluations, limits, 20, 0);
            SignalTimes plan = space.inForce();
            Candidate leader = race.candidate(plan).orElseThrow();
            List<Candidate> others = new ArrayList<>();
            for (int by = 1; by <= challengers; by++) {
                others.add(race.candidate(plan.with(1, plan.settings().get(1).later(by)))
                        .orElseThrow());
            }
            return race.against(leader, others).trial();
        }
    }

    /** Chance that all share hides nothing, since differences count; the others drop out before they cost much. */
    @Test
    void theBestWinsAndTheOthersCostLittle() throws InterruptedException {
        assertThat(winner(new MadeUp(Map.of(4, 94.0, 5, 97.0), 1.5, Map.of()), List.of(), 6))
                .isEqualTo(4);
        assertThat(runs).isLessThan(7 * 20);
    }

    @Test
    void theLeaderStaysWhereNobodyIsBetter() throws InterruptedException {
        assertThat(winner(new MadeUp(Map.of(1, 96.0), 1.5, Map.of()), List.of(), 6))
                .isEqualTo(1);
    }

    /** Trial 3 is best by far and breaks the limit; trial 4 keeps it. */
    @Test
    void whoBreaksALimitCannotWinWhileAnotherKeepsIt() throws InterruptedException {
        Map<Integer, Double> worth = Map.of(3, 60.0, 4, 95.0);
        assertThat(winner(new MadeUp(worth, 1, Map.of()), List.of(LIMIT), 5)).isEqualTo(3);
        assertThat(winner(new MadeUp(worth, 1, Map.of(3, 80.0)), List.of(LIMIT), 5))
                .isEqualTo(4);
    }

    /** Where the leader itself breaks it, less of it wins, whatever it costs. */
    @Test
    void nearerToTheLimitIsBetterWhereNobodyKeepsIt() throws InterruptedException {
        Map<Integer, Double> queue = Map.of(1, 90.0, 2, 90.0, 3, 60.0, 4, 90.0);
        assertThat(winner(new MadeUp(Map.of(3, 130.0), 1, queue), List.of(LIMIT), 3))
                .isEqualTo(3);
    }

    private static Candidate leader(double mean, double own, long seed) {
        Candidate candidate = new Candidate(1, null, Map.of(), null);
        Random random = new Random(seed);
        for (int k = 0; k < 8; k++) {
            candidate.add(Map.of(Index.INDEX, mean + own * random.nextGaussian()));
        }
        return candidate;
    }

    /** Runs go where it is open which is best: to the two that are near, hardly to the one far behind. */
    @Test
    void runsGoWhereTheyTell() {
        List<Candidate> leaders = List.of(leader(100, 2, 1), leader(101, 2, 2), leader(140, 2, 3));
        int[] spent = {1, 1, 1};
        for (int k = 0; k < 200; k++) {
            spent[Allocation.next(leaders, spent, new boolean[3], List.of())]++;
        }
        assertThat(spent[0] + spent[1]).isGreaterThan(190);
        assertThat(Math.min(spent[0], spent[1])).isGreaterThan(20);
        assertThat(Allocation.next(leaders, spent, new boolean[] {true, true, false}, List.of()))
                .isEqualTo(2);
        assertThat(Allocation.next(leaders, spent, new boolean[] {true, true, true}, List.of()))
                .isEqualTo(-1);
    }
}
