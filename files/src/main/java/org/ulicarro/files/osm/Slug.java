package org.ulicarro.files.osm;

import java.text.Normalizer;
import java.util.Locale;

/** Ids from names as people write them. */
final class Slug {

    private static final int LONGEST = 28;

    private Slug() {}

    /** Letters, digits and hyphens; null where nothing of the name can be written with them. */
    static String of(String name) {
        if (name == null) {
            return null;
        }
        String plain = Normalizer.normalize(
                        name.replace("ß", "ss").replace("ø", "o").replace("æ", "ae"), Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-+|-+$", "");
        if (plain.isEmpty() || plain.equals("null") || plain.equals("true") || plain.equals("false")) {
            return null;
        }
        return plain.length() > LONGEST ? plain.substring(0, LONGEST).replaceAll("-+$", "") : plain;
    }
}
