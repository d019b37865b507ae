package org.ulicarro.files.osm;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import java.util.stream.Stream;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.files.StudyProblem;

/** Maps that are none, are cut off, or mean harm: each is refused in words with its place, and nothing is left behind. */
class BrokenMapTest {

    @TempDir
    private Path temp;

    private Path file(String name, byte[] content) throws IOException {
        Path file = temp.resolve(name);
        Files.write(file, content);
        return file;
    }

    private String refused(Path file) throws IOException {
        Path folder = temp.resolve("study");
        MapImport.Wish wish = new MapImport.Wish(Area.everything(), "residential", true, "x", 0, null);
        StudyProblem problem =
                catchThrowableOfType(StudyProblem.class, () -> new MapImport(wish, line -> {}).run(file, folder));
        assertThat(problem).as("refused").isNotNull();
        try (Stream<Path> left = Files.list(temp)) {
            assertThat(left.filter(Files::isDirectory)).as("left behind").isEmpty();
        }
        return problem.messages().get(0).toString();
    }

    private static byte[] good() throws IOException {
        return Files.readAllBytes(MapImportTest.map("turn-lanes"));
    }

    private String refusedXml(String text) throws IOException {
        return refused(file("a.osm", text.getBytes()));
    }

    @Test
    void entitiesAndDocumentTypesAreRefused() throws IOException {
        String bomb = """
                <!DOCTYPE osm [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;">]>
                <osm version="0.6"><node id="1" lat="&b;" lon="0"/></osm>""";
        assertThat(refusedXml(bomb)).startsWith("a.osm:1:").contains("no document type");
        String outside = "<!DOCTYPE osm SYSTEM \"file:///etc/passwd\"><osm/>";
        assertThat(refusedXml(outside)).contains("no document type");
    }

    @Test
    void faultsInXmlHaveTheirPlace() throws IOException {
        assertThat(refusedXml("<html></html>")).isEqualTo("a.osm:1:7: this is no map: its root is <html>, not <osm>");
        assertThat(refusedXml("<osm>\n <node id=\"1\" lat=\"91\" lon=\"0\"/></osm>"))
                .startsWith("a.osm:2:")
                .contains("'lat' must be degrees from -90 to 90, not '91'");
        assertThat(refusedXml("<osm>\n <node id=\"x\" lat=\"1\" lon=\"0\"/></osm>"))
                .contains("'id' must be a whole number");
        assertThat(refusedXml("<osm><way id=\"1\"><tag k=\"highway\"/></way></osm>"))
                .contains("<tag> has no 'v'");
        assertThat(refusedXml("")).startsWith("a.osm:");
        assertThat(refusedXml("<osm></osm>")).contains("no road for vehicles in it");
    }

    /** All values that cannot be taken come at once, each with its place. */
    @Test
    void allBadValuesAreSaidAtOnce() throws IOException {
        Path map = file("a.osm", """
                <osm>
                <node id="1" lat="44" lon="x"/>
                <node id="two" lat="44" lon="14"/>
                <node id="3" lat="44" lon="14"/>
                <way id="4"><nd ref="1"/><nd ref="three"/><tag k="highway" v="residential"/></way>
                <node id="5" lat="144" lon="14"/>
                </osm>""".getBytes());
        StudyProblem problem =
                catchThrowableOfType(StudyProblem.class, () -> OsmFile.read(map, new PbfWriter(), share -> {}));
        assertThat(problem.messages())
                .extracting(m -> m.spot().line() + " " + m.text())
                .containsExactly(
                        "2 'lon' must be degrees from -180 to 180, not 'x'",
                        "3 'id' must be a whole number, not 'two'",
                        "5 'ref' must be a whole number, not 'three'",
                        "6 'lat' must be degrees from -90 to 90, not '144'");
    }

    @Test
    void anElementHasNotThousandsOfTags() throws IOException {
        StringBuilder text = new StringBuilder("<osm><way id=\"1\">");
        for (int i = 0; i < 6000; i++) {
            text.append("<tag k=\"k").append(i).append("\" v=\"1\"/>");
        }
        assertThat(refusedXml(text + "</way></osm>")).contains("more than 5000 tags");
    }

    @Test
    void whatIsCutOffIsSaidToBe() throws IOException {
        byte[] good = good();
        assertThat(refused(file("a.osm", Arrays.copyOf(good, good.length * 2 / 3))))
                .contains("ends in the middle");
        Path gz = temp.resolve("b.osm.gz");
        try (OutputStream out = new GZIPOutputStream(Files.newOutputStream(gz))) {
            out.write(good);
        }
        byte[] packed = Files.readAllBytes(gz);
        assertThat(refused(file("b.osm.gz", Arrays.copyOf(packed, packed.length / 2))))
                .contains("ends in the middle");
        assertThat(refused(file("c.osm.gz", good))).contains("no gzip archive");
        assertThat(refused(file("d.osm.bz2", good))).startsWith("d.osm.bz2:1:1:");
        assertThat(refused(file("e.osm.pbf", good))).startsWith("e.osm.pbf:1:1:");
        assertThat(refused(file("f.zip", good))).contains(".osm.pbf");
    }

    /** Bytes at random: refused, or read, but never a failure of ours. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
    void noBytesBreakTheReaders(long seed) throws IOException, StudyProblem {
        Random random = new Random(seed);
        PbfWriter writer = new PbfWriter();
        OsmFile.read(MapImportTest.map("turn-lanes"), writer, share -> {});
        Path whole = temp.resolve("whole.osm.pbf");
        writer.save(Files.newOutputStream(whole));
        for (byte[] from : new byte[][] {good(), Files.readAllBytes(whole)}) {
            byte[] bytes = from.clone();
            for (int i = 0; i < 1 + random.nextInt(8); i++) {
                bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
            }
            Path file = file(from.length == good().length ? "r.osm" : "r.osm.pbf", bytes);
            Path folder = temp.resolve("study-" + seed);
            MapImport.Wish wish = new MapImport.Wish(Area.everything(), "residential", true, "x", 0, null);
            try {
                new MapImport(wish, line -> {}).run(file, folder);
                try (Stream<Path> files = Files.list(folder)) {
                    for (Path f : files.toList()) {
                        Files.delete(f);
                    }
                }
                Files.delete(folder);
            } catch (StudyProblem refused) {
                assertThat(refused.messages()).isNotEmpty();
            }
        }
    }

    /** One broken way is listed and left out; the rest is there. */
    @Test
    void oneBrokenWayDoesNotSpoilTheRest() throws IOException, StudyProblem {
        String text = new String(good()).replace("</osm>", """
                <way id="901"><nd ref="101"/><tag k="highway" v="residential"/></way>
                <way id="902"><nd ref="101"/><nd ref="77777"/><tag k="highway" v="residential"/></way>
                <way id="903"><nd ref="101"/><nd ref="103"/><tag k="highway" v="residential"/><tag k="lanes" v="many"/>
                  <tag k="maxspeed" v="fast"/></way>
                </osm>""");
        MapImport.Wish wish = new MapImport.Wish(Area.everything(), "residential", true, "x", 0, null);
        MapImport.Result result =
                new MapImport(wish, line -> {}).run(file("a.osm", text.getBytes()), temp.resolve("study"));
        assertThat(result.losses().kinds())
                .extracting(k -> k.loss().words())
                .contains(
                        "ways of fewer than two nodes, left out",
                        "nodes that the file does not have or that lie far off their way, passed by",
                        "numbers of lanes that are none, left out",
                        "limits that cannot be read, taken by class");
        assertThat(result.roads()).isGreaterThanOrEqualTo(4);
    }
}
