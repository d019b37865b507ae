package org.ulicarro.files;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import tools.jackson.databind.node.ObjectNode;

/** JSON whose last line is a digest of all lines before it, so that nobody believes a file that was damaged or edited. */
public final class SealedJson {

    private static final String SEAL = ",\n  \"sha256\" : \"";

    private SealedJson() {}

    public static void write(Path file, ObjectNode root) throws IOException {
        String text = root.toPrettyString().replace("\r\n", "\n");
        String head = text.substring(0, text.lastIndexOf('}')).stripTrailing();
        OutputFile.text(file, head + SEAL + digest(head) + "\"\n}\n");
    }

    /**
     * Its text.
     *
     * @param otherwise what to do when it is damaged, as a message ends
     * @throws IOException when it is not what was written
     */
    public static String text(Path file, String otherwise) throws IOException {
        String text = InputFile.text(file, InputFile.SMALL);
        int at = text.lastIndexOf(SEAL);
        if (at < 0) {
            throw new IOException(file + " is damaged, or an earlier version wrote it; " + otherwise);
        }
        if (!text.substring(at).equals(SEAL + digest(text.substring(0, at)) + "\"\n}\n")) {
            throw new IOException(file + " is damaged or was edited: it does not fit its own digest; " + otherwise);
        }
        return text;
    }

    /** Digest of a text. */
    public static String digest(String text) {
        return RowDigest.of(text.getBytes(StandardCharsets.UTF_8));
    }
}
