package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** The record of a run, {@code run.json}, with a seal of its own and a digest of every table. */
final class RecordFile {

    static final String NAME = "run.json";

    /** Keys of the digests of tables, and of files beside them. */
    static final String TABLES = "tables";

    static final String FILES = "recordings";

    private RecordFile() {}

    static void write(Path folder, ObjectNode root) throws IOException {
        SealedJson.write(folder.resolve(NAME), root);
    }

    /**
     * Its text.
     *
     * @throws IOException when it is not what was written
     */
    static String text(Path folder) throws IOException {
        return SealedJson.text(folder.resolve(NAME), "run the study again");
    }

    /** The same as a tree. */
    static JsonNode tree(Path folder) throws IOException {
        try {
            return new JsonMapper().readTree(text(folder));
        } catch (JacksonException e) {
            throw damaged(folder, e);
        }
    }

    static IOException damaged(Path folder, Exception cause) {
        String reason = String.valueOf(cause.getMessage()).lines().findFirst().orElse("");
        return new IOException(folder.resolve(NAME) + " is damaged: " + reason, cause);
    }

    /**
     * Digests by name; read token by token, since the study behind them is long.
     *
     * @param of {@link #TABLES} or {@link #FILES}
     */
    static Map<String, String> digests(Path folder, String of) throws IOException {
        Map<String, String> digests = new HashMap<>();
        try (JsonParser parser = new JsonFactory().createParser(ObjectReadContext.empty(), text(folder))) {
            parser.nextToken();
            while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
                String key = parser.currentName();
                parser.nextToken();
                if (!key.equals(of)) {
                    parser.skipChildren();
                    continue;
                }
                while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
                    String name = parser.currentName();
                    parser.nextToken();
                    digests.put(name, parser.getString());
                }
                return digests;
            }
            return digests;
        } catch (JacksonException e) {
            throw damaged(folder, e);
        }
    }

    /**
     * Holds a table against what the record says of it.
     *
     * @param found its digest as it was read
     */
    static void check(Path results, Map<String, String> digests, String table, String found) throws IOException {
        if (!found.equals(digests.get(table))) {
            throw new IOException(results + ": the table '" + table
                    + "' is damaged or was edited: it is not the one that run.json knows; run the study again");
        }
    }

    /** Digests of the files in the folders of a run, by their paths in it. */
    static Map<String, String> ofFiles(Path folder) throws IOException {
        Map<String, String> digests = new TreeMap<>();
        try (Stream<Path> files = Files.walk(folder)) {
            for (Path file : files.filter(
                            f -> Files.isRegularFile(f) && !f.getParent().equals(folder))
                    .toList()) {
                digests.put(path(folder, file), RowDigest.of(file));
            }
        }
        return digests;
    }

    /** What a file in a folder of a run holds, if it is what the record knows. */
    static byte[] bytes(Path folder, Path file, long largest) throws IOException {
        byte[] bytes = InputFile.bytes(file, largest);
        if (!RowDigest.of(bytes).equals(digests(folder, FILES).get(path(folder, file)))) {
            throw new IOException(
                    file + " is damaged or was edited: it is not the one that run.json knows; run the study again");
        }
        return bytes;
    }

    private static String path(Path folder, Path file) {
        return folder.relativize(file).toString().replace('\\', '/');
    }
}
