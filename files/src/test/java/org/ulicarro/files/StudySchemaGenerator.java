package org.ulicarro.files;

import com.fasterxml.classmate.ResolvedType;
import com.github.victools.jsonschema.generator.CustomDefinition;
import com.github.victools.jsonschema.generator.CustomPropertyDefinition;
import com.github.victools.jsonschema.generator.FieldScope;
import com.github.victools.jsonschema.generator.Option;
import com.github.victools.jsonschema.generator.OptionPreset;
import com.github.victools.jsonschema.generator.SchemaGenerationContext;
import com.github.victools.jsonschema.generator.SchemaGenerator;
import com.github.victools.jsonschema.generator.SchemaGeneratorConfigBuilder;
import com.github.victools.jsonschema.generator.SchemaVersion;
import java.io.IOException;
import java.lang.annotation.Annotation;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.study.About;
import org.ulicarro.core.study.ChosenBy;
import org.ulicarro.core.study.DayTime;
import org.ulicarro.core.study.Form;
import org.ulicarro.core.study.Items;
import org.ulicarro.core.study.Key;
import org.ulicarro.core.study.KeyForm;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Required;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.Unit;
import org.ulicarro.core.study.Usual;
import org.ulicarro.core.study.Written;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Writes the JSON Schema of the study from its records. The schema is shipped as a resource so that reading a study need not
 * generate it; a test holds the two together, and this main method writes it anew.
 */
final class StudySchemaGenerator {

    static final String ID = "[A-Za-z0-9_-]+";

    private StudySchemaGenerator() {}

    public static void main(String[] args) throws IOException {
        Files.writeString(Path.of(args[0]), text());
    }

    static String text() {
        return generate().toPrettyString() + "\n";
    }

    private static ObjectNode generate() {
        SchemaGeneratorConfigBuilder config = new SchemaGeneratorConfigBuilder(
                        SchemaVersion.DRAFT_2020_12, OptionPreset.PLAIN_JSON)
                .with(Option.FORBIDDEN_ADDITIONAL_PROPERTIES_BY_DEFAULT, Option.DEFINITIONS_FOR_ALL_OBJECTS)
                .with(Option.MAP_VALUES_AS_ADDITIONAL_PROPERTIES)
                .without(Option.SCHEMA_VERSION_INDICATOR);
        config.forTypesInGeneral()
                .withCustomDefinitionProvider(StudySchemaGenerator::valueType)
                .withDescriptionResolver(
                        scope -> text(scope.getType().getErasedType().getAnnotation(About.class)));
        config.forFields()
                .withPropertyNameOverrideResolver(StudySchemaGenerator::key)
                .withRequiredCheck(field -> field.getAnnotation(Required.class) != null)
                .withDescriptionResolver(
                        field -> field.isFakeContainerItemScope() ? null : text(field.getAnnotation(About.class)))
                .withCustomDefinitionProvider(StudySchemaGenerator::property)
                .withInstanceAttributeOverride(StudySchemaGenerator::decorate);
        ObjectNode schema = new SchemaGenerator(config.build()).generateSchema(Study.class);
        for (ChosenBy chosen : List.of(SignalController.class.getAnnotation(ChosenBy.class))) {
            for (ChosenBy.Words word : chosen.words().getEnumConstants()) { // it stands beside the record's own keys
                ((ObjectNode) schema.at("/$defs/" + word.record().getSimpleName() + "/properties"))
                        .putObject(chosen.value());
            }
        }
        ObjectNode result = tools.jackson.databind.json.JsonMapper.shared().createObjectNode();
        result.put("$schema", "https://json-schema.org/draft/2020-12/schema");
        result.put("title", "Ulicarro study");
        result.setAll(schema);
        return result;
    }

    private static String text(Annotation about) {
        return about == null ? null : ((About) about).value();
    }

    private static String key(FieldScope field) {
        Key key = field.getAnnotation(Key.class);
        return key != null ? key.value() : Spelling.key(field.getDeclaredName());
    }

    private static void decorate(ObjectNode node, FieldScope field, SchemaGenerationContext context) {
        if (field.isFakeContainerItemScope()) {
            return;
        }
        Usual usual = field.getAnnotation(Usual.class);
        if (usual != null) {
            Class<?> type = field.getType().getErasedType();
            if (type == int.class || type == long.class) {
                node.put("default", Long.parseLong(usual.value()));
            } else {
                node.put("default", usual.value());
            }
        }
        Items items = field.getAnnotation(Items.class);
        if (items != null) {
            node.put("minItems", items.value()).put("maxItems", items.value());
        }
    }

