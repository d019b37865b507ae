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
}
