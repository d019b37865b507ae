package org.ulicarro.bench;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.NetworkCompiler;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/**
 * How long a large network takes from its tables to lanes, paths and conflicts: a square grid of crossroads, one lane each way. Cold,
 * in a process of its own; the script that calls it gives it one core and 1 GB.
 */
public final class SizeTable {

    private static final double SPACING = 120;

    private SizeTable() {}

    public static void main(String[] args) throws IOException, StudyProblem {
        int side = args.length > 0 ? Integer.parseInt(args[0]) : 100;
        Path folder = Files.createTempDirectory("ulicarro-size");
        write(folder, side);
        long start = System.nanoTime();
        LoadedStudy loaded = StudyFolder.read(folder, List.of());
        long read = System.nanoTime();
        List<Fault> faults = new ArrayList<>();
        Network network =
                NetworkCompiler.compile(loaded.study().network(), loaded.study().driveOn(), faults);
        long compiled = System.nanoTime();
        if (network == null) {
            faults.stream().limit(10).forEach(System.out::println);
            throw new IllegalStateException("the grid has errors");
        }
        long conflicts = network.junctions().values().stream()
                .mapToLong(j -> j.conflicts().size())
                .sum();
        Runtime runtime = Runtime.getRuntime();
        System.out.printf(
                Locale.ROOT,
                "%d places, %d links, %d lanes and paths, %d movements, %d conflict points%n",
                network.junctions().size(),
                network.links().size(),
                network.lanes().size(),
                network.movements().size(),
                conflicts);
        System.out.printf(
                Locale.ROOT,
                "read %.2f s, compile %.2f s, together %.2f s; %d MB in use of at most %d MB%n",
                (read - start) / 1e9,
                (compiled - read) / 1e9,
                (compiled - start) / 1e9,
                (runtime.totalMemory() - runtime.freeMemory()) >> 20,
                runtime.maxMemory() >> 20);
        faults.stream().limit(10).forEach(System.out::println);
        for (String file : List.of("study.yaml", "places.csv", "roads.csv")) {
            Files.delete(folder.resolve(file));
        }
        Files.delete(folder);
    }

    private static void write(Path folder, int side) throws IOException {
        Files.writeString(folder.resolve("study.yaml"), """
                format: ulicarro/1
                title: a grid
                periods: {am: {from: "07:00", to: "08:00"}}
                network: {tables: {places: places.csv, roads: roads.csv}}
                demand: {mix: {car: 100 %}, volumes: {}}
                """);
        try (PrintWriter places = new PrintWriter(Files.newBufferedWriter(folder.resolve("places.csv")));
                PrintWriter roads = new PrintWriter(Files.newBufferedWriter(folder.resolve("roads.csv")))) {
            places.println("id,x_m,y_m,control");
            roads.println("id,from,to,lanes_ahead,lanes_back,speed_kmh");
            for (int row = 0; row < side; row++) {
                for (int column = 0; column < side; column++) {
                    // a hand's breadth off the grid, so that no two junctions are exactly alike
                    double x = column * SPACING + (row * 37 + column * 11) % 9;
                    double y = row * SPACING + (row * 13 + column * 29) % 9;
                    places.printf(Locale.ROOT, "p%d-%d,%.1f,%.1f,yield%n", row, column, x, y);
                    if (column + 1 < side) {
                        roads.printf("h%d-%d,p%d-%d,p%d-%d,1,1,50%n", row, column, row, column, row, column + 1);
                    }
                    if (row + 1 < side) {
                        roads.printf("v%d-%d,p%d-%d,p%d-%d,1,1,50%n", row, column, row, column, row + 1, column);
                    }
                }
            }
        }
    }
}
