package org.ulicarro.files.osm;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What the map in red shows of a way of which only a piece was left out. */
class LossFilesTest {

    private static final double METRES_PER_DEGREE = 111_200;

    @TempDir
    private Path temp;

    /** Quay Road runs on for 600 m, of which the box leaves 40 m behind its last junction: that stub is red, and not the road. */
    @Test
    void ofAStubThatIsLeftOutOnlyTheStubIsRed() throws Exception {
        Path map = temp.resolve("street.osm");
        StringBuilder text = new StringBuilder("<osm version=\"0.6\">");
        double[][] nodes = {{0, 0}, {0.003, 0}, {0.0085, 0}, {0.003, 0.002}, {0.003, -0.002}, {0, 0.002}, {0, -0.002}};
        for (int i = 0; i < nodes.length; i++) {
            text.append("<node id=\"%d\" lon=\"%s\" lat=\"%s\"/>".formatted(i + 1, 15 + nodes[i][0], 44 + nodes[i][1]));
        }
        int[][] ways = {{1, 2, 3}, {4, 2, 5}, {6, 1, 7}};
        for (int w = 0; w < ways.length; w++) {
            text.append("<way id=\"%d\">".formatted(10 + w));
            for (int node : ways[w]) {
                text.append("<nd ref=\"%d\"/>".formatted(node));
            }
            text.append("<tag k=\"highway\" v=\"residential\"/></way>");
        }
        Files.writeString(map, text.append("</osm>"));
        Area box = Area.box(43.998, 14.998, 44.002, 15.0035);
        new MapImport(new MapImport.Wish(box, "residential", true, "street", Double.NaN, null), line -> {})
                .run(map, temp.resolve("study"));
        List<String> rows = Files.readAllLines(temp.resolve("study/losses.csv"));
        assertThat(rows).anyMatch(r -> r.startsWith("left out,\"short dead ends") && r.contains("way 10"));
        JsonNode features = JsonMapper.builder()
                .build()
                .readTree(Files.readString(temp.resolve("study/losses.geojson")))
                .path("features");
        int seen = 0;
        for (JsonNode feature : features) {
            if (feature.path("properties").path("loss").asString().startsWith("short dead ends")) {
                JsonNode line = feature.path("geometry").path("coordinates");
                double from = line.get(0).get(0).doubleValue();
                double to = line.get(line.size() - 1).get(0).doubleValue();
                double metres = Math.abs(to - from) * METRES_PER_DEGREE * Math.cos(Math.toRadians(44));
                assertThat(metres).isBetween(30.0, 45.0);
                seen++;
            }
        }
        assertThat(seen).isEqualTo(1);
    }
}
