package org.ulicarro.files;

import com.networknt.schema.Error;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Puts a harmless value in the place of each one that cannot be read, so that what stands elsewhere can be checked in the same go
 * and a person sees all errors at once. Nothing is ever run from a tree that was mended.
 */
final class StandIns {

    private static final JsonNodeFactory NODES = JsonMapper.shared().getNodeFactory();

    private final StudySchema schema;
    private final ObjectNode root;
    private final List<String> mended = new ArrayList<>();

    StandIns(StudySchema schema, ObjectNode root) {
        this.schema = schema;
        this.root = root;
    }

    void mend(Error error, String pointer, JsonNode expected) {
        String key = error.getProperty();
        JsonNode here = root.at(pointer);
        switch (error.getKeyword()) {
            case "additionalProperties", "propertyNames" -> {
                if (here instanceof ObjectNode object) {
                    object.remove(key);
                }
            }
            case "required" -> {
                if (here instanceof ObjectNode object) {
                    object.set(key, standIn(expected.path("properties").path(key), ""));
                    mended.add(Fault.child(pointer, key));
                }
            }
            default -> {
                if (here.isMissingNode()) {
                    return; // its key was taken away already
                }
                replace(pointer, standIn(expected, here.isString() ? here.asString() : ""));
                mended.add(pointer);
            }
        }
    }

    /** Whether a fault may only come from a stand-in: it is about one, or about something beside one. */
    boolean mayCause(Fault fault) {
        return mended.stream()
                .anyMatch(m -> m.startsWith(fault.pointer())
                        || fault.pointer().startsWith(parent(m).isEmpty() ? m : parent(m)));
    }

    private void replace(String pointer, JsonNode value) {
        JsonNode above = root.at(parent(pointer));
        String last = pointer.substring(pointer.lastIndexOf('/') + 1)
                .replace("~1", "/")
                .replace("~0", "~");
        if (above instanceof ObjectNode object) {
            object.set(last, value);
        } else if (above instanceof ArrayNode array) {
            array.set(Integer.parseInt(last), value);
        }
    }

    private JsonNode standIn(JsonNode written, String meant) {
        JsonNode form = schema.follow(written);
        if (form.has("x-coordinate")) {
            return NODES.numberNode(1000 + 500 * mended.size()); // no two at one point
        }
        if (form.has("x-dimension")) {
            return NODES.stringNode(
                    Dimension.valueOf(form.get("x-dimension").asString()).example());
        }
        if (form.has("enum")) {
            List<String> known = new ArrayList<>();
            form.get("enum").forEach(v -> known.add(v.asString()));
            return NODES.stringNode(Names.nearest(meant, known).orElse(known.get(0)));
        }
        if (form.has("x-form")) {
            return NODES.stringNode("12:00");
        }
        if (form.has("x-example")) {
            return NODES.stringNode(form.get("x-example").asString());
        }
        return switch (form.path("type").asString("")) {
            case "integer", "number" -> NODES.numberNode(1);
            case "array" -> array(form);
            case "object" -> object(form);
            default -> NODES.stringNode("");
        };
    }

    private ArrayNode array(JsonNode form) {
        ArrayNode array = NODES.arrayNode();
        for (int i = 0; i < form.path("minItems").asInt(0); i++) {
            array.add(standIn(form.path("items"), ""));
        }
        return array;
    }

    private ObjectNode object(JsonNode form) {
        ObjectNode object = NODES.objectNode();
        form.path("required")
                .forEach(key -> object.set(
                        key.asString(), standIn(form.path("properties").path(key.asString()), "")));
        return object;
    }

    private static String parent(String pointer) {
        return pointer.substring(0, Math.max(0, pointer.lastIndexOf('/')));
    }
}
