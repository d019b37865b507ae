package org.ulicarro.files;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.base.Fault;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** A tree of JSON values in which every value and key, named by its JSON pointer, knows its place in a file. */
final class LocatedTree {

    final String name;
    ObjectNode root; // null when the file could not be read
    final Map<String, Spot> values = new HashMap<>();
    final Map<String, Spot> keys = new HashMap<>();
    final Map<String, String> raw = new HashMap<>(); // how numbers and booleans were written
    final Set<String> empty = new HashSet<>(); // keys with nothing behind them
    final List<Message> faults = new ArrayList<>();

    LocatedTree(String name) {
        this.name = name;
    }

    /** Where a fault at that pointer is shown: at the value, at the key of what spans lines, or at the nearest thing around it. */
    Spot spot(String pointer) {
        for (String at = pointer; !at.isEmpty(); at = at.substring(0, at.lastIndexOf('/'))) {
            JsonNode node = root.at(at);
            if (!node.isMissingNode()) {
                Spot key = keys.get(at);
                Spot value = values.get(at);
                boolean spansLines = key != null && value != null && value.line() > key.line();
                if (value != null && !spansLines && !node.isNull()) {
                    return value;
                }
                if (key != null || value != null) {
                    return key != null ? key : value;
                }
            }
        }
        return new Spot(name, 1, 1);
    }

    /** Where the key stands, for faults of the key itself. */
    Spot keySpot(String pointer) {
        return keys.getOrDefault(pointer, spot(pointer));
    }

    /** Takes over another file's values, deep; a value in both is an error that names both places. */
    void join(LocatedTree other) {
        faults.addAll(other.faults);
        if (other.root != null) {
            join(root, other.root, "", other);
        }
    }

    private void join(ObjectNode into, ObjectNode from, String pointer, LocatedTree other) {
        for (Map.Entry<String, JsonNode> entry : from.properties()) {
            String child = Fault.child(pointer, entry.getKey());
            JsonNode here = into.get(entry.getKey());
            if (here == null) {
                into.set(entry.getKey(), entry.getValue());
                takePositions(child, other);
            } else if (here instanceof ObjectNode a && entry.getValue() instanceof ObjectNode b) {
                join(a, b, child, other);
            } else {
                faults.add(new Message(
                        Fault.Severity.ERROR,
                        other.keySpot(child),
                        "'" + entry.getKey() + "' is given here and at " + keySpot(child) + "; keep one of them"));
            }
        }
    }

    /** Applies an RFC 7396 merge patch: maps merge, a written null removes, anything else replaces. */
    void patch(LocatedTree alternative) {
        faults.addAll(alternative.faults);
        if (alternative.root != null) {
            patch(root, alternative.root, "", alternative);
        }
    }

    private void patch(ObjectNode into, ObjectNode patch, String pointer, LocatedTree other) {
        for (Map.Entry<String, JsonNode> entry : patch.properties()) {
            String key = entry.getKey();
            String child = Fault.child(pointer, key);
            JsonNode value = entry.getValue();
            if (other.empty.contains(child)) {
                faults.add(new Message(
                        Fault.Severity.ERROR,
                        other.keySpot(child),
                        "'" + key + "' has no value; write 'null' if it is to be removed"));
            } else if (value.isNull()) {
                into.remove(key);
            } else if (value instanceof ObjectNode b) {
                ObjectNode a = into.get(key) instanceof ObjectNode old ? old : into.putObject(key);
                keys.put(child, other.keySpot(child));
                values.put(child, other.values.get(child));
                patch(a, b, child, other);
            } else {
                into.set(key, value);
                forget(child);
                takePositions(child, other);
            }
        }
    }

    /** What was at one pointer is at another one now; where it is written stays. */
    void move(String from, String to) {
        for (Map<String, Spot> map : List.of(values, keys)) {
            Spot spot = map.remove(from);
            if (spot != null) {
                map.put(to, spot);
            }
        }
        String written = raw.remove(from);
        if (written != null) {
            raw.put(to, written);
        }
        if (empty.remove(from)) {
            empty.add(to);
        }
    }

    private void forget(String pointer) {
        for (Map<String, ?> map : List.of(values, keys, raw)) {
            map.keySet().removeIf(p -> p.equals(pointer) || p.startsWith(pointer + "/"));
        }
    }

    private void takePositions(String pointer, LocatedTree other) {
        take(pointer, other.values, values);
        take(pointer, other.keys, keys);
        take(pointer, other.raw, raw);
        other.empty.stream().filter(p -> isUnder(p, pointer)).forEach(empty::add);
    }

    private static <T> void take(String pointer, Map<String, T> from, Map<String, T> into) {
        from.forEach((p, value) -> {
            if (isUnder(p, pointer)) {
                into.put(p, value);
            }
        });
    }

    private static boolean isUnder(String pointer, String top) {
        return pointer.equals(top) || pointer.startsWith(top + "/");
    }
}
