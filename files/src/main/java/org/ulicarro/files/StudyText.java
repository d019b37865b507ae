package org.ulicarro.files;

import java.util.LinkedHashMap;
import java.util.Map;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.study.Study;

/** A study as text that {@link StudyFolder} reads back as the same study. */
public final class StudyText {

    static final int OPEN = 3; // levels of keys that each have a line of their own

    private StudyText() {}

    /**
     * The whole study in one file. Places and roads that came from tables are written out; tables of demand and scripts keep their own
     * files, which are named.
     */
    public static String of(Study study) {
        return of(study, Map.of());
    }

    /** The same with comments at the end of lines, by JSON pointer of the value. */
    public static String of(Study study, Map<String, String> comments) {
        Map<String, Object> tree = tree(study);
        tree.remove("files");
        return YamlLayout.of(tree, comments, OPEN);
    }

    /** Its keys, with places and roads that came from tables written out. */
    public static Map<String, Object> tree(Study study) {
        Map<String, Object> tree = new LinkedHashMap<>(StudyTree.of(study));
        if (tree.get("network") instanceof Map<?, ?> network && network.containsKey("tables")) {
            Map<Object, Object> whole = new LinkedHashMap<>(network);
            whole.remove("tables"); // what they hold stands among places and roads
            tree.put("network", whole);
        }
        return tree;
    }

    /** A study as keys to maps, lists, numbers and words, as {@code set} finds them in its files. */
    public static Map<String, Object> whole(Study study) {
        return new LinkedHashMap<>(StudyTree.of(study));
    }

    /** A value on one line. */
    public static String line(Object value) {
        return YamlLayout.flow(value);
    }

    /** Part of a study, or an alternative: keys to maps, lists, numbers and words. */
    public static String of(Map<String, ?> part) {
        return of(part, Map.of());
    }

    /** The same with comments at the end of lines, by JSON pointer of the value. */
    public static String of(Map<String, ?> part, Map<String, String> comments) {
        return YamlLayout.of(part, comments, OPEN);
    }

    /** A record's keys as its file has them, what is as usual left out. */
    public static Map<String, Object> keys(Record record) {
        return StudyTree.of(record);
    }

    /** A time as its file has it. */
    public static String seconds(double seconds) {
        return StudyTree.text(seconds, Dimension.TIME);
    }
}
