package org.ulicarro.files;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** Where a key belongs that stands one level too high or too deep: the commonest slip of who writes a study by hand. */
final class Misplaced {

    private static final int FEW = 3; // more of them say nothing

    private final StudySchema schema;
    private final JsonNode root; // of the tree

    Misplaced(StudySchema schema, JsonNode root) {
        this.schema = schema;
        this.root = root;
    }

    /**
     * Says where a key belongs; nothing where it is known neither a level deeper nor a level higher.
     *
     * @param here what may stand where it stands
     * @param pointer of the map in which it stands
     */
    String hint(JsonNode here, String pointer, String key) {
        List<String> deeper = new ArrayList<>();
        for (Map.Entry<String, JsonNode> one : here.path("properties").properties()) {
            JsonNode below = schema.follow(one.getValue());
            JsonNode each = each(below);
            if (below.path("properties").has(key)) {
                deeper.add("'" + one.getKey() + "'");
            } else if (each.path("properties").has(key)) {
                deeper.add("each of '" + one.getKey() + "'");
            }
        }
        String[] way = pointer.split("/");
        List<String> belongs = new ArrayList<>();
        if (way.length > 1 && above(way).path("properties").has(key)) {
            belongs.add("one level higher, beside '" + name(way[way.length - 1]) + "'");
        }
        if (!deeper.isEmpty() && deeper.size() <= FEW) {
            belongs.add("one level deeper, in " + String.join(" or ", deeper));
        }
        return belongs.isEmpty() ? "" : " It belongs " + String.join("; or ", belongs) + ".";
    }

    /** The part of the schema that holds of the map around the last one of a way. */
    private JsonNode above(String[] way) {
        JsonNode node = root;
        JsonNode at = schema.chosen(schema.root(), node);
        for (int i = 1; i < way.length - 1; i++) {
            String key = name(way[i]);
            JsonNode below = at.path("properties").has(key)
                    ? schema.follow(at.path("properties").get(key))
                    : each(at);
            node = node.isArray() ? node.path(Integer.parseInt(key)) : node.path(key);
            at = schema.chosen(below, node);
        }
        return at;
    }

    /** What holds of every entry of a map or a list. */
    private JsonNode each(JsonNode of) {
        return schema.follow(of.has("items") ? of.path("items") : of.path("additionalProperties"));
    }

    private static String name(String token) {
        return token.replace("~1", "/").replace("~0", "~");
    }
}
