package org.ulicarro.files;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Studies that come with the program, to start from. */
public final class Samples {

    /** The demo: Quayside Road in Marenhaven, from the customs house to the beach. */
    public static final String QUAYSIDE = "quayside";

    /** One crossroads of it alone. */
    public static final String MARKET = "market";

    /** The same with a lane behind it, for choice of ways. */
    public static final String ROPELANE = "ropelane";

    private static final String STUDY = "study.yaml";
    private static final String NETWORK = "network.yaml";
    private static final String DEMAND = "demand.yaml";
    private static final String SIGNALS = "signals.yaml";

    /** Name to the files, in the order in which a new user would read them. */
    private static final Map<String, List<String>> FILES = new LinkedHashMap<>();

    static {
        FILES.put("crossroads", List.of(STUDY, NETWORK, DEMAND, SIGNALS, "counts/am.csv"));
        FILES.put("corridor", List.of(STUDY, NETWORK, DEMAND, SIGNALS, "counts/am.csv"));
        FILES.put("roundabout", List.of(STUDY, NETWORK, DEMAND, "counts/pm.csv"));
        FILES.put(
                "merge",
                List.of(
                        STUDY,
                        NETWORK,
                        DEMAND,
                        "counts/am.csv",
                        "alternatives/busy.yaml",
                        "alternatives/metered.yaml"));
        FILES.put("schoolway", List.of(STUDY, NETWORK, DEMAND, SIGNALS, "counts/am.csv"));
        FILES.put("fiveways", List.of(STUDY, NETWORK, DEMAND, SIGNALS, "counts/pm.csv"));
        FILES.put(MARKET, List.of(STUDY, NETWORK, DEMAND, SIGNALS, "counts/pm.csv", "alternatives/pier-green.yaml"));
        FILES.put(
                ROPELANE,
                List.of(
                        STUDY,
                        NETWORK,
                        DEMAND,
                        SIGNALS,
                        "od/pm.csv",
                        "alternatives/quiet-lane.yaml",
                        "alternatives/lane-toll.yaml"));
        FILES.put(
                QUAYSIDE,
                List.of(
                        STUDY,
                        NETWORK,
                        DEMAND,
                        SIGNALS,
                        "counts/am.csv",
                        "counts/pm.csv",
                        "alternatives/pier-green.yaml",
                        "alternatives/no-ferry.yaml",
                        "alternatives/actuated.yaml",
                        "alternatives/by-stages.yaml",
                        "alternatives/pier-check.yaml",
                        "alternatives/external.yaml",
                        "alternatives/bus-first.yaml",
                        "alternatives/bus-patience.yaml",
                        "alternatives/line-2min.yaml",
                        "alternatives/line-1min.yaml",
                        "alternatives/line-30s.yaml",
                        "alternatives/measured.yaml",
                        "scripts/no-priority.stages",
                        "scripts/bus-first.stages",
                        "scripts/bus-patience.stages",
                        "survey/turns.csv",
                        "schedule/agency.txt",
                        "schedule/calendar.txt",
                        "schedule/routes.txt",
                        "schedule/stops.txt",
                        "schedule/stop_times.txt",
                        "schedule/trips.txt"));
    }

    private Samples() {}

    /** Names of the samples to start a new study from. */
    public static List<String> starters() {
        return FILES.keySet().stream().filter(name -> !name.equals(QUAYSIDE)).toList();
    }

    /** Names of all samples. */
    public static List<String> names() {
        return List.copyOf(FILES.keySet());
    }

    /** The files of a sample. */
    public static List<String> files(String sample) {
        return FILES.get(sample);
    }

    /** Writes a sample into a folder that does not exist yet, or is empty. */
    public static void write(String sample, Path folder) throws IOException {
        OutputFolder.fill(folder, work -> {
            write(sample, FILES.get(sample), work);
            return null;
        });
    }

    private static void write(String sample, List<String> files, Path folder) throws IOException {
        for (String file : files) {
            Path target = folder.resolve(file);
            Files.createDirectories(target.getParent());
            try (InputStream in = Samples.class.getResourceAsStream("demo/" + sample + "/" + file);
                    OutputStream out = OutputFile.stream(target, StandardOpenOption.CREATE_NEW)) {
                in.transferTo(out);
            }
        }
    }
}
