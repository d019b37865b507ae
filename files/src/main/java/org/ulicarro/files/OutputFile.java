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
