package org.ulicarro.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.run.Change;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/**
 * What it costs to try another plan on the demo: setting up a variant of one signal and its replication, and driving variants with all they
 * need, beside plain replications of one model. Both take turns; on one thread.
 */
final class TrialCosts {

    private TrialCosts() {}

    private static Change offset(int k) {
        return Change.at("signals.market.plans.pm.offset", (double) (k % 80));
    }

    private static double drive(Model model) {
        long before = System.nanoTime();
        try (Replication replication = new Replication(model, 1, 1, Instruments.light())) {
            replication.advanceTo(Double.MAX_VALUE);
        }
        return (System.nanoTime() - before) / 1e9;
    }

    public static void main(String[] args) throws IOException, StudyProblem {
        int count = args.length > 0 ? Integer.parseInt(args[0]) : 40;
        Path folder = Files.createTempDirectory("ulicarro-trials").resolve("quayside");
        Samples.write(Samples.QUAYSIDE, folder);
        Model base = StudyFolder.read(folder, List.of()).compile(null).model();
        double[] compile = new double[400];
        double[] begin = new double[400];
        for (int k = 0; k < compile.length; k++) {
            long start = System.nanoTime();
            Model variant = base.with(offset(k)).get();
            long compiled = System.nanoTime();
            new Replication(variant, 1, 1, Instruments.light()).close();
            compile[k] = (compiled - start) / 1e6;
            begin[k] = (System.nanoTime() - compiled) / 1e6;
        }
        Arrays.sort(compile, 200, 400); // once warm
        Arrays.sort(begin, 200, 400);
        System.out.printf(
                Locale.ROOT,
                "a variant of one signal: %.1f ms to compile, %.1f ms to begin a replication (medians)%n",
                compile[300],
                begin[300]);
        drive(base);
        double plain = 0;
        double varied = 0;
        for (int k = 0; k < count; k++) {
            plain += drive(base);
            long before = System.nanoTime();
            Model variant = base.with(Change.at("signals.market.plans.pm.offset", 12.0 + 1e-3 * (k % 2)))
                    .get();
            varied += (System.nanoTime() - before) / 1e9 + drive(variant);
        }
        System.gc();
        long used = (Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory()) >> 20;
        System.out.printf(
                Locale.ROOT,
                "%d variants, a replication each: %.1f s; as many plain replications: %.1f s; %.3f times%n%d MB in use at the end%n",
                count,
                varied,
                plain,
                varied / plain,
                used);
    }
}
