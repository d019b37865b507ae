package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;

/**
 * Every command on every sample with its alternatives: done, or refused in words, never a defect. Three minutes each are driven. All is
 * shown, drawn, timed and written of the base; over the alternatives it takes turns. {@code -Dulicarro.all=true} leaves nothing out.
 */
class EveryCommandTest extends InProcess {

    private static final List<String> SHOWN = List.of(
            "places",
            "points",
            "roads",
            "lanes",
            "movements",
            "conflicts",
            "intergreens",
            "plans",
            "transitions",
            "volumes",
            "balance",
            "routes",
            "crossings",
            "runs",
            "searches",
            "devices");

    private static final List<String> TABLES = List.of(
            "movements",
            "places",
            "why",
            "counts",
            "field",
            "bays",
            "conflicts",
            "crossings",
            "emissions",
            "gates",
            "lane-cycles",
            "lanes",
            "lines",
            "links",
            "meters",
            "network",
            "signals",
            "travel-times",
            "turn-times",
            "unserved",
            "waits");

    @TempDir
    private Path temp;

    private final List<String> defects = new ArrayList<>();
    private int turn; // number of the alternative

    /** Whether something of a list has its turn: all with the base, then every fourth. */
    private boolean isDue(int number) {
        return turn == 0 || Boolean.getBoolean("ulicarro.all") || number % 4 == turn % 4;
    }

    private List<String> due(List<String> all) {
        return IntStream.range(0, all.size())
                .filter(this::isDue)
                .mapToObj(all::get)
                .toList();
    }

    static Stream<String> samples() {
        return Samples.names().stream();
    }

    /** Runs a command and notes it where it ends as a defect of ours; its exit code. */
    private int tried(Object... words) {
        int code = run(words);
        if (code == Exit.DEFECT) {
            defects.add(List.of(words) + ": " + err.lines().limit(3).toList());
        }
        return code;
    }

    @ParameterizedTest
    @MethodSource("samples")
    void nothingIsADefect(String sample) throws IOException {
        Path study = temp.resolve(sample);
        Samples.write(sample, study);
        shorten(study.resolve("study.yaml"));
        List<String> alternatives = new ArrayList<>(List.of("base"));
        alternatives.addAll(StudyFolder.alternatives(study));
        for (turn = 0; turn < alternatives.size(); turn++) {
            onStudy(study, alternatives.get(turn));
            onRun(study, alternatives.get(turn));
        }
        tried("compare", study.resolve("runs/0001-base"), study.resolve("runs/0001-base"));
        assertThat(defects).isEmpty();
    }

    /** Periods of three minutes, which fill for one. */
    static void shorten(Path file) throws IOException {
        String text = Files.readString(file);
        StringBuilder all = new StringBuilder();
        for (String line : text.lines().toList()) {
            var m = java.util.regex.Pattern.compile("from: \"(\\d\\d):(\\d\\d)\", to: \"\\d\\d:\\d\\d\"")
                    .matcher(line);
            all.append(m.replaceAll(r -> "from: \"" + r.group(1) + ":" + r.group(2) + "\", to: \"" + r.group(1) + ":"
                            + String.format("%02d", Integer.parseInt(r.group(2)) + 3) + "\""))
                    .append('\n');
        }
        Files.writeString(file, all.toString());
    }

    private void onStudy(Path study, String alternative) {
        tried("check", study, "-a", alternative);
        for (String what : due(SHOWN)) {
            tried("show", study, what, "-a", alternative);
        }
        if (isDue(0)) {
            tried("show", study, "devices", "-a", alternative, "--json");
            tried("time", study, "-a", alternative);
            tried("export", study, "-a", alternative, "--gmns", temp.resolve("gmns-" + turn));
        }
        if (isDue(1)) {
            tried("band", study, "-a", alternative, "--cycles", "80-80");
            tried("export", study, "-a", alternative, "--timing", temp.resolve("timing.csv"));
        }
        if (isDue(2)) {
            tried("draw", study, "-a", alternative, "-o", temp.resolve("plan.svg"));
            tried("export", study, "-a", alternative, "--geojson", temp.resolve("map.geojson"));
        }
        run("show", study, "places", "-a", alternative, "--csv");
        int number = 0;
        for (String row : out.lines().skip(1).filter(r -> r.contains("signal")).toList()) {
            if (isDue(number++)) {
                String place = row.split(",")[0];
                tried("time", study, "-a", alternative, "--place", place);
                tried("draw", study, "-a", alternative, "--place", place, "--plan", "-o", temp.resolve("p.svg"));
                tried("rehearse", study, "-a", alternative, "--place", place, "--calls", "random:200");
            }
        }
    }

    private void onRun(Path study, String alternative) {
        if (tried("run", study, "-a", alternative, "-n", "1") != Exit.DONE) {
            return;
        }
        Path last = study.resolve("last");
        for (String table : due(TABLES)) {
            tried("results", last, table);
        }
        tried("results", last, "movements", "--by", "1min", "--json");
        if (isDue(1)) {
            tried("report", last, "-o", temp.resolve("report.html"));
        }
        if (isDue(3)) {
            tried("export", last, "--csv", temp.resolve("csv-" + turn));
        }
    }
}
