package org.ulicarro.files;

import com.networknt.schema.Error;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ulicarro.core.base.Dimension;
import tools.jackson.databind.JsonNode;

/** What may be written in a place, shown by an example: the one of its description, or one made of its keys. */
final class Shape {

    /** Where the example of a description begins: {@code Share of each vehicle type: {car: 95 %, truck: 5 %}.} */
    private static final Pattern DESCRIBED = Pattern.compile(": (?=[{\\[])");

    private static final int DEEPEST = 4;

    private final StudySchema schema;

    Shape(StudySchema schema) {
        this.schema = schema;
    }

    /** An example of a map or a list, empty where none can be given. */
    String example(Error error) {
        JsonNode at = schema.root();
        String described = "";
        for (int i = 0; i < error.getEvaluationPath().getNameCount(); i++) {
            String key = error.getEvaluationPath().getName(i);
            if (key.equals("properties") || key.equals("items") || key.equals("additionalProperties")) {
                described = "";
            }
            at = key.equals("$ref") ? schema.follow(at) : at.isArray() ? at.path(Integer.parseInt(key)) : at.path(key);
            String example = described(at.path("description").asString(""));
            described = example.isEmpty() ? described : example;
        }
        return described.isEmpty() ? of(schema.at(parent(error)), 0) : described;
    }

    private static String described(String text) {
        Matcher begin = DESCRIBED.matcher(text);
        if (!begin.find()) {
            return "";
        }
        int depth = 0;
        for (int i = begin.end(); i < text.length(); i++) {
            depth += "{[".indexOf(text.charAt(i)) >= 0 ? 1 : "}]".indexOf(text.charAt(i)) >= 0 ? -1 : 0;
            if (depth == 0) {
                return text.substring(begin.end(), i + 1);
            }
        }
        return "";
    }

    private static String parent(Error error) {
        String fragment = error.getSchemaLocation().getFragment().toString();
        int slash = fragment.lastIndexOf('/');
        return slash <= 0 ? "" : fragment.substring(0, slash);
    }

    private String of(JsonNode reference, int depth) {
        JsonNode node = schema.follow(reference);
        if (node.has("x-dimension")) {
            return Dimension.valueOf(node.get("x-dimension").asString()).example();
        }
        if (node.has("x-example")) {
            return node.get("x-example").asString();
        }
        return switch (node.path("type").asString("")) {
            case "array" -> depth == DEEPEST ? "[…]" : list(node, depth);
            case "object" -> depth == DEEPEST ? "{…}" : map(node, depth);
            case "integer", "number" -> "1";
            case "boolean" -> "true";
            default -> node.has("enum") ? node.get("enum").get(0).asString() : "NAME";
        };
    }

    private String list(JsonNode node, int depth) {
        String one = of(node.path("items"), depth + 1);
        return "["
                + String.join(
                        ", ",
                        Collections.nCopies(Math.max(1, node.path("minItems").asInt(1)), one)) + "]";
    }

    private String map(JsonNode node, int depth) {
        List<String> keys = new ArrayList<>();
        node.path("required").forEach(key -> keys.add(key.asString()));
        List<String> entries = new ArrayList<>();
        for (String key : keys) {
            entries.add(key + ": " + of(node.path("properties").path(key), depth + 1));
        }
        node.path("properties")
                .propertyStream() // where none has to be there, a measure as it usually is
                .filter(key -> keys.isEmpty()
                        && key.getValue().has("x-dimension")
                        && key.getValue().has("default"))
                .limit(1)
                .forEach(key -> entries.add(
                        key.getKey() + ": " + key.getValue().get("default").asString()));
        if (node.path("properties").isEmpty()
                && node.path("additionalProperties").isObject()) {
            entries.add("NAME: " + of(node.path("additionalProperties"), depth + 1));
        }
        return "{" + String.join(", ", entries) + "}";
    }
}
