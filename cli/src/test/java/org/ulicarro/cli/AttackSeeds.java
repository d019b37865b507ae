package org.ulicarro.cli;

import io.jhdf.HdfFile;
import io.jhdf.WritableHdfFile;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.GZIPOutputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;

/** What an attack begins with: sound folders, the files in them that are damaged, and the commands that read these. */
final class AttackSeeds {

    /**
     * A sound folder.
     *
     * @param files what may be damaged, beside it
     * @param calls commands; {@code IN} is a copy of the folder, {@code OUT} a folder that does not exist
     */
    record Seed(String name, Path folder, List<String> files, List<List<String>> calls) {}

    private static final List<String> RESULTS = List.of(
            "movements",
            "places",
            "why",
            "counts",
            "bays",
            "conflicts",
            "emissions",
            "lane-cycles",
            "lanes",
            "links",
            "network",
            "signals",
            "travel-times",
            "turn-times",
            "unserved",
            "waits",
            "lines",
            "crossings");

    private AttackSeeds() {}

    /** All samples, with every alternative. */
    static List<Seed> studies(Path work) {
        List<Seed> seeds = new ArrayList<>();
        for (String name : Samples.names()) {
            Path folder = sample(name, work);
            List<List<String>> calls = new ArrayList<>();
            List<String> alternatives = new ArrayList<>(List.of("base"));
            alternatives.addAll(StudyFolder.alternatives(folder));
            for (String a : alternatives) {
                calls.add(List.of("check", "IN", "-a", a));
                for (String what : List.of("lanes", "movements", "plans", "volumes", "devices")) {
                    calls.add(List.of("show", "IN", what, "-a", a));
                }
                calls.add(List.of("time", "IN", "-a", a));
                calls.add(List.of("band", "IN", "-a", a));
                calls.add(List.of("draw", "IN", "-a", a, "-o", "OUT.svg"));
                calls.add(List.of("export", "IN", "-a", a, "--gmns", "OUT"));
                calls.add(List.of("export", "IN", "-a", a, "--timing", "OUT.csv"));
                calls.add(List.of("run", "IN", "-a", a, "-n", "1"));
                calls.add(List.of("cut", "IN", "-a", a, "--box", "-250,-250,250,250", "-n", "1", "-o", "OUT"));
            }
            seeds.add(new Seed(name, folder, files(folder), calls));
        }
        return seeds;
    }

