package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** What a map does not say and had to be assumed, and what of it could not be kept: by kind, with counts and examples. */
public final class Guesses {

    private static final int EXAMPLES = 4;

    /**
     * One kind.
     *
     * @param kind in words
     * @param count how often
     * @param examples some of them, as the map or the study calls them
     */
    public record Kind(String kind, int count, List<String> examples) {}

    private final Map<String, Integer> counts = new TreeMap<>();
    private final Map<String, List<String>> examples = new TreeMap<>();

    void add(String kind, String example) {
        counts.merge(kind, 1, Integer::sum);
        List<String> some = examples.computeIfAbsent(kind, none -> new ArrayList<>());
        if (some.size() < EXAMPLES && !some.contains(example)) {
            some.add(example);
        }
    }

    void addAll(Kind kind) {
        counts.merge(kind.kind(), kind.count(), Integer::sum);
        List<String> some = examples.computeIfAbsent(kind.kind(), none -> new ArrayList<>());
        kind.examples().stream()
                .filter(e -> some.size() < EXAMPLES && !some.contains(e))
                .forEach(some::add);
    }

    /** All of them, the most frequent first. */
    public List<Kind> kinds() {
        return counts.entrySet().stream()
                .map(e -> new Kind(e.getKey(), e.getValue(), List.copyOf(examples.get(e.getKey()))))
                .sorted((a, b) -> a.count() != b.count()
                        ? b.count() - a.count()
                        : a.kind().compareTo(b.kind()))
                .toList();
    }
}
