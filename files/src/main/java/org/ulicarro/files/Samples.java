package org.ulicarro.files;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** Studies that come with the program, to start from. */
public final class Samples {

    /** The demo: the fish market crossroads of Marenhaven. */
    public static final String QUAYSIDE = "quayside";

    private static final Map<String, List<String>> FILES = Map.of(
            QUAYSIDE,
            List.of(
                    "study.yaml",
                    "network.yaml",
                    "demand.yaml",
                    "signals.yaml",
                    "counts/pm.csv",
                    "alternatives/pier-green.yaml"),
            "crossroads",
            List.of("study.yaml", "network.yaml", "demand.yaml", "signals.yaml", "counts/am.csv"));

    private Samples() {}

    /** Names of the samples to start a new study from. */
    public static List<String> starters() {
        return List.of("crossroads");
    }

    /** Writes a sample into a folder that does not exist yet, or is empty. */
    public static void write(String sample, Path folder) throws IOException {
        write(sample, FILES.get(sample), folder);
    }

    private static void write(String sample, List<String> files, Path folder) throws IOException {
        for (String file : files) {
            Path target = folder.resolve(file);
            Files.createDirectories(target.getParent());
            try (InputStream in = Samples.class.getResourceAsStream("demo/" + sample + "/" + file)) {
                Files.copy(in, target);
            }
        }
    }
}