    /** Every format that is read. */
    static List<Seed> imports(Path work) throws IOException {
        List<Seed> seeds = new ArrayList<>();
        Path map = Files.createDirectories(work.resolve("map"));
        Path osm = Path.of("../demo/maps/dual-carriageways.osm").toAbsolutePath();
        osm = Files.exists(osm)
                ? osm
                : Path.of("demo/maps/dual-carriageways.osm").toAbsolutePath();
        Files.copy(osm, map.resolve("town.osm"));
        try (GZIPOutputStream gz = new GZIPOutputStream(Files.newOutputStream(map.resolve("town.osm.gz")))) {
            gz.write(Files.readAllBytes(osm));
        }
        seeds.add(of("map", map, "town.osm", List.of("import", "map", "OUT", "IN/town.osm", "--demand", "900 veh/h")));
        seeds.add(of("packed map", map, "town.osm.gz", List.of("import", "map", "OUT", "IN/town.osm.gz")));
        Path demo = sample(Samples.QUAYSIDE, work.resolve("for-imports"));
        call(
                "export",
                demo.toString(),
                "-a",
                "actuated",
                "--gmns",
                demo.resolve("gmns").toString());
        call(
                "export",
                demo.toString(),
                "-a",
                "actuated",
                "--timing",
                demo.resolve("sheet.csv").toString());
        call(
                "export",
                demo.toString(),
                "--geojson",
                demo.resolve("marks.geojson").toString());
        Files.writeString(demo.resolve("area.geojson"), """
                {"type": "Feature", "properties": {}, "geometry": {"type": "Polygon", "coordinates":
                [[[14.97, 44.04], [14.99, 44.04], [14.99, 44.06], [14.97, 44.06], [14.97, 44.04]]]}}
                """);
        Files.copy(osm, demo.resolve("town.osm"));
        seeds.add(new Seed(
                "tables",
                demo,
                files(demo).stream().filter(f -> f.startsWith("gmns/")).toList(),
                List.of(List.of("import", "tables", "OUT", "IN/gmns"))));
        seeds.add(of("sheet", demo, "sheet.csv", List.of("import", "timing", "IN", "IN/sheet.csv", "-a", "actuated")));
        seeds.add(of(
                "marks", demo, "marks.geojson", List.of("draw", "IN", "--over", "IN/marks.geojson", "-o", "OUT.svg")));
        seeds.add(of(
                "area",
                demo,
                "area.geojson",
                List.of("import", "map", "OUT", "IN/town.osm", "--polygon", "IN/area.geojson")));
        seeds.add(of(
                "survey",
                demo,
                "survey/turns.csv",
                List.of("match", "IN", "--counts", "IN/survey/turns.csv", "-o", "OUT.csv")));
        seeds.add(new Seed(
                "schedule",
                demo,
                files(demo).stream().filter(f -> f.startsWith("schedule/")).toList(),
                List.of(List.of("import", "schedule", "IN", "IN/schedule"))));
        seeds.add(matrix(work));
        seeds.add(picture(work));
        Files.copy(osm.resolveSibling("dual-carriageways.osm.pbf"), map.resolve("town.osm.pbf"));
        seeds.add(of("binary map", map, "town.osm.pbf", List.of("import", "map", "OUT", "IN/town.osm.pbf")));
        Path packed = demo.resolve("schedule.zip");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(packed))) {
            for (String file : files(demo.resolve("schedule"))) {
                zip.putNextEntry(new ZipEntry(file));
                Files.copy(demo.resolve("schedule").resolve(file), zip);
            }
        }
        seeds.add(of("packed schedule", demo, "schedule.zip", List.of("import", "schedule", "IN", "IN/schedule.zip")));
        return seeds;
    }

    /** Trips in an open matrix file. */
    private static Seed matrix(Path work) throws IOException {
        Path folder = sample(Samples.MARKET, work.resolve("with-matrix"));
        try (WritableHdfFile file = HdfFile.write(folder.resolve("od.omx"))) {
            file.putAttribute("OMX_VERSION", "0.2");
            file.putAttribute("SHAPE", new int[] {3, 3});
            file.putGroup("data").putDataset("PM_CAR", new double[][] {{5, 120, 30}, {80, 0, 0}, {0, 12.5, 0}});
            file.putGroup("lookup").putDataset("TAZ", new int[] {101, 102, 107});
        }
        Files.writeString(folder.resolve("demand.yaml"), """
                demand:
                  mix: {car: 100 %}
                  trips:
                    od.omx: {lookup: TAZ, zones: {101: gate, 102: mole, 107: mill}, matrices: {PM_CAR: {from: "16:30", to: "16:33"}}}
                """);
        return new Seed(
                "matrix",
                folder,
                List.of("od.omx", "od.omx", "demand.yaml"),
                List.of(List.of("check", "IN"), List.of("run", "IN", "-n", "1")));
    }

    /** A plan that lies on a picture and is put on the map. */
    private static Seed picture(Path work) throws IOException {
        Path folder = sample(Samples.MARKET, work.resolve("with-picture"));
        ImageIO.write(
                new BufferedImage(120, 80, BufferedImage.TYPE_INT_RGB),
                "png",
                folder.resolve("aerial.png").toFile());
        Files.writeString(folder.resolve("aerial.pgw"), "2\n0\n0\n-2\n-120\n80\n");
        Path network = folder.resolve("network.yaml");
        Files.writeString(
                network,
                Files.readString(network)
                        .replaceFirst(
                                "(?m)^network:\n",
                                "network:\n  backdrop: {image: aerial.png, world-file: aerial.pgw}\n"));
        return new Seed(
                "picture",
                folder,
                List.of("aerial.png", "aerial.pgw", "network.yaml"),
                List.of(
                        List.of("draw", "IN", "--check-backdrop", "-o", "OUT.svg"),
                        List.of(
                                "locate",
                                "IN",
                                "--at",
                                "gate=44.05,14.97",
                                "--at",
                                "mole=44.0503,14.9806",
                                "--anyway")));
    }

    private static Seed of(String name, Path folder, String file, List<String> call) {
        return new Seed(name, folder, List.of(file), List.of(call));
    }

    /** Finished runs with all that they keep. */
    static List<Seed> runs(Path work) {
        List<Seed> seeds = new ArrayList<>();
        for (String name : List.of("crossroads", Samples.MARKET)) {
            Path folder = sample(name, work);
            call("run", folder.toString(), "-n", "2", "--record", "last");
            List<List<String>> calls = new ArrayList<>();
            for (String table : RESULTS) {
                calls.add(List.of("results", "IN/last", table));
            }
            calls.add(List.of("results", "IN/last", "movements", "--each", "--csv"));
            calls.add(List.of("results", "IN/last", "movements", "--by", "1min", "--json"));
            calls.add(List.of("replay", "IN/last", "-o", "OUT.html"));
            calls.add(List.of("report", "IN/last", "-o", "OUT.html"));
            calls.add(List.of("export", "IN/last", "--csv", "OUT"));
            calls.add(List.of("trace", "IN/last", "--vehicle", "3"));
            calls.add(List.of("compare", "IN/last", "IN/last"));
            List<String> files =
                    files(folder).stream().filter(f -> f.startsWith("runs/")).toList();
            seeds.add(new Seed(name + "'s run", folder, files, calls));
        }
        seeds.add(search(work.resolve("searched")));
        seeds.add(assignment(work.resolve("assigned")));
        seeds.add(piece(work.resolve("cut")));
        return seeds;
    }

    /** Ways that were chosen, iteration by iteration. */
    private static Seed assignment(Path work) {
        Path folder = sample("ropelane", work);
        call("assign", folder.toString(), "--iterations", "2", "-n", "1");
        List<List<String>> calls = new ArrayList<>();
        for (String table : List.of("convergence", "changes", "paths", "links", "counts", "scales")) {
            calls.add(List.of("results", "IN/assignments/1", table));
        }
        calls.add(List.of("results", "IN/assignments/1", "paths", "--json"));
        calls.add(List.of("show", "IN", "assignments"));
        calls.add(List.of("export", "IN/assignments/1", "--csv", "OUT"));
        return new Seed(
                "an assignment",
                folder,
                files(folder).stream().filter(f -> f.startsWith("assignments/")).toList(),
                calls);
    }

    /** A piece beside the whole that it was cut out of. */
    private static Seed piece(Path work) {
        Path whole = sample("ropelane", work);
        Path piece = work.resolve("piece");
        call("cut", whole.toString(), "--places", "market,kiosk,chapel", "-n", "1", "-o", piece.toString());
        return new Seed(
                "a piece",
                work,
                files(work).stream().filter(f -> f.startsWith("piece/")).toList(),
                List.of(
                        List.of("check", "IN/piece"),
                        List.of("cut", "IN/ropelane", "--prove", "IN/piece"),
                        List.of("cut", "IN/ropelane", "--back", "IN/piece", "--write", "tried")));
    }

    /** A search with its rows and trials. */
    private static Seed search(Path work) {
        Path folder = sample("crossroads", work);
        call("optimize", folder.toString(), "--cycles", "60-70", "--runs", "12", "-n", "2", "--fresh", "2");
        return new Seed(
                "a search",
                folder,
                files(folder).stream().filter(f -> f.startsWith("searches/")).toList(),
                List.of(
                        List.of("results", "IN/searches/1"),
                        List.of("results", "IN/searches/1", "--json"),
                        List.of("show", "IN", "searches"),
                        List.of("export", "IN/searches/1", "--csv", "OUT")));
    }

    private static Path sample(String name, Path work) {
        Path folder = work.resolve(name);
        try {
            Samples.write(name, folder);
            EveryCommandTest.shorten(folder.resolve("study.yaml"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return folder;
    }

    private static List<String> files(Path folder) {
        try (Stream<Path> all = Files.walk(folder)) {
            return all.filter(Files::isRegularFile)
                    .map(f -> folder.relativize(f).toString())
                    .sorted()
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void call(String... words) {
        StringWriter said = new StringWriter();
        int code = Main.run(words, new PrintWriter(said, true), new PrintWriter(said, true));
        if (code != Exit.DONE && code != Exit.DOES_NOT_HOLD) { // two iterations settle nothing
            throw new IllegalStateException(Arrays.toString(words) + " ended with " + code + ": " + said);
        }
    }
}
