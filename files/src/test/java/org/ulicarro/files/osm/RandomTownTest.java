package org.ulicarro.files.osm;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** Invented towns, as maps draw them: nearly all of their roads are in, neighbours stay neighbours, and traffic gets through. */
class RandomTownTest {

    @TempDir
    private Path temp;

    static IntStream seeds() {
        return IntStream.rangeClosed(1, 16);
    }

    private MapImport.Result imported(RandomTown town, Area area, String name) throws IOException, StudyProblem {
        Path map = temp.resolve(name + ".osm");
        Files.writeString(map, town.xml());
        MapImport.Wish wish = new MapImport.Wish(area, "residential", true, "town", 600 / 3600.0, "600 veh/h");
        return new MapImport(wish, line -> {}).run(map, temp.resolve(name));
    }

    private static double removed(MapImport.Result result, Loss loss) {
        return result.losses().kinds().stream()
                .filter(k -> k.loss() == loss)
                .mapToDouble(Losses.Kind::metres)
                .sum();
    }

    private static Map<Loss, Integer> counts(MapImport.Result result) {
        return result.losses().kinds().stream().collect(Collectors.toMap(Losses.Kind::loss, Losses.Kind::count));
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void aTownKeepsItsRoads(int seed) throws IOException, StudyProblem {
        RandomTown town = new RandomTown(seed);
        MapImport.Result result = imported(seed % 3 == 0 ? town.spoiled() : town, Area.everything(), "town");
        assertThat(result.kilometres()).isBetween(3.0, 40.0);
        assertThat(removed(result, Loss.ROAD_REMOVED)).isLessThan(0.02 * 1000 * result.kilometres());
        assertThat(counts(result)).doesNotContainKeys(Loss.DETOUR, Loss.RING_PLAIN);
        Model model =
                StudyFolder.read(temp.resolve("town"), List.of()).compile(null).model();
        assertThat(Files.readAllLines(temp.resolve("town/losses.csv")).size())
                .isEqualTo(1 + result.losses().entries().size());
        try (Replication replication = new Replication(model, 1)) {
            replication.advanceTo(Double.POSITIVE_INFINITY);
            assertThat(replication.standstills()).isEmpty();
        }
    }

    /**
     * What lies inside of a box is the same whether the box is all of the town or half of it: junctions with their legs, and roads from one
     * to the other.
     */
    @ParameterizedTest
    @ValueSource(ints = {2, 8, 13, 19})
    void whatIsInsideDoesNotDependOnTheBox(int seed) throws IOException, StudyProblem {
        double[] box = {44.0495, 14.9795, 44.0560, 14.9880};
        LoadedStudy whole = study(seed, Area.everything(), "whole");
        LoadedStudy half = study(seed, Area.box(box[0], box[1], box[2], box[3]), "half");
        Map<String, String> same = new HashMap<>(); // places of the half -> of the whole
        Network all = network(whole);
        Network part = network(half);
        for (Junction j : part.junctions().values()) {
            double[] at = degrees(half, j);
            double margin = 100 / 111_195.0;
            boolean inside = at[0] > box[0] + margin
                    && at[0] < box[2] - margin
                    && at[1] > box[1] + 1.4 * margin
                    && at[1] < box[3] - 1.4 * margin;
            if (inside && j.movements().size() > 4) {
                Junction other = all.junctions().values().stream()
                        .min(Comparator.comparingDouble(o -> metres(degrees(whole, o), at)))
                        .orElseThrow();
                assertThat(metres(degrees(whole, other), at)).as(j.id()).isLessThan(10);
                assertThat(j.movements()).as(j.id()).hasSameSizeAs(other.movements());
                assertThat(j.place().control()).isEqualTo(other.place().control());
                same.put(j.id(), other.id());
            }
        }
        assertThat(same).hasSizeGreaterThan(2);
        int roads = 0;
        for (Link link : part.links()) {
            if (same.containsKey(link.from()) && same.containsKey(link.to()) && !link.ring()) {
                assertThat(all.links())
                        .as(link.id())
                        .anyMatch(l -> l.from().equals(same.get(link.from()))
                                && l.to().equals(same.get(link.to()))
                                && l.lanes() == link.lanes()
                                && Math.abs(l.length() - link.length()) < 0.03 * l.length() + 2);
                roads++;
            }
        }
        assertThat(roads).isGreaterThan(2);
    }

    private static double[] degrees(LoadedStudy study, Junction j) {
        GeoReference map = study.georeference();
        double x = j.place().at().x();
        double y = j.place().at().y();
        return new double[] {map.lat(x, y), map.lon(x, y)};
    }

    private static double metres(double[] a, double[] b) {
        double east = (a[1] - b[1]) * StrictMath.cos(StrictMath.toRadians(a[0]));
        return Math.hypot(a[0] - b[0], east) * 111_195;
    }

    private LoadedStudy study(int seed, Area area, String name) throws IOException, StudyProblem {
        imported(new RandomTown(seed), area, name);
        return StudyFolder.read(temp.resolve(name), List.of());
    }

    private static Network network(LoadedStudy study) throws StudyProblem {
        return study.compile(null).model().network();
    }
}
