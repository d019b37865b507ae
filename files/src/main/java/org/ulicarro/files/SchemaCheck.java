package org.ulicarro.files;

import com.networknt.schema.Error;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.study.KeyForm;
import tools.jackson.databind.JsonNode;

/** Holds a tree against the schema with a standard validator, and says what it finds in the user's words. */
final class SchemaCheck {

    private static final int MENDED = 4; // times at most

    /** Words that people write for keys that are called otherwise. */
    private static final Map<String, String> CALLED_OTHERWISE = Map.of(
            "volume", "vehicles",
            "flow", "vehicles",
            "driving", "drive-on",
            "limit", "speed",
            "position", "at",
            "counts", "volumes",
            "cycle-length", "cycle");

    private final StudySchema schema;
    private final Schema validator;
    private boolean sound = true;

    SchemaCheck(StudySchema schema) {
        this.schema = schema;
        validator = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(StudySchema.text());
    }

    /**
     * Finds all faults of form.
     *
     * @param standIns mends each of them in the tree
     * @param whole whether all files could be read: what one of them would hold is not called missing
     */
    List<Message> check(LocatedTree tree, StandIns standIns, boolean whole) {
        List<Error> errors = validator.validate(tree.root);
        Map<String, Message> found = new LinkedHashMap<>();
        for (Error error : errors) {
            String pointer = pointer(error);
            String key = error.getProperty() == null ? pointer : Fault.child(pointer, error.getProperty());
            boolean mayBeElsewhere = !whole && pointer.isEmpty() && "required".equals(error.getKeyword());
            if (!mayBeElsewhere) {
                found.putIfAbsent(key, message(error, pointer, tree));
            }
        }
        // what was put in the place of a word that says what kind of thing something is lets its other keys be wrong in
        // turn
        for (int i = 0; i < MENDED && !errors.isEmpty(); i++) {
            for (Error error : errors) {
                standIns.mend(error, pointer(error), schemaOf(error));
            }
            errors = validator.validate(tree.root);
        }
        sound = errors.isEmpty();
        return new ArrayList<>(found.values());
    }

    /** Whether the tree that was checked last can be bound, now that it is mended. */
    boolean isSound() {
        return sound;
    }

    /** The part of the schema that a value did not meet. */
    private JsonNode schemaOf(Error error) {
        return schema.at(parent(error.getSchemaLocation().getFragment().toString()));
    }

    private Message message(Error error, String pointer, LocatedTree tree) {
        JsonNode here = schemaOf(error);
        JsonNode value = tree.root.at(pointer);
        String written = tree.raw.getOrDefault(pointer, value.isString() ? value.asString() : value.toString());
        String name = lastKey(pointer);
        if (value.isNull() && !"required".equals(error.getKeyword())) {
            return error(tree.spot(pointer), "'" + name + "' has no value");
        }
        return switch (error.getKeyword()) {
            case "additionalProperties", "unevaluatedProperties" -> {
                List<String> known = names(here.path("properties"));
                String child = Fault.child(pointer, error.getProperty());
                List<String> others = schema.wordsFor(here, error.getProperty());
                yield error(
                        tree.keySpot(child),
                        others.isEmpty()
                                ? "'" + error.getProperty() + "' is not known " + where(name) + "."
                                        + meant(tree, here, pointer, error.getProperty(), known)
                                : "'" + error.getProperty() + "' is for " + String.join(", ", others) + ", but '" + name
                                        + "' is " + value.path("kind").asString("")
                                        + "; take it away (an alternative does it by '" + error.getProperty()
                                        + ": null')");
            }
            case "required" ->
                error(
                        tree.spot(pointer),
                        "'" + error.getProperty() + "' is missing " + where(name) + about(here, error));
            case "type" -> error(tree.spot(pointer), wrongType(here, name, written, value) + shown(error, here));
            case "pattern" -> error(tree.spot(pointer), wrongForm(here, name, written));
            case "enum" ->
                error(
                        tree.spot(pointer),
                        "'" + written + "' cannot stand for '" + name + "'." + Names.suggestion(written, words(here)));
            case "minimum", "maximum" -> error(tree.spot(pointer), "'" + name + "' cannot be as large as " + written);
            case "minItems", "maxItems" ->
                error(
                        tree.spot(pointer),
                        "'" + name + "' takes " + here.path("minItems").asInt() + " values, but " + value.size()
                                + " stand here");
            case "propertyNames" -> badName(here.path("propertyNames"), error, pointer, name, tree);
            default -> error(tree.spot(pointer), "'" + written + "' cannot stand " + where(name));
        };
    }

    /** What somebody meant by a key that is not known where it stands. */
    private String meant(LocatedTree tree, JsonNode here, String pointer, String key, List<String> known) {
        String elsewhere = new Misplaced(schema, tree.root).hint(here, pointer, key);
        String called = CALLED_OTHERWISE.get(key);
        if (elsewhere.isEmpty() && known.contains(called)) {
            return " Did you mean '" + called + "'?";
        }
        return elsewhere.isEmpty() ? Names.suggestion(key, known) : elsewhere;
    }

