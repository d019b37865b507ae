package org.ulicarro.files;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.ulicarro.core.base.Fault;

/**
 * Lays out maps, lists and words as YAML that people like to read and edit: what fits stands on one line in brackets, the rest is indented
 * below its key. Whatever the words hold, reading the text gives them back.
 */
final class YamlLayout {

    private static final int WIDTH = 118; // characters of a line
    private static final Pattern PLAIN =
            Pattern.compile("[A-Za-z_][A-Za-z0-9_./>+-]*( [A-Za-z0-9_./>+%(-][A-Za-z0-9_./>+%)-]*)*");
    private static final Pattern QUANTITY = Pattern.compile("-?[0-9]+(\\.[0-9]+)? [A-Za-z%][A-Za-z0-9/%]*");
    private static final Pattern NUMBER = Pattern.compile("[1-9][0-9]{0,8}");
    private static final Pattern RANGE = Pattern.compile("[0-9]+(\\.[0-9]+)?-[0-9]+(\\.[0-9]+)?");
    private static final Pattern PLAIN_KEY = Pattern.compile("[A-Za-z_][A-Za-z0-9_.>-]*|[1-9][0-9]{0,8}");
    private static final Pattern NOT_A_WORD =
            Pattern.compile("(?i)true|false|null|yes|no|on|off|y|n|nan|inf|\\.nan|\\.inf");

    private final Map<String, String> comments;
    private final int open;
    private final StringBuilder text = new StringBuilder();

    private YamlLayout(Map<String, String> comments, int open) {
        this.comments = comments;
        this.open = open;
    }

    /**
     * The text of a map.
     *
     * @param map keys to maps, lists, numbers, booleans and strings
     * @param comments at the end of a value's line, by JSON pointer
     * @param open how many levels of maps of maps are never put on one line
     */
    static String of(Map<?, ?> map, Map<String, String> comments, int open) {
        YamlLayout layout = new YamlLayout(comments, open);
        layout.block(map, "", 0);
        return layout.text.toString();
    }

    private void block(Map<?, ?> map, String pointer, int depth) {
        map.forEach((key, value) -> {
            String here = Fault.child(pointer, key);
            text.append("  ".repeat(depth)).append(key(String.valueOf(key))).append(':');
            value(value, here, depth);
        });
    }

    /** Behind a key's colon, or a list's dash. */
    private void value(Object value, String pointer, int depth) {
        String comment = comments.get(pointer);
        String behind = comment == null ? "" : "  # " + comment.replaceAll("\\p{Cntrl}", " ");
        boolean holds =
                value instanceof Map<?, ?> map && !map.isEmpty() || value instanceof List<?> list && !list.isEmpty();
        String line = holds && depth + 1 < open && holdsMaps(value) ? null : flow(value);
        int before = text.length() - text.lastIndexOf("\n") - 1;
        if (line != null && (!holds || before + 1 + line.length() <= WIDTH)) {
            text.append(' ').append(line).append(behind).append('\n');
        } else if (value instanceof Map<?, ?> map) {
            text.append(behind).append('\n');
            block(map, pointer, depth + 1);
        } else if (((List<?>) value).stream().noneMatch(one -> one instanceof Map || one instanceof List)) {
            wrapped((List<?>) value, depth + 1);
            text.append(behind).append('\n');
        } else {
            text.append(behind).append('\n');
            int i = 0;
            for (Object one : (List<?>) value) {
                text.append("  ".repeat(depth + 1)).append("-");
                item(one, pointer + "/" + i++, depth + 1);
            }
        }
    }

    /** Words in brackets over several lines. */
    private void wrapped(List<?> words, int depth) {
        String line = " [";
        int before = text.length() - text.lastIndexOf("\n") - 1;
        for (int i = 0; i < words.size(); i++) {
            String word = flow(words.get(i)) + (i + 1 < words.size() ? "," : "]");
            if (before + line.length() + 1 + word.length() > WIDTH) {
                text.append(line.stripTrailing()).append('\n');
                line = "  ".repeat(depth);
                before = 0;
            }
            line += word + (i + 1 < words.size() ? " " : "");
        }
        text.append(line);
    }

    private static boolean holdsMaps(Object value) {
        return value instanceof Map<?, ?> map && map.values().stream().anyMatch(Map.class::isInstance);
    }

    /** An item of a list that is too long for a line; a map among them stays on its line, however long. */
    private void item(Object value, String pointer, int depth) {
        if (value instanceof Map) {
            text.append(' ').append(flow(value)).append('\n');
        } else {
            value(value, pointer, depth);
        }
    }

    /** On one line. */
    static String flow(Object value) {
        if (value instanceof Map<?, ?> map) {
            List<String> parts = new ArrayList<>();
            map.forEach((key, one) -> parts.add(key(String.valueOf(key)) + ": " + flow(one)));
            return "{" + String.join(", ", parts) + "}";
        }
        if (value instanceof List<?> list) {
            return "[" + String.join(", ", list.stream().map(YamlLayout::flow).toList()) + "]";
        }
        if (value == null) {
            return "null";
        }
        return value instanceof String words ? word(words) : String.valueOf(value);
    }

    private static String key(String key) {
        return PLAIN_KEY.matcher(key).matches() && !NOT_A_WORD.matcher(key).matches() ? key : quoted(key);
    }

    private static String word(String words) {
        boolean plain =
                PLAIN.matcher(words).matches() && !NOT_A_WORD.matcher(words).matches()
                        || NUMBER.matcher(words).matches() // an id: where a text is meant, the reader takes it as one
                        || QUANTITY.matcher(words).matches()
                        || RANGE.matcher(words).matches();
        return plain ? words : quoted(words);
    }

    private static String quoted(String words) {
        StringBuilder out = new StringBuilder("\"");
        for (int i = 0; i < words.length(); i++) {
            char c = words.charAt(i);
            switch (c) {
                case '"' -> out.append("\\\"");
                case '\\' -> out.append("\\\\");
                case '\n' -> out.append("\\n");
                case '\t' -> out.append("\\t");
                default -> {
                    boolean control = c < ' ' || c >= 0x7f && c < 0xa0 || c == 0xfeff || c == 0x2028 || c == 0x2029;
                    out.append(control ? String.format("\\u%04x", (int) c) : String.valueOf(c));
                }
            }
        }
        return out.append('"').toString();
    }
}
