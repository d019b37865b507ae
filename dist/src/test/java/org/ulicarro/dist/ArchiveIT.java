package org.ulicarro.dist;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

/** The archives as somebody unpacks them, who has Java and nothing else. */
@DisabledOnOs(OS.WINDOWS)
class ArchiveIT {

    @TempDir
    private Path temp;

    private static Path archive(String ending) throws IOException {
        try (Stream<Path> files = Files.list(Path.of("target").toAbsolutePath())) {
            return files.filter(f -> f.toString().endsWith(ending)).findFirst().orElseThrow();
        }
    }

    private String run(Path folder, Object... words) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>();
        for (Object word : words) {
            command.add(word.toString());
        }
        Process process = new ProcessBuilder(command)
                .directory(folder.toFile())
                .redirectErrorStream(true)
                .redirectOutput(temp.resolve("said.txt").toFile())
                .start();
        assertThat(process.waitFor(15, TimeUnit.MINUTES)).isTrue();
        String said = Files.readString(temp.resolve("said.txt"));
        assertThat(process.exitValue()).as(said).isZero();
        return said;
    }

    /** On a path with blanks, through a link, in a folder that nobody may write to. */
    @Test
    void theTarRunsWhereItIsPut() throws Exception {
        Path place = Files.createDirectories(temp.resolve("programs of the office"));
        run(place, "tar", "xzf", archive(".tar.gz"));
        Path program;
        try (Stream<Path> unpacked = Files.list(place)) {
            program = unpacked.findFirst().orElseThrow().resolve("ulicarro");
        }
        run(place, "chmod", "-R", "a-w", place);
        Path link = Files.createSymbolicLink(temp.resolve("ulicarro"), program);
        assertThat(run(temp, link, "--version")).contains("Ulicarro 0.").doesNotContain("building");
        run(temp, link, "new", "a study");
        assertThat(run(temp, link, "run", "a study", "-n", "1")).contains("run:  a study/runs/0001-base");
        assertThat(run(temp, link, "results", "a study")).contains("replication");
        run(place, "chmod", "-R", "u+w", place);
    }

    @Test
    void theZipHoldsTheSame() throws IOException {
        List<String> names = new ArrayList<>();
        try (InputStream in = Files.newInputStream(archive(".zip"));
                ZipInputStream zip = new ZipInputStream(in)) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                names.add(entry.getName().replaceFirst("^[^/]*/", ""));
            }
        }
        assertThat(names)
                .contains(
                        "ulicarro",
                        "ulicarro.cmd",
                        "README.md",
                        "LICENSE",
                        "NOTICE",
                        "app/ulicarro.jar",
                        "docs/commands.md")
                .anyMatch(n -> n.startsWith("app/lib/picocli-"))
                .noneMatch(n -> n.endsWith(".jsa") || n.contains("junit"));
    }
}
