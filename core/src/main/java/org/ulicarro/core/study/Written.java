package org.ulicarro.core.study;

/** An enum constant that is written in files otherwise than as its name in kebab-case. */
public interface Written {

    String text();

    /** How a constant is written in files: {@code FIRST_SLICE} as {@code first-slice}. */
    static String of(Enum<?> constant) {
        return constant instanceof Written written
                ? written.text()
                : constant.name().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
    }

    /** The key of a component in files: its {@link Key}, or its name in kebab-case. */
    static String key(java.lang.reflect.RecordComponent component) {
        Key written = component.getAccessor().getAnnotation(Key.class);
        return written != null
                ? written.value()
                : component.getName().replaceAll("([A-Z])", "-$1").toLowerCase(java.util.Locale.ROOT);
    }
}
