package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;

/** A study seen in a mirror, driven on the other side, is the same study: all figures stay. */
class MirroredStudyTest {

    private static final Pattern POINT = Pattern.compile("\\[(-?[\\d.]+), (-?[\\d.]+)]");
    private static final Pattern TURNS = Pattern.compile("turns: \\[([^\\]]*)]");
    private static final Pattern SIDE = Pattern.compile("(bays: \\{|side: )(left|right)");
    private static final Pattern MOVEMENT = Pattern.compile("\\b([NSEW]B)([LR])\\b");

    @TempDir
    private Path temp;

    @ParameterizedTest
    @ValueSource(strings = {"market", "roundabout", "fiveways"})
    void losesTheSame(String sample) throws IOException, StudyProblem {
        Path written = temp.resolve("written");
        Path mirrored = temp.resolve("mirrored");
        Samples.write(sample, written);
        Samples.write(sample, mirrored);
        change(mirrored.resolve("study.yaml"), text -> text.replace("drive-on: right\n", "") + "drive-on: left\n");
        change(mirrored.resolve("network.yaml"), MirroredStudyTest::mirrorNetwork);
        List<Path> names = Files.exists(mirrored.resolve("signals.yaml"))
                ? List.of(mirrored.resolve("signals.yaml"), mirrored.resolve("counts/pm.csv"))
                : List.of(mirrored.resolve("counts/pm.csv"));
        for (Path file : names) {
            change(file, text -> MOVEMENT.matcher(text).replaceAll(m -> m.group(1) + other(m.group(2))));
        }
        Map<String, List<Double>> here = figures(written);
        assertThat(here.values()).anyMatch(row -> row.get(0) > 50 && row.get(1) > 1);
        Map<String, List<Double>> there = figures(mirrored);
        assertThat(there).containsOnlyKeys(here.keySet());
        here.forEach((key, row) -> {
            for (int i = 0; i < row.size(); i++) {
                assertThat(there.get(key).get(i)).as(key).isEqualTo(row.get(i), within(1e-6));
            }
        });
    }

    private static String mirrorNetwork(String text) {
        String points = POINT.matcher(text).replaceAll(m -> "[" + m.group(1) + ", " + negative(m.group(2)) + "]");
        String sides =
                SIDE.matcher(points).replaceAll(m -> m.group(1) + (m.group(2).equals("left") ? "right" : "left"));
        return TURNS.matcher(sides).replaceAll(MirroredStudyTest::mirrorTurns);
    }

    private static String mirrorTurns(MatchResult turns) {
        List<String> lanes = Arrays.asList(turns.group(1).split(", "));
        Collections.reverse(lanes);
        return "turns: ["
                + lanes.stream()
                        .map(lane -> lane.chars()
                                .mapToObj(c -> other(String.valueOf((char) c)))
                                .collect(Collectors.joining()))
                        .collect(Collectors.joining(", "))
                + "]";
    }

    private static String negative(String number) {
        return number.startsWith("-") ? number.substring(1) : number.equals("0") ? number : "-" + number;
    }

    private static String other(String turn) {
        return turn.equals("L") ? "R" : turn.equals("R") ? "L" : turn;
    }

    private static void change(Path file, UnaryOperator<String> change) throws IOException {
        Files.writeString(file, change.apply(Files.readString(file)));
    }

    /** Vehicles, control delay (s) and longest queue (m) by movement and quarter of an hour. */
    private static Map<String, List<Double>> figures(Path study) throws IOException, StudyProblem {
        change(
                study.resolve("study.yaml"),
                text -> text.replace("to: \"17:30\"", "to: \"16:50\"").replace("drain: 15 min", "drain: 5 min"));
        Model model = StudyFolder.read(study, List.of()).compile(null).model();
        Map<String, List<Double>> rows = new TreeMap<>();
        try (Replication replication = new Replication(model, 1)) {
            for (MovementRow row : replication.result().rows(MovementRow.class)) {
                rows.put(
                        row.place() + " " + row.approach() + " " + row.movement() + " " + row.fromS(),
                        List.of(row.vehicles(), row.demand() == 0 ? 0 : row.controlDelayS(), row.queueMaxM()));
            }
        }
        return rows;
    }
}
