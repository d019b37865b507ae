package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.run.Change;
import org.ulicarro.core.run.Digest;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.Snapshot;

/** A replication that is saved and restored goes on as if nothing had happened, with every kind of control; a wrong state is refused. */
class SavedStateTest {

    @TempDir
    private Path temp;

    static Stream<String> samplesAndAlternatives() {
        List<String> all = new ArrayList<>();
        for (String sample : List.of("quayside", "market", "merge", "schoolway", "fiveways")) {
            all.add(sample);
            Samples.files(sample).stream()
                    .filter(f -> f.startsWith("alternatives/"))
                    .forEach(f -> all.add(sample + " " + f.replaceAll("alternatives/|\\.yaml", "")));
        }
        return all.stream();
    }

    /** Three minutes of it, and one to warm up. */
    private Model model(String text) throws IOException, StudyProblem {
        String[] words = text.split(" ");
        Path study = temp.resolve(words[0]);
        Samples.write(words[0], study);
        Path file = study.resolve("study.yaml");
        Files.writeString(
                file,
                Files.readString(file)
                        .replaceAll("from: \"(\\d\\d):30\", to: \"\\d\\d:30\"", "from: \"$1:30\", to: \"$1:33\"")
                        .replaceAll("(length|drain): \\d+ min", "$1: 1 min"));
        return StudyFolder.read(study, words.length == 1 ? List.of() : List.of(words[1]))
                .compile(null)
                .model();
    }

    @ParameterizedTest
    @MethodSource("samplesAndAlternatives")
    void aCutRunGoesOn(String text) throws IOException, StudyProblem {
        Model model = model(text);
        Replication whole = new Replication(model, 1);
        whole.advanceTo(model.period().from() + 61.3);
        Snapshot saved = whole.save();
        String end = Digest.of(List.of(whole.result()));
        Replication again = new Replication(model, 1);
        again.restore(saved);
        assertThat(Digest.of(List.of(again.result()))).isEqualTo(end);
    }

    @Test
    void aWrongStateIsRefusedInWords() throws IOException, StudyProblem {
        Model model = model("market");
        Replication one = new Replication(model, 1);
        one.advanceTo(model.period().from());
        Snapshot saved = one.save();
        assertThat(saved.replication()).isEqualTo(1);
        assertThat(saved.at()).isEqualTo(one.now());
        assertThat(saved.parts()).contains("vehicles", "signals of market", "LinkMeasure");
        assertThatThrownBy(() -> new Replication(model, 2).restore(saved)).hasMessageContaining("is of replication 1");
        Model other = model.with(Change.at("demand.growth", 0.1)).get();
        assertThatThrownBy(() -> new Replication(other, 1).restore(saved)).hasMessageContaining("of another model");
        assertThatThrownBy(() -> new Replication(model, 1, 1, Instruments.of(LinkRow.class)).restore(saved))
                .hasMessageContaining("nobody wants");
        one.close();
    }
}
