package org.ulicarro.bench.fidelity;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** Studies of the suite, written as a person would, and replications of them. */
final class Scene {

    private Scene() {}

    /** Reads a study from its text and its counts. */
    static Model read(String study, String counts) {
        try {
            Path folder = Files.createTempDirectory("ulicarro-fidelity");
            Path text = folder.resolve("study.yaml");
            Path table = folder.resolve("counts.csv");
            Files.writeString(text, study);
            Files.writeString(table, counts);
            Model model = StudyFolder.read(folder, List.of()).compile(null).model();
            Files.delete(text);
            Files.delete(table);
            Files.delete(folder);
            return model;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (StudyProblem e) {
            throw new IllegalStateException(e.getMessage(), e);
        }
    }

    /** What a measure finds in each of so many replications, on two threads. */
    static double[][] each(int replications, Model model, Function<Replication, double[]> measure) {
        ExecutorService pool = Executors.newFixedThreadPool(2);
        try {
            List<Future<double[]>> all = IntStream.rangeClosed(1, replications)
                    .mapToObj(n -> pool.submit(() -> measure.apply(new Replication(model, n))))
                    .toList();
            double[][] found = new double[replications][];
            for (int i = 0; i < replications; i++) {
                found[i] = all.get(i).get();
            }
            return found;
        } catch (InterruptedException | ExecutionException e) {
            throw new IllegalStateException(e);
        } finally {
            pool.shutdown();
        }
    }

    /** One of the figures that a measure found, by replication. */
    static double[] figure(double[][] found, int which) {
        double[] one = new double[found.length];
        for (int i = 0; i < found.length; i++) {
            one[i] = found[i][which];
        }
        return one;
    }

    static String text(String format, Object... values) {
        return String.format(Locale.ROOT, format, values);
    }
}
