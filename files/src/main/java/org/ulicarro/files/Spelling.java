package org.ulicarro.files;

/** How names of code are spelled in files. */
final class Spelling {

    private Spelling() {}

    /** {@code warmUp} as {@code warm-up}. */
    static String key(String component) {
        StringBuilder key = new StringBuilder();
        for (char c : component.toCharArray()) {
            if (Character.isUpperCase(c)) {
                key.append('-');
            }
            key.append(Character.toLowerCase(c));
        }
        return key.toString();
    }
}
