package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.files.YamlText.NotPossible;
import tools.jackson.databind.JsonNode;

/** The file of an alternative as keys and values, and as text of which some values are taken out with all else left as it is. */
public final class AlternativeText {

    private AlternativeText() {}

    /**
     * What it says: maps, lists and words; null where it takes something away.
     *
     * @throws IOException in words when it cannot be read
     */
    public static Map<String, Object> tree(Path study, String name) throws IOException {
        Path file = file(study, name);
        LocatedTree tree = YamlFile.read(file, file.getFileName().toString());
        if (tree.root == null || !tree.faults.isEmpty()) {
            throw new IOException(
                    tree.faults.isEmpty()
                            ? file + " says nothing"
                            : tree.faults.get(0).toString());
        }
        return plain(tree.root);
    }

    /** The same of a text. */
    public static Map<String, Object> parse(String text, String name) throws IOException {
        LocatedTree tree = YamlFile.parse(text, name);
        if (tree.root == null || !tree.faults.isEmpty()) {
            throw new IOException(
                    tree.faults.isEmpty()
                            ? name + " says nothing"
                            : tree.faults.get(0).toString());
        }
        return plain(tree.root);
    }

    public static String text(Path study, String name) throws IOException {
        return InputFile.text(file(study, name), InputFile.SMALL);
    }

    private static Path file(Path study, String name) {
        return study.resolve("alternatives").resolve(name + ".yaml");
    }

    private static Map<String, Object> plain(JsonNode map) {
        Map<String, Object> all = new LinkedHashMap<>();
        for (Map.Entry<String, JsonNode> entry : map.properties()) {
            all.put(entry.getKey(), value(entry.getValue()));
        }
        return all;
    }

    private static Object value(JsonNode node) {
        if (node.isObject()) {
            return plain(node);
        }
        if (node.isArray()) {
            List<Object> all = new ArrayList<>();
            node.values().forEach(one -> all.add(value(one)));
            return all;
        }
        return node.isNull() ? null : node.asString("");
    }

    /**
     * A text without some of its values.
     *
     * @param paths of which none lies in another one, and which are not all that there is
     */
    public static String without(String text, List<List<String>> paths) throws IOException {
        String now = text;
        try {
            for (List<String> path : paths) {
                now = new YamlText(now).with(path, "null");
            }
        } catch (NotPossible e) {
            throw new IOException(e.getMessage(), e);
        }
        return now;
    }
}
