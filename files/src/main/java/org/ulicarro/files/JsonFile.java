package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Path;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.PropertyNamingStrategies;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** A record as a JSON file, keys in snake case. */
public final class JsonFile {

    private static final JsonMapper JSON = JsonMapper.builder()
            .propertyNamingStrategy(PropertyNamingStrategies.SNAKE_CASE)
            .build();

    private JsonFile() {}

    public static void write(Path file, Object record) throws IOException {
        OutputFile.text(file, text(record));
    }

    /** A record as a tree. */
    public static ObjectNode tree(Object record) {
        return JSON.valueToTree(record);
    }

    /** A record as text. */
    public static String text(Object record) {
        return JSON.writeValueAsString(record);
    }

    /**
     * Reads a record.
     *
     * @throws IOException with words for the user when the file is missing or damaged
     */
    public static <T> T read(Path file, Class<T> type) throws IOException {
        return read(InputFile.text(file, InputFile.SMALL), file, type);
    }

    /**
     * The same of its text.
     *
     * @param file how messages call it
     */
    public static <T> T read(String text, Path file, Class<T> type) throws IOException {
        try {
            return JSON.readValue(text, type);
        } catch (JacksonException e) {
            String reason = String.valueOf(e.getMessage()).lines().findFirst().orElse("");
            throw new IOException(file + " is damaged: " + reason, e);
        }
    }
}
