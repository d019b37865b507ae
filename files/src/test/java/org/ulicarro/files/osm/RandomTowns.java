package org.ulicarro.files.osm;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** Imports as many random towns as asked for, runs each at low demand, and says what was lost: {@code bench/random-towns}. */
public final class RandomTowns {

    private RandomTowns() {}

    /** @param args how many towns, the number of the first one, and a folder to keep them in */
    public static void main(String[] args) throws IOException {
        int count = args.length > 0 ? Integer.parseInt(args[0]) : 100;
        int first = args.length > 1 ? Integer.parseInt(args[1]) : 1;
        Path keep = args.length > 2 ? Path.of(args[2]) : Files.createTempDirectory("towns");
        Map<Loss, Integer> times = new EnumMap<>(Loss.class);
        Map<Loss, Double> metres = new EnumMap<>(Loss.class);
        List<String> failed = new ArrayList<>();
        double kilometres = 0;
        int roads = 0;
        for (int seed = first; seed < first + count; seed++) {
            Path work = Files.createDirectories(keep.resolve(String.valueOf(seed)));
            try {
                MapImport.Result result = one(seed, work, failed);
                kilometres += result.kilometres();
                roads += result.roads();
                result.losses().kinds().forEach(k -> {
                    times.merge(k.loss(), k.count(), Integer::sum);
                    metres.merge(k.loss(), k.metres(), Double::sum);
                });
            } catch (IOException | StudyProblem | RuntimeException e) {
                failed.add(seed + ": " + e);
            }
        }
        System.out.printf(Locale.ROOT, "%d towns, %d roads, %.0f km%n", count, roads, kilometres);
        times.forEach((loss, n) -> System.out.printf(
                Locale.ROOT, "%-9s %6d %7.1f km  %s%n", loss.grade(), n, metres.get(loss) / 1000, loss.words()));
        failed.forEach(System.out::println);
        System.out.println(failed.size() + " towns failed");
    }

    /** An invented town as a study. */
    public static Model study(int seed, Path work) throws IOException, StudyProblem {
        imported(seed, work);
        return StudyFolder.read(work.resolve("study"), List.of()).compile(null).model();
    }

    private static MapImport.Result imported(int seed, Path work) throws IOException, StudyProblem {
        RandomTown town = new RandomTown(seed);
        Path map = work.resolve("town.osm");
        Files.writeString(map, (seed % 3 == 0 ? town.spoiled() : town).xml());
        MapImport.Wish wish =
                new MapImport.Wish(Area.everything(), "residential", true, "town", 600 / 3600.0, "600 veh/h");
        return new MapImport(wish, line -> {}).run(map, work.resolve("study"));
    }

    private static MapImport.Result one(int seed, Path work, List<String> failed) throws IOException, StudyProblem {
        MapImport.Result result = imported(seed, work);
        Model model =
                StudyFolder.read(work.resolve("study"), List.of()).compile(null).model();
        try (Replication replication = new Replication(model, 1)) {
            replication.advanceTo(Double.POSITIVE_INFINITY);
            replication.standstills().forEach(s -> failed.add(seed + ": " + s));
        }
        return result;
    }
}
