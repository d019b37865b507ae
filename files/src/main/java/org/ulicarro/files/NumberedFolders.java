package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Folders with numbers in one folder of a study, {@code searches/0001-calibrate}. None is ever written over. */
final class NumberedFolders {

    private static final Pattern NAME = Pattern.compile("(\\d{4,9})-(.+)");

    private final Path parent;
    private final Predicate<Path> isOne;

    NumberedFolders(Path parent, Predicate<Path> isOne) {
        this.parent = parent;
        this.isOne = isOne;
    }

    /** All of them, the oldest first. */
    List<Path> all() throws IOException {
        if (!Files.isDirectory(parent)) {
            return List.of();
        }
        try (Stream<Path> folders = Files.list(parent)) {
            return folders.filter(f -> number(f) > 0 && isOne.test(f))
                    .sorted(Comparator.comparingInt(NumberedFolders::number).thenComparing(Path::toString))
                    .toList();
        }
    }

    /** The one that somebody means by {@code last}, by a number, or by its folder's name. */
    Optional<Path> find(String text) throws IOException {
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
    Path begin(String name) throws IOException {
        Files.createDirectories(parent);
        int next = 1;
        try (Stream<Path> folders = Files.list(parent)) {
            next = folders.mapToInt(NumberedFolders::number).max().orElse(0) + 1;
        }
        for (int number = next; ; number++) {
            try {
                return Files.createDirectory(parent.resolve(String.format(Locale.ROOT, "%04d-%s", number, name)));
            } catch (FileAlreadyExistsException taken) {
                // another process began one in the same moment; take the next number
            }
        }
    }

    /** The number in a folder's name; 0 for none. */
    static int number(Path folder) {
        Matcher m = NAME.matcher(folder.getFileName().toString());
        return m.matches() ? Integer.parseInt(m.group(1)) : 0;
    }
}
