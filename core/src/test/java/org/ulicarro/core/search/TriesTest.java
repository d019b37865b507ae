package org.ulicarro.core.search;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.run.LocalPool;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replications;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.core.search.Calibration.Outcome;

/** A search that was stopped anywhere goes on where it was, and comes to the same. */
class TriesTest {

    /** Remembers in memory, and fails after so many replications. */
    private static final class Memory implements Journal {

        private final Map<String, Map<String, Double>> kept = new LinkedHashMap<>();
        private int left = Integer.MAX_VALUE;

        private static String key(int trial, Map<String, String> change, int replication) {
            return trial + " " + change + " " + replication;
        }

        @Override
        public Optional<Map<String, Double>> find(int trial, Map<String, String> change, int replication) {
            return Optional.ofNullable(kept.get(key(trial, change, replication)));
        }

        @Override
        public void keep(int trial, Map<String, String> change, int replication, Map<String, Double> figures) {
            if (left-- == 0) {
                throw new IllegalStateException("stopped");
            }
            assertThat(kept.put(key(trial, change, replication), figures)).isNull();
        }
    }

    private static List<Outcome> search(Model model, Journal journal, int jobs, List<Integer> known) throws Exception {
        try (TrialPool pool = new LocalPool(jobs)) {
            Tries tries = new Tries(pool, Replications.of(3), Calibration.instruments(), journal, (trial, had) -> {
                known.add(had);
                return org.ulicarro.core.run.Progress.SILENT;
            });
            return new Calibration(model, 0.001).search(3, tries);
        }
    }

    private static Model model() {
        Crossroads scene = Crossroads.oneThroughLane(300).count("EBT", 1200);
        scene.saturation = Map.of("EBT", 1650.0);
        scene.hours = 0.25; // what is searched does not matter here
        return scene.model();
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 3, 4, 8})
    void goesOnWhereItWas(int stopped) throws Exception {
        Model model = model();
        Memory whole = new Memory();
        List<Outcome> expected = search(model, whole, 2, new ArrayList<>());
        Memory cut = new Memory();
        cut.left = stopped;
        assertThatThrownBy(() -> search(model, cut, 2, new ArrayList<>())).hasMessage("stopped");
        assertThat(cut.kept).hasSize(stopped);
        cut.left = Integer.MAX_VALUE;
        List<Integer> known = new ArrayList<>();
        assertThat(search(model, cut, 1, known)).isEqualTo(expected);
        assertThat(cut.kept).isEqualTo(whole.kept);
        assertThat(known.stream().mapToInt(Integer::intValue).sum()).isEqualTo(stopped);
    }

    /** What another change came to under the same number is not taken for this one's. */
    @Test
    void asksForItsOwnChangeOnly() throws Exception {
        Memory journal = new Memory();
        journal.kept.put(Memory.key(1, Map.of("other", "1 s"), 1), Map.of("figure", 1.0));
        List<Integer> known = new ArrayList<>();
        search(model(), journal, 2, known);
        assertThat(known.get(0)).isZero();
    }
}
