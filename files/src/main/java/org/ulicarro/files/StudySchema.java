package org.ulicarro.files;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import tools.jackson.databind.node.StringNode;

/** The JSON Schema of a study, generated from its records and shipped with the program. */
public final class StudySchema {

    private static final String RESOURCE = "study.schema.json";

    private final JsonNode root;

    private StudySchema(JsonNode root) {
        this.root = root;
    }

    static StudySchema load() {
        return new StudySchema(JsonMapper.shared().readTree(text()));
    }

    /** The schema as JSON text. */
    public static String text() {
        try (InputStream in = StudySchema.class.getResourceAsStream(RESOURCE)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The part of the schema at a JSON pointer, references followed. */
    JsonNode at(String pointer) {
        return follow(root.at(pointer));
    }

    /** The part of a schema that holds of an object: one of a family, if its key says which. */
    JsonNode chosen(JsonNode schema, JsonNode object) {
        for (JsonNode one : schema.path("allOf")) {
            for (Map.Entry<String, JsonNode> key : one.at("/if/properties").properties()) {
                if (object.path(key.getKey()).equals(key.getValue().get("const"))) {
                    return follow(one.get("then"));
                }
            }
        }
        return schema;
    }

    /** The words of a family under which a key may stand, where a schema is one of the family's; empty for others. */
    List<String> wordsFor(JsonNode member, String key) {
        List<String> words = new ArrayList<>();
        for (JsonNode family : root.path("$defs")) {
            boolean ofIt = family.path("allOf")
                    .valueStream()
                    .anyMatch(one -> follow(one.path("then")).equals(member));
            for (JsonNode one : ofIt ? family.path("allOf") : root.path("none")) {
                if (follow(one.get("then")).path("properties").has(key)) {
                    one.at("/if/properties")
                            .forEach(chosen -> words.add(chosen.get("const").asString()));
                }
            }
        }
        return words;
    }

    JsonNode root() {
        return follow(root);
    }

    JsonNode follow(JsonNode schema) {
        JsonNode at = schema;
        while (at.has("$ref") && at.get("$ref").asString().startsWith("#/")) {
            at = root.at(at.get("$ref").asString().substring(1));
        }
        return at;
    }

    /**
     * Puts the usual values of keys that are left out into a tree, and turns numbers back into the text they were written as where
     * a text is meant: an id that looks like a number is safe without quotes.
     */
    void complete(LocatedTree tree) {
        complete(tree.root, root(), "", tree);
    }

    private void complete(ObjectNode node, JsonNode schema, String pointer, LocatedTree tree) {
        JsonNode properties = schema.path("properties");
        for (Map.Entry<String, JsonNode> property : properties.properties()) {
            JsonNode usual = property.getValue().get("default");
            if (usual != null && !node.has(property.getKey())) {
                node.set(property.getKey(), usual);
            }
        }
        for (String key : node.propertyNames().toArray(new String[0])) {
            JsonNode below = properties.has(key) ? properties.get(key) : schema.path("additionalProperties");
            node.set(key, completed(node.get(key), follow(below), pointer + "/" + escaped(key), tree));
        }
    }

    private JsonNode completed(JsonNode node, JsonNode schema, String pointer, LocatedTree tree) {
        if (node instanceof ObjectNode object) {
            complete(object, chosen(schema, object), pointer, tree);
        } else if (node.isArray()) {
            JsonNode items = follow(schema.path("items"));
            var array = (tools.jackson.databind.node.ArrayNode) node;
            for (int i = 0; i < array.size(); i++) {
                array.set(i, completed(array.get(i), items, pointer + "/" + i, tree));
            }
        } else if ((node.isNumber() || node.isBoolean()) && isPlainText(schema) && tree.raw.containsKey(pointer)) {
            return StringNode.valueOf(tree.raw.get(pointer));
        }
        return node;
    }

    private static boolean isPlainText(JsonNode schema) {
        return "string".equals(schema.path("type").asString("")) && !schema.has("x-dimension");
    }

    private static String escaped(String key) {
        return key.replace("~", "~0").replace("/", "~1");
    }
}
