package org.ulicarro.core.base;

import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Finds what somebody probably meant by a name that does not exist. */
public final class Names {

    private Names() {}

    /** The known name with the fewest edits, if those are few enough to be a slip; the first of equals in the given order. */
    public static Optional<String> nearest(String wrong, Collection<String> known) {
        String best = null;
        int fewest = Math.max(1, wrong.length() / 3) + 1;
        for (String name : known) {
            int edits = edits(wrong.toLowerCase(Locale.ROOT), name.toLowerCase(Locale.ROOT));
            if (edits < fewest && !name.equals(wrong)) { // the same word again is no help
                fewest = edits;
                best = name;
            }
        }
        return best == null ? partly(wrong, known) : Optional.of(best);
    }

    /**
     * The one known name of which a word is a part between hyphens, or that is a part of the word: {@code outer-diameter} for
     * {@code diameter}, {@code speed} for {@code speed-limit}.
     */
    private static Optional<String> partly(String wrong, Collection<String> known) {
        String word = "-" + wrong.toLowerCase(Locale.ROOT) + "-";
        List<String> found = known.stream()
                .filter(name -> Math.min(wrong.length(), name.length()) > 3 && !name.equals(wrong))
                .filter(name -> ("-" + name + "-").contains(word) || word.contains("-" + name + "-"))
                .toList();
        return found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
    }

    /** {@code " Did you mean 'market'?"}, or the list when it is short, or nothing. */
    public static String suggestion(String wrong, Collection<String> known) {
        Optional<String> nearest = nearest(wrong, known);
        if (nearest.isPresent()) {
            return " Did you mean '" + nearest.get() + "'?";
        }
        return known.isEmpty() || known.size() > 12 ? "" : " Known here: " + String.join(", ", known) + ".";
    }

    /** Edits between two words, two swapped neighbours counting as one (optimal string alignment distance). */
    private static int edits(String a, String b) {
        int[][] d = new int[a.length() + 1][b.length() + 1];
        for (int i = 0; i <= a.length(); i++) {
            for (int j = 0; j <= b.length(); j++) {
                if (i == 0 || j == 0) {
                    d[i][j] = i + j;
                    continue;
                }
                int change = a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1;
                d[i][j] = Math.min(Math.min(d[i - 1][j], d[i][j - 1]) + 1, d[i - 1][j - 1] + change);
                if (i > 1 && j > 1 && a.charAt(i - 1) == b.charAt(j - 2) && a.charAt(i - 2) == b.charAt(j - 1)) {
                    d[i][j] = Math.min(d[i][j], d[i - 2][j - 2] + 1);
                }
            }
        }
        return d[a.length()][b.length()];
    }
}
