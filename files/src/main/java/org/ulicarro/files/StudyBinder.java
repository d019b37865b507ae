package org.ulicarro.files;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.study.ChosenBy;
import org.ulicarro.core.study.DayTime;
import org.ulicarro.core.study.Form;
import org.ulicarro.core.study.Key;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.Unit;
import org.ulicarro.core.study.Written;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.MapperFeature;
import tools.jackson.databind.PropertyName;
import tools.jackson.databind.PropertyNamingStrategies;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.cfg.MapperConfig;
import tools.jackson.databind.introspect.Annotated;
import tools.jackson.databind.introspect.AnnotatedClass;
import tools.jackson.databind.introspect.JacksonAnnotationIntrospector;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Binds a tree that the schema has passed to the records of the study, by Jackson. The annotations of the records say how
 * quantities, times and short forms are written; nothing here knows a single key.
 */
final class StudyBinder {

    private static final JsonMapper MAPPER = JsonMapper.builder()
            .annotationIntrospector(new StudyAnnotations())
            .propertyNamingStrategy(PropertyNamingStrategies.KEBAB_CASE)
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .disable(MapperFeature.ALLOW_FINAL_FIELDS_AS_MUTATORS)
            .build();

    private StudyBinder() {}

    static Study bind(JsonNode tree) {
        return MAPPER.treeToValue(tree, Study.class);
    }

    /** Reads the annotations of core's records, which know nothing of Jackson. */
    private static final class StudyAnnotations extends JacksonAnnotationIntrospector {

        private static final long serialVersionUID = 1L;

        @Override
        public PropertyName findNameForDeserialization(MapperConfig<?> config, Annotated annotated) {
            Key key = annotated.getAnnotation(Key.class);
            return key == null
                    ? super.findNameForDeserialization(config, annotated)
                    : PropertyName.construct(key.value());
        }

        @Override
        public PropertyName findNameForSerialization(MapperConfig<?> config, Annotated annotated) {
            Key key = annotated.getAnnotation(Key.class);
            return key == null
                    ? super.findNameForSerialization(config, annotated)
                    : PropertyName.construct(key.value());
        }

        @Override
        public Object findDeserializer(MapperConfig<?> config, Annotated annotated) {
            Unit unit = annotated.getAnnotation(Unit.class);
            if (unit != null && !holdsSeveral(annotated)) {
                return new QuantityReader(unit, annotated.getRawType() == Quantity.class);
            }
            if (annotated.getAnnotation(DayTime.class) != null) {
                return new DayTimeReader();
            }
            if (annotated instanceof AnnotatedClass type) {
                return forClass(type.getRawType());
            }
            return super.findDeserializer(config, annotated);
        }

        private static Object forClass(Class<?> type) {
            if (type == Point.class) {
                return new PointReader();
            }
            ChosenBy chosen = type.getAnnotation(ChosenBy.class);
            if (chosen != null && type.isInterface()) {
                return new FamilyReader(chosen);
            }
            return type.getAnnotation(Form.class) == null ? null : new FormReader(type);
        }

        @Override
        public Object findContentDeserializer(MapperConfig<?> config, Annotated annotated) {
            Unit unit = annotated.getAnnotation(Unit.class);
            return unit != null && holdsSeveral(annotated)
                    ? new QuantityReader(unit, isOfQuantities(annotated))
                    : super.findContentDeserializer(config, annotated);
        }

        private static boolean holdsSeveral(Annotated annotated) {
            return Map.class.isAssignableFrom(annotated.getRawType())
                    || List.class.isAssignableFrom(annotated.getRawType());
        }

        private static boolean isOfQuantities(Annotated several) {
            return several.getType().getContentType().hasRawClass(Quantity.class);
        }

        @Override
        public String[] findEnumValues(
                MapperConfig<?> config, AnnotatedClass type, Enum<?>[] constants, String[] names) {
            for (int i = 0; i < constants.length; i++) {
                names[i] = Written.of(constants[i]);
            }
            return names;
        }
    }

    private static final class QuantityReader extends ValueDeserializer<Object> {

        private final Unit unit;
        private final boolean withSpread;

        QuantityReader(Unit unit, boolean withSpread) {
            this.unit = unit;
            this.withSpread = withSpread;
        }

        @Override
        public Object deserialize(JsonParser parser, DeserializationContext context) {
            try {
                Quantity quantity = Quantity.parse(parser.getString(), unit.value());
                return withSpread ? quantity : (Object) quantity.mean();
            } catch (Quantity.Unreadable e) {
                throw new IllegalStateException("the schema let a quantity pass that cannot be read", e);
            }
        }
    }

    private static final class DayTimeReader extends ValueDeserializer<Object> {

        @Override
        public Object deserialize(JsonParser parser, DeserializationContext context) {
            return DayTimes.parse(parser.getString()).orElseThrow();
        }
    }

    private static final class PointReader extends ValueDeserializer<Object> {

        @Override
        public Object deserialize(JsonParser parser, DeserializationContext context) {
            JsonNode pair = context.readTree(parser);
            return new Point(metres(pair.get(0)), metres(pair.get(1)));
        }

        /** A number is in metres; a text has its unit. */
        private static double metres(JsonNode written) {
            try {
                return written.isNumber()
                        ? written.asDouble()
                        : Quantity.parse(written.asString(), Dimension.LENGTH).mean();
            } catch (Quantity.Unreadable e) {
                throw new IllegalStateException("the schema lets only lengths pass", e);
            }
        }
    }

    /** One record of a sealed family, by the word under one of its keys. */
    private static final class FamilyReader extends ValueDeserializer<Object> {

        private final ChosenBy chosen;

        FamilyReader(ChosenBy chosen) {
            this.chosen = chosen;
        }

        @Override
        public Object deserialize(JsonParser parser, DeserializationContext context) {
            ObjectNode node = (ObjectNode) context.readTree(parser);
            String word = node.remove(chosen.value()).asString();
            for (ChosenBy.Words one : chosen.words().getEnumConstants()) {
                if (Written.of((Enum<?>) one).equals(word)) {
                    return context.readTreeAsValue(node, one.record());
                }
            }
            throw new IllegalStateException("the schema let the word '" + word + "' pass");
        }
    }

    /** Values with a static {@code parse(String)}. */
    private static final class FormReader extends ValueDeserializer<Object> {

        private final Class<?> type;

        FormReader(Class<?> type) {
            this.type = type;
        }

        @Override
        public Object deserialize(JsonParser parser, DeserializationContext context) {
            try {
                return type.getMethod("parse", String.class).invoke(null, parser.getString());
            } catch (ReflectiveOperationException e) {
                throw new IllegalStateException(type + " needs a static parse(String)", e);
            }
        }
    }
}
