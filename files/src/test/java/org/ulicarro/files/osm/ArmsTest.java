package org.ulicarro.files.osm;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** Signals with arms a few degrees apart, whose approaches and turns have the same names: the study that is written runs. */
class ArmsTest {

    @TempDir
    private Path temp;

    private static String map(int[] bearings) {
        StringBuilder text = new StringBuilder("<osm version=\"0.6\">\n");
        text.append("<node id=\"1\" lat=\"44.05\" lon=\"14.98\"><tag k=\"highway\" v=\"traffic_signals\"/></node>\n");
        for (int i = 0; i < bearings.length; i++) {
            double angle = StrictMath.toRadians(bearings[i]);
            double lat = 44.05 + 250 * StrictMath.sin(angle) / 111_195;
            double lon = 14.98 + 250 * StrictMath.cos(angle) / 111_195 / StrictMath.cos(StrictMath.toRadians(44.05));
            text.append(String.format(Locale.ROOT, "<node id=\"%d\" lat=\"%.7f\" lon=\"%.7f\"/>%n", 10 + i, lat, lon));
            text.append(String.format(
                    Locale.ROOT,
                    "<way id=\"%d\"><nd ref=\"1\"/><nd ref=\"%d\"/><tag k=\"highway\" v=\"tertiary\"/><tag k=\"name\" v=\"Arm %d\"/></way>%n",
                    100 + i,
                    10 + i,
                    i));
        }
        return text + "</osm>";
    }

    @ParameterizedTest
    @ValueSource(strings = {"0 90 180 270 305", "0 30 180 270", "10 60 95 180 275", "0 35 90 125 180 270", "0 40 140"})
    void theStudyRuns(String bearings) throws IOException, StudyProblem {
        int[] arms = List.of(bearings.split(" ")).stream()
                .mapToInt(Integer::parseInt)
                .toArray();
        Path map = temp.resolve("arms.osm");
        Files.writeString(map, map(arms));
        MapImport.Wish wish = new MapImport.Wish(Area.everything(), "residential", true, "arms", 0.2, "720 veh/h");
        MapImport.Result result = new MapImport(wish, line -> {}).run(map, temp.resolve("study"));
        assertThat(result.roads()).isEqualTo(arms.length);
        assertThat(result.signals()).isEqualTo(1);
        Model model =
                StudyFolder.read(temp.resolve("study"), List.of()).compile(null).model();
        assertThat(model.network().movements().stream().map(Movement::fromLink).distinct())
                .hasSize(arms.length);
        assertThat(model.network().movements()).allMatch(m -> model.signals().groupOf(m.index()) >= 0);
    }
}
