package org.ulicarro.bench;

import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.measure.Table;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/**
 * What instruments cost: CPU time of the demo's first replication without any, with the light ones, with all and with each alone. Sets take
 * turns, and the least of the rounds counts, so that a busy machine tells the same.
 */
final class InstrumentCosts {

    private static final int WARM_UP = 2;

    private InstrumentCosts() {}

    private static double once(Model model, Instruments instruments) {
        long before = ManagementFactory.getThreadMXBean().getCurrentThreadCpuTime();
        try (Replication replication = new Replication(model, 1, 1, instruments)) {
            replication.advanceTo(Double.MAX_VALUE);
        }
        return (ManagementFactory.getThreadMXBean().getCurrentThreadCpuTime() - before) / 1e9;
    }

    public static void main(String[] args) throws IOException, StudyProblem {
        int rounds = args.length > 0 ? Integer.parseInt(args[0]) : 8;
        Path folder = Files.createTempDirectory("ulicarro-instruments").resolve("quayside");
        Samples.write(Samples.QUAYSIDE, folder);
        Model model = StudyFolder.read(folder, List.of()).compile(null).model();
        List<String> names = new ArrayList<>(List.of("none", "light", "full"));
        List<Instruments> sets = new ArrayList<>(List.of(Instruments.of(), Instruments.light(), Instruments.full()));
        for (Table<?> table : Instruments.tables()) {
            names.add(table.name());
            sets.add(Instruments.of(table.row()));
        }
        double[] least = new double[sets.size()];
        Arrays.fill(least, Double.POSITIVE_INFINITY);
        for (int round = -WARM_UP; round < rounds; round++) {
            for (int i = 0; i < least.length; i++) {
                double seconds = once(model, sets.get(i));
                least[i] = round < 0 ? least[i] : Math.min(least[i], seconds);
            }
        }
        for (int i = 0; i < least.length; i++) {
            System.out.printf(
                    Locale.ROOT,
                    "%-14s %.3f s of CPU  %+5.1f %%%n",
                    names.get(i),
                    least[i],
                    100 * (least[i] / least[0] - 1));
        }
    }
}
