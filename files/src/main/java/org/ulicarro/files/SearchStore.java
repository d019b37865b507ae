package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** The searches of a study: folders {@code searches/0001-calibrate}, beside its runs. None is ever written over. */
public final class SearchStore {

    /** Below a study. */
    public static final String FOLDER = "searches";

    private static final Pattern NAME = Pattern.compile("(\\d{4,9})-([a-z-]+)");

    private final Path searches;

    public SearchStore(Path study) {
        searches = study.resolve(FOLDER);
    }

    /** All searches, the oldest first, also those that were stopped. */
    public List<Path> all() throws IOException {
        if (!Files.isDirectory(searches)) {
            return List.of();
        }
        try (Stream<Path> folders = Files.list(searches)) {
            return folders.filter(f -> number(f) > 0 && SearchFolder.isOne(f))
                    .sorted(Comparator.comparingInt(SearchStore::number).thenComparing(Path::toString))
                    .toList();
        }
    }

    /** The search that somebody means by {@code last}, by a number, or by its folder's name. */
    public Optional<Path> find(String text) throws IOException {
        List<Path> all = all();
        if (text.equals("last")) {
            return all.isEmpty() ? Optional.empty() : Optional.of(all.get(all.size() - 1));
        }
        return all.stream()
                .filter(f -> text.matches("\\d{1,9}")
                        ? number(f) == Integer.parseInt(text)
                        : f.getFileName().toString().equals(text))
                .findFirst();
    }

    /** A new, empty folder. */
    public Path begin(String command) throws IOException {
        Files.createDirectories(searches);
        int next = 1;
        try (Stream<Path> folders = Files.list(searches)) {
            next = folders.mapToInt(SearchStore::number).max().orElse(0) + 1;
        }
        for (int number = next; ; number++) {
            try {
                return Files.createDirectory(searches.resolve(String.format(Locale.ROOT, "%04d-%s", number, command)));
            } catch (FileAlreadyExistsException taken) {
                // another process began a search in the same moment; take the next number
            }
        }
    }

    /** The number of a search, from its folder's name. */
    public static int number(Path folder) {
        Matcher m = NAME.matcher(folder.getFileName().toString());
        return m.matches() ? Integer.parseInt(m.group(1)) : 0;
    }
}