    private static CustomPropertyDefinition property(FieldScope field, SchemaGenerationContext context) {
        ObjectNode node = context.getGeneratorConfig().createObjectNode();
        Unit unit = field.getAnnotation(Unit.class);
        if (field.getAnnotation(DayTime.class) != null) {
            node.put("type", "string").put("pattern", DayTimes.PATTERN).put("x-form", "time-of-day");
            return new CustomPropertyDefinition(node);
        }
        KeyForm keys = field.getAnnotation(KeyForm.class);
        if ((unit != null || keys != null) && field.getType().isInstanceOf(Map.class)) {
            return map(field, unit, keys, node, context);
        }
        if (unit != null && field.getType().isInstanceOf(List.class)) {
            quantity(node.put("type", "array").putObject("items"), unit.value(), false);
            return new CustomPropertyDefinition(node);
        }
        if (unit != null) {
            quantity(node, unit.value(), field.getType().isInstanceOf(Quantity.class));
            return new CustomPropertyDefinition(node);
        }
        return null;
    }

    private static CustomPropertyDefinition map(
            FieldScope field, Unit unit, KeyForm keys, ObjectNode node, SchemaGenerationContext context) {
        ResolvedType values = field.getType().typeParametersFor(Map.class).get(1);
        node.put("type", "object");
        if (keys == null) {
            names(node, field.getType().typeParametersFor(Map.class).get(0));
        } else {
            node.putObject("propertyNames").put("pattern", keys.value());
        }
        if (keys != null && !keys.inner().isEmpty()) { // a map of maps of plain text
            ObjectNode inner = node.putObject("additionalProperties").put("type", "object");
            inner.putObject("propertyNames").put("pattern", keys.inner());
            inner.putObject("additionalProperties").put("type", "string");
        } else if (unit == null) {
            node.set("additionalProperties", context.createDefinitionReference(values));
        } else {
            quantity(node.putObject("additionalProperties"), unit.value(), values.getErasedType() == Quantity.class);
        }
        return new CustomPropertyDefinition(node);
    }

    private static void quantity(ObjectNode node, Dimension dimension, boolean spread) {
        node.put("type", "string").put("pattern", Quantity.pattern(dimension, spread));
        node.put("x-dimension", dimension.name());
    }

    private static void names(ObjectNode map, ResolvedType keyType) {
        ObjectNode names = map.putObject("propertyNames");
        if (keyType.getErasedType().isEnum()) {
            spellings(names.putArray("enum"), keyType.getErasedType());
        } else {
            names.put("pattern", "^" + ID + "$");
        }
    }

    private static void spellings(ArrayNode array, Class<?> type) {
        for (Object constant : type.getEnumConstants()) {
            array.add(Written.of((Enum<?>) constant));
        }
    }

    /** A family: its key, and for each word of it the record that is written under it. */
    private static CustomDefinition family(ChosenBy chosen, ObjectNode node, SchemaGenerationContext context) {
        node.put("type", "object");
        ArrayNode words = node.putObject("properties")
                .putObject(chosen.value())
                .put("type", "string")
                .put("description", chosen.about())
                .putArray("enum");
        node.putArray("required").add(chosen.value());
        ArrayNode all = node.putArray("allOf");
        for (ChosenBy.Words word : chosen.words().getEnumConstants()) {
            String written = Written.of((Enum<?>) word);
            words.add(written);
            ObjectNode one = all.addObject();
            ObjectNode when = one.putObject("if");
            when.putObject("properties").putObject(chosen.value()).put("const", written);
            when.putArray("required").add(chosen.value());
            one.set(
                    "then",
                    context.createDefinitionReference(context.getTypeContext().resolve(word.record())));
        }
        return new CustomDefinition(
                node, CustomDefinition.DefinitionType.STANDARD, CustomDefinition.AttributeInclusion.NO);
    }

    private static CustomDefinition valueType(ResolvedType type, SchemaGenerationContext context) {
        ObjectNode node = context.getGeneratorConfig().createObjectNode();
        Class<?> raw = type.getErasedType();
        Form form = raw.getAnnotation(Form.class);
        ChosenBy chosen = raw.getAnnotation(ChosenBy.class);
        if (chosen != null && raw.isInterface()) {
            return family(chosen, node, context);
        } else if (raw.isEnum()) {
            node.put("type", "string");
            spellings(node.putArray("enum"), raw);
        } else if (form != null) {
            node.put("type", "string").put("pattern", form.pattern()).put("x-example", form.example());
        } else if (raw == int.class || raw == Integer.class) {
            node.put("type", "integer").put("minimum", Integer.MIN_VALUE).put("maximum", Integer.MAX_VALUE);
        } else if (raw == Point.class) {
            node.put("type", "array").put("minItems", 2).put("maxItems", 2);
            ObjectNode item = node.putObject("items");
            item.putArray("type").add("number").add("string");
            item.put("pattern", Quantity.pattern(Dimension.LENGTH, false)).put("x-example", "600 ft");
            item.put("x-coordinate", true);
        } else if (type.isInstanceOf(Map.class)) {
            node.put("type", "object");
            names(node, type.typeParametersFor(Map.class).get(0));
            node.set(
                    "additionalProperties",
                    context.createDefinitionReference(
                            type.typeParametersFor(Map.class).get(1)));
        } else {
            return null;
        }
        return new CustomDefinition(
                node, CustomDefinition.DefinitionType.INLINE, CustomDefinition.AttributeInclusion.YES);
    }
}
