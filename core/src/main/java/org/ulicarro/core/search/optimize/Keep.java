package org.ulicarro.core.search.optimize;

import java.util.List;
import java.util.Optional;

/**
 * Something at a place that stays: {@code market} all of it, {@code market offset}, {@code market splits}, {@code market order},
 * {@code market walk} (no walk gets shorter), {@code market NB} (the green of a group or phase).
 *
 * @param text as it was written
 * @param place its id
 * @param what the rest; empty for everything
 */
public record Keep(String text, String place, String what) {

    /** Words that are no group. */
    static final List<String> WORDS = List.of("offset", "splits", "order", "walk");

    /** Reads it; empty where it has another form. */
    public static Optional<Keep> parse(String text) {
        String[] parts = text.strip().split("\\s+");
        return parts.length > 2 || parts[0].isEmpty()
                ? Optional.empty()
                : Optional.of(new Keep(text.strip(), parts[0], parts.length == 2 ? parts[1] : ""));
    }

    boolean all() {
        return what.isEmpty();
    }
}
