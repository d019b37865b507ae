package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What goes in and out: named when it goes wrong, and nothing half written. */
class OutputFileTest {

    @TempDir
    private Path temp;

    @Test
    void aFolderThatCannotBeFilledIsAsItWasBefore() throws IOException {
        Path fresh = temp.resolve("fresh");
        assertThatThrownBy(() -> OutputFolder.fill(fresh, work -> {
                    Files.createDirectories(work.resolve("a/b"));
                    OutputFile.text(work.resolve("a/b/c.csv"), "x");
                    assertThat(fresh).doesNotExist();
                    throw new FileSystemException(work.resolve("a/b/d.csv").toString(), null, "enough");
                }))
                .hasMessage(fresh.resolve("a/b/d.csv") + ": enough");
        assertThat(temp).isEmptyDirectory();
        Files.createDirectories(fresh);
        Files.writeString(fresh.resolve("kept"), "x");
        assertThatThrownBy(() -> OutputFolder.fill(fresh, work -> {
                    OutputFile.text(work.resolve("new"), "x");
                    throw new IllegalStateException("enough");
                }))
                .hasMessage("enough");
        assertThat(names(fresh)).containsExactly("kept");
    }

    /** What one that was killed has left goes; files come beside those that are there, and into an empty folder. */
    @Test
    void aFolderIsFilledAtOnce() throws IOException {
        Path folder = temp.resolve("f");
        Files.createDirectories(temp.resolve(".f.unfinished/old"));
        int seven = OutputFolder.fill(folder, work -> {
            OutputFile.text(work.resolve("a"), "1");
            return 7;
        });
        assertThat(seven).isEqualTo(7);
        assertThat(names(temp)).containsExactly("f");
        OutputFolder.fill(folder, work -> {
            Files.createDirectories(work.resolve("in"));
            OutputFile.text(work.resolve("in/b"), "2");
            return null;
        });
        assertThat(names(folder)).containsExactly("a", "in");
        assertThat(folder.resolve("in/b")).hasContent("2");
    }

    @Test
    void anEmptyFolderStaysTheOneThatItIs() throws IOException {
        Path folder = Files.createDirectories(temp.resolve("f"));
        Object before = Files.readAttributes(folder, BasicFileAttributes.class).fileKey();
        OutputFolder.fill(folder, work -> {
            OutputFile.text(work.resolve("a"), "1");
            return null;
        });
        assertThat(Files.readAttributes(folder, BasicFileAttributes.class).fileKey())
                .isEqualTo(before);
        assertThat(names(temp)).containsExactly("f");
        assertThat(names(folder)).containsExactly("a");
    }

    private static List<String> names(Path folder) throws IOException {
        try (var files = Files.list(folder)) {
            return files.map(f -> f.getFileName().toString()).sorted().toList();
        }
    }

    @Test
    void aTextIsThereWholeOrNotAtAll() throws IOException {
        Path file = temp.resolve("note.txt");
        OutputFile.text(file, "before");
        OutputFile.text(file, "after");
        assertThat(file).hasContent("after");
        assertThatThrownBy(() -> OutputFile.text(temp.resolve("no/such/folder.txt"), "x"))
                .isInstanceOf(FileSystemException.class);
        try (var files = Files.list(temp)) {
            assertThat(files).containsExactly(file);
        }
    }

    /** A device that takes nothing stands for a disk that is full. */
    @Test
    void aFullDiskIsSaidWithTheFile() {
        Path full = Path.of("/dev/full");
        if (Files.exists(full)) { // as on every Linux
            assertThatThrownBy(() -> {
                        try (OutputStream out = OutputFile.stream(full)) {
                            out.write(new byte[100]);
                        }
                    })
                    .isInstanceOf(FileSystemException.class)
                    .hasMessageStartingWith("/dev/full: ");
        }
        assertThat(OutputFile.named(temp, new IOException("No space left on device")))
                .hasMessage(temp + ": No space left on device");
    }

    @Test
    void onlyFilesComeIn() throws IOException {
        assertThatThrownBy(() -> InputFile.text(temp, 10)).hasMessageContaining("it is a folder, not a file");
        assertThatThrownBy(() -> InputFile.bytes(Path.of("/dev/zero"), 10)).isInstanceOf(FileSystemException.class);
        Path file = Files.write(temp.resolve("f"), new byte[3 << 20]);
        assertThatThrownBy(() -> InputFile.bytes(file, 2 << 20)).hasMessageContaining("it is larger than 2 MB");
        Files.write(file, new byte[] {(byte) 0xC3, 0x28});
        assertThatThrownBy(() -> InputFile.text(file, 10)).hasMessage(file + ": this is no text in UTF-8");
    }

    @ParameterizedTest
    @ValueSource(strings = {"=1+1", "+cmd", "@sum", "-2+3x|calc", "\t=1"})
    void formulasBecomeTexts(String cell) {
        assertThat(CsvTable.cell(cell).replace("\"", "")).startsWith("'");
    }

    @Test
    void numbersAndOrdinaryCellsStayAsTheyAre() {
        for (String cell : List.of("-5.25", "+3", "-", "market", "quay-1>mill", "12 s", "", "-0.5 m")) {
            assertThat(CsvTable.cell(cell)).isEqualTo(cell);
        }
        assertThat(CsvTable.cell("a,b \"c\"")).isEqualTo("\"a,b \"\"c\"\"\"");
    }
}
