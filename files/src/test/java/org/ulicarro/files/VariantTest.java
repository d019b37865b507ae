package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.run.Change;
import org.ulicarro.core.run.Compiled;
import org.ulicarro.core.run.Digest;
import org.ulicarro.core.run.Inputs;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.Place;

/** A variant shares what it does not change, and is the model that would be compiled of its inputs from scratch, to the bit. */
class VariantTest {

    @TempDir
    private Path temp;

    private Model model;

    @BeforeEach
    void read() throws IOException, StudyProblem {
        Path study = temp.resolve("corridor");
        Samples.write("corridor", study);
        Path file = study.resolve("study.yaml");
        String text = Files.readString(file);
        Files.writeString(
                file,
                text.replace("to: \"08:30\"", "to: \"07:40\"").replaceAll("(length|drain): 1\\d min", "$1: 2 min"));
        model = StudyFolder.read(study, List.of()).compile(null).model();
    }

    private static Change offset(String place, double offset) {
        return Change.at("signals." + place + ".plans.am.offset", offset);
    }

    private static Change growth(double share) {
        return Change.at("demand.growth", share);
    }

    private Change gap(String place, double share) {
        return Change.network(network -> {
            Map<String, Place> places = new LinkedHashMap<>(network.places());
            Map<String, MovementInput> movements =
                    new LinkedHashMap<>(places.get(place).movements());
            movements.put("EBT", MovementInput.ofTimeGap(share));
            places.put(place, places.get(place).withMovements(movements));
            return network.with(places, network.roads());
        });
    }

    private static String digest(Model of) {
        return Digest.of(List.of(new Replication(of, 2).result()));
    }

    @Test
    void anyChainOfChangesIsWhatWouldBeCompiledFromScratch() {
        Random random = new Random(11);
        List<String> signals = new ArrayList<>(model.study().signals().keySet());
        Model variant = model;
        Inputs inputs = model.inputs();
        for (int round = 0; round < 8; round++) {
            String place = signals.get(random.nextInt(signals.size()));
            Change change = switch (random.nextInt(4)) {
                case 0 -> growth(0.01 * random.nextInt(30));
                case 1 -> gap(place, 0.8 + 0.01 * random.nextInt(40));
                case 2 -> offset(place, random.nextInt(60)).then(growth(0.01 * random.nextInt(30)));
                default -> offset(place, random.nextInt(60));
            };
            Compiled<Model> compiled = variant.with(change);
            inputs = inputs.with(change);
            variant = compiled.get();
            Compiled<Model> scratch = Model.compile(inputs, model.periodId());
            assertThat(variant.inputs().digest()).isEqualTo(inputs.digest());
            assertThat(compiled.faults()).isEqualTo(scratch.faults());
            assertThat(digest(variant)).as("round " + round).isEqualTo(digest(scratch.get()));
        }
    }

    @Test
    void whatIsNotChangedIsShared() {
        String place = model.study().signals().keySet().iterator().next();
        Model timed = model.with(offset(place, 13)).get();
        assertThat(timed.network()).isSameAs(model.network());
        assertThat(timed.demand()).isSameAs(model.demand());
        assertThat(timed.demand().departures(3)).isSameAs(model.demand().departures(3));
        assertThat(timed.signals()).isNotSameAs(model.signals());

        Model grown = model.with(growth(0.1)).get();
        assertThat(grown.network()).isSameAs(model.network());
        assertThat(grown.table()).isSameAs(model.table());
        assertThat(grown.demand()).isNotSameAs(model.demand());

        Model same = model.with(Change.study(study -> study)).get();
        assertThat(same.table()).isSameAs(model.table());
        assertThat(same.demand()).isSameAs(model.demand());
    }

    /** What is wrong with a variant comes back with it, and the model it was made of stays as it is. */
    @Test
    void aVariantThatDoesNotHoldSaysSo() {
        String place = model.study().signals().keySet().iterator().next();
        Compiled<Model> broken = model.with(Change.at("signals." + place + ".plans", Map.of()));
        assertThat(broken.result()).isEmpty();
        assertThat(broken.faults()).anySatisfy(f -> assertThat(f.pointer()).startsWith("/signals/" + place));
        assertThat(model.with(offset(place, 5)).result()).isPresent();
    }

    @Test
    void aPathThatLeadsNowhereIsSaid() {
        assertThatThrownBy(() -> model.with(Change.at("signals.nowhere.plans.am.offset", 1.0)))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("there is no 'nowhere'");
        assertThatThrownBy(() -> model.with(Change.at("demand.groth", 1.0))).hasMessageContaining("no 'groth'");
    }

    /** Who travels is drawn once; a replication that has run leaves what it read as it was. */
    @Test
    void replicationsDoNotWriteToWhatTheyShare() {
        String before = digest(model);
        assertThat(digest(model)).isEqualTo(before);
        assertThat(digest(Model.compile(model.inputs(), model.periodId()).get()))
                .isEqualTo(before);
    }
}
