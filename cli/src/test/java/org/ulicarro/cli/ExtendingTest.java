package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.study.SignalController;

/** What docs/extending.md says of how many files something takes is counted here, on what stands. */
class ExtendingTest {

    private static final Path ROOT = Path.of("..");
    private static final Path SIGNAL = Path.of("core/src/main/java/org/ulicarro/core/signal");

    private static List<Path> sources() throws IOException {
        List<Path> all = new ArrayList<>();
        for (String module : List.of("core", "files", "report", "link", "cli")) {
            try (Stream<Path> files = Files.walk(ROOT.resolve(module).resolve("src/main/java"))) {
                files.filter(f -> f.toString().endsWith(".java")).forEach(all::add);
            }
        }
        return all;
    }

    private static Set<String> naming(String pattern) throws IOException {
        Pattern wanted = Pattern.compile(pattern);
        Set<String> found = new TreeSet<>();
        for (Path file : sources()) {
            try {
                if (wanted.matcher(Files.readString(file)).find()) {
                    found.add(ROOT.relativize(file).toString());
                }
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        return found;
    }

    private static int said(String of) throws IOException {
        String page = Files.readString(ROOT.resolve("docs/extending.md"));
        Matcher m = Pattern.compile("for " + of + " (\\d+)").matcher(page);
        assertThat(m.find())
                .as("docs/extending.md says how many files " + of + " takes")
                .isTrue();
        return Integer.parseInt(m.group(1));
    }

    /** The compiler and the controller are a kind's own, beside its record; all others that name it are counted. */
    @Test
    void aKindOfControl() throws IOException {
        for (SignalController.Kind kind : List.of(SignalController.Kind.METER, SignalController.Kind.EXTERNAL)) {
            String name = kind.record().getSimpleName();
            Set<String> found = naming("\\b" + name + "\\b|\\bcase [A-Z, ]*\\b" + kind.name() + "\\b");
            found.removeIf(f -> f.startsWith(SIGNAL + "/") && !f.contains("/compile/"));
            found.removeIf(f -> f.endsWith("/ExternalOptions.java")); // asks whether there is somebody to wait for
            assertThat(found).as(kind.name()).hasSize(said("a kind of control") - 2);
        }
    }

    /** A measure is named in its own file only; its rows where a sheet prints them in another way than all tables. */
    @Test
    void aMeasureWithATable() throws IOException {
        for (String measure : List.of("ConflictMeasure", "LinkMeasure", "GateMeasure", "SignalMeasure", "BayMeasure")) {
            assertThat(naming("\\b" + measure + "\\b(?!})")).as(measure).hasSize(said("a measure with a table"));
        }
    }
}
