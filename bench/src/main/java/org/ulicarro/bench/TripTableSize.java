package org.ulicarro.bench;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** A million single trips over the ends of the corridor: read, checked, drawn and sorted. */
public final class TripTableSize {

    private static final String[] ENDS = {"west", "east", "rail", "mill", "yard", "south", "hill"};
    private static final String[] TYPES = {"car", "van", "truck", "bus", "motorcycle", "articulated"};
    private static final int ROWS = 1_000_000;

    private TripTableSize() {}

    public static void main(String[] args) throws IOException, StudyProblem {
        Path study = Files.createTempDirectory("ulicarro-bench");
        try {
            Samples.write("corridor", study);
            Files.writeString(study.resolve("demand.yaml"), "demand: {arrivals: exact, trips: {od.csv: {}}}\n");
            write(study.resolve("od.csv"));
            long start = System.nanoTime();
            Model model = StudyFolder.read(study, List.of()).compile(null).model();
            long compiled = System.nanoTime();
            Departures departures = model.demand().departures(1);
            long drawn = System.nanoTime();
            System.gc();
            Runtime runtime = Runtime.getRuntime();
            System.out.printf(
                    Locale.ROOT,
                    "%d rows: read and checked in %.1f s, %d departures drawn and sorted in %.1f s; %d MB in use at the end, heap"
                            + " up to %d MB%n",
                    ROWS,
                    (compiled - start) / 1e9,
                    departures.size(),
                    (drawn - compiled) / 1e9,
                    (runtime.totalMemory() - runtime.freeMemory()) >> 20,
                    runtime.totalMemory() >> 20);
        } finally {
            remove(study);
        }
    }

    private static void write(Path file) throws IOException {
        List<String> pairs = new ArrayList<>();
        for (String from : ENDS) {
            for (String to : ENDS) {
                if (!from.equals(to)) {
                    pairs.add(from + "," + to);
                }
            }
        }
        try (PrintWriter out = new PrintWriter(Files.newBufferedWriter(file))) {
            out.println("from,to,depart_from,depart_to,vehicles,type");
            int row = 0;
            for (int second = 27_000; row < ROWS; second++) { // from 07:30, the beginning of the sample's period
                String slice = time(second) + "," + time(second + 1);
                for (int k = 0; k < pairs.size() && row < ROWS; k++) {
                    for (int t = 0; t < TYPES.length && row < ROWS; t++, row++) {
                        out.println(pairs.get(k) + "," + slice + ",1," + TYPES[t]);
                    }
                }
            }
        }
    }

    private static String time(int second) {
        return String.format(Locale.ROOT, "%02d:%02d:%02d", second / 3600, second / 60 % 60, second % 60);
    }

    private static void remove(Path folder) throws IOException {
        try (Stream<Path> files = Files.walk(folder)) {
            files.sorted(Comparator.reverseOrder()).forEach(file -> {
                try {
                    Files.delete(file);
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            });
        }
    }
}
