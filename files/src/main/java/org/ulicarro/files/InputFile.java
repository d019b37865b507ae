package org.ulicarro.files;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;

/**
 * The door through which everything comes that somebody else wrote: files only, since a pipe would keep the program waiting, and no more of
 * them than memory holds.
 */
public final class InputFile {

    /** Records of runs, marks on a map, areas and the like: more is none of them (bytes). */
    public static final long SMALL = 64L * 1024 * 1024;

    private InputFile() {}

    /**
     * What a file holds.
     *
     * @param largest bytes that it may have
     * @throws FileSystemException when there is none, it is no file, or a larger one
     */
    public static byte[] bytes(Path file, long largest) throws IOException {
        check(file);
        if (Files.size(file) > largest) {
            throw new FileSystemException(
                    file.toString(), null, "it is larger than " + Math.max(1, largest >> 20) + " MB");
        }
        return Files.readAllBytes(file);
    }

    /**
     * The same as text in UTF-8.
     *
     * @throws CharacterCodingException when it is none
     */
    public static String text(Path file, long largest) throws IOException {
        byte[] bytes = bytes(file, largest);
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .onUnmappableCharacter(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
        } catch (CharacterCodingException e) {
            throw new NoText(file);
        }
    }

    /** A file that is no text. */
    private static final class NoText extends CharacterCodingException {

        private static final long serialVersionUID = 1;

        private final String file;

        NoText(Path file) {
            this.file = file.toString();
        }

        @Override
        public String getMessage() {
            return file + ": this is no text in UTF-8";
        }
    }

    /** The bytes of a file one after the other, for formats that are never held as a whole. */
    public static InputStream stream(Path file) throws IOException {
        check(file);
        return Files.newInputStream(file);
    }

    private static void check(Path file) throws IOException {
        if (!Files.exists(file)) {
            throw new NoSuchFileException(file.toString());
        }
        if (!Files.isRegularFile(file)) {
            throw new FileSystemException(
                    file.toString(), null, Files.isDirectory(file) ? "it is a folder, not a file" : "it is no file");
        }
    }
}
