package org.ulicarro.files.edit;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;

/** Ids in a part of a study's tree: alone, or in {@code road>road} and {@code road ahead}. */
final class Names {

    private Names() {}

    /**
     * The same part with other names.
     *
     * @param other the new name of an id; null where what has it goes
     */
    static Object changed(Object part, UnaryOperator<String> other) {
        if (part instanceof Map<?, ?> map) {
            Map<Object, Object> all = new LinkedHashMap<>();
            map.forEach((key, value) -> {
                String name = word(String.valueOf(key), other);
                Object own = changed(value, other);
                if (name != null && own != null) {
                    all.put(name, own);
                }
            });
            return all;
        }
        if (part instanceof List<?> list) {
            List<Object> all = new ArrayList<>();
            for (Object one : list) {
                Object own = changed(one, other);
                if (own != null) {
                    all.add(own);
                }
            }
            return all;
        }
        return part instanceof String words ? word(words, other) : part;
    }

    private static String word(String words, UnaryOperator<String> other) {
        if (words.endsWith(" ahead") || words.endsWith(" back")) {
            int blank = words.lastIndexOf(' ');
            String name = other.apply(words.substring(0, blank));
            return name == null ? null : name + words.substring(blank);
        }
        if (words.contains(">")) {
            String[] both = words.split(">", 2);
            String from = other.apply(both[0]);
            String to = other.apply(both[1]);
            return from == null || to == null ? null : from + ">" + to;
        }
        return other.apply(words);
    }
}
