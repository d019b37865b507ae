package org.ulicarro.core.search.optimize;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.run.LocalPool;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.core.search.Evaluations;
import org.ulicarro.core.search.Journal;
import org.ulicarro.core.search.optimize.Optimization.Outcome;
import org.ulicarro.core.study.AimInput;

/** The whole search, on two signals whose plan in force holds every platoon up. */
class OptimizationTest {

    private static final class Memory implements Journal {
        private final Map<String, Map<String, Double>> kept = new LinkedHashMap<>();
        private int left = Integer.MAX_VALUE;

        @Override
        public Optional<Map<String, Double>> find(int trial, Map<String, String> change, int replication) {
            return Optional.ofNullable(kept.get(trial + " " + change + " " + replication));
        }

        @Override
        public void keep(int trial, Map<String, String> change, int replication, Map<String, Double> figures) {
            if (left-- == 0) {
                throw new IllegalStateException("stopped");
            }
            assertThat(kept.put(trial + " " + change + " " + replication, figures))
                    .isNull();
        }
    }

    private static Outcome search(Model model, Journal journal, int threads) throws Exception {
        PlanSpace space = TwoSignals.space(model);
        Index index = new Index(model, AimInput.builtIn().get("balanced"), List.of(), space.places(), Set.of());
        try (TrialPool pool = new LocalPool(threads)) {
            Evaluations evaluations =
                    new Evaluations(pool, index.instruments(), journal, index::figures, (ask, driven) -> {});
            Optimization.Task task = new Optimization.Task(List.of(50, 60), 60, 4, 5, null, 1);
            return new Optimization(
                            space, TwoSignals.volumes(model), index, task, evaluations, Optimization.Listener.SILENT)
                    .search();
        }
    }

    private static Model heldUp() {
        TwoSignals scene = TwoSignals.eastward(700, 150);
        scene.seconds = 600;
        scene.secondOffset = 55; // platoons arrive as red begins
        return scene.model();
    }

    /** What it finds is better on fresh traffic; threads change nothing; one stopped in the middle ends the same. */
    @Test
    void itFindsABetterPlanTheSameOneHoweverItIsDriven() throws Exception {
        Memory memory = new Memory();
        Outcome found = search(heldUp(), memory, 2);
        assertThat(found.best()).isNotNull();
        assertThat(found.isReal()).as(found.verdict().toString()).isTrue();
        assertThat(found.verdict().get(Index.INDEX).difference()).isLessThan(-5);
        assertThat(found.rows()).extracting(Optimization.Row::cycle).containsExactly(50.0, 60.0);
        assertThat(found.runs()).isEqualTo(memory.kept.size());

        assertThat(search(heldUp(), new Memory(), 1).toString().replaceAll("Model@\\w+", ""))
                .isEqualTo(found.toString().replaceAll("Model@\\w+", ""));

        Memory stopped = new Memory();
        stopped.left = memory.kept.size() / 2;
        assertThatThrownBy(() -> search(heldUp(), stopped, 2)).hasMessage("stopped");
        stopped.left = Integer.MAX_VALUE;
        assertThat(search(heldUp(), stopped, 2).verdict()).isEqualTo(found.verdict());
        assertThat(stopped.kept).isEqualTo(memory.kept);
    }

    /** The change that brought it, by undoing each alone. */
    @Test
    void whatEachChangeIsCanBeToldAndUndone() throws Exception {
        Model before = heldUp();
        TwoSignals scene = TwoSignals.eastward(700, 150);
        scene.seconds = 600;
        scene.secondOffset = 29;
        scene.street = "0-34";
        scene.side = "39-55";
        Undone undone = new Undone(before, scene.model(), m -> 100);
        List<Undone.Change> changes = undone.changes();
        assertThat(changes)
                .extracting(c -> c.place() + " " + c.what() + ": " + c.before() + " -> " + c.after())
                .containsExactly(
                        "first splits: EW 35 NS 25 -> EW 39 NS 21",
                        "second offset: 55 s of 60 s -> 29 s of 60 s",
                        "second splits: EW 35 NS 25 -> EW 39 NS 21");
        Model offsetUndone = changes.get(1).without();
        assertThat(offsetUndone.study().signals().get("second").whole("p").offset())
                .isEqualTo(55);
        assertThat(offsetUndone.study().signals().get("first"))
                .isEqualTo(scene.model().study().signals().get("first"));
        assertThat(changes.get(0).without().study().signals().get("first").toString())
                .contains("0-30", "35-55");
    }
}
