package org.ulicarro.files.edit;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/** Single values in which two trees of maps, lists and words differ. */
final class TreeChanges {

    /**
     * One of them.
     *
     * @param path keys in quotes joined by dots, as {@code set} takes them
     * @param value null where it is gone
     */
    record Change(String path, Object value) {}

    private TreeChanges() {}

    /** What is gone comes last, so that nothing names it any more when it goes. */
    static List<Change> between(Map<?, ?> before, Map<?, ?> after) {
        List<Change> put = new ArrayList<>();
        List<Change> gone = new ArrayList<>();
        collect(before, after, "", put, gone);
        put.addAll(gone);
        return put;
    }

    private static void collect(Map<?, ?> before, Map<?, ?> after, String path, List<Change> put, List<Change> gone) {
        Set<Object> keys = new LinkedHashSet<>(before.keySet());
        keys.addAll(after.keySet());
        for (Object key : keys) {
            String here = path + (path.isEmpty() ? "" : ".") + '"' + key + '"';
            Object a = before.get(key);
            Object b = after.get(key);
            if (Objects.equals(a, b)) {
                continue;
            }
            if (b == null) {
                gone.add(new Change(here, null));
            } else if (a instanceof Map<?, ?> old && b instanceof Map<?, ?> now) {
                collect(old, now, here, put, gone);
            } else {
                put.add(new Change(here, b));
            }
        }
    }
}
