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
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.run.Change;
import org.ulicarro.core.run.Digest;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.Snapshot;
import org.ulicarro.core.signal.ExternalProgram;

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

    /** What a controller learns or counts is part of its state: longest greens, gaps that are kept, people in yellow, flash. */
    @ParameterizedTest
    @ValueSource(doubles = {40, 61.3, 95, 125.5})
    void rulesOfPhasesAndFlashGoOn(double after) throws IOException, StudyProblem {
        model("quayside");
        Path study = temp.resolve("quayside");
        Files.writeString(study.resolve("alternatives/rules.yaml"), """
                demand: {walking: {pressing: 50 %, presses-late: 20 s}}
                signals:
                  market:
                    kind: actuated
                    groups: null
                    phases:
                      2: {serves: [EBL, EBT, EBR, WBL, WBT, WBR], yields: [EBL, WBL], crosses: [pier-road], clear-into-yellow: 2 s, min-green: 8 s, max-green: 20 s, dynamic-max: {limit: 40 s, step: 5 s}}
                      4: {serves: [NBL, NBT, NBR, SBL, SBT, SBR], yields: [NBL, SBL], crosses: [quay-5], simultaneous-gap: false, max-green: 15 s}
                    flash: {yellow: [2], faults: [16:31-16:32]}
                    plans:
                      pm: {cycle: null, offset: null, greens: null, rings: ["2 | 4"], free: true}
                      am: null
                """);
        Model model = StudyFolder.read(study, List.of("rules")).compile(null).model();
        Replication whole = new Replication(model, 1);
        whole.advanceTo(model.period().from() + after);
        Snapshot saved = whole.save();
        String end = Digest.of(List.of(whole.result()));
        Replication again = new Replication(model, 1);
        again.restore(saved);
        assertThat(Digest.of(List.of(again.result()))).isEqualTo(end);
    }

    @Test
    void whileAProgramOutsideDecidesNothingIsSaved() throws IOException, StudyProblem {
        Model model = model("quayside external");
        Replication driven = new Replication(model, 1);
        driven.connect(place ->
                sight -> ExternalProgram.Answer.of(new boolean[place.groups().size()]));
        driven.advanceTo(model.period().from());
        assertThatThrownBy(driven::save)
                .hasMessage(
                        "signals of market cannot be saved: a program outside decides there, whose state is not known here");
        driven.close();
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
