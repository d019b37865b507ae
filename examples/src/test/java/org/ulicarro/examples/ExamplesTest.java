package org.ulicarro.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.measure.Table;
import org.ulicarro.files.Samples;

/** The examples as they are written, on the demo shortened to a few minutes. */
class ExamplesTest {

    private interface Program {
        void main() throws Exception;
    }

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void writeTheDemo() throws IOException {
        study = temp.resolve("quayside");
        Samples.write(Samples.QUAYSIDE, study);
        Path file = study.resolve("study.yaml");
        Files.writeString(
                file,
                Files.readString(file)
                        .replace("to: \"17:30\"", "to: \"16:35\"")
                        .replace("length: 15 min", "length: 2 min")
                        .replace("drain: 15 min", "drain: 1 min"));
    }

    private static String printed(Program program) throws Exception {
        PrintStream before = System.out;
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        System.setOut(new PrintStream(bytes, true, StandardCharsets.UTF_8));
        try {
            program.main();
        } finally {
            System.setOut(before);
        }
        return bytes.toString(StandardCharsets.UTF_8);
    }

    @Test
    void aGreenIsChangedAndADelayRead() throws Exception {
        String out = printed(() -> ChangeAGreen.main(new String[] {study.toString(), "2"}));
        assertThat(out.lines()).hasSize(4).allMatch(l -> l.matches("offset +\\d+ s: EBT \\d+\\.\\d s \\(95 %: .*\\)"));
        assertThat(out.lines().map(l -> l.replaceAll(".*EBT ", "")).distinct()).hasSize(4);
    }

    @Test
    void aControllerOfOnesOwnDecides() throws Exception {
        String out = printed(() -> WhoeverComes.main(new String[] {study.toString()}));
        assertThat(out).matches("\\d+ vehicles, \\d+\\.\\d s of delay each\\s+");
        double delay = Double.parseDouble(out.replaceAll(".*vehicles, ([0-9.]+) s.*\\s+", "$1"));
        assertThat(delay).isBetween(5.0, 120.0);
    }

    /** Its one file is all that a measure with a table needs: it is found, runs, and is described. */
    @Test
    void aMeasureOfOnesOwnIsOneFile() throws Exception {
        String out = printed(() -> HardBraking.main(new String[] {study.toString(), "2"}));
        assertThat(out.lines()).hasSize(2).allMatch(l -> l.contains("vehicle-seconds of hard braking"));
        assertThat(Instruments.tables()).extracting(Table::name).contains("hard_braking", "movements");
        Path sources = Path.of("").toAbsolutePath().resolve("src/main");
        try (Stream<Path> files = Files.walk(sources)) {
            List<Path> about = files.filter(Files::isRegularFile)
                    .filter(f -> {
                        try {
                            return Files.readString(f).contains("HardBraking");
                        } catch (IOException e) {
                            throw new java.io.UncheckedIOException(e);
                        }
                    })
                    .toList();
            assertThat(about).hasSize(1);
        }
    }
}
