package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What a map does not say and had to be assumed, and what of it could not be kept, one by one. */
public final class Losses {

    private static final int EXAMPLES = 4;

    /** Entries of one kind that are kept; what is more is counted. */
    private static final int MOST = 100_000;

    /**
     * One of them.
     *
     * @param loss what happened
     * @param item to what, as the map or the study calls it: {@code way 124}, {@code node 7}, a place or a road
     * @param metres of road that are gone; 0 where none is
     * @param line of these metres where they are but a piece of the item, in the plan (m); empty where the item says it all
     */
    public record Entry(Loss loss, String item, double metres, List<double[]> line) {}

    /**
     * All of one kind.
     *
     * @param loss what happened
     * @param count how often
     * @param metres of road that are gone
     * @param examples some of them, as the map or the study calls them
     */
    public record Kind(Loss loss, int count, double metres, List<String> examples) {}

    private final Map<Loss, List<Entry>> entries = new EnumMap<>(Loss.class);
    private final Map<Loss, Integer> more = new EnumMap<>(Loss.class);
    private final Set<String> once = new HashSet<>();

    void add(Loss loss, String item) {
        add(loss, item, 0);
    }

    /** The same once for each item. */
    void addOnce(Loss loss, String item) {
        if (once.add(loss + " " + item)) {
            add(loss, item, 0);
        }
    }

    void add(Loss loss, String item, double metres) {
        add(loss, item, metres, List.of());
    }

    /** A piece of an item: of a long way perhaps only the end. */
    void add(Loss loss, String item, double metres, List<double[]> line) {
        List<Entry> own = entries.computeIfAbsent(loss, none -> new ArrayList<>());
        if (own.size() < MOST) {
            own.add(new Entry(loss, item, metres, line));
        } else {
            more.merge(loss, 1, Integer::sum);
        }
    }

    void addAll(Losses other) {
        other.entries.values().forEach(all -> all.forEach(e -> add(e.loss, e.item, e.metres, e.line)));
    }

    /** Every one, the worst kinds first. */
    public List<Entry> entries() {
        List<Entry> all = new ArrayList<>();
        entries.values().forEach(all::addAll);
        return all;
    }

    /** Sums by kind, the worst first. */
    public List<Kind> kinds() {
        List<Kind> kinds = new ArrayList<>();
        entries.forEach((loss, own) -> kinds.add(new Kind(
                loss,
                own.size() + more.getOrDefault(loss, 0),
                own.stream().mapToDouble(Entry::metres).sum(),
                own.stream().map(Entry::item).distinct().limit(EXAMPLES).toList())));
        return kinds;
    }
}
