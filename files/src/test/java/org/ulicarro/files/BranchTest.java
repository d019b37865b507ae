package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.run.Change;
import org.ulicarro.core.run.Digest;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.Snapshot;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.AspectsView;
import org.ulicarro.core.signal.SignalSystem.GroupInfo;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.MeterControl;
import org.ulicarro.core.study.SignalController;

/** A state goes on under other signals: what is shown goes over to them safely, and then is what they say. */
class BranchTest {

    @TempDir
    private Path temp;

    static Stream<String> samplesAndAlternatives() {
        return SavedStateTest.samplesAndAlternatives();
    }

    /** Four minutes of it, and two to warm up. */
    private Model model(String text) throws IOException, StudyProblem {
        String[] words = text.split(" ");
        Path study = temp.resolve(text);
        Samples.write(words[0], study);
        Path file = study.resolve("study.yaml");
        Files.writeString(
                file,
                Files.readString(file)
                        .replaceAll("from: \"(\\d\\d):30\", to: \"\\d\\d:30\"", "from: \"$1:30\", to: \"$1:34\"")
                        .replaceAll("(length|drain): \\d+ min", "$1: 2 min"));
        return StudyFolder.read(study, words.length == 1 ? List.of() : List.of(words[1]))
                .compile(null)
                .model();
    }

    /** The same groups at other times, at every place. */
    private static Model retimed(Model model) {
        Change change = Change.study(study -> study);
        for (Map.Entry<String, SignalController> one : model.study().signals().entrySet()) {
            String at = "signals." + one.getKey();
            if (one.getValue() instanceof FixedControl fixed) {
                for (String plan : fixed.plans().keySet()) {
                    change = change.then(Change.at(at + ".plans." + plan + ".offset", 23.0));
                }
            } else if (one.getValue() instanceof ActuatedControl actuated) {
                for (String phase : actuated.phases().keySet()) {
                    change = change.then(Change.at(at + ".phases." + phase + ".passage", 1.2));
                }
            } else if (one.getValue() instanceof MeterControl meter
                    && meter.meter().rate() != null) {
                change = change.then(
                        Change.at(at + ".meter.rate", 0.8 * meter.meter().rate()));
            }
        }
        return model.with(change).get();
    }

    @ParameterizedTest
    @MethodSource("samplesAndAlternatives")
    void goesOnUnderOtherSignals(String text) throws IOException, StudyProblem {
        Model model = model(text);
        Model other = retimed(model);
        Replication first = new Replication(model, 1);
        first.advanceTo(model.period().from() + 37.4);
        Snapshot saved = first.save();

        String same = Digest.of(List.of(first.result()));
        assertThat(Digest.of(List.of(Replication.branch(saved, model).result())))
                .as("the same signals: as if nothing had happened")
                .isEqualTo(same);

        Replication on = Replication.branch(saved, other);
        new Lamps(other).watch(on, model.period().from() + 41);
        Snapshot between = on.save(); // while signals change over
        Replication again = new Replication(other, 1);
        again.restore(between);
        assertThat(Digest.of(List.of(again.result()))).isEqualTo(Digest.of(List.of(on.result())));
    }

    @ParameterizedTest
    @ValueSource(strings = {"quayside", "quayside actuated", "quayside by-stages", "fiveways"})
    void whatIsShownIsSafeAndThenWhatThePlansSay(String text) throws IOException, StudyProblem {
        Model model = model(text);
        Model other = retimed(model);
        Replication plain = new Replication(other, 1);
        Replication first = new Replication(model, 1);
        for (double into : new double[] {3.3, 19, 48.5, 60, 71.2}) {
            first.advanceTo(model.period().from() + into);
            Replication on = Replication.branch(first.save(), other);
            new Lamps(other).watch(on, first.now() + 240);
            plain.advanceTo(on.now());
            for (GroupInfo group : other.signals().groups()) {
                int g = other.signals().groups().indexOf(group);
                if (other.study().signals().get(group.place()) instanceof FixedControl) {
                    assertThat(on.view().aspects().of(g))
                            .as(group + " at " + on.now())
                            .isEqualTo(plain.view().aspects().of(g));
                }
            }
            plain = new Replication(other, 1);
        }
    }

    @Test
    void whatDiffersInMoreThanSignalsIsRefused() throws IOException, StudyProblem {
        Model model = model("market");
        Replication one = new Replication(model, 1);
        one.advanceTo(model.period().from());
        Snapshot saved = one.save();
        Model grown = model.with(Change.at("demand.growth", 0.1)).get();
        assertThatThrownBy(() -> Replication.branch(saved, grown))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("only signals may differ")
                .hasMessageContaining("demand");
        Model quayside = model("quayside");
        Replication two = new Replication(quayside, 1);
        two.advanceTo(quayside.period().from());
        Snapshot fixed = two.save();
        Model actuated = model("quayside actuated");
        assertThatThrownBy(() -> Replication.branch(fixed, actuated)).hasMessageContaining("of the same signal groups");
    }

    /** Looks at every lamp each step: yellow lasts as long as it is set, no green is cut to nothing. */
    private static final class Lamps {

        private final List<GroupInfo> groups;
        private final Aspect[] shown;
        private final int[] since;

        Lamps(Model model) {
            groups = model.signals().groups();
            shown = new Aspect[groups.size()];
            since = new int[groups.size()];
        }

        void watch(Replication on, double until) {
            look(on.view().aspects());
            while (on.now() < until - 1e-9 && !on.isDone()) {
                on.step();
                look(on.view().aspects());
            }
        }

        private void look(AspectsView lamps) {
            for (int g = 0; g < shown.length; g++) {
                Aspect now = lamps.of(g);
                if (shown[g] == now) {
                    continue;
                }
                double lasted = Clock.seconds(lamps.since(g) - since[g]);
                boolean known = shown[g] != null && since[g] > 0;
                GroupInfo group = groups.get(g);
                if (known && shown[g] == Aspect.YELLOW && now == Aspect.RED) {
                    assertThat(lasted).as("yellow of " + group).isGreaterThanOrEqualTo(group.yellowSeconds() - 1e-6);
                }
                if (shown[g] == Aspect.GREEN && group.yellowSeconds() > 0 && !group.overlap()) {
                    assertThat(now).as("after green of " + group).isNotEqualTo(Aspect.RED);
                }
                shown[g] = now;
                since[g] = lamps.since(g);
            }
        }
    }
}