    private static String noCoordinate(String written) {
        return "'" + written
                + "' is no coordinate; write metres, such as 120.5, or a length with its unit, such as 600 ft";
    }

    private String wrongType(JsonNode here, String name, String written, JsonNode value) {
        if (here.has("x-coordinate")) {
            return noCoordinate(written);
        }
        if (here.has("x-dimension") && value.isNumber()) {
            return Quantity.bareNumber(
                    written, Dimension.valueOf(here.get("x-dimension").asString()));
        }
        String wanted = switch (here.path("type").asString("")) {
            case "integer" -> "a whole number";
            case "number" -> "a number";
            case "object" -> "a map of 'key: value'";
            case "array" -> "a list in [brackets]";
            case "boolean" -> "true or false";
            default ->
                here.has("x-dimension")
                        ? Dimension.valueOf(here.get("x-dimension").asString()).noun() + " such as '"
                                + Dimension.valueOf(here.get("x-dimension").asString())
                                        .example() + "'"
                        : here.has("x-example")
                                ? "text such as '" + here.get("x-example").asString() + "'"
                                : "a word or text";
        };
        String is = value.isObject() ? "a map" : value.isArray() ? "a list" : "'" + written + "'";
        return "'" + name + "' must be " + wanted + ", not " + is;
    }

    /** How a map or a list is written, where something else stands. */
    private String shown(Error error, JsonNode here) {
        boolean many = List.of("object", "array").contains(here.path("type").asString(""));
        String example = many ? new Shape(schema).example(error) : "";
        return example.length() <= 2 ? "" : "; write for example " + example;
    }

    private static String wrongForm(JsonNode here, String name, String written) {
        if (here.has("x-dimension")) {
            try {
                Quantity.parse(
                        written, Dimension.valueOf(here.get("x-dimension").asString()));
                return "'" + written + "': '" + name + "' takes one value without a spread";
            } catch (Quantity.Unreadable e) {
                return e.getMessage();
            }
        }
        if (here.has("x-coordinate")) {
            return noCoordinate(written);
        }
        if (here.has("x-form")) {
            return "'" + written + "' is no time of day; write for example \"16:30\"";
        }
        return "'" + written + "' cannot stand for '" + name + "'; write for example '"
                + here.path("x-example").asString("") + "'";
    }

    private static List<String> words(JsonNode here) {
        List<String> words = new ArrayList<>();
        here.path("enum").forEach(value -> words.add(value.asString()));
        return words;
    }

    private static Message badName(JsonNode names, Error error, String pointer, String name, LocatedTree tree) {
        String key = error.getProperty();
        Spot spot = tree.keySpot(Fault.child(pointer, key));
        if (names.has("enum")) {
            return error(spot, "'" + key + "' is not known " + where(name) + "." + Names.suggestion(key, words(names)));
        }
        return error(
                spot,
                switch (names.path("pattern").asString("")) {
                    case KeyForm.LANE -> "'" + key + "' is no lane; lanes are numbered from the left, 1 first";
                    case KeyForm.TIME -> "'" + key + "' is no time of day; write for example 06:30";
                    case KeyForm.DAYS -> "'" + key + "' is no day; write for example sat sun, mon-thu or 2027-12-24";
                    case KeyForm.PAIR ->
                        "'" + key + "' is no pair of groups; write NB>EB for NB that ends and EB that begins";
                    case KeyForm.MOVEMENT ->
                        "'" + key + "' is no movement; write a short name such as EBL, or from-road>to-road";
                    case KeyForm.DOTTED ->
                        "the id '" + key + "' may hold letters, digits, '-', '_' and single dots only";
                    default -> "the id '" + key + "' may hold letters, digits, '-' and '_' only";
                });
    }

    private static String about(JsonNode here, Error error) {
        JsonNode property = here.path("properties").path(error.getProperty());
        String about = property.path("description").asString("");
        return about.isEmpty() ? "" : ": " + about;
    }

    private static String where(String name) {
        return name.isEmpty() ? "in a study" : "in '" + name + "'";
    }

    private static Message error(Spot spot, String text) {
        return new Message(Fault.Severity.ERROR, spot, text);
    }

    private static List<String> names(JsonNode properties) {
        List<String> names = new ArrayList<>();
        properties.propertyNames().forEach(names::add);
        return names;
    }

    private static String pointer(Error error) {
        StringBuilder pointer = new StringBuilder();
        for (int i = 0; i < error.getInstanceLocation().getNameCount(); i++) {
            pointer.append('/')
                    .append(error.getInstanceLocation()
                            .getName(i)
                            .replace("~", "~0")
                            .replace("/", "~1"));
        }
        return pointer.toString();
    }

    private static String parent(String fragment) {
        int slash = fragment.lastIndexOf('/');
        return slash <= 0 ? "" : fragment.substring(0, slash);
    }

    private static String lastKey(String pointer) {
        String[] parts = pointer.split("/");
        for (int i = parts.length - 1; i > 0; i--) {
            if (!parts[i].matches("\\d+")) {
                return parts[i].replace("~1", "/").replace("~0", "~");
            }
        }
        return "";
    }
}
