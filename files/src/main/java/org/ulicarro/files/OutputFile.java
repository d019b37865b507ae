package org.ulicarro.files;

import java.io.BufferedWriter;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Comparator;
import java.util.HashSet;
import java.util.Set;
import java.util.stream.Stream;

/** The door through which files are written: what goes wrong, such as a disk that is full, is said with the file's name. */
public final class OutputFile {

    private OutputFile() {}

    /** Writes a text in UTF-8, which appears only when it is whole. */
    public static void text(Path file, CharSequence text) throws IOException {
        Path part = file.resolveSibling(file.getFileName() + ".part");
        try {
            Files.writeString(part, text, StandardCharsets.UTF_8);
            Files.move(part, file, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            throw named(file, e);
        } finally {
            Files.deleteIfExists(part);
        }
    }

    /** A file that is written bit by bit. */
    public static OutputStream stream(Path file, OpenOption... options) throws IOException {
        return new FilterOutputStream(Files.newOutputStream(file, options)) {
            @Override
            public void write(int one) throws IOException {
                write(new byte[] {(byte) one}, 0, 1);
            }

            @Override
            public void write(byte[] bytes, int from, int length) throws IOException {
                try {
                    out.write(bytes, from, length);
                } catch (IOException e) {
                    throw named(file, e);
                }
            }
        };
    }

    /** The same for text in UTF-8. */
    public static Writer writer(Path file, OpenOption... options) throws IOException {
        return new BufferedWriter(new OutputStreamWriter(stream(file, options), StandardCharsets.UTF_8));
    }

    /** What writes into a folder. */
    public interface Filling<T> {
        T fill() throws IOException;
    }

    /**
     * Fills a folder, which is made where there is none; when that fails, all that is new in it goes again.
     *
     * @return what filling it returns
     */
    public static <T> T folder(Path folder, Filling<T> filling) throws IOException {
        boolean isNew = !Files.exists(folder);
        Set<Path> before = isNew ? Set.of() : inside(folder);
        boolean whole = false;
        try {
            Files.createDirectories(folder);
            T result = filling.fill();
            whole = true;
            return result;
        } finally {
            if (!whole && Files.exists(folder)) {
                Set<Path> after = inside(folder);
                after.removeAll(before);
                for (Path left :
                        after.stream().sorted(Comparator.reverseOrder()).toList()) {
                    Files.deleteIfExists(left);
                }
                if (isNew) {
                    Files.deleteIfExists(folder);
                }
            }
        }
    }

    private static Set<Path> inside(Path folder) throws IOException {
        try (Stream<Path> files = Files.walk(folder)) {
            Set<Path> all = new HashSet<>(files.toList());
            all.remove(folder);
            return all;
        }
    }

    /** What went wrong with a file, with its name. */
    public static IOException named(Path file, IOException e) {
        if (e instanceof FileSystemException) {
            return e;
        }
        FileSystemException named = new FileSystemException(file.toString(), null, e.getMessage());
        named.initCause(e);
        return named;
    }
}
