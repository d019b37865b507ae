package org.ulicarro.examples;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.measure.RunSummary;
import org.ulicarro.core.run.Change;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replications;
import org.ulicarro.core.run.Trials;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** Moves the greens of a signal within the cycle, and reads what that does to the delay of a movement. */
final class ChangeAGreen {

    private ChangeAGreen() {}

    /** @param args the folder of a study such as the demo's, and how many replications */
    public static void main(String[] args) throws IOException, StudyProblem, InterruptedException {
        Model base = StudyFolder.read(Path.of(args[0]), List.of()).compile(null).model();
        Replications replications = Replications.of(Integer.parseInt(args[1]));
        for (double offset : new double[] {0, 20, 40, 60}) {
            Model variant = base.with(Change.at("signals.market.plans.pm.offset", offset))
                    .get();
            RunSummary summary =
                    Trials.run(variant, replications, Instruments.light()).summary();
            summary.wholePeriod().stream()
                    .filter(row -> row.place().equals("market") && row.name().equals("EBT"))
                    .forEach(row -> System.out.printf(
                            Locale.ROOT,
                            "offset %2.0f s: EBT %.1f s (95 %%: %.1f to %.1f)%n",
                            offset,
                            row.controlDelay().mean(),
                            row.controlDelay().lo(),
                            row.controlDelay().hi()));
        }
    }
}
